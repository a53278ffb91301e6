package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.error.RefusedException;
import org.urvant.file.yaml.YamlNode;
import org.urvant.file.yaml.YamlText;

/** Queries that people keep by name: {@code queries.yaml}. */
final class SavedQueries {
    static final String NAME = "queries.yaml";

    private SavedQueries() {}

    static SortedMap<String, String> read(ProjectFiles files) {
        SortedMap<String, String> queries = new TreeMap<>();
        if (Files.exists(files.path(NAME))) {
            files.yaml(NAME).root().entries().forEach((name, node) -> {
                if (node instanceof YamlNode.Text text) {
                    queries.put(name, text.text());
                }
            });
        }
        return queries;
    }

    static void save(ProjectFiles files, String name, String text) {
        if (!name.matches("[A-Za-z0-9][A-Za-z0-9_-]*")) {
            throw new RefusedException("query name '" + name + "' is not allowed", "Use letters, digits, _ and -.");
        }
        files.locked(() -> {
            files.readsAnew(NAME);
            SortedMap<String, String> queries = read(files);
            if (text.isEmpty()) {
                queries.remove(name);
            } else {
                queries.put(name, text);
            }
            Batch batch = new Batch();
            batch.write(NAME, text(queries));
            files.commit(batch);
            return queries;
        });
    }

    static String text(SortedMap<String, String> queries) {
        return YamlText.map(queries);
    }
}
