package org.urvant.file.yaml;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Pattern;

/** Writes YAML: scalars quoted only where they must be, maps with sorted keys. */
public final class YamlText {
    private static final Pattern PLAIN = Pattern.compile("[\\p{L}\\p{N}_./+°][\\p{L}\\p{N}_./+°%@(),:· -]*");

    private YamlText() {}

    /** Returns a text as a scalar that is read back as the same text. */
    public static String scalar(String text) {
        boolean plain = PLAIN.matcher(text).matches()
                && !text.contains(": ")
                && !text.endsWith(":")
                && !text.endsWith(" ")
                && !text.contains(",")
                && !text.contains("...")
                && !text.startsWith("---");
        return plain ? text : quoted(text);
    }

    /** Returns a text as a scalar in the style of another that it replaces: quotes that a person chose to write stay. */
    static String like(String written, String known, String text) {
        char first = written.isEmpty() ? ' ' : written.charAt(0);
        boolean isChoice = (first == '"' || first == '\'') && scalar(known).equals(known);
        if (!isChoice || !scalar(text).equals(text)) {
            return scalar(text);
        }
        return first == '"' ? quoted(text) : "'" + text.replace("'", "''") + "'";
    }

    private static String quoted(String text) {
        StringBuilder quoted = new StringBuilder("\"");
        text.codePoints().forEach(c -> {
            switch (c) {
                case '"' -> quoted.append("\\\"");
                case '\\' -> quoted.append("\\\\");
                case '\n' -> quoted.append("\\n");
                case '\t' -> quoted.append("\\t");
                case '\r' -> quoted.append("\\r");
                default -> {
                    if (c < 0x20 || c >= 0x7F && c < 0xA0 || c == 0x2028 || c == 0x2029 || c == 0xFEFF) {
                        quoted.append(String.format(Locale.ROOT, "\\u%04X", c));
                    } else {
                        quoted.appendCodePoint(c);
                    }
                }
            }
        });
        return quoted.append('"').toString();
    }

    /** Returns a map of texts, lists of texts and maps as lines with sorted keys, ending in a line break. */
    public static String map(Map<String, ?> fields) {
        StringBuilder text = new StringBuilder();
        write(new TreeMap<>(fields), 0, text);
        return text.toString();
    }

    private static void write(SortedMap<String, ?> fields, int indent, StringBuilder text) {
        fields.forEach((key, value) -> {
            text.append(" ".repeat(indent)).append(scalar(key)).append(':');
            if (value instanceof Map<?, ?> inner && !inner.isEmpty()) {
                text.append('\n');
                SortedMap<String, Object> sorted = new TreeMap<>();
                inner.forEach((name, below) -> sorted.put(String.valueOf(name), below));
                write(sorted, indent + 2, text);
            } else if (value instanceof Map<?, ?>) {
                text.append(" {}\n");
            } else if (value instanceof List<?> items) {
                text.append(items.isEmpty() ? " []\n" : "\n");
                items.forEach(item -> text.append(" ".repeat(indent + 2))
                        .append("- ")
                        .append(scalar(String.valueOf(item)))
                        .append('\n'));
            } else {
                text.append(' ').append(scalar(String.valueOf(value))).append('\n');
            }
        });
    }
}
