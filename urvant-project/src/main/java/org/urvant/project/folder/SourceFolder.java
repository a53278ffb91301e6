package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.progress.Progress;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;
import org.urvant.project.change.NamedFile;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SclImport;
import org.urvant.scl.reading.SclReader;
import org.urvant.scl.selection.SignalIndex;

/** The imported files of a project, {@code sources/}, and the indexes made of them in the user's cache. */
final class SourceFolder {
    static final String FOLDER = "sources";

    private static final long MOST_BYTES = Integer.MAX_VALUE - 8L;

    private final ProjectFiles files;
    private final Workplace workplace;
    private Progress progress = Progress.NONE;
    private Optional<Fingerprint> planned = Optional.empty();

    SourceFolder(ProjectFiles files, Workplace workplace) {
        this.files = files;
        this.workplace = workplace;
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

    List<SclFile> read(SourceIndex index, Consumer<Finding> findings) {
        List<SclFile> read = new ArrayList<>();
        for (String source : index.names()) {
            String name = FOLDER + "/" + source;
            files.readOr(Optional.<SclFile>empty(), name, "sources " + source, findings, () -> {
                        files.reads(name);
                        byte[] content = SafeFile.read(path(source), MOST_BYTES);
                        index.verify(source, content).ifPresent(findings);
                        return Optional.of(new SclReader(progress).read(content, name));
                    })
                    .ifPresent(read::add);
        }
        return read;
    }

    ImportPlan plan(Path file) {
        String name = String.valueOf(file.getFileName());
        byte[] content = SafeFile.read(file, MOST_BYTES);
        planned = Optional.of(files.basis(List.of(SourceIndex.FILE)));
        SourceIndex index = index(finding -> {});
        NamedFile.require("file", name, index.names());
        Map<String, Set<String>> unwanted = index.unwanted();
        Map<SclFile, List<String>> known = new LinkedHashMap<>();
        for (SclFile source : read(index, finding -> {})) {
            Set<String> hidden = unwanted.getOrDefault(source.name(), Set.of());
            known.put(
                    source,
                    source.ieds().stream()
                            .map(Ied::name)
                            .filter(ied -> !hidden.contains(ied))
                            .toList());
        }
        boolean isHeld =
                Fingerprint.of(content).hex().equals(index.digestsByName().get(name));
        return ImportPlan.of(name, content, SclImport.of(content, name, progress), known, isHeld);
    }

    /** Refuses an import when other files were taken in or out since it was planned. */
    void requireAsPlanned() {
        if (planned.isPresent() && !planned.get().equals(files.basis(List.of(SourceIndex.FILE)))) {
            throw new RefusedException(
                    SourceIndex.FILE
                            + " was changed by something else since the import was planned; nothing was imported",
                    "Look at what is there now, and import again.");
        }
    }

    /** Adds to a change what an import writes and takes away; {@link #imported} follows when the change is carried out. */
    void carryOut(ImportPlan plan, Collection<String> wanted, Batch batch) {
        List<String> replaced = plan.replaced(wanted);
        List<String> unwanted = plan.file().ieds().stream()
                .map(Ied::name)
                .filter(ied -> !wanted.contains(ied))
                .toList();
        byte[] content = plan.content();
        batch.write(FOLDER + "/" + plan.name(), content);
        String digest = Fingerprint.of(content).hex();
        SourceIndex index = index(finding -> {}).with(plan.name(), digest, unwanted);
        for (String old : replaced) {
            index = index.without(old);
        }
        batch.write(SourceIndex.FILE, index.text());
        replaced.forEach(old -> batch.delete(FOLDER + "/" + old));
    }

    /** Keeps the index of what was imported. */
    void imported(ImportPlan plan) {
        new UserCache(workplace).keep(Fingerprint.of(plan.content()).hex(), plan.index());
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
        UserCache cache = new UserCache(workplace);
        Collection<String> names =
                plain.map(Map::keySet).orElseGet(() -> index.digestsByName().keySet());
        names.forEach(name -> {
            files.readOr(
                            Optional.<SignalIndex>empty(),
                            FOLDER + "/" + name,
                            "sources " + name,
                            findings,
                            () -> Optional.of(index(name, cache)))
                    .ifPresent(all -> indexes.add(all.without(unwanted.getOrDefault(name, Set.of()))));
        });
        return indexes;
    }

    private SignalIndex index(String name, UserCache cache) {
        String shownAs = FOLDER + "/" + name;
        try {
            Optional<SignalIndex> known = cache.index(cache.digest(path(name), MOST_BYTES), shownAs);
            if (known.isPresent()) {
                return known.get();
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        byte[] content = SafeFile.read(path(name), MOST_BYTES);
        SignalIndex made = SignalIndex.of(new SclReader(progress).read(content, shownAs));
        cache.keep(Fingerprint.of(content).hex(), made);
        return made;
    }
}
