package org.urvant.project.folder;

import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import org.slf4j.LoggerFactory;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.progress.Progress;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.ExclusiveLock;
import org.urvant.file.SafeFile;
import org.urvant.file.Volume;
import org.urvant.project.Project;
import org.urvant.project.change.AddressFollowing;
import org.urvant.project.change.Change;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.scl.Ied;
import org.urvant.scl.selection.SignalIndex;

/**
 * A project on disk. Every change is written beside, synced and renamed, so a failure leaves the old file or the new one;
 * saving what has not changed touches nothing. Single-threaded.
 */
public final class ProjectFolder {
    /** The file that makes a folder a project. */
    public static final String MANIFEST = "urvant.yaml";

    private static final String CACHE = ".urvant";
    private static final int MOST_READINGS = 50;
    private static final long MOST_TEXT = 4_000_000;

    private final Path root;
    private final Workplace workplace;
    private final SourceFolder sources;
    private final ProjectFiles files;
    private final Basis basis;
    private final SiteReader reader;
    private final SiteWriter writer;

    private ProjectFolder(Path root, Workplace workplace, Volume volume) {
        this.root = root;
        this.workplace = workplace;
        this.files = new ProjectFiles(root, workplace, volume);
        this.basis = new Basis(files);
        this.sources = new SourceFolder(files, workplace);
        this.reader = new SiteReader(files, sources, workplace);
        this.writer = new SiteWriter(files, sources, workplace);
    }

    /**
     * Creates a project in a folder that is new or empty.
     *
     * @throws RefusedException when the folder holds something already
     */
    public static ProjectFolder create(Path root, String name, Workplace workplace) {
        NewFolder.make(root, name);
        return new ProjectFolder(root.toAbsolutePath().normalize(), workplace, Volume.DISK);
    }

    /**
     * Opens the project that a folder is or lies in. A change that this user began and that was cut off is finished first.
     *
     * @throws RefusedException when neither the folder nor any above it is a project, or somebody else's change was cut off
     */
    public static ProjectFolder open(Path start, Workplace workplace) {
        return open(start, workplace, Volume.DISK);
    }

    static ProjectFolder open(Path start, Workplace workplace, Volume volume) {
        ProjectFolder folder = new ProjectFolder(project(start), workplace, volume);
        folder.files.settle();
        return folder;
    }

    private static Path project(Path start) {
        return find(start)
                .orElseThrow(() -> new RefusedException(
                        start + " is not in a project: neither it nor a folder above it has a " + MANIFEST,
                        "Go to a project's folder, name one, or begin one.",
                        Step.of(Action.NEW, "NAME")));
    }

    /** Returns the folder of the project that a folder is or lies in; empty when it is in none. */
    public static Optional<Path> find(Path start) {
        for (Path at = start.toAbsolutePath().normalize(); at != null; at = at.getParent()) {
            if (Files.isRegularFile(at.resolve(MANIFEST))) {
                return Optional.of(at);
            }
        }
        return Optional.empty();
    }

    /** Returns the change of a project that was cut off and is not this user's own, or not finished yet. */
    public static Optional<CutOff> cutOff(Path start, Workplace workplace) {
        return new ProjectFolder(project(start), workplace, Volume.DISK).files.cutOff();
    }

    /** Finishes the change of a project that was cut off, whoever began it. */
    public static CutOff finish(Path start, Workplace workplace) {
        return new ProjectFolder(project(start), workplace, Volume.DISK).files.finish();
    }

    /**
     * Leaves the files of a project as a change left them that was cut off.
     *
     * @return where what it was about to write is kept
     */
    public static String setAside(Path start, Workplace workplace) {
        return new ProjectFolder(project(start), workplace, Volume.DISK).files.setAside();
    }

    /** Returns the change that was cut off and that opening the project finished. */
    public Optional<CutOff> finished() {
        return files.finished();
    }

    /**
     * Keeps others from changing the project until the lock is closed, so that what is read, planned and written rests on one
     * state. They wait, and give up with a message.
     *
     * @throws RefusedException when somebody else changes the project for longer than one waits
     */
    public ExclusiveLock hold() {
        return files.hold();
    }

    /** Lets somebody follow what takes time. */
    public void watch(Progress watcher) {
        sources.watch(watcher);
    }

    /** Returns the project's folder. */
    public Path root() {
        return root;
    }

    /** Returns the folder for what may be deleted at any time. */
    public Path cache() {
        return files.path(CACHE);
    }

    /** Keeps a note that may be lost at any time, without waiting for the disk. */
    public void keepNote(String name, String text) {
        try {
            SafeFile.writeNote(files.path(CACHE + "/" + name), text.getBytes(StandardCharsets.UTF_8));
        } catch (UrvantException e) {
            LoggerFactory.getLogger(ProjectFolder.class).debug("note {} was not kept", name, e);
        }
    }

    /** Returns a note that was kept; empty text when there is none. */
    public String note(String name) {
        Path file = cache().resolve(name);
        return Files.isRegularFile(file) ? SafeFile.readText(file, MOST_TEXT, name) : "";
    }

    /** Returns what happened to a device; it may know nothing yet. */
    public DeviceHistory history(String device) {
        return new DeviceHistory(files, device, workplace);
    }

    /** Returns what can be proven of the ledgers, and by what. */
    public Evidence evidence() {
        return new Evidence(root, files, workplace);
    }

    /** From now on what was kept of the project's files is not used: they are read, and checked, anew. */
    public void readAnew() {
        sources.readAnew();
    }

    /** Returns what a device's configuration rests on, as one value: equal as long as no file of it was changed. */
    public Fingerprint basis(String device) {
        return basis.now(device);
    }

    /** Returns the same as the project was last read here, so that plans of many devices ask once for what they share. */
    public Fingerprint basisAsRead(String device) {
        return basis.asRead(device);
    }

    /** Returns the names of all devices that have a ledger, those that were removed too. */
    public List<String> ledgers() {
        return files.list("ledger", ".jsonl").stream().map(SiteReader::stem).toList();
    }

    /**
     * Reads the whole project in one state; mistakes in its files come as findings of the project. While somebody changes it,
     * it is read again.
     */
    public Project load() {
        for (int reading = 1; reading < MOST_READINGS; reading++) {
            files.settle();
            files.beginReading();
            try {
                Project project = reader.read();
                if (files.isAsRead()) {
                    return project;
                }
            } catch (UrvantException | UncheckedIOException e) {
                if (files.isAsRead()) {
                    throw e;
                }
            }
        }
        throw new RefusedException(
                "the files of the project change all the time", "Wait until that is done, then do it again.");
    }

    /**
     * Returns the indexes of the signals of the imported IEDs that are wanted, one a file, and of what the site's devices and
     * lists offer: from the cache, or made and kept there.
     *
     * @throws UrvantException when a source cannot be read
     */
    public List<SignalIndex> signals() {
        return signals(finding -> {
            throw new MalformedInputException(finding.position(), finding.message(), finding.remedy());
        });
    }

    /** Returns the same; a source that cannot be read is a finding, and its signals are missing. */
    public List<SignalIndex> signals(Consumer<Finding> findings) {
        List<SignalIndex> indexes = new ArrayList<>(sources.indexes(findings));
        indexes.add(new OwnSignals(files, workplace).index(reader::readOwn));
        return indexes;
    }

    /** Returns the saved queries by name. */
    public SortedMap<String, String> queries() {
        return SavedQueries.read(files);
    }

    /** Keeps a query under a name; an empty text forgets it. */
    public void saveQuery(String name, String text) {
        SavedQueries.save(files, name, text);
    }

    /**
     * Returns the shipped device types and the project's own, by name; the project's own take precedence. One with mistakes is
     * left out; {@link #load} tells of them.
     */
    public DeviceTypes types() {
        return ownTypes().all(finding -> {});
    }

    /** Returns the device types of the project's own. */
    public OwnTypes ownTypes() {
        return new OwnTypes(files);
    }

    /**
     * Says what the import of an SCL file would do; changes nothing.
     *
     * @throws RefusedException when the file holds neither an IED nor a site
     * @throws MalformedInputException when it is no sound SCL file
     */
    public ImportPlan planImport(Path file) {
        return sources.plan(file);
    }

    /**
     * Takes an SCL file into the project as it came; connections that have an address of the older file follow. Importing the
     * same content again changes nothing.
     *
     * @param wanted names of the IEDs in it that the project is to know; the others stay in the file, unseen
     * @return what followed
     * @throws RefusedException when IEDs of another file would go that are not among them
     */
    public List<AddressFollowing.Followed> carryOut(ImportPlan plan, Collection<String> wanted) {
        return files.locked(() -> {
            sources.requireAsPlanned();
            plan.replaced(wanted); // refuses before anything is written
            Batch batch = new Batch();
            List<AddressFollowing.Followed> followed = List.of();
            if (plan.movesAddresses()) {
                Project before = load();
                AddressFollowing following = AddressFollowing.of(before, plan.newer(wanted));
                writer.add(batch, before, following.project());
                followed = following.followed();
            }
            sources.carryOut(plan, wanted, batch);
            files.commit(batch);
            sources.imported(plan);
            return followed;
        });
    }

    /** Says which connections would follow an import; changes nothing. */
    public List<AddressFollowing.Followed> following(ImportPlan plan, Collection<String> wanted) {
        return plan.movesAddresses()
                ? AddressFollowing.of(load(), plan.newer(wanted)).followed()
                : List.of();
    }

    /** Takes an SCL file with all its IEDs into the project. */
    public void importScl(Path file) {
        ImportPlan plan = planImport(file);
        carryOut(plan, plan.file().ieds().stream().map(Ied::name).toList());
    }

    /** Returns what the checks find in the whole project; known without reading it while none of its files was touched. */
    public List<Finding> check() {
        return kept().findings(() -> ProjectCheck.check(load()));
    }

    /** Returns the same of the project as it was loaded last. */
    public List<Finding> check(Project loaded) {
        return files.isAsRead() ? kept().findings(() -> ProjectCheck.check(loaded)) : ProjectCheck.check(loaded);
    }

    private KeptCheck kept() {
        return new KeptCheck(root, sources.cache());
    }

    /** From now on nothing is written: changes are planned, checked and refused as ever, and end before the first file. */
    public void rehearse() {
        files.rehearse();
    }

    /** Returns the names of files of the project that were written through this folder, or would have been. */
    public SortedSet<String> written() {
        return files.written();
    }

    /** Says what the change that follows is, as people will read it when they undo it. */
    public void describe(String words) {
        files.describe(words);
    }

    /**
     * Puts the last change back.
     *
     * @param isTrial whether only to say what would be put back
     * @throws RefusedException when there is none, or a file was changed by something else since
     */
    public Undone undo(boolean isTrial) {
        return files.undo(isTrial);
    }

    /**
     * Carries a change of the site out, as a whole. Addresses that were given go into the ledger with it.
     *
     * @return names of the files in which copies of what stood there are kept
     * @throws RefusedException when a file is written in a way in which that cannot be done, or was changed by something else
     *     since the site was read; then nothing was written
     */
    public List<String> carryOut(Change change) {
        return writer.carryOut(change);
    }

    /** Carries the change from one state of the site to another out. */
    public void save(Project before, Project after) {
        carryOut(Change.of(before, after));
    }

    /**
     * Records which addresses the rows of a device have, so that none is given to another signal later. Those that a person wrote
     * into its file are not recorded before.
     */
    public void recordAddresses(Project project, String device) {
        Project after = DeviceChange.withAddressesGiven(project, device);
        if (after.device(device).addresses() != project.device(device).addresses()) {
            save(project, after);
        }
    }

    /** Changes the site and saves it: reads it, lets it be changed, and writes what differs. */
    public Project change(UnaryOperator<Project> change) {
        return files.locked(() -> {
            Project before = load();
            Project after = change.apply(before);
            save(before, after);
            return after;
        });
    }

    /** Sets values of a device and saves them; see {@link ValueChange#set(Project, Map)}. */
    public void set(Project project, String deviceName, Map<String, String> values) {
        save(project, ValueChange.set(project, deviceName, values));
    }

    /**
     * Sets one value of a device and saves it; see {@link ValueChange#set(Project, Map)}.
     *
     * @return what stood there before, its default, or {@code (open)}
     */
    public String set(Project project, String deviceName, String path, String value) {
        String before = ValueChange.shown(project, deviceName, path);
        set(project, deviceName, Map.of(path, value));
        return before;
    }
}
