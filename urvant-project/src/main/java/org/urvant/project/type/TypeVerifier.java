package org.urvant.project.type;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Hardware;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.text.Glob;
import org.urvant.core.text.NearestName;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlNode;
import org.urvant.project.setting.DeviceSheets;

/** What only a whole type can show: names that mean two things, words that lead nowhere, examples that do not fit. */
final class TypeVerifier {
    private TypeVerifier() {}

    /** A key without a value would be taken as not given, although somebody meant to give it. */
    static void refuseEmpty(FieldReader fields, YamlNode.Fields map) {
        map.entries().forEach((key, node) -> {
            if (node instanceof YamlNode.Fields inner) {
                refuseEmpty(fields, inner);
            } else if (node instanceof YamlNode.Text text && text.text().isEmpty()) {
                fields.report(
                        map.keys().getOrDefault(key, node.position()),
                        "nothing stands at '" + key + "'",
                        "Give it a value, or take it out.");
            }
        });
    }

    /** Whether a message speaks of a setting, as files or as expressions write it. */
    static boolean names(String message, String path) {
        String either = Pattern.quote(path) + "|" + Pattern.quote(path.replace('-', '_'));
        return Pattern.compile("(?<![\\w.-])(" + either + ")(?![\\w.-])")
                .matcher(message)
                .find();
    }

    /** What only the whole type can show: names that mean two things, words that lead nowhere. */
    static void verify(FieldReader fields, DeviceType type) {
        Set<String> firsts = new HashSet<>();
        type.settings().keySet().forEach(path -> firsts.add(path.split("\\.")[0]));
        type.groups().settings().settings().keySet().forEach(path -> firsts.add(path.split("\\.")[0]));
        fields.child("sections").ifPresent(sections -> type.plate().sections().keySet().stream()
                .filter(section -> !firsts.contains(section))
                .forEach(section -> sections.report(
                        sections.at(section),
                        "section '" + section + "' has a title and no settings",
                        NearestName.hint("section", section, firsts))));
        for (String key : List.of("tables", "sub-buses", "channels")) {
            fields.child(key).ifPresent(reader -> fields.names(key).stream()
                    .filter(name -> firsts.contains(name) || name.equals("group"))
                    .forEach(name -> reader.report(
                            reader.at(name),
                            "'" + name + "' is the name of a section and of a table, channel or group",
                            "Rename one of them.")));
        }
        if (firsts.contains("group")) {
            fields.report(
                    fields.at("settings"),
                    "'group' is the name of a section and of a table, channel or group",
                    "Rename the section.");
        }
        Map<String, FieldReader> channels = fields.children("channels");
        type.hardware().channels().values().forEach(kind -> {
            Map<String, FieldReader> laws = channels.containsKey(kind.name())
                    ? channels.get(kind.name()).children("laws")
                    : Map.of();
            kind.laws().forEach(law -> LawReader.verifyRow(laws.get(law.name()), kind, law, type.tables()));
        });
        Expansion.children(fields, "selectors").forEach((name, reader) -> selector(reader, type));
        fields.children("examples").forEach((name, reader) -> example(reader, type));
        fields.child("read-back-gaps").ifPresent(reader -> gaps(reader, type));
    }

    /** A gap that fits no path would leave the reader of a unit without the warning that was meant. */
    private static void gaps(FieldReader gaps, DeviceType type) {
        List<String> paths = paths(type);
        gaps.plain().keySet().forEach(gap -> {
            Glob pattern = new Glob(gap);
            if (paths.stream().noneMatch(path -> pattern.fits(path) || path.startsWith(gap + "."))) {
                gaps.report(gaps.at(gap), "'" + gap + "' fits no setting", NearestName.hint("setting", gap, paths));
            }
        });
    }

    /** Returns the paths of all settings that a device of a type can have; of rows and connections one of each kind. */
    private static List<String> paths(DeviceType type) {
        List<String> paths = new ArrayList<>(DeviceSheets.blank(type).paths());
        type.tables().forEach((name, table) -> add(paths, name + ".1.", table.row()));
        type.groups().tables().forEach((name, table) -> add(paths, "group.1." + name + ".1.", table.row()));
        type.connections().forEach((name, kind) -> add(paths, name + ".", kind.sheet()));
        Hardware hardware = type.hardware();
        hardware.slots()
                .forEach(slot -> hardware.modules().values().forEach(module -> DeviceSheets.channels(type, slot, module)
                        .forEach((channel, kind) -> add(paths, channel + ".", kind.settings()))));
        return paths;
    }

    private static void add(List<String> paths, String prefix, SheetDefinition sheet) {
        sheet.settings().keySet().forEach(path -> paths.add(prefix + path));
    }

    /** Returns a name in a reference that leads nowhere. */
    private static Optional<String> references(DeviceSheets sheets, DeviceSheets.SheetSetting place) {
        String to = place.setting().limits().refersTo();
        if (place.setting().kind() != SettingKind.REFERENCE) {
            return Optional.empty();
        }
        String group = place.sheet().isInGroup() ? "group.1." : "";
        return place.sheet().text(place.setting()).stream()
                .flatMap(names -> Arrays.stream(names.strip().split("\\s*,\\s*")))
                .filter(name -> !name.isEmpty() && !name.equals("none"))
                .filter(name -> !sheets.channels().containsKey(name)
                        || !to.equals("channels")
                                && !to.equals(sheets.channels().get(name).name()))
                .filter(name -> sheets.sheet(to + "." + name)
                        .or(() -> sheets.sheet(group + to + "." + name))
                        .isEmpty())
                .findFirst();
    }

    private static void selector(FieldReader fields, DeviceType type) {
        Entry follows = fields.required("follows", "");
        int dot = follows.text().indexOf('.');
        SettingDefinition setting = type.setting(follows.text())
                .or(() -> type.hardware().channels().values().stream()
                        .filter(kind -> follows.text().matches(kind.name() + "\\d+\\..+"))
                        .flatMap(kind -> kind.settings().setting(follows.text().substring(dot + 1)).stream())
                        .findFirst())
                .orElse(null);
        if (setting == null) {
            fields.report(
                    follows.position(),
                    "the selector follows '" + follows.text() + "', which is no setting",
                    NearestName.hint("setting", follows.text(), type.settings().keySet()));
            return;
        }
        fields.child("positions").ifPresent(reader -> reader.plain().forEach((value, entry) -> {
            ReadValue read = setting.read(value);
            if (!read.isSound()) {
                reader.report(reader.at(value), "a position is for '" + value + "'; " + read.message(), read.remedy());
            }
        }));
    }

    /** An example must fit a device of its firmware that has nothing else. */
    private static void example(FieldReader fields, DeviceType type) {
        Entry firmware = fields.required("firmware", "");
        Known.check(fields, firmware, "firmware version", type.firmware());
        SortedMap<String, Entry> values =
                fields.child("values").map(FieldReader::values).orElse(new TreeMap<>());
        DeviceSheets blank = DeviceSheets.blank(type);
        SortedMap<String, String> texts = new TreeMap<>();
        values.forEach((path, entry) -> {
            if (blank.seek(path).isPresent()) {
                texts.put(path, entry.text());
            } else {
                fields.report(
                        entry.position(),
                        "there is no setting '" + path + "'",
                        NearestName.hint("setting", path, blank.paths()));
            }
        });
        DeviceSheets sheets = DeviceSheets.of(type, blank.with(texts));
        texts.keySet().forEach(path -> sheets.seek(path).ifPresent(place -> {
            SettingDefinition setting = place.setting();
            Position position = values.get(path).position();
            if (setting.isDerived()) {
                fields.report(position, path + " follows from other settings", "Take it out.");
            }
            String needed = setting.traits().since(values.get(path).text());
            if (type.software().isOlder(firmware.text(), needed)) {
                fields.report(
                        position,
                        path + " needs firmware " + needed + "; the example is for " + firmware.text(),
                        "Take it out, or make the example for a newer version.");
            }
            references(sheets, place)
                    .ifPresent(name -> fields.report(
                            position,
                            path + " names '" + name + "', which the example does not have",
                            "Name what a device of the example has, or add it."));
            place.sheet()
                    .reading(setting)
                    .filter(read -> !read.isSound())
                    .ifPresent(read -> fields.report(position, read.message(), read.remedy()));
        }));
    }

    /** An example that breaks a rule by a value of its own would be a bad one. */
    static void examples(FieldReader fields, DeviceType type) {
        fields.children("examples").forEach((name, reader) -> {
            SortedMap<String, Entry> values =
                    reader.child("values").map(FieldReader::values).orElse(new TreeMap<>());
            SortedMap<String, String> texts = new TreeMap<>();
            values.forEach((path, entry) -> texts.put(path, entry.text()));
            DeviceSheets sheets = DeviceSheets.of(type, DeviceSheets.blank(type).with(texts));
            sheets.all().forEach(sheet -> sheet.definition().rules().stream()
                    .filter(rule -> !rule.isForSome() && rule.isBroken(sheet))
                    .forEach(rule -> rule.about().stream()
                            .map(path -> values.get(sheet.path(path)))
                            .flatMap(Stream::ofNullable)
                            .findFirst()
                            .ifPresent(given -> reader.report(
                                    given.position(),
                                    "the example breaks a rule: "
                                            + rule.wording().message().fill(sheet),
                                    rule.wording().remedy().fill(sheet)))));
        });
    }
}
