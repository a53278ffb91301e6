package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.file.SafeFile;
import org.urvant.file.Volume;
import org.urvant.file.json.JsonTree;

/**
 * Makes the files of one change change together. What is to be done is written down first, {@code journal/}, and counts from
 * the moment at which its index has its name; then it is done, step by step, and each step can be done again. Whoever finds
 * an index there finishes the change. Its user's seal tells a journal that this user wrote from one that came with the folder.
 */
final class Journal {
    static final String FOLDER = "journal";

    private static final String INDEX = FOLDER + "/index.json";
    private static final long MOST_INDEX = 50_000_000;
    private static final long MOST_BYTES = Integer.MAX_VALUE - 8L;

    private final UnaryOperator<Path> inside;
    private final Path root;
    private final Volume volume;
    private final Workplace workplace;
    private final Seal seal;

    /** One step, which can be done again. */
    private enum Kind {
        /** A file gets new content, which lies in the journal until then. */
        WRITE,
        /** A file goes. */
        DELETE,
        /** Something is added at the end of a file. */
        ADD,
        /** A folder gets another name. */
        RENAME
    }

    /**
     * @param name the file or folder
     * @param content file of the journal with what is written or added
     * @param to another name
     * @param at where something is added, in bytes
     */
    private record Step(Kind kind, String name, String content, String to, long at) {
        Section fields() {
            return Section.of(Map.of(
                    "step", Value.text(kind.name()),
                    "name", Value.text(name),
                    "content", Value.text(content),
                    "to", Value.text(to),
                    "at", Value.number(at)));
        }

        static Step of(Section fields) {
            return new Step(
                    Kind.valueOf(fields.text("step").orElseThrow()),
                    fields.text("name").orElseThrow(),
                    fields.text("content").orElseThrow(),
                    fields.text("to").orElseThrow(),
                    Long.parseLong(fields.text("at").orElseThrow()));
        }
    }

    private record Index(CutOff about, List<Step> steps, boolean isOwn) {}

    /** @param inside checks that a path lies in the project and is reached through no link */
    Journal(Path root, UnaryOperator<Path> inside, Volume volume, Workplace workplace) {
        this.root = root;
        this.inside = inside;
        this.volume = volume;
        this.workplace = workplace;
        this.seal = new Seal(workplace.home());
    }

    private Path path(String name) {
        return inside.apply(root.resolve(name));
    }

    /** Returns whether a change is being carried out, or was cut off. */
    boolean isPending() {
        return Files.exists(root.resolve(INDEX), LinkOption.NOFOLLOW_LINKS);
    }

    /** Returns what was cut off. */
    Optional<CutOff> pending() {
        return isPending() ? Optional.of(index().about()) : Optional.empty();
    }

    /** Returns what was cut off, unless it is this user's own. */
    Optional<CutOff> foreign() {
        return isPending()
                ? Optional.of(index()).filter(index -> !index.isOwn()).map(Index::about)
                : Optional.empty();
    }

    /**
     * Carries a change out. When it fails before it counts, nothing was changed; later, the next one who looks finishes it.
     *
     * @param renames folders that get another name with it
     */
    void carryOut(String title, Batch batch, Map<String, String> renames) {
        sweep();
        volume.folder(path(FOLDER));
        List<Step> steps = new ArrayList<>();
        Map<Path, byte[]> kept = new LinkedHashMap<>();
        try {
            batch.additions().values().forEach(addition -> {
                String content = content(steps, addition.added(), kept);
                steps.add(new Step(Kind.ADD, addition.name(), content, "", addition.at()));
            });
            batch.contents()
                    .forEach((name, content) -> steps.add(
                            content.isPresent()
                                    ? new Step(Kind.WRITE, name, content(steps, content.get(), kept), "", 0)
                                    : new Step(Kind.DELETE, name, "", "", 0)));
            renames.forEach((from, to) -> steps.add(new Step(Kind.RENAME, from, "", to, 0)));
            volume.createAll(kept);
            Path draft = path(FOLDER + "/index.new");
            volume.create(draft, bytes(title, steps));
            volume.replace(draft, path(INDEX));
            volume.sync(path(FOLDER));
        } catch (RuntimeException e) {
            if (!isPending()) {
                sweep();
            }
            throw e;
        }
        finish(steps);
    }

    private String content(List<Step> steps, byte[] content, Map<Path, byte[]> kept) {
        String name = FOLDER + "/" + steps.size();
        kept.put(path(name), content);
        return name;
    }

    private byte[] bytes(String title, List<Step> steps) {
        SortedMap<String, Node> numbered = new TreeMap<>();
        for (int i = 0; i < steps.size(); i++) {
            String number = Integer.toString(1_000_000 + i).substring(1); // sorted as texts
            numbered.put(number, steps.get(i).fields());
        }
        StringBuilder index = new StringBuilder("{\"change\":");
        int start = index.length();
        CanonicalJson.append(
                Section.of(Map.of(
                        "title", Value.text(title),
                        "by", Value.text(workplace.person()),
                        "at",
                                Value.text(workplace
                                        .clock()
                                        .instant()
                                        .truncatedTo(ChronoUnit.SECONDS)
                                        .toString()),
                        "steps", Section.of(numbered))),
                index);
        String sealed =
                seal.of(index.substring(start).getBytes(StandardCharsets.UTF_8)).orElse("");
        return index.append(",\"seal\":\"")
                .append(sealed)
                .append("\"}")
                .toString()
                .getBytes(StandardCharsets.UTF_8);
    }

    private Index index() {
        try {
            Section whole = JsonTree.read(INDEX, SafeFile.read(path(INDEX), MOST_INDEX));
            Section change = whole.section("change");
            List<Step> steps = new ArrayList<>();
            change.section("steps").nodes().values().forEach(step -> steps.add(Step.of((Section) step)));
            Set<String> files = new LinkedHashSet<>();
            steps.stream().filter(step -> step.kind() != Kind.RENAME).forEach(step -> files.add(step.name()));
            return new Index(
                    new CutOff(
                            change.text("title").orElseThrow(),
                            change.text("by").orElseThrow(),
                            change.text("at").orElseThrow(),
                            List.copyOf(files)),
                    steps,
                    seal.of(CanonicalJson.bytes(change))
                            .filter(whole.text("seal").orElse("")::equals)
                            .isPresent());
        } catch (IllegalArgumentException | ClassCastException | NoSuchElementException e) {
            throw new MalformedInputException(
                    Position.in(INDEX), "this is no journal of a change", "Take the folder " + FOLDER + " away.", e);
        }
    }

    /** Finishes the change that was cut off. */
    CutOff finish() {
        Index index = index();
        finish(index.steps());
        return index.about();
    }

    /** Leaves the files as they are, and keeps the journal of the change that was cut off elsewhere. */
    CutOff setAside(String to) {
        CutOff about = index().about();
        volume.folder(path(to).getParent());
        volume.replace(path(FOLDER), path(to));
        return about;
    }

    private void finish(List<Step> steps) {
        Set<Path> folders = new LinkedHashSet<>();
        for (Step step : steps) {
            Path target = path(step.name());
            switch (step.kind()) {
                case WRITE -> {
                    if (Files.exists(path(step.content()))) { // otherwise it was done
                        if (!folders.contains(target.getParent())) {
                            volume.folder(target.getParent());
                        }
                        volume.replace(path(step.content()), target);
                    }
                }
                case DELETE -> volume.delete(target);
                case ADD -> add(target, step);
                case RENAME -> {
                    if (Files.isDirectory(target) && !Files.exists(path(step.to()))) {
                        volume.replace(target, path(step.to()));
                    }
                }
            }
            if (Files.isDirectory(target.getParent())) {
                folders.add(target.getParent());
            }
        }
        folders.forEach(volume::sync);
        volume.delete(path(INDEX));
        volume.sync(path(FOLDER));
        sweep();
    }

    private void add(Path target, Step step) {
        byte[] added = SafeFile.read(path(step.content()), MOST_BYTES);
        byte[] present = Files.exists(target) ? SafeFile.read(target, MOST_BYTES) : new byte[0];
        int end = Math.toIntExact(step.at() + added.length);
        boolean isDone = present.length >= end && Arrays.equals(present, (int) step.at(), end, added, 0, added.length);
        if (!isDone) {
            volume.folder(target.getParent());
            volume.append(target, step.at(), added);
        }
    }

    /** Removes what a change that never counted, or is done, left. */
    private void sweep() {
        if (Files.isDirectory(path(FOLDER))) {
            try (Stream<Path> left = Files.list(path(FOLDER))) {
                left.forEach(volume::delete);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            volume.delete(path(FOLDER));
        }
    }
}
