package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.file.ExclusiveLock;
import org.urvant.file.FileState;
import org.urvant.file.SafeFile;
import org.urvant.file.Volume;
import org.urvant.file.yaml.YamlDocument;

/**
 * Reads the files of a project, and carries changes of them out: each as a whole, one at a time, undone as a whole.
 * Single-threaded.
 */
final class ProjectFiles {
    private static final String LOCK = ".urvant/lock";
    private static final String NOTHING = "-";
    private static final String LISTING = "/*"; // between folder and ending, for what lies in a folder
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final long MOST_TEXT = 4_000_000;
    private static final long MOST_TABLE = 100_000_000;
    private static final long MOST_BYTES = Integer.MAX_VALUE - 8L;
    private final Path root;
    private final Digests digests = new Digests();
    private final Map<String, String> seen = new HashMap<>();
    private int reading;
    private final Set<String> unreadable = new HashSet<>();
    private final Set<Path> unlinked = new HashSet<>(); // found to be no links since the project was read or locked
    private final Workplace workplace;
    private final Journal journal;
    private final UndoFolder undo = new UndoFolder(this);
    private Optional<CutOff> finished = Optional.empty();
    private String title = "a change";
    private final SortedSet<String> written = new TreeSet<>();
    private boolean isRehearsal;

    ProjectFiles(Path root, Workplace workplace, Volume volume) {
        this.root = root;
        this.workplace = workplace;
        this.journal = new Journal(root, this::inside, volume, workplace);
    }

    /** From now on changes are made up to the point at which the first file would be written. */
    void rehearse() {
        isRehearsal = true;
    }

    boolean isRehearsal() {
        return isRehearsal;
    }

    /** Returns the names of files that were written, or would have been. */
    SortedSet<String> written() {
        return Collections.unmodifiableSortedSet(written);
    }

    /** Says what the change that follows is, for people. */
    void describe(String words) {
        title = words.replaceAll("\\s+", " ");
    }

    /**
     * Returns the path of a file of the project.
     *
     * @throws RefusedException when it lies outside the project, or is reached through a link
     */
    Path path(String name) {
        return inside(root.resolve(name));
    }

    /** A project can come from anywhere, so no name in it leads out of its folder. */
    private Path inside(Path given) {
        Path path = given.normalize();
        if (!path.startsWith(root) || path.equals(root)) {
            throw new RefusedException(given + " lies outside the project", "A project's files lie in its own folder.");
        }
        for (Path at = path; !at.equals(root) && unlinked.add(at); at = at.getParent()) {
            requireNoLink(at);
        }
        return path;
    }

    private void requireNoLink(Path at) {
        if (Files.isSymbolicLink(at)) {
            unlinked.clear();
            throw new RefusedException(
                    root.relativize(at) + " is a link", "Put the file itself there; a project holds no links.");
        }
    }

    /** Returns a name that no file has: what is kept never goes over what was kept before. */
    String free(String begin, String end) {
        String name = begin + end;
        for (int i = 2; Files.exists(path(name)); i++) {
            name = begin + "-" + i + end;
        }
        return name;
    }

    /** Returns the files of a folder with an ending, by name. */
    List<Path> list(String folder, String ending) {
        reads(folder + LISTING + ending);
        return listed(folder, ending);
    }

    /** Returns the files of a folder with an ending, by name, without saying that what is written later rests on them. */
    List<Path> listed(String folder, String ending) {
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

    /** Returns a number that is another one when the project was read again, or changed, since. */
    int reading() {
        return reading;
    }

    /** Returns whether a file is as it was when the project was read, as far as it was. */
    boolean isAsRead(String name) {
        return !seen.containsKey(name) || state(name).equals(seen.get(name));
    }

    /** Returns the digest of a file; {@value #NOTHING} when there is none. */
    String digest(String name) {
        return digests.of(path(name)).orElse(NOTHING);
    }

    /** Returns the state of a file, by which it is known again; empty when it was written too short a time ago, or is not there. */
    Optional<String> settled(String name) {
        return found(name).filter(FileState::isOld).map(FileState::text);
    }

    /** Says that a file is read now, and returns its state as {@link #settled} does. */
    Optional<String> readsSettled(String name) {
        Optional<FileState> state = found(name);
        seen.putIfAbsent(name, state.map(FileState::text).orElse(NOTHING));
        return state.filter(FileState::isOld).map(FileState::text);
    }

    private Optional<FileState> found(String name) {
        try {
            return Optional.of(FileState.of(path(name)));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private String state(String name) {
        int listing = name.indexOf(LISTING);
        if (listing >= 0) {
            return listed(name.substring(0, listing), name.substring(listing + LISTING.length()))
                    .toString();
        }
        return found(name).map(FileState::text).orElse(NOTHING);
    }

    /** Returns whether everything still is as it was read. */
    boolean isAsRead() {
        return !journal.isPending()
                && seen.entrySet().stream()
                        .allMatch(file -> state(file.getKey()).equals(file.getValue()));
    }

    /** Begins to read the project anew: what is written later rests on what is read from now on. */
    void beginReading() {
        seen.clear();
        reading++;
        unlinked.clear();
        unreadable.clear();
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
                .filter(file -> !file.getKey().startsWith(Ledger.FOLDER)) // which is read and written in one go
                .filter(file -> !state(file.getKey()).equals(file.getValue()))
                .map(Map.Entry::getKey);
        Stream<String> unread = names.stream()
                .filter(name -> !name.startsWith(Ledger.FOLDER))
                .filter(name -> !seen.containsKey(name) && Files.exists(path(name)));
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

    /** Says that a file is read now, whenever it was read before. */
    void readsAnew(String name) {
        seen.put(name, state(name));
    }

    String text(String name) {
        reads(name);
        return SafeFile.readText(path(name), MOST_TEXT, name);
    }

    /**
     * Returns what a file holds. One that cannot be read is told as a finding, closes nothing else, and is not written over.
     *
     * @param subject whom the finding is about
     * @param otherwise what counts then
     */
    <T> T readOr(T otherwise, String name, String subject, Consumer<Finding> findings, Supplier<T> reading) {
        try {
            return reading.get();
        } catch (UrvantException e) {
            tell(name, subject, GeneralRules.FILE_MALFORMED, e, findings);
            return otherwise;
        }
    }

    /** Tells that a file cannot be read, and keeps it from being written over. */
    void tell(String name, String subject, Rule rule, UrvantException e, Consumer<Finding> findings) {
        unreadable.add(name);
        findings.accept(new Finding(rule, subject, e.position().orElse(Position.in(name)), e.getMessage(), e.mend()));
    }

    /** Returns a table, which may be larger than other texts. */
    String table(String name) {
        reads(name);
        return SafeFile.readText(path(name), MOST_TABLE, name);
    }

    YamlDocument yaml(String name) {
        return YamlDocument.parse(name, text(name));
    }

    /**
     * Carries a change out: all of it or nothing. What was read must be as it was read.
     *
     * @throws RefusedException when something else changed the project since it was read, or is changing it
     */
    void commit(Batch batch) {
        locked(() -> {
            requireAsRead(batch.contents().keySet());
            batch.contents().keySet().removeIf(name -> digest(name)
                    .equals(batch.digest(name).orElse(NOTHING)));
            if (!batch.contents().isEmpty() || !batch.additions().isEmpty()) {
                LedgerHeads.follow(this, batch);
                requireReadable(batch);
                batch.requireWritable(this::path);
                if (!isRehearsal) {
                    journal.carryOut(title, batch, undo.keep(title, batch));
                }
                wrote(batch);
            }
            return batch;
        });
    }

    /** Adds to a ledger, whatever was read before; that is never undone. */
    void record(Supplier<Batch.Addition> addition) {
        locked(() -> {
            Batch batch = new Batch();
            batch.add(addition.get());
            LedgerHeads.follow(this, batch);
            batch.requireWritable(this::path);
            if (!isRehearsal) {
                journal.carryOut("a line of the ledger", batch, Map.of());
            }
            wrote(batch);
            return batch;
        });
    }

    /** What was written is known from now on as if it had been read. */
    private void wrote(Batch batch) {
        written.addAll(batch.contents().keySet());
        written.addAll(batch.additions().keySet());
        for (String name : batch.contents().keySet()) {
            if (Files.exists(path(name))) {
                seen.put(name, state(name));
            } else {
                seen.remove(name);
            }
        }
        seen.replaceAll((key, state) -> key.contains(LISTING) ? state(key) : state);
        reading++;
    }

    /** What could not be read is not known, so nothing is written over it; but an imported file can be imported again. */
    private void requireReadable(Batch batch) {
        batch.contents().keySet().stream()
                .filter(unreadable::contains)
                .filter(name -> !name.startsWith(SourceFolder.FOLDER + "/") || name.equals(SourceIndex.FILE))
                .findFirst()
                .ifPresent(name -> {
                    throw unread(name);
                });
    }

    /** Returns why a file is not written over. */
    static RefusedException unread(String name) {
        return new RefusedException(
                name + " stands there and cannot be read; nothing was written", "Mend it first, or move it away.");
    }

    /**
     * Does work while nobody else changes the project. What a change left that was cut off is finished first.
     *
     * @throws RefusedException when somebody else changes it for longer than one waits
     */
    <T> T locked(Supplier<T> work) {
        if (isRehearsal) {
            return work.get();
        }
        return holding(() -> {
            unlinked.clear();
            if (journal.isPending()) {
                finishOwn();
            }
            return work.get();
        });
    }

    private <T> T holding(Supplier<T> work) {
        ExclusiveLock held = hold();
        try {
            return work.get();
        } finally {
            held.close();
        }
    }

    /** Keeps others from changing the project until it is given back. */
    ExclusiveLock hold() {
        try {
            return ExclusiveLock.take(path(LOCK), workplace.person() + " (" + title + ")", PATIENCE);
        } catch (RefusedException e) {
            throw new RefusedException("the project is " + e.getMessage(), e.remedy());
        }
    }

    /** Finishes what was cut off, when this user began it; waits for one who is just at it. */
    void settle() {
        if (journal.isPending()) {
            locked(() -> "");
        }
    }

    private void finishOwn() {
        journal.foreign().ifPresent(cutOff -> {
            throw new RefusedException(
                    "'" + cutOff.title() + "', begun by " + cutOff.person() + " at " + cutOff.at()
                            + ", was cut off, and this user's own folder does not know of it; some of its files may be"
                            + " written, others not",
                    "Look at what it writes, and have it finished or set aside.",
                    Step.of(Action.RECOVER));
        });
        finished = Optional.of(journal.finish());
    }

    /** Returns what was cut off and finished when the project was opened. */
    Optional<CutOff> finished() {
        return finished;
    }

    /** Returns what was cut off, whoever began it. */
    Optional<CutOff> cutOff() {
        return journal.pending();
    }

    /** Finishes what was cut off, whoever began it. */
    CutOff finish() {
        return holding(journal::finish);
    }

    /** Leaves the files as a change left them that was cut off, and keeps its journal; returns where. */
    String setAside() {
        return holding(() -> {
            String to = free("backups/journals/" + workplace.stamp(), "");
            journal.setAside(to);
            return to;
        });
    }

    /**
     * Puts the last change back.
     *
     * @param isTrial whether only to say what would be put back
     * @throws RefusedException when there is none, or a file was written by something else since
     */
    Undone undo(boolean isTrial) {
        if (isTrial) {
            return undo.back().undone();
        }
        return locked(() -> {
            UndoFolder.Way way = undo.back();
            way.batch().requireWritable(this::path);
            journal.carryOut(title, way.batch(), way.renames());
            wrote(way.batch());
            return way.undone();
        });
    }
}
