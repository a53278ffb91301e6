package org.urvant.report.page;

import freemarker.core.HTMLOutputFormat;
import freemarker.template.Configuration;
import freemarker.template.TemplateException;
import freemarker.template.TemplateExceptionHandler;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.LogicDefinition;
import org.urvant.core.device.OrderCode;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.device.TypeRule;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.language.Spans;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.configuration.Marks;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.SelectorSheet;
import org.urvant.project.setting.Sheet;
import org.urvant.project.setting.ValueRow;

/** Makes pages. What comes from a project is escaped; a page loads nothing from anywhere. */
public final class Pages {
    private static final Configuration TEMPLATES = templates();

    private Pages() {}

    private static Configuration templates() {
        Configuration configuration = new Configuration(Configuration.VERSION_2_3_34);
        configuration.setClassForTemplateLoading(Pages.class, "/org/urvant/report/page");
        configuration.setDefaultEncoding(StandardCharsets.UTF_8.name());
        configuration.setOutputFormat(HTMLOutputFormat.INSTANCE);
        configuration.setTemplateExceptionHandler(TemplateExceptionHandler.RETHROW_HANDLER);
        configuration.setNumberFormat("computer");
        configuration.setLogTemplateExceptions(false);
        return configuration;
    }

    private static String fill(String template, Map<String, Object> model) {
        StringWriter page = new StringWriter();
        try {
            TEMPLATES.getTemplate(template).process(model, page);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (TemplateException e) {
            throw new IllegalStateException("the template " + template + " does not fit its model", e);
        }
        return page.toString();
    }

    /** Returns the page on which a person reviews a device: make-up, every value, mappings, findings, fingerprint. */
    public static String review(Project project, Device device) {
        DeviceType type = project.typeOf(device);
        DeviceSheets sheets = DeviceSheets.of(type, device);
        List<Map<String, Object>> sections = new ArrayList<>();
        Map<String, List<Map<String, Object>>> bySection = new LinkedHashMap<>();
        for (ValueRow row : ValueRow.of(sheets)) {
            bySection
                    .computeIfAbsent(section(type, row), key -> new ArrayList<>())
                    .add(row(row));
        }
        bySection.forEach((title, rows) -> sections.add(Map.of("title", title, "rows", rows)));
        List<Finding> findings = ProjectCheck.check(project, device);
        var configuration = ConfigurationBuilder.build(project, device);
        List<String> marks =
                Marks.of(configuration.fingerprint(), device.record()).words();
        Map<String, Object> model = new LinkedHashMap<>();
        model.put("title", device.name());
        model.put("site", project.name());
        model.put("type", type.title() + " " + type.name() + " by " + type.maker());
        model.put("plate", plate(device));
        model.put("marks", marks.isEmpty() ? "downloaded and signed off" : String.join(", ", marks));
        model.put("safety", type.handling().isSafety());
        model.put("fingerprint", configuration.fingerprint().hex());
        model.put("sections", sections);
        model.put("programs", List.copyOf(DeviceLogic.programs(device.logic()).values()));
        model.put("mappings", device.mappings().stream().map(Pages::mapping).toList());
        model.put("findings", findings.stream().map(Pages::finding).toList());
        return fill("review.ftlh", model);
    }

    private static String section(DeviceType type, ValueRow row) {
        Sheet sheet = row.sheet();
        if (sheet.kind() == Sheet.Kind.DEVICE) {
            String first = row.path().split("\\.")[0];
            return type.plate().sections().getOrDefault(first, first);
        }
        return switch (sheet.kind()) {
            case GROUP -> "setting group " + sheet.name();
            case CHANNEL -> "channel " + sheet.prefix();
            case ROW -> sheet.container() + ": " + sheet.name();
            default -> "connection " + sheet.prefix();
        };
    }

    private static Map<String, Object> row(ValueRow row) {
        String state = row.isOpen()
                ? "open"
                : row.setting().isDerived() && row.idle().isEmpty()
                        ? "derived"
                        : !row.idle().isEmpty()
                                ? "idle"
                                : row.isGiven() ? (row.differs() ? "given" : "same") : "default";
        return Map.of(
                "path", row.path(),
                "value", row.isOpen() ? "(open)" : row.value(),
                "state", state,
                "why", row.idle(),
                "standard", row.setting().standardValue().orElse(""),
                "allowed", row.setting().allowed(row.sheet()),
                "meaning", row.setting().meaning());
    }

    private static SortedMap<String, String> plate(Device device) {
        SortedMap<String, String> plate = new TreeMap<>();
        device.plate().entries().forEach((item, entry) -> {
            if (item != Plate.Item.TYPE) {
                plate.put(item.word().replace('-', ' '), entry.text());
            }
        });
        device.fitted().modules().forEach((slot, module) -> plate.put("slot " + slot, module.text()));
        if (!device.fitted().licences().isEmpty()) {
            plate.put("licences", String.join(", ", device.fitted().licenceNames()));
        }
        return plate;
    }

    private static void put(Map<String, String> plate, String key, Entry entry) {
        if (entry != null) {
            plate.put(key, entry.text());
        }
    }

    private static Map<String, Object> mapping(Mapping row) {
        return Map.of(
                "name",
                row.name(),
                "from",
                row.from() + " " + row.source(),
                "to",
                row.to() + " " + row.destination(),
                "use",
                row.isUsed());
    }

    private static Map<String, Object> finding(Finding finding) {
        return Map.of(
                "severity", finding.severity().word(),
                "rule", finding.rule().id(),
                "place", finding.position().toString(),
                "message", finding.message(),
                "remedy", finding.remedy(),
                "muted", finding.muted(),
                "because", finding.typeRule().map(Object::toString).orElse(""));
    }

    /** Returns the documentation of a device type: all that its file says, in order. */
    public static String type(DeviceType type) {
        List<Map<String, Object>> blocks = new ArrayList<>();
        block(
                blocks,
                "Questions for a new device",
                "asked by urvant guide " + type.name(),
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
        Map<String, Object> model = new LinkedHashMap<>();
        model.put("title", type.name());
        model.put("type", type.title() + " by " + type.maker());
        model.put("safety", type.handling().isSafety());
        model.put("programmable", type.handling().isProgrammable());
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
        model.put("letters", type.hardware().ordering().map(Pages::letters).orElse(List.of()));
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
        LogicDefinition logic = type.software().logic();
        model.put("programs", logic.programs());
        model.put("cycle", Spans.written(logic.cycle().toNanos()).substring(2));
        model.put(
                "behaviours", logic.behaviours().stream().map(Pages::behaviour).toList());
        model.put("gaps", type.handling().gaps());
        model.put("blocks", blocks);
        return fill("type.ftlh", model);
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
                sheet.rules().stream().map(Pages::rule).toList()));
    }

    private static Map<String, Object> definition(String prefix, SettingDefinition setting) {
        List<String> notes = new ArrayList<>();
        if (!setting.effect().word().equals("none")) {
            notes.add(setting.effect().meaning());
        }
        if (!setting.traits().since().isEmpty()) {
            notes.add("from firmware " + setting.traits().since());
        }
        if (!setting.traits().licence().isEmpty()) {
            notes.add("licence " + setting.traits().licence());
        }
        setting.traits().domain().ifPresent(domain -> notes.add(domain.title()));
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
                "check", rule.check().id(),
                "severity", rule.check().severity().word());
    }

    /** Returns the sheet of a device's dials, switches and jumpers, to tick off by hand. */
    public static String selectors(Project project, Device device) {
        DeviceType type = project.typeOf(device);
        List<Map<String, Object>> lines = new ArrayList<>();
        for (SelectorSheet.SelectorLine line : SelectorSheet.of(DeviceSheets.of(type, device), device)) {
            lines.add(Map.of(
                    "name", line.selector().name(),
                    "meaning", line.selector().meaning(),
                    "position", line.place().position(),
                    "value", line.selector().follows() + " = " + line.wanted(),
                    "nearest", line.place().value(),
                    "exact", line.place().isExact(),
                    "ticked", line.isTicked()));
        }
        Map<String, Object> model = new LinkedHashMap<>();
        model.put("title", device.name());
        model.put("site", project.name());
        model.put("type", type.title() + " " + type.name() + " by " + type.maker());
        model.put("lines", lines);
        return fill("selectors.ftlh", model);
    }
}
