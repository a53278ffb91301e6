package org.urvant.project.type;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.DeviceFunction;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.text.NearestName;
import org.urvant.file.yaml.FieldReader;

/** Reads what devices of a type do for the plant. */
final class FunctionReader {
    private static final Pattern COUNTED = Pattern.compile("([2-9]) (.+)");

    private FunctionReader() {}

    /** Reads the functions of a type whose other parts were read already. */
    static DeviceType read(FieldReader fields, DeviceType type, Names own) {
        List<DeviceFunction> functions = new ArrayList<>();
        fields.children("functions").forEach((name, reader) -> {
            boolean isPerGroup = Words.yes(reader, "each-group");
            String table = Words.text(reader, "each-row");
            Names names = names(reader, type, own, isPerGroup, table);
            Expression when = reader.text("when")
                    .flatMap(entry -> Words.expression(reader, entry, names, Type.Kind.LOGICAL))
                    .orElse(null);
            Expression trips = reader.text("trips-when")
                    .flatMap(entry -> Words.expression(reader, entry, names, Type.Kind.LOGICAL))
                    .orElse(null);
            DeviceFunction.Reach reach =
                    new DeviceFunction.Reach(needs(reader, type), trips, words(reader, type, name, trips != null));
            String meaning = reader.required("meaning", "").text();
            reader.finish();
            functions.add(new DeviceFunction(name, meaning, isPerGroup, table, when, reach));
        });
        return type.withFunctions(functions);
    }

    /** What is needed is a word, with a number before it where one channel is not enough: {@code 3 phase-current}. */
    private static Map<String, DeviceFunction.Need> needs(FieldReader fields, DeviceType type) {
        Map<String, DeviceFunction.Need> needs = new TreeMap<>();
        fields.child("needs").ifPresent(reader -> reader.plain().forEach((name, entry) -> {
            ChannelKind kind = type.hardware().channels().get(name);
            Matcher counted = COUNTED.matcher(entry.text());
            boolean isCounted = counted.matches();
            String word = isCounted ? counted.group(2) : entry.text();
            if (kind == null || !kind.carries().contains(word)) {
                reader.report(
                        entry.position(),
                        kind == null
                                ? "there is no kind of channel '" + name + "'"
                                : "channel " + name + " carries no '" + word + "'",
                        kind == null
                                ? NearestName.hint(
                                        "channel",
                                        name,
                                        type.hardware().channels().keySet())
                                : NearestName.hint("word", word, kind.carries()));
            }
            needs.put(name, new DeviceFunction.Need(word, isCounted ? Integer.parseInt(counted.group(1)) : 1));
        }));
        return needs;
    }

    /** A function that trips must be what some assignment can name. */
    private static List<String> words(FieldReader fields, DeviceType type, String name, boolean trips) {
        List<String> words = Words.distinct(fields, "assigned-as");
        List<String> meant = words.isEmpty() ? List.of(name) : words;
        Set<String> known = new TreeSet<>();
        Stream.concat(
                        type.tables().values().stream().map(TableDefinition::row),
                        type.hardware().channels().values().stream().map(ChannelKind::settings))
                .flatMap(sheet -> sheet.settings(Meaning.ASSIGNED_FUNCTION).stream())
                .forEach(setting -> known.addAll(setting.limits().choices()));
        if (trips || !words.isEmpty()) {
            meant.stream()
                    .filter(word -> !known.contains(word))
                    .forEach(word -> fields.report(
                            fields.has("assigned-as") ? fields.at("assigned-as") : fields.at("trips-when"),
                            "nothing can be assigned to '" + word + "'",
                            known.isEmpty()
                                    ? "Give a table or kind of channel a setting that means assigned-function."
                                    : NearestName.hint("assigned function", word, known)));
        }
        return meant;
    }

    /** The names that expressions over the device, a setting group or a row may use. */
    static Names names(FieldReader fields, DeviceType type, Names own, boolean isPerGroup, String table) {
        Names group = own.within(type.groups().settings().types());
        if (isPerGroup && type.groups().most() == 0) {
            fields.report(fields.position(), "the type has no setting groups", "Take 'each-group' out.");
        }
        if (table.isEmpty()) {
            return isPerGroup ? group : own;
        }
        TableDefinition rows = type.tables().get(table);
        TableDefinition inGroup = type.groups().tables().get(table);
        if (rows == null && inGroup == null) {
            Set<String> known = new TreeSet<>(type.tables().keySet());
            known.addAll(type.groups().tables().keySet());
            fields.report(
                    fields.position(), "there is no table '" + table + "'", NearestName.hint("table", table, known));
            return own;
        }
        return rows != null
                ? own.within(rows.row().types())
                : group.within(inGroup.row().types());
    }
}
