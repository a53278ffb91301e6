package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.urvant.core.error.RefusedException;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;
import org.urvant.file.yaml.YamlDocument;

/**
 * Reads and writes the files of a project, and keeps what stood in them before, so that a change can be undone. All files that
 * one command writes are one change. What was kept lies in the cache and may be deleted at any time; ledgers are never undone.
 * Single-threaded.
 */
final class ProjectFiles {
    private static final String UNDO = ".urvant/undo";
    private static final String INDEX = "index";
    private static final String NOTHING = "-";
    private static final int MOST_CHANGES = 20;
    private static final long MOST_KEPT = 64_000_000;
    private static final long MOST_TEXT = 4_000_000;
    private static final long MOST_TABLE = 100_000_000;
    private static final long COARSEST_FILE_TIME = 2_000; // milliseconds: what the coarsest file systems keep

    private final Path root;
    private final Map<String, String> after = new LinkedHashMap<>();
    private final Map<String, String> copies = new LinkedHashMap<>();
    private final Map<Path, Digested> digested = new HashMap<>();
    private final Map<String, String> seen = new HashMap<>();
    private Path change;
    private String title = "a change";

    ProjectFiles(Path root) {
        this.root = root;
    }

    /** Says what the change that follows is, for people. */
    void describe(String words) {
        title = words.replaceAll("\\s+", " ");
    }

    Path path(String name) {
        return root.resolve(name);
    }

    /** Returns the files of a folder with an ending, by name. */
    List<Path> list(String folder, String ending) {
        Path at = path(folder);
        if (!Files.isDirectory(at)) {
            return List.of();
        }
        try (Stream<Path> all = Files.list(at)) {
            return all.filter(file -> file.getFileName().toString().endsWith(ending))
                    .sorted()
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Returns the contents of some files as one value. */
    Fingerprint basis(List<String> names) {
        StringBuilder digests = new StringBuilder();
        for (String name : names) {
            digests.append(name).append(' ').append(digest(path(name))).append('\n');
        }
        return Fingerprint.of(digests.toString().getBytes(StandardCharsets.UTF_8));
    }

    /**
     * A file that is the same one, as long and as old as when it was digested last is not read again, unless
     * it was written so shortly before that a second write could bear the same time.
     */
    private String digest(Path file) {
        try {
            BasicFileAttributes now = Files.readAttributes(file, BasicFileAttributes.class);
            String state = state(now);
            Digested known = digested.get(file);
            if (known != null && known.state().equals(state)) {
                return known.digest();
            }
            long age = System.currentTimeMillis() - now.lastModifiedTime().toMillis();
            String digest = Fingerprint.of(SafeFile.read(file, MOST_TABLE)).hex();
            if (age > COARSEST_FILE_TIME) {
                digested.put(file, new Digested(state, digest));
            }
            return digest;
        } catch (NoSuchFileException e) {
            return NOTHING;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private record Digested(String state, String digest) {}

    private static String state(BasicFileAttributes file) {
        return file.fileKey() + " " + file.size() + " " + file.lastModifiedTime();
    }

    private String state(String name) {
        try {
            return state(Files.readAttributes(path(name), BasicFileAttributes.class));
        } catch (IOException e) {
            return NOTHING;
        }
    }

    /** Begins to read the project anew: what is written later rests on what is read from now on. */
    void beginReading() {
        seen.clear();
    }

    /**
     * Refuses to write where somebody else wrote since the project was read.
     *
     * @param names files that are to be written
     */
    void requireAsRead(Collection<String> names) {
        if (seen.isEmpty()) {
            return;
        }
        Stream<String> changed = seen.entrySet().stream()
                .filter(file -> !state(file.getKey()).equals(file.getValue()))
                .map(Map.Entry::getKey);
        Stream<String> unread = names.stream().filter(name -> !seen.containsKey(name) && Files.exists(path(name)));
        Stream.concat(changed, unread).sorted().findFirst().ifPresent(name -> {
            throw new RefusedException(
                    name + " was changed by something else since the project was read; nothing was written",
                    "Look at what is there now, and do it again.");
        });
    }

    /** Says that a file of the project is read now. */
    void reads(String name) {
        seen.computeIfAbsent(name, this::state);
    }

    String text(String name) {
        reads(name);
        return SafeFile.readText(path(name), MOST_TEXT, name);
    }

    /** Returns a table, which may be larger than other texts. */
    String table(String name) {
        reads(name);
        return SafeFile.readText(path(name), MOST_TABLE, name);
    }

    YamlDocument yaml(String name) {
        return YamlDocument.parse(name, text(name));
    }

    void write(String name, String text) {
        write(name, text.getBytes(StandardCharsets.UTF_8));
    }

    void write(String name, byte[] content) {
        keep(name);
        SafeFile.write(path(name), content);
        seen.put(name, state(name));
        after.put(name, Fingerprint.of(content).hex());
        note();
    }

    void delete(String name) {
        keep(name);
        SafeFile.delete(path(name));
        seen.remove(name);
        after.put(name, NOTHING);
        note();
    }

    /** Copies what stands in a file now, once a change, before it is written. */
    private void keep(String name) {
        if (after.containsKey(name)) {
            return;
        }
        try {
            if (change == null) {
                change = root.resolve(UNDO).resolve(String.format("%06d", newest() + 1));
                Files.createDirectories(change);
                forgetOld();
            }
            Path file = path(name);
            if (Files.isRegularFile(file)) {
                String copy = after.size() + ".before";
                if (Files.size(file) <= MOST_KEPT) {
                    Files.copy(file, change.resolve(copy));
                }
                copies.put(name, copy);
            } else {
                copies.put(name, NOTHING);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void note() {
        StringBuilder index = new StringBuilder(title).append('\n');
        after.forEach((name, digest) -> index.append(digest)
                .append('\t')
                .append(copies.get(name))
                .append('\t')
                .append(name)
                .append('\n'));
        try {
            Files.writeString(change.resolve(INDEX), index.toString()); // may be lost, so it need not wait for the disk
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private List<Path> changes() {
        if (!Files.isDirectory(root.resolve(UNDO))) {
            return List.of();
        }
        try (Stream<Path> all = Files.list(root.resolve(UNDO))) {
            return all.filter(Files::isDirectory).sorted().toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private int newest() {
        List<Path> all = changes();
        return all.isEmpty()
                ? 0
                : Integer.parseInt(all.get(all.size() - 1).getFileName().toString());
    }

    private void forgetOld() throws IOException {
        List<Path> all = changes();
        for (Path old : all.subList(0, Math.max(0, all.size() - MOST_CHANGES))) {
            remove(old);
        }
    }

    private static void remove(Path folder) throws IOException {
        try (Stream<Path> paths = Files.walk(folder)) {
            for (Path path : paths.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }

    /**
     * Puts the last change back.
     *
     * @param isTrial whether only to say what would be put back
     * @throws RefusedException when there is none, or a file was written by something else since
     */
    Undone undo(boolean isTrial) {
        List<Path> all = changes();
        Optional<Path> last = all.isEmpty()
                ? Optional.empty()
                : Optional.of(all.get(all.size() - 1)).filter(path -> Files.isRegularFile(path.resolve(INDEX)));
        if (last.isEmpty()) {
            throw new RefusedException("there is no change to undo", "Changes are kept in .urvant/undo.");
        }
        List<String> lines = SafeFile.readText(last.get().resolve(INDEX), MOST_TEXT, INDEX)
                .lines()
                .toList();
        List<String> names = new ArrayList<>();
        for (String line : lines.subList(1, lines.size())) {
            String[] parts = line.split("\t", 3);
            String now = Files.isRegularFile(path(parts[2]))
                    ? Fingerprint.of(SafeFile.read(path(parts[2]), Integer.MAX_VALUE - 8L))
                            .hex()
                    : NOTHING;
            if (!now.equals(parts[0])) {
                throw new RefusedException(
                        parts[2] + " was changed after '" + lines.get(0) + "' by something else",
                        "Undo would lose that; change the file by hand, or take it from version control.");
            }
            if (!parts[1].equals(NOTHING) && !Files.isRegularFile(last.get().resolve(parts[1]))) {
                throw new RefusedException(
                        "what stood in " + parts[2] + " was too large to keep", "Import the old file again.");
            }
            names.add(parts[2]);
        }
        if (!isTrial) {
            putBack(last.get(), lines.subList(1, lines.size()));
        }
        return new Undone(lines.get(0), names);
    }

    private void putBack(Path kept, List<String> lines) {
        try {
            for (String line : lines) {
                String[] parts = line.split("\t", 3);
                if (parts[1].equals(NOTHING)) {
                    SafeFile.delete(path(parts[2]));
                } else {
                    SafeFile.write(path(parts[2]), Files.readAllBytes(kept.resolve(parts[1])));
                }
            }
            remove(kept);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
