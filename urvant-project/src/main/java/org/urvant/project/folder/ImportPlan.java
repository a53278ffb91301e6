package org.urvant.project.folder;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.progress.Progress;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;
import org.urvant.project.cache.KnownFiles;
import org.urvant.scl.ControlBlock;
import org.urvant.scl.DataSet;
import org.urvant.scl.Ied;
import org.urvant.scl.IedComparison;
import org.urvant.scl.IedDifference;
import org.urvant.scl.SclCheck;
import org.urvant.scl.SclFile;
import org.urvant.scl.SclRules;
import org.urvant.scl.TypeComparison;

/**
 * What an import would do, before anything is changed.
 *
 * @param name file name that the source would have
 * @param source the file as it came
 * @param file its views
 * @param rows one for each IED in it
 * @param check what is wrong in the file
 * @param known the project's files and their IEDs that are wanted
 * @param isHeld whether the project has the very file already, byte for byte
 */
public record ImportPlan(
        String name,
        Source source,
        SclFile file,
        List<IedRow> rows,
        SclCheck.Result check,
        Map<SclFile, List<String>> known,
        boolean isHeld) {
    public ImportPlan {
        rows = List.copyOf(rows);
        known = Collections.unmodifiableMap(new LinkedHashMap<>(known));
    }

    /**
     * The file that is imported.
     *
     * @param path where it lies
     * @param digest SHA-256 of its octets in hexadecimal digits
     * @param size how many octets it has
     * @param content the octets, when they are at hand
     */
    public record Source(Path path, String digest, long size, Optional<byte[]> content) {}

    String digest() {
        return source.digest();
    }

    /** Returns the octets that were looked at. */
    byte[] content() {
        byte[] content = source.content().orElseGet(() -> SafeFile.read(source.path(), source.size()));
        if (source.content().isEmpty() && !Fingerprint.of(content).hex().equals(source.digest())) {
            throw new RefusedException(
                    source.path() + " was changed since it was looked at; nothing was imported", "Import it again.");
        }
        return content;
    }

    private static final String TEMPLATE = "TEMPLATE";

    /** How an IED of the file stands to the project. */
    public enum Standing {
        NEW,
        SAME,
        CHANGED;

        /** Returns the word that is shown. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * One IED.
     *
     * @param ied the IED in the file
     * @param known the IED of that name that the project has; empty when it is new
     * @param differences in what the two differ
     */
    public record IedRow(Ied ied, Optional<Ied> known, List<IedDifference> differences) {
        public IedRow {
            differences = List.copyOf(differences);
        }

        /** Returns how the IED stands to the project. */
        public Standing mark() {
            return known.isEmpty() ? Standing.NEW : differences.isEmpty() ? Standing.SAME : Standing.CHANGED;
        }
    }

    /**
     * Looks into a file that no project is asked about: all its IEDs are new.
     *
     * @throws RefusedException when the file holds neither an IED nor a site
     * @throws MalformedInputException when it is no sound SCL file
     */
    public static ImportPlan look(Path file, KnownFiles known) {
        return of(file, known.look(file, String.valueOf(file.getFileName())), Map.of(), false, Progress.NONE);
    }

    static ImportPlan of(
            Path from, KnownFiles.Looked looked, Map<SclFile, List<String>> known, boolean isHeld, Progress progress) {
        String name = String.valueOf(from.getFileName());
        SclFile file = looked.file();
        if (file.ieds().isEmpty() && file.site().isEmpty()) {
            throw new RefusedException(
                    name + " holds neither an IED nor a site",
                    "Import a file with IEDs (ICD, IID, CID, SCD, SED) or with a substation section (SSD).");
        }
        SclCheck.Result check = looked.check();
        List<Finding> findings = new ArrayList<>(check.findings());
        List<IedRow> rows = new ArrayList<>();
        Map<String, Ied> wanted = new HashMap<>();
        known.forEach((other, names) ->
                names.forEach(ied -> other.ied(ied).ifPresent(found -> wanted.putIfAbsent(ied, found))));
        Map<SclFile, TypeComparison> types = new HashMap<>();
        List<Ied> ieds = file.ieds();
        for (Ied ied : ieds) {
            progress.at("comparing " + name, rows.size(), ieds.size());
            Optional<Ied> before = Optional.ofNullable(wanted.get(ied.name()));
            // the very same file needs no comparison
            List<IedDifference> differences = isHeld
                    ? List.of()
                    : before.map(old -> IedComparison.of(
                                    old,
                                    ied,
                                    types.computeIfAbsent(old.file(), other -> TypeComparison.between(other, file))))
                            .orElse(List.of());
            rows.add(new IedRow(ied, before, differences));
            if (!differences.isEmpty()) {
                before.ifPresent(old -> revisions(ied, old, findings));
            }
        }
        progress.at("", 0, 0);
        SclCheck.Result all =
                new SclCheck.Result(findings.stream().sorted().toList(), check.unlisted(), check.unsoundIeds());
        Source source = new Source(from, looked.digest(), looked.size(), looked.content());
        return new ImportPlan(name, source, file, rows, all, known, isHeld);
    }

    /** Returns whether some IED that the project knows comes with another address. */
    boolean movesAddresses() {
        return rows.stream()
                .flatMap(row -> row.differences().stream())
                .anyMatch(difference -> difference.part() == IedDifference.Part.ADDRESS);
    }

    /** Returns those of the wanted IEDs that the project knows, with what comes in their place. */
    Map<Ied, Ied> newer(Collection<String> wanted) {
        Map<Ied, Ied> newer = new LinkedHashMap<>();
        for (IedRow row : rows) {
            if (row.mark() == Standing.CHANGED && wanted.contains(row.ied().name())) {
                newer.put(row.known().orElseThrow(), row.ied());
            }
        }
        return newer;
    }

    /** Returns the names of the IEDs that can be relied on: those that no error of the file concerns. */
    public List<String> soundIeds() {
        return file.ieds().stream()
                .map(Ied::name)
                .filter(ied -> !check.unsoundIeds().contains(ied))
                .toList();
    }

    /**
     * Which IEDs of the file are taken.
     *
     * @param ieds names of those that are
     * @param left names of those that were wanted and are not, for errors that concern them
     */
    public record Choice(List<String> ieds, List<String> left) {}

    /**
     * Chooses IEDs of the file.
     *
     * @param wanted their names; empty for all
     * @param soundOnly whether to leave out those that an error concerns, rather than to refuse the file
     * @throws UnknownNameException when the file has no such IED
     * @throws RefusedException when the file has errors and only a sound one is wanted, or nothing is sound
     */
    public Choice choose(List<String> wanted, boolean soundOnly) {
        Set<String> all = new LinkedHashSet<>();
        file.ieds().forEach(ied -> all.add(ied.name()));
        for (String ied : wanted) {
            if (!all.contains(ied)) {
                throw new UnknownNameException("IED", ied, all);
            }
        }
        List<String> named = List.copyOf(wanted.isEmpty() ? all : wanted);
        if (!soundOnly) {
            if (!check.isSound()) {
                throw new RefusedException(
                        name + " has errors; nothing was imported",
                        "Mend them where the file was made, or import only what is sound.");
            }
            return new Choice(named, List.of());
        }
        Set<String> sound = new HashSet<>(soundIeds());
        Choice choice = new Choice(
                named.stream().filter(sound::contains).toList(),
                named.stream().filter(ied -> !sound.contains(ied)).toList());
        if (choice.ieds().isEmpty() && file.site().isEmpty()) {
            throw new RefusedException(
                    "no IED of " + name + " is sound; nothing was imported", "Mend the errors in the file.");
        }
        return choice;
    }

    /** Returns whether the project has each IED of the file as it is, though the rest of the file may differ. */
    public boolean bringsNoNewerIed() {
        return !rows.isEmpty() && rows.stream().allMatch(row -> row.mark() == Standing.SAME);
    }

    /**
     * Returns the names of sources that would go when some IEDs of the file are imported, because all their IEDs come anew.
     *
     * @throws RefusedException when a source would go that has other IEDs too
     */
    public List<String> replaced(Collection<String> wanted) {
        Set<String> taken = Set.copyOf(wanted);
        List<String> gone = new ArrayList<>();
        known.forEach((source, ieds) -> {
            boolean sameName = source.name().equals(name);
            boolean touched = ieds.stream().anyMatch(taken::contains);
            List<String> kept = ieds.stream()
                    .filter(ied -> !taken.contains(ied))
                    .filter(ied -> !sameName || file.ied(ied).isEmpty()) // leaving one of the same file out is a choice
                    .toList();
            if ((touched || sameName) && !kept.isEmpty()) {
                throw new RefusedException(
                        source.source() + " would be replaced, but " + String.join(", ", kept) + " in it would be lost",
                        "Import these IEDs too, leave out those that are in it, or name the file otherwise.");
            }
            foreignTemplate(source, taken);
            if (touched && !sameName) {
                gone.add(source.name());
            }
        });
        return gone;
    }

    /** The IED of every ICD file has the same name, so that two types of IED would pass for one. */
    private void foreignTemplate(SclFile source, Collection<String> wanted) {
        Optional<Ied> old = source.ied(TEMPLATE);
        Optional<Ied> own = file.ied(TEMPLATE);
        if (wanted.contains(TEMPLATE)
                && old.isPresent()
                && own.isPresent()
                && !old.get().type().equals(own.get().type())) {
            throw new RefusedException(
                    source.source() + " has an IED " + TEMPLATE + " of another type, "
                            + old.get().type(),
                    "Take it out first.",
                    Step.of(Action.REMOVE, source.name()));
        }
    }

    /** Receivers tell by its revision whether they know a dataset (IEC 61850-7-2:2010, 18.2.3.2). */
    private static void revisions(Ied ied, Ied old, List<Finding> findings) {
        Map<String, ControlBlock> before = blocks(old);
        blocks(ied).forEach((reference, block) -> {
            ControlBlock known = before.get(reference);
            boolean sameRevision = known != null && known.configurationRevision() == block.configurationRevision();
            if (sameRevision && !members(known).equals(members(block))) {
                findings.add(new Finding(
                        SclRules.REVISION_NOT_RAISED,
                        reference,
                        block.position(),
                        "the dataset of " + reference + " is not that of " + known.position()
                                + ", but both have revision " + block.configurationRevision(),
                        SclRules.REVISION_NOT_RAISED.remedy()));
            }
        });
    }

    private static Map<String, ControlBlock> blocks(Ied ied) {
        Map<String, ControlBlock> blocks = new LinkedHashMap<>();
        ied.nodes().forEach(node -> node.controlBlocks().forEach(block -> blocks.put(block.reference(), block)));
        return blocks;
    }

    private static List<String> members(ControlBlock block) {
        return block.dataSet().map(DataSet::members).orElse(List.of()).stream()
                .map(member -> member.node() + "." + member.path() + " " + member.constraint())
                .toList();
    }
}
