package org.urvant.cli;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.device.Guide;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.ValueRules;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.project.change.GuidedDevices;
import org.urvant.project.setting.GuidedStart;

/** Shows the questions of a type, and what their answers make. */
final class GuideView {
    private static final int FEW = 20;

    private final Command command;
    private final String typeName;

    GuideView(Command command, String typeName) {
        this.command = command;
        this.typeName = typeName;
    }

    void sayQuestions(Guide guide) {
        Table table = new Table("question", "meaning", "allowed", "default", "asked when");
        List<Object> rows = new ArrayList<>();
        for (String question : guide.order()) {
            SettingDefinition setting = guide.questions().settings().get(question);
            String when = setting.applicability()
                    .map(condition -> condition.expression().text())
                    .orElse("");
            table.row(
                    question,
                    setting.meaning(),
                    setting.allowed(),
                    setting.standardValue().orElse(""),
                    when);
            rows.add(Json.object(
                    "question", question,
                    "meaning", setting.meaning(),
                    "allowed", setting.allowed(),
                    "default", setting.standardValue().orElse(null)));
        }
        if (command.json) {
            command.sayJson(rows);
        } else {
            command.say(table);
            command.next("urvant guide " + typeName + " NAME");
        }
    }

    void sayPlan(Map<String, GuidedStart> starts) {
        Table table = new Table("device", "modules", "settings", "by default");
        List<Object> rows = new ArrayList<>();
        starts.forEach((device, start) -> {
            List<String> values = new ArrayList<>();
            // what was asked for stands first, then what follows for channels
            start.values().keySet().stream()
                    .sorted(Comparator.comparing((String path) -> Character.isUpperCase(path.charAt(0))))
                    .forEach(path -> values.add(path + " " + start.values().get(path)));
            if (rows.size() < FEW) {
                table.row(
                        device,
                        String.join(", ", start.modules().values()),
                        starts.size() == 1 ? values.size() : String.join(", ", values),
                        String.join(", ", start.defaults()));
            }
            rows.add(Json.object(
                    "device", device,
                    "modules", start.modules(),
                    "values", start.values(),
                    "defaults", start.defaults()));
            if (starts.size() == 1) {
                values.forEach(value -> command.say("  " + value));
            }
        });
        if (command.json) {
            command.sayJson(rows);
            return;
        }
        command.say(table);
        if (rows.size() > FEW) {
            command.say("… and " + (rows.size() - FEW) + " more");
        }
    }

    void sayMade(GuidedDevices made) {
        Map<String, Integer> modules = new TreeMap<>();
        made.starts()
                .values()
                .forEach(start -> start.modules().values().forEach(module -> modules.merge(module, 1, Integer::sum)));
        command.say(command.paint.good("made") + " "
                + Command.count(made.starts().size(), "device") + " of type " + typeName
                + (modules.isEmpty()
                        ? ""
                        : "; modules: "
                                + modules.toString().replaceAll("[{}]", "").replace("=", " × ")));
        List<Finding> findings = made.check();
        long open = findings.stream()
                .filter(finding -> finding.rule() == GeneralRules.OPEN_ITEMS)
                .count();
        command.say(
                open == 0
                        ? "nothing is open"
                        : command.paint.warn(Command.count(open, "open item")) + ": urvant open DEVICE");
        findings.stream()
                .filter(finding -> finding.rule() == ValueRules.LEFT_AT_DEFAULT)
                .findFirst()
                .ifPresent(finding -> Findings.wrapped(
                                finding.subject() + ": " + finding.message(), command.session.width())
                        .forEach(command::say));
        command.next("urvant check");
    }
}
