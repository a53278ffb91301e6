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
        if (before == null ? after.breakers() > 0 : after.breakers() != before.breakers()) {
            changes.set(append(at, "breakers"), String.valueOf(after.breakers()));
        }
        List<String> devices = after.devices().stream().map(Entry::text).toList();
        List<String> old = before == null
                ? List.of()
                : before.devices().stream().map(Entry::text).toList();
        if (!devices.equals(old)) {
            changes.set(append(at, "devices"), devices);
        }
        if (after.feeding().isPresent() && (before == null || !before.feeding().equals(after.feeding()))) {
            change(changes, append(at, "feeding"), after.feeding().get());
        }
        if (before != null && before.feeding().isPresent() && after.feeding().isEmpty()) {
            changes.remove(append(at, "feeding"));
        }
        List<String> ratings = append(at, "ratings");
        for (Map.Entry<String, Entry> rating : after.ratings().entrySet()) {
            Entry known = before == null ? null : before.ratings().get(rating.getKey());
            if (known == null || !known.text().equals(rating.getValue().text())) {
                changes.set(append(ratings, rating.getKey()), rating.getValue().text());
            }
        }
        for (String gone : before == null
                ? List.<String>of()
                : List.copyOf(before.ratings().keySet())) {
            if (!after.ratings().containsKey(gone)) {
                changes.remove(append(ratings, gone));
            }
        }
    }

    private static void change(YamlChanges changes, List<String> at, Feeding feeding) {
        Map<String, Entry> values = new LinkedHashMap<>();
        values.put("from", feeding.from());
        feeding.transformer().ifPresent(entry -> values.put("transformer", entry));
        feeding.share().ifPresent(entry -> values.put("share", entry));
        feeding.margin().ifPresent(entry -> values.put("margin", entry));
        feeding.levels().forEach((kind, entry) -> values.put(kind.word(), entry));
        values.forEach((key, entry) -> changes.set(append(at, key), entry.text()));
    }

    private static List<String> append(List<String> path, String last) {
        return Stream.concat(path.stream(), Stream.of(last)).toList();
    }
}
