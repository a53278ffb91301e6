package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.file.SafeFile;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.file.yaml.YamlText;

/** The digests of the imported files, {@code sources/index.yaml}: sources stay as they came, and a change shows. */
final class SourceIndex {
    static final String FILE = "sources/index.yaml";
    private static final long MOST_TEXT = 4_000_000;
    private static final String DIGEST = "sha-256";
    private static final String UNWANTED = "unwanted";
    private static final String UNKNOWN = ""; // the digest, where the index cannot be read

    private final SortedMap<String, Entry> digests;
    private final SortedMap<String, List<String>> unwanted;

    private SourceIndex(SortedMap<String, Entry> digests, SortedMap<String, List<String>> unwanted) {
        this.digests = digests;
        this.unwanted = unwanted;
    }

    /** Reads the index; when it cannot be read, that is a finding, and the files that lie there are taken as they are. */
    static SourceIndex read(ProjectFiles files, Consumer<Finding> findings) {
        return files.readOr(
                        Optional.<SourceIndex>empty(),
                        FILE,
                        "sources",
                        findings,
                        () -> Optional.of(readSound(files, findings)))
                .orElseGet(() -> lying(files));
    }

    private static SourceIndex lying(ProjectFiles files) {
        SortedMap<String, Entry> digests = new TreeMap<>();
        files.listed(SourceFolder.FOLDER, "").stream()
                .filter(Files::isRegularFile)
                .map(file -> String.valueOf(file.getFileName()))
                .filter(name -> !FILE.endsWith("/" + name))
                .forEach(name -> digests.put(name, new Entry(UNKNOWN, Position.in(FILE))));
        return new SourceIndex(digests, new TreeMap<>());
    }

    private static SourceIndex readSound(ProjectFiles files, Consumer<Finding> findings) {
        SortedMap<String, Entry> digests = new TreeMap<>();
        SortedMap<String, List<String>> unwanted = new TreeMap<>();
        if (Files.exists(files.path(FILE))) {
            String text = SafeFile.readText(files.path(FILE), MOST_TEXT, FILE);
            FieldReader fields =
                    new FieldReader("sources", YamlDocument.parse(FILE, text).root(), findings);
            fields.children("sources").forEach((name, reader) -> {
                digests.put(name, reader.required(DIGEST, ""));
                unwanted.put(
                        name, reader.texts(UNWANTED).stream().map(Entry::text).toList());
                reader.finish();
            });
            fields.finish();
        }
        return new SourceIndex(digests, unwanted);
    }

    /**
     * Returns the digests of the sources by name, when the file is exactly as {@link #text} writes it and every IED is
     * wanted; empty otherwise. A search starts with this, and the YAML parser's first use would take longer than the search.
     */
    static Optional<Map<String, String>> plainDigests(ProjectFiles files) {
        Map<String, String> digests = new LinkedHashMap<>();
        if (!Files.exists(files.path(FILE))) {
            return Optional.of(digests);
        }
        List<String> lines;
        try {
            lines = SafeFile.readText(files.path(FILE), MOST_TEXT, FILE).lines().toList();
        } catch (UrvantException e) {
            return Optional.empty();
        }
        for (int i = 1; i + 1 < lines.size(); i += 2) {
            String name = lines.get(i).strip().replaceFirst(":$", "");
            String digest = lines.get(i + 1);
            String before = "    " + DIGEST + ": ";
            if (!lines.get(i).equals("  " + YamlText.scalar(name) + ":")
                    || !digest.startsWith(before)
                    || digest.length() != before.length() + 64) {
                return Optional.empty();
            }
            digests.put(name, digest.substring(before.length()));
        }
        boolean plain = lines.size() == 1 + 2 * digests.size() && lines.get(0).equals("sources:");
        return plain ? Optional.of(digests) : Optional.empty();
    }

    /** Returns the digests that the sources had when they came, by name. */
    Map<String, String> digestsByName() {
        Map<String, String> byName = new LinkedHashMap<>();
        digests.forEach((name, digest) -> byName.put(name, digest.text()));
        return byName;
    }

    List<String> names() {
        return List.copyOf(digests.keySet());
    }

    /** Returns a finding when a source is no longer as it came. */
    Optional<Finding> verify(String name, String digest) {
        Entry expected = digests.get(name);
        return expected.text().equals(UNKNOWN) || digest.equals(expected.text())
                ? Optional.empty()
                : Optional.of(new Finding(
                        SourceRules.SOURCE_ALTERED,
                        "sources " + name,
                        Position.in("sources/" + name),
                        "the file is no longer as it was imported",
                        Remedy.of("Restore it, or import the changed file.", Step.of(Action.IMPORT, "FILE"))));
    }

    /** Returns by source the names of IEDs that nobody ticked at import. */
    Map<String, Set<String>> unwanted() {
        Map<String, Set<String>> names = new HashMap<>();
        unwanted.forEach((source, ieds) -> names.put(source, Set.copyOf(ieds)));
        return names;
    }

    SourceIndex with(String name, String digest, List<String> unwantedIeds) {
        SortedMap<String, Entry> more = new TreeMap<>(digests);
        more.put(name, new Entry(digest, Position.in(FILE)));
        SortedMap<String, List<String>> others = new TreeMap<>(unwanted);
        others.put(name, unwantedIeds);
        return new SourceIndex(more, others);
    }

    SourceIndex without(String name) {
        SortedMap<String, Entry> fewer = new TreeMap<>(digests);
        fewer.remove(name);
        SortedMap<String, List<String>> others = new TreeMap<>(unwanted);
        others.remove(name);
        return new SourceIndex(fewer, others);
    }

    /** Returns the text of the file. */
    String text() {
        SortedMap<String, Map<String, Object>> fields = new TreeMap<>();
        digests.forEach((name, digest) -> {
            Map<String, Object> source = new TreeMap<>(Map.of(DIGEST, digest.text()));
            if (!unwanted.getOrDefault(name, List.of()).isEmpty()) {
                source.put(UNWANTED, unwanted.get(name));
            }
            fields.put(name, source);
        });
        return YamlText.map(Map.of("sources", fields));
    }
}
