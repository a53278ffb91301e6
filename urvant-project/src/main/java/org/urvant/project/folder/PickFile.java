package org.urvant.project.folder;

import java.util.List;
import java.util.Map;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Entry;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlText;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;

/** A kept choice of signals, {@code picks/NAME.yaml}. */
final class PickFile {
    static final String PICK = "pick";

    private PickFile() {}

    static Pick read(String name, FieldReader fields) {
        fields.required(PICK, name);
        String maker = fields.required("maker", "").text();
        String type = fields.required("type", "").text();
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
        return YamlText.map(Map.of(
                PICK,
                pick.name(),
                "maker",
                pick.maker(),
                "type",
                pick.type(),
                "queries",
                pick.queries().stream().map(Query::text).toList(),
                "without",
                pick.without()));
    }
}
