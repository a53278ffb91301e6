package org.urvant.report.page;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DifferentialDefinition;
import org.urvant.core.device.LogicDefinition;
import org.urvant.core.device.OrderCode;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.StageDefinition;
import org.urvant.core.device.SupervisionDefinition;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.device.TypeRule;
import org.urvant.core.device.ZoneDefinition;
import org.urvant.core.language.Spans;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.text.Word;
import org.urvant.project.setting.TestResults;

/** The documentation of a device type. */
final class TypePage {
    private TypePage() {}

    static String of(DeviceType type) {
        Map<String, Object> model = new LinkedHashMap<>();
        model.put("title", type.name());
        model.put("type", type.title() + " by " + type.maker());
        model.put("safety", type.handling().isSafety());
        model.put("programmable", type.handling().isProgrammable());
        hardware(type, model);
        services(type, model);
        logic(type, model);
        model.put("protection", protection(type));
        model.put("gaps", type.handling().gaps());
        model.put("blocks", blocks(type));
        return Template.fill("type.ftlh", model);
    }

    /** Stages and zones: what each is, and from which settings it follows. */
    private static List<Map<String, Object>> protection(DeviceType type) {
        List<Map<String, Object>> all = new ArrayList<>();
        for (StageDefinition stage : type.handling().stages()) {
            String course = stage.law().course() != null
                    ? stage.law().course().word()
                    : stage.law().chosen().text();
            all.add(Map.of(
                    "name",
                    stage.name(),
                    "text",
                    stage.meaning(),
                    "what",
                    Word.of(stage.measured().quantity()).replace('-', ' ') + " from "
                            + stage.measured().pickUp() + ", course " + course,
                    "band",
                    band(stage.tolerance().band(), "pick-up")));
        }
        for (ZoneDefinition zone : type.handling().zones()) {
            all.add(Map.of(
                    "name",
                    zone.name(),
                    "text",
                    zone.meaning(),
                    "what",
                    Word.of(zone.shape()) + ", reach " + zone.reaches().reach(),
                    "band",
                    band(zone.trial().band(), "reach")));
        }
        for (DifferentialDefinition differential : type.handling().differentials()) {
            all.add(Map.of(
                    "name",
                    differential.name(),
                    "text",
                    differential.meaning(),
                    "what",
                    "differential from " + differential.course().pickUp() + ", "
                            + differential.course().knees().size() + " slopes",
                    "band",
                    band(differential.trial().band(), "pick-up")));
        }
        for (SupervisionDefinition supervision : type.handling().supervisions()) {
            all.add(Map.of(
                    "name",
                    supervision.name(),
                    "text",
                    supervision.meaning(),
                    "what",
                    Word.of(supervision.kind()).replace('-', ' ') + " at "
                            + supervision.levels().threshold()
                            + (supervision.blocks().isEmpty()
                                    ? ""
                                    : ", blocks " + String.join(", ", supervision.blocks())),
                    "band",
                    ""));
        }
        return all;
    }

    private static List<Map<String, Object>> blocks(DeviceType type) {
        List<Map<String, Object>> blocks = new ArrayList<>();
        block(
                blocks,
                "Questions for a new device",
                "asked by the guided start",
                "",
                type.handling().guide().questions());
        block(blocks, "Settings of the device", "", "", type.sheet());
        type.tables().values().forEach(table -> block(blocks, table, ""));
        block(
                blocks,
                "Setting groups",
                "up to " + type.groups().most() + " sets",
                "group.N.",
                type.groups().settings());
        type.groups().tables().values().forEach(table -> block(blocks, table, "group.N."));
        type.hardware()
                .channels()
                .values()
                .forEach(kind -> block(
                        blocks,
                        "Channels " + kind.name(),
                        kind.meaning() + "; carries " + String.join(", ", kind.carries()) + "; " + kind.count()
                                + " without modules"
                                + kind.laws().stream()
                                        .map(law -> "; " + law.text())
                                        .collect(Collectors.joining()),
                        kind.name() + "N.",
                        kind.settings()));
        type.connections()
                .values()
                .forEach(kind -> block(
                        blocks,
                        "Connections " + kind.name(),
                        kind.meaning() + "; " + kind.protocol().title() + ", "
                                + kind.role().word() + ", at most " + kind.most()
                                + (kind.ports().isEmpty() ? "" : ", on " + String.join(", ", kind.ports())),
                        "NAME.",
                        kind.sheet()));
        return blocks;
    }

    private static void hardware(DeviceType type, Map<String, Object> model) {
        model.put(
                "firmware",
                type.software().firmware().stream()
                        .map(version -> Map.of(
                                "name", version.version(),
                                "text", version.adds(),
                                "from", String.join(", ", version.from()),
                                "hardware", version.leastHardware()))
                        .toList());
        model.put("licences", type.software().licences());
        model.put(
                "modules",
                type.hardware().modules().values().stream()
                        .map(module -> Map.of(
                                "name", module.name(),
                                "text", module.title(),
                                "gives",
                                        module.gives()
                                                .toString()
                                                .replaceAll("[{}]", "")
                                                .replace("=", " × "),
                                "slots",
                                        String.join(
                                                ", ",
                                                module.slots().isEmpty()
                                                        ? type.hardware().slots()
                                                        : module.slots())))
                        .toList());
        model.put(
                "orderCode", type.hardware().ordering().map(code -> code.form()).orElse(""));
        model.put("letters", type.hardware().ordering().map(TypePage::letters).orElse(List.of()));
        model.put(
                "selectors",
                type.hardware().selectors().stream()
                        .map(selector -> Map.of(
                                "name", selector.name(),
                                "text", selector.meaning(),
                                "follows", selector.follows(),
                                "positions",
                                        String.join(", ", selector.positions().keySet())))
                        .toList());
    }

    private static void services(DeviceType type, Map<String, Object> model) {
        model.put(
                "services",
                type.services().stream()
                        .map(service -> Map.of(
                                "name", service.name(),
                                "text", service.meaning(),
                                "port", service.port(),
                                "risk", service.risk(),
                                "setting", service.setting()))
                        .toList());
        model.put(
                "examples",
                type.handling().examples().values().stream()
                        .map(example -> Map.of(
                                "name", example.name(), "text", example.meaning(), "firmware", example.firmware()))
                        .toList());
    }

    private static void logic(DeviceType type, Map<String, Object> model) {
        LogicDefinition logic = type.software().logic();
        model.put("programs", logic.programs());
        model.put("cycle", Spans.written(logic.cycle().toNanos()).substring(2));
        model.put(
                "behaviours",
                logic.behaviours().stream().map(TypePage::behaviour).toList());
    }

    private static List<Map<String, Object>> letters(OrderCode code) {
        List<Map<String, Object>> letters = new ArrayList<>();
        code.parts().forEach(part -> part.letters()
                .forEach((letter, meaning) ->
                        letters.add(Map.of("position", part.name(), "letter", letter, "meaning", meaning.meaning()))));
        return letters;
    }

    private static void block(List<Map<String, Object>> blocks, TableDefinition table, String prefix) {
        String most = table.most() == null ? "" : "; at most " + table.most();
        block(blocks, "Table " + table.name(), table.meaning() + most, prefix + table.name() + ".ROW.", table.row());
    }

    private static void block(
            List<Map<String, Object>> blocks, String title, String text, String prefix, SheetDefinition sheet) {
        if (sheet.settings().isEmpty()) {
            return;
        }
        blocks.add(Map.of(
                "title",
                title,
                "text",
                text,
                "rows",
                sheet.settings().values().stream()
                        .map(setting -> definition(prefix, setting))
                        .toList(),
                "rules",
                sheet.rules().stream().map(TypePage::rule).toList()));
    }

    private static Map<String, Object> definition(String prefix, SettingDefinition setting) {
        List<String> notes = new ArrayList<>();
        if (!setting.effect().word().equals("none")) {
            notes.add(setting.effect().meaning());
        }
        if (!setting.traits().since().isEmpty()) {
            notes.add("from firmware " + setting.traits().since());
        }
        setting.traits()
                .availability()
                .words()
                .forEach((word, firmware) -> notes.add(word + " from firmware " + firmware));
        if (!setting.traits().licence().isEmpty()) {
            notes.add("licence " + setting.traits().licence());
        }
        setting.traits().side().ifPresent(side -> notes.add(side.view().title()));
        setting.traits().meant().ifPresent(meant -> notes.add("means " + meant));
        if (!setting.traits().attribute().isEmpty()) {
            notes.add("offered as " + setting.traits().attribute());
        }
        if (setting.traits().named().isUnshared()) {
            notes.add("no other setting may name the channel");
        }
        if (setting.traits().isExpert()) {
            notes.add("expert");
        }
        if (setting.traits().isIdentity()) {
            notes.add("identity");
        }
        setting.applicability()
                .ifPresent(
                        condition -> notes.add("when " + condition.expression().text()));
        return Map.of(
                "path", prefix + setting.path(),
                "allowed", setting.allowed(),
                "standard",
                        setting.isDerived()
                                ? "follows from " + setting.derivation().text()
                                : setting.standardValue().orElse(setting.isOptional() ? "none" : "must be given"),
                "meaning", setting.meaning(),
                "notes", String.join("; ", notes));
    }

    private static Map<String, Object> behaviour(LogicDefinition.Behaviour behaviour) {
        String runs = !behaviour.channels().isEmpty()
                ? "for each channel " + behaviour.channels()
                : behaviour.table().isEmpty() ? "once" : "for each row of " + behaviour.table();
        List<String> where = behaviour.where().entrySet().stream()
                .map(column -> column.getKey() + " names a " + column.getValue())
                .sorted()
                .toList();
        String when =
                behaviour.when() == null ? "" : ", when " + behaviour.when().text();
        return Map.of(
                "name", behaviour.name(),
                "runs", runs + (where.isEmpty() ? "" : " whose " + String.join(", ", where)) + when,
                "text", behaviour.text().stripTrailing());
    }

    private static Map<String, Object> rule(TypeRule rule) {
        return Map.of(
                "name", rule.name(),
                "when", rule.when() == null ? "" : rule.when().text(),
                "holds", rule.holds().text(),
                "some", rule.isForSome(),
                "check", rule.check().id(),
                "severity", rule.check().severity().word());
    }

    private static String band(TestPoint.Band band, String value) {
        return "± " + TestResults.text(band.value()) + " % of the " + value + ", " + TestResults.text(band.time())
                + " % of the time";
    }
}
