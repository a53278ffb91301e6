package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Bay;

/** The site's structure: {@code site.yaml} with its bays, their devices, and the ratings of their equipment. */
public final class SiteFile {
    private static final String NAME = "site.yaml";

    private final ProjectFiles files;

    SiteFile(ProjectFiles files) {
        this.files = files;
    }

    SortedMap<String, Bay> bays(Consumer<Finding> findings) {
        SortedMap<String, Bay> bays = new TreeMap<>();
        try {
            read(bays, findings);
        } catch (UrvantException e) {
            Position position = e.position().orElse(Position.in(NAME));
            findings.accept(new Finding(Rule.FILE_MALFORMED, "site", position, e.getMessage(), e.remedy()));
        }
        return bays;
    }

    private void read(SortedMap<String, Bay> bays, Consumer<Finding> findings) {
        if (Files.exists(files.path(NAME))) {
            FieldReader fields = new FieldReader("site", files.yaml(NAME).root(), findings);
            fields.children("bays").forEach((name, reader) -> {
                SortedMap<String, Entry> ratings = new TreeMap<>();
                reader.child("ratings").ifPresent(inner -> ratings.putAll(inner.plain()));
                bays.put(name, new Bay(name, breakers(reader), reader.texts("devices"), ratings, reader.position()));
                reader.finish();
            });
            fields.finish();
        }
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

    /** Gives a bay other ratings; the rest of the file stays as it is. */
    public void set(String bay, Map<String, String> ratings) {
        YamlDocument document = files.yaml(NAME);
        for (Map.Entry<String, String> rating : new TreeMap<>(ratings).entrySet()) {
            document = document.with(List.of("bays", bay, "ratings", rating.getKey()), rating.getValue());
        }
        files.write(NAME, document.text());
    }
}
