package org.urvant.cli;

import org.urvant.core.finding.Severity;

/** Colours for a terminal; without one, text stays as it is. Colour never says what words do not say too. */
record Paint(boolean isOn) {
    private String with(String code, String text) {
        return isOn && !text.isEmpty() ? "\033[" + code + "m" + text + "\033[0m" : text;
    }

    /** Returns a text without colours, for programs. */
    static String plain(String text) {
        return text.replaceAll("\033\\[[0-9]*m", "");
    }

    String strong(String text) {
        return with("1", text);
    }

    String faint(String text) {
        return with("2", text);
    }

    String good(String text) {
        return with("32", text);
    }

    String bad(String text) {
        return with("31", text);
    }

    String warn(String text) {
        return with("33", text);
    }

    String command(String text) {
        return with("36", text);
    }

    String severity(Severity severity, String text) {
        return switch (severity) {
            case ERROR -> bad(text);
            case WARNING -> warn(text);
            case NOTE -> faint(text);
        };
    }
}
