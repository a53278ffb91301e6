package org.urvant.project.folder;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlText;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;

/** A kept choice of signals, {@code picks/NAME.yaml}. */
final class PickFile {
    static final String PICK = "pick";
    private static final String MAKER = "maker";
    private static final String TYPE = "type";

    private PickFile() {}

    static Pick read(String name, FieldReader fields) {
        Entry own = fields.required(PICK, name);
        if (!own.text().equals(name)) {
            fields.report(
                    own.position(),
                    "the pick is called '" + own.text() + "' here, and its file " + name(name),
                    "Write the name that the file has.");
        }
        String maker = fields.text(MAKER).map(Entry::text).orElse("");
        String type = fields.text(TYPE).map(Entry::text).orElse("");
        if (maker.isEmpty() != type.isEmpty()) {
            fields.report(
                    Position.in(name(name)),
                    "the pick has a " + (maker.isEmpty() ? "type and no maker" : "maker and no type"),
                    "Give both, for relays of one type, or none, for everything that offers signals.");
        }
        List<Query> queries = fields.texts("queries").stream()
                .flatMap(entry -> query(entry, fields).stream())
                .toList();
        List<String> without = fields.texts("without").stream().map(Entry::text).toList();
        fields.finish();
        return new Pick(name, maker, type, queries, without);
    }

    private static List<Query> query(Entry entry, FieldReader fields) {
        try {
            return List.of(Query.parse(entry.text()));
        } catch (UrvantException e) {
            fields.report(entry.position(), e.getMessage(), e.remedy());
            return List.of();
        }
    }

    static String name(String pick) {
        return "picks/" + pick + ".yaml";
    }

    static String text(Pick pick) {
        Map<String, Object> fields = new TreeMap<>(Map.of(
                PICK,
                pick.name(),
                "queries",
                pick.queries().stream().map(Query::text).toList(),
                "without",
                pick.without()));
        if (!pick.isGeneral()) {
            fields.put(MAKER, pick.maker());
            fields.put(TYPE, pick.type());
        }
        return YamlText.map(fields);
    }
}
