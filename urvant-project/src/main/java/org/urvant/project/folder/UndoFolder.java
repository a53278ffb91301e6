package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.urvant.core.error.RefusedException;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;

/**
 * What stood in the files of the project before each of its last changes, {@code .urvant/undo}, so that they can be undone.
 * It may be deleted at any time, and nothing in it is trusted. Ledgers and copies are never undone.
 */
final class UndoFolder {
    private static final String FOLDER = ".urvant/undo";
    private static final String INDEX = "index";
    private static final String NOTHING = "-";
    private static final String UNFINISHED = ".new";
    private static final String DONE = ".gone";
    private static final String NAME = "\\d{6}";
    private static final int MOST_CHANGES = 20;
    private static final long MOST_KEPT = 64_000_000;
    private static final long MOST_INDEX = 4_000_000;
    private static final List<String> NEVER_UNDONE = List.of("ledger/", "backups/");

    private final ProjectFiles files;

    UndoFolder(ProjectFiles files) {
        this.files = files;
    }

    /** What became of one file: digests after and before the change, and the copy of what stood there. */
    private record Kept(String after, String before, String copy, String name) {
        static Optional<Kept> of(String line) {
            String[] parts = line.split("\t", 4);
            return parts.length < 4 ? Optional.empty() : Optional.of(new Kept(parts[0], parts[1], parts[2], parts[3]));
        }

        String line() {
            return String.join("\t", after, before, copy, name) + "\n";
        }
    }

    /**
     * Copies what stands in the files of a change before it is carried out.
     *
     * @return what must get another name when the change is carried out, so that the copies count; empty when nothing of the
     *     change can be undone
     */
    Map<String, String> keep(String title, Batch batch) {
        List<String> names = batch.contents().keySet().stream()
                .filter(name -> NEVER_UNDONE.stream().noneMatch(name::startsWith))
                .toList();
        sweep();
        if (names.isEmpty()) {
            return Map.of();
        }
        String number = String.format(Locale.ROOT, "%06d", newest() + 1);
        Path folder = files.path(FOLDER + "/" + number + UNFINISHED);
        try {
            Files.createDirectories(folder);
            StringBuilder index = new StringBuilder(title).append('\n');
            for (String name : names) {
                String copy = "before." + index.length();
                Path file = files.path(name);
                String before = files.digest(name);
                if (Files.isRegularFile(file) && Files.size(file) <= MOST_KEPT) {
                    Files.copy(file, folder.resolve(copy));
                }
                String after = batch.digest(name).orElse(NOTHING);
                index.append(new Kept(after, before, copy, name).line());
            }
            Files.writeString(folder.resolve(INDEX), index.toString()); // may be lost: digests tell, so no sync
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return Map.of(FOLDER + "/" + number + UNFINISHED, FOLDER + "/" + number);
    }

    private List<Path> changes() {
        return all().filter(path -> path.getFileName().toString().matches(NAME)).toList();
    }

    private Stream<Path> all() {
        Path folder = files.path(FOLDER);
        if (!Files.isDirectory(folder)) {
            return Stream.empty();
        }
        try (Stream<Path> all = Files.list(folder)) {
            return all.sorted().toList().stream();
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

    /** Removes what is older than can be undone, and what changes that never took place left. */
    private void sweep() {
        all().filter(path -> !path.getFileName().toString().matches(NAME)).forEach(UndoFolder::remove);
        List<Path> changes = changes();
        changes.subList(0, Math.max(0, changes.size() - MOST_CHANGES + 1)).forEach(UndoFolder::remove);
    }

    private static void remove(Path path) {
        try (Stream<Path> paths = Files.walk(path)) {
            for (Path each : paths.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(each);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * How the last change is taken back.
     *
     * @param undone what it was
     * @param batch what is written for it
     * @param renames what gets another name with it, so that the change before it is the last
     */
    record Way(Undone undone, Batch batch, Map<String, String> renames) {}

    /**
     * Returns how the last change is taken back.
     *
     * @throws RefusedException when there is none, or a file was written by something else since
     */
    Way back() {
        List<Path> all = changes();
        if (all.isEmpty()) {
            throw new RefusedException("there is no change to undo", "Changes are kept in " + FOLDER + ".");
        }
        String number = FOLDER + "/" + all.get(all.size() - 1).getFileName();
        List<String> lines = Files.isRegularFile(files.path(number + "/" + INDEX))
                ? SafeFile.readText(files.path(number + "/" + INDEX), MOST_INDEX, number + "/" + INDEX)
                        .lines()
                        .toList()
                : List.of();
        List<Kept> kept =
                lines.stream().skip(1).map(Kept::of).flatMap(Optional::stream).toList();
        if (kept.isEmpty() || kept.size() != lines.size() - 1) {
            throw new RefusedException(
                    "what was kept of the last change in " + number + " cannot be read",
                    "Take what you need from version control; take that folder away to undo the change before it.");
        }
        Batch batch = new Batch();
        for (Kept file : kept) {
            putBack(file, number, lines.get(0), batch);
        }
        return new Way(
                new Undone(lines.get(0), kept.stream().map(Kept::name).toList()), batch, Map.of(number, number + DONE));
    }

    private void putBack(Kept file, String number, String title, Batch batch) {
        if (!files.digest(file.name()).equals(file.after())) {
            throw new RefusedException(
                    file.name() + " was changed after '" + title + "' by something else",
                    "Undo would lose that; change the file by hand, or take it from version control.");
        }
        if (file.before().equals(NOTHING)) {
            batch.delete(file.name());
            return;
        }
        Path copy = files.path(number + "/" + file.copy());
        if (!Files.isRegularFile(copy)) {
            throw new RefusedException(
                    "what stood in " + file.name() + " was too large to keep", "Import the old file again.");
        }
        byte[] content = SafeFile.read(copy, MOST_KEPT);
        if (!Fingerprint.of(content).hex().equals(file.before())) {
            throw new RefusedException(
                    "the copy of what stood in " + file.name() + " is damaged",
                    "Take the file from version control, or change it by hand.");
        }
        batch.write(file.name(), content);
    }
}
