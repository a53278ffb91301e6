package org.urvant.project.folder;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.progress.Progress;
import org.urvant.core.tree.Fingerprint;
import org.urvant.project.Imported;
import org.urvant.project.cache.KnownFiles;
import org.urvant.project.cache.RecalledFindings;
import org.urvant.project.cache.UserCache;
import org.urvant.project.change.NamedFile;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.selection.SignalIndex;

/** The imported files of a project, {@code sources/}, and the indexes made of them in the user's cache. */
final class SourceFolder {
    static final String FOLDER = "sources";

    private final ProjectFiles files;
    private final Workplace workplace;
    private Progress progress = Progress.NONE;
    private boolean isReadAnew;
    private Optional<Fingerprint> planned = Optional.empty();

    SourceFolder(ProjectFiles files, Workplace workplace) {
        this.files = files;
        this.workplace = workplace;
    }

    void readAnew() {
        isReadAnew = true;
    }

    UserCache cache() {
        UserCache cache = new UserCache(workplace.cache());
        return isReadAnew ? cache.forgetful() : cache;
    }

    void watch(Progress watcher) {
        progress = watcher;
    }

    SourceIndex index(Consumer<Finding> findings) {
        files.reads(SourceIndex.FILE);
        return SourceIndex.read(files, findings);
    }

    /** Returns the path of a source. */
    Path path(String name) {
        return files.path(FOLDER + "/" + name);
    }

    /** Returns the sources and what was found in them before. One that cannot be read is a finding. */
    Imported read(SourceIndex index, Consumer<Finding> findings) {
        List<SclFile> read = new ArrayList<>();
        StringBuilder state = new StringBuilder();
        for (String source : index.names()) {
            String name = FOLDER + "/" + source;
            files.readOr(Optional.<KnownFiles.Read>empty(), name, "sources " + source, findings, () -> {
                        files.reads(name);
                        return Optional.of(known().read(path(source), name));
                    })
                    .ifPresent(known -> {
                        index.verify(source, known.digest()).ifPresent(findings);
                        read.add(known.file());
                        state.append(source).append(' ').append(known.digest()).append('\n');
                    });
        }
        Map<String, Set<String>> unwanted = index.unwanted();
        String all = state + sorted(unwanted);
        return new Imported(
                read,
                unwanted,
                new TreeMap<>(),
                new RecalledFindings(cache(), files.path(FOLDER).toString(), all, types()));
    }

    private static String sorted(Map<String, Set<String>> names) {
        SortedMap<String, SortedSet<String>> sorted = new TreeMap<>();
        names.forEach((key, set) -> sorted.put(key, new TreeSet<>(set)));
        return sorted.toString();
    }

    /** Device types of the project's own change what is found in devices. */
    private String types() {
        StringBuilder state = new StringBuilder();
        for (Path file : files.list("types", ".yaml")) {
            String name = "types/" + file.getFileName();
            files.reads(name);
            state.append(name).append(' ').append(files.digest(name)).append('\n');
        }
        return state.toString();
    }

    private KnownFiles known() {
        return new KnownFiles(cache(), progress);
    }

    ImportPlan plan(Path file) {
        String name = String.valueOf(file.getFileName());
        KnownFiles.Looked looked = known().look(file, name);
        planned = Optional.of(Basis.of(files, List.of(SourceIndex.FILE)));
        SourceIndex index = index(finding -> {});
        NamedFile.require("file", name, index.names());
        Map<String, Set<String>> unwanted = index.unwanted();
        boolean isHeld = looked.digest().equals(index.digestsByName().get(name));
        List<SclFile> sources = new ArrayList<>();
        if (isHeld) {
            files.reads(FOLDER + "/" + name); // what is written later rests on it
            sources.add(looked.file()); // the very file need not be read twice
        }
        sources.addAll(read(isHeld ? index.without(name) : index, finding -> {}).files());
        Map<SclFile, List<String>> known = new LinkedHashMap<>();
        for (SclFile source : sources) {
            Set<String> hidden = unwanted.getOrDefault(source.name(), Set.of());
            known.put(
                    source,
                    source.ieds().stream()
                            .map(Ied::name)
                            .filter(ied -> !hidden.contains(ied))
                            .toList());
        }
        return ImportPlan.of(file, looked, known, isHeld, progress);
    }

    /** Refuses an import when other files were taken in or out since it was planned. */
    void requireAsPlanned() {
        if (planned.isPresent() && !planned.get().equals(Basis.of(files, List.of(SourceIndex.FILE)))) {
            throw new RefusedException(
                    SourceIndex.FILE
                            + " was changed by something else since the import was planned; nothing was imported",
                    "Look at what is there now, and import again.");
        }
    }

    /** Adds to a change what an import writes and takes away; {@link #imported} follows when the change is carried out. */
    void carryOut(ImportPlan plan, Collection<String> wanted, Batch batch) {
        List<String> replaced = plan.replaced(wanted);
        Set<String> taken = Set.copyOf(wanted);
        List<String> unwanted = plan.file().ieds().stream()
                .map(Ied::name)
                .filter(ied -> !taken.contains(ied))
                .toList();
        batch.write(FOLDER + "/" + plan.name(), plan.content(), plan.digest());
        SourceIndex index = index(finding -> {}).with(plan.name(), plan.digest(), unwanted);
        for (String old : replaced) {
            index = index.without(old);
        }
        batch.write(SourceIndex.FILE, index.text());
        replaced.forEach(old -> batch.delete(FOLDER + "/" + old));
    }

    /** What was planned is done. */
    void imported(ImportPlan plan) {
        if (!files.isRehearsal()) {
            cache().knows(path(plan.name()), plan.digest());
        }
        planned = Optional.empty();
    }

    /** Adds to a change that a file goes. */
    void remove(String name, Batch batch) {
        batch.write(SourceIndex.FILE, index(finding -> {}).without(name).text());
        batch.delete(FOLDER + "/" + name);
    }

    /**
     * Returns the index of each source's wanted signals: from the user's cache when it has one, else made and kept there. A source that
     * cannot be read is a finding.
     */
    List<SignalIndex> indexes(Consumer<Finding> findings) {
        List<SignalIndex> indexes = new ArrayList<>();
        Optional<Map<String, String>> plain = SourceIndex.plainDigests(files);
        SourceIndex index = plain.isPresent() ? null : index(finding -> {});
        Map<String, Set<String>> unwanted = index == null ? Map.of() : index.unwanted();
        KnownFiles known = known();
        Collection<String> names =
                plain.map(Map::keySet).orElseGet(() -> index.digestsByName().keySet());
        names.forEach(name -> {
            files.readOr(
                            Optional.<SignalIndex>empty(),
                            FOLDER + "/" + name,
                            "sources " + name,
                            findings,
                            () -> Optional.of(known.index(path(name), FOLDER + "/" + name)))
                    .ifPresent(all -> indexes.add(all.without(unwanted.getOrDefault(name, Set.of()))));
        });
        return indexes;
    }
}
