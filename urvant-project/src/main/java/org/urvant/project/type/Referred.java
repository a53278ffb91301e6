package org.urvant.project.type;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.SettingKind;
import org.urvant.core.expression.Type;
import org.urvant.file.yaml.FieldReader;
import org.urvant.project.setting.Sheet;

/** What references of a type can name, with the kinds of the settings that a rule finds there: {@code channel.reaction}. */
final class Referred {
    private Referred() {}

    /** Returns the tables, buses and kinds of channel that stand in a type, and {@code channels} for any of the last. */
    static Map<String, Map<String, Type>> of(FieldReader type) {
        Map<String, Map<String, Type>> targets = new LinkedHashMap<>(tables(type));
        type.children("sub-buses").forEach((name, reader) -> targets.put(name, settings(reader)));
        Map<String, Type> all = new TreeMap<>();
        Set<String> unlike = new HashSet<>();
        type.children("channels").forEach((name, reader) -> {
            Map<String, Type> own = settings(reader);
            own.put(ChannelKind.CARRIES, new Type(Type.Kind.TEXT, null, words(Words.distinct(reader, "carries"))));
            targets.put(name, own);
            own.forEach((path, kind) -> {
                if (all.getOrDefault(path, kind).kind() != kind.kind()) {
                    unlike.add(path);
                }
                all.merge(path, kind, Referred::either);
            });
        });
        all.keySet().removeAll(unlike); // a number of one kind of channel and a text of another are no one thing
        targets.put("channels", all);
        return targets;
    }

    private static List<String> words(List<String> carried) {
        return carried.isEmpty() ? List.of() : joined(carried, List.of(ChannelKind.UNUSED));
    }

    private static List<String> joined(List<String> some, List<String> others) {
        return Stream.concat(some.stream(), others.stream()).distinct().toList();
    }

    /** Returns the tables of a type, or of its setting groups. */
    static Map<String, Map<String, Type>> tables(FieldReader fields) {
        Map<String, Map<String, Type>> tables = new LinkedHashMap<>();
        fields.children("tables").forEach((name, reader) -> tables.put(name, settings(reader)));
        return tables;
    }

    private static Map<String, Type> settings(FieldReader sheet) {
        Map<String, Type> types = new TreeMap<>();
        Expansion.children(sheet, "settings").forEach((path, reader) -> {
            SettingKind kind = reader.text("kind")
                    .flatMap(entry -> SettingKind.of(entry.text()))
                    .orElse(SettingKind.TEXT);
            types.put(path, SheetReader.rough(path, kind, reader).type());
        });
        return types;
    }

    /** Adds what rules find under the names of single references, and how many a reference to several names. */
    static void add(Map<String, Type> types, String reference, FieldReader fields, Known known) {
        if (Words.yes(fields, "many")) {
            types.putIfAbsent(reference + "." + Sheet.COUNT, Type.NUMBER);
        }
        Optional.ofNullable(known.references().get(Words.text(fields, "refers-to")))
                .filter(settings -> !Words.yes(fields, "many"))
                .ifPresent(
                        settings -> settings.forEach((path, type) -> types.putIfAbsent(reference + "." + path, type)));
    }

    /** What a channel of either kind has: a word of both, a number in any unit that only one of them has. */
    private static Type either(Type one, Type other) {
        if (one.equals(other)) {
            return one;
        }
        boolean isOpen = one.choices().isEmpty() || other.choices().isEmpty();
        return new Type(one.kind(), null, isOpen ? List.of() : joined(one.choices(), other.choices()));
    }
}
