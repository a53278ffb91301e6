package org.urvant.cli;

import java.io.Console;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.Guide;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.project.setting.GuidedStart;

/** Asks a person the questions of a type that are not answered yet, where somebody is there to ask. */
final class Questions {
    private final Guide guide;
    private final Console console = System.console();

    Questions(Guide guide) {
        this.guide = guide;
    }

    /** Returns the answers that were given, and those of the person. */
    SortedMap<String, Entry> answered(Map<String, String> given) {
        SortedMap<String, Entry> answers = new TreeMap<>();
        given.forEach((question, text) -> answers.put(question, new Entry(text, Position.in("--answer"))));
        for (String question : guide.order()) {
            if (console == null || answers.containsKey(question) || !GuidedStart.isAsked(guide, answers, question)) {
                continue;
            }
            String text = ask(guide.questions().settings().get(question));
            if (text != null && !text.isBlank()) {
                answers.put(question, new Entry(text.strip(), Position.in("terminal")));
            }
        }
        return answers;
    }

    private String ask(SettingDefinition setting) {
        String standard = setting.standardValue().map(text -> " [" + text + "]").orElse("");
        String text = console.readLine("%s (%s)%s: ", setting.meaning(), setting.allowed(), standard);
        while (text != null && !text.isBlank() && !setting.read(text).isSound()) {
            console.printf("  %s%n", setting.read(text).remedy());
            text = console.readLine("%s%s: ", setting.meaning(), standard);
        }
        return text;
    }
}
