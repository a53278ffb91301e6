package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.protection.FaultKind;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlChanges;
import org.urvant.project.Bay;
import org.urvant.project.Feeding;

/** The site's structure: {@code site.yaml} with its bays, their devices, and the ratings of their equipment. */
final class SiteFile {
    static final String NAME = "site.yaml";
    static final String BAYS = "bays";

    private SiteFile() {}

    static SortedMap<String, Bay> bays(ProjectFiles files, Consumer<Finding> findings) {
        SortedMap<String, Bay> bays = new TreeMap<>();
        try {
            read(files, bays, findings);
        } catch (UrvantException e) {
            files.tell(NAME, "site", GeneralRules.FILE_MALFORMED, e, findings);
        }
        return bays;
    }

    private static void read(ProjectFiles files, SortedMap<String, Bay> bays, Consumer<Finding> findings) {
        if (Files.exists(files.path(NAME))) {
            FieldReader fields = new FieldReader("site", files.yaml(NAME).root(), findings);
            fields.children(BAYS).forEach((name, reader) -> {
                SortedMap<String, Entry> ratings = new TreeMap<>();
                reader.child("ratings").ifPresent(inner -> ratings.putAll(inner.plain()));
                bays.put(
                        name,
                        new Bay(
                                name,
                                breakers(reader),
                                reader.texts("devices"),
                                ratings,
                                reader.child("feeding").map(SiteFile::feeding),
                                reader.position()));
                reader.finish();
            });
            fields.finish();
        }
    }

    private static Feeding feeding(FieldReader fields) {
        Entry from = fields.required("from", "");
        Map<FaultKind, Entry> levels = new EnumMap<>(FaultKind.class);
        for (FaultKind kind : FaultKind.values()) {
            fields.text(kind.word()).ifPresent(level -> levels.put(kind, level));
        }
        Feeding feeding =
                new Feeding(from, fields.text("transformer"), fields.text("share"), fields.text("margin"), levels);
        fields.finish();
        return feeding;
    }

    private static int breakers(FieldReader fields) {
        Optional<Entry> given = fields.text("breakers");
        if (given.isPresent() && !given.get().text().matches("[1-4]")) {
            fields.report(
                    given.get().position(), "'" + given.get().text() + "' is no number of breakers", "Write 1 to 4.");
            return 0;
        }
        return given.map(entry -> Integer.parseInt(entry.text())).orElse(0);
    }

    /** Adds what changes the file when a bay changes; null for a bay that is not there before, or goes. */
    static void change(YamlChanges changes, Bay before, Bay after) {
        if (after == null) {
            changes.remove(List.of(BAYS, before.name()));
            return;
        }
        List<String> at = List.of(BAYS, after.name());
        if (before == null) {
            changes.add(at, fields(after));
            return;
        }
        if (after.breakers() != before.breakers()) {
            changes.set(append(at, "breakers"), String.valueOf(after.breakers()));
        }
        if (!texts(after.devices()).equals(texts(before.devices()))) {
            changes.set(append(at, "devices"), texts(after.devices()));
        }
        Map<String, String> feeding = after.feeding().map(SiteFile::fields).orElse(Map.of());
        Map<String, String> fed = before.feeding().map(SiteFile::fields).orElse(Map.of());
        if (feeding.isEmpty()) {
            changes.remove(append(at, "feeding"));
        } else {
            change(changes, append(at, "feeding"), fed, feeding);
        }
        change(changes, append(at, "ratings"), ratings(before), ratings(after));
    }

    private static void change(
            YamlChanges changes, List<String> at, Map<String, String> before, Map<String, String> after) {
        after.forEach((key, text) -> {
            if (!text.equals(before.get(key))) {
                changes.set(append(at, key), text);
            }
        });
        before.keySet().stream().filter(key -> !after.containsKey(key)).forEach(key -> changes.remove(append(at, key)));
    }

    private static Map<String, Object> fields(Bay bay) {
        Map<String, Object> fields = new LinkedHashMap<>();
        if (bay.breakers() > 0) {
            fields.put("breakers", String.valueOf(bay.breakers()));
        }
        if (!bay.devices().isEmpty()) {
            fields.put("devices", texts(bay.devices()));
        }
        bay.feeding().ifPresent(feeding -> fields.put("feeding", fields(feeding)));
        if (!bay.ratings().isEmpty()) {
            fields.put("ratings", ratings(bay));
        }
        return fields;
    }

    private static Map<String, String> ratings(Bay bay) {
        Map<String, String> ratings = new TreeMap<>();
        bay.ratings().forEach((name, rating) -> ratings.put(name, rating.text()));
        return ratings;
    }

    private static Map<String, String> fields(Feeding feeding) {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("from", feeding.from().text());
        feeding.transformer().ifPresent(entry -> fields.put("transformer", entry.text()));
        feeding.share().ifPresent(entry -> fields.put("share", entry.text()));
        feeding.margin().ifPresent(entry -> fields.put("margin", entry.text()));
        feeding.levels().forEach((kind, entry) -> fields.put(kind.word(), entry.text()));
        return fields;
    }

    private static List<String> texts(List<Entry> entries) {
        return entries.stream().map(Entry::text).toList();
    }

    private static List<String> append(List<String> path, String last) {
        return Stream.concat(path.stream(), Stream.of(last)).toList();
    }
}
