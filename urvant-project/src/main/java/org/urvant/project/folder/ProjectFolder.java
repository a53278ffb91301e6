package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.progress.Progress;
import org.urvant.core.tree.Section;
import org.urvant.file.SafeFile;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.project.type.Catalogue;
import org.urvant.project.type.DeviceTypeReader;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.SignalIndex;

/**
 * A project on disk. Every change is written beside, synced and renamed, so a mistake leaves the old file or the new one;
 * saving what has not changed touches nothing. Single-threaded.
 */
public final class ProjectFolder {
    /** The file that makes a folder a project. */
    public static final String MANIFEST = "urvant.yaml";

    private static final long MOST_TEXT = 4_000_000;

    private final Path root;
    private final InstantSource clock;
    private final String person;
    private final SourceFolder sources;
    private final ProjectFiles files;

    private ProjectFolder(Path root, InstantSource clock, String person) {
        this.root = root;
        this.clock = clock;
        this.person = person;
        this.files = new ProjectFiles(root);
        this.sources = new SourceFolder(root, files);
    }

    /**
     * Creates a project in a folder that is new or empty.
     *
     * @param person who works; stands in the ledger
     * @throws RefusedException when the folder holds something already
     */
    public static ProjectFolder create(Path root, String name, InstantSource clock, String person) {
        if (Files.exists(root)) {
            try (Stream<Path> content = Files.list(root)) {
                if (content.findAny().isPresent()) {
                    throw new RefusedException(
                            root + " is not empty", "Name a folder that does not exist yet, or an empty one.");
                }
            } catch (IOException e) {
                throw new RefusedException(root + " is no folder", "Name a folder that does not exist yet.");
            }
        }
        SafeFile.writeText(root.resolve(MANIFEST), Manifest.text(name));
        return new ProjectFolder(root, clock, person);
    }

    /**
     * Opens the project that a folder is or lies in.
     *
     * @throws UnknownNameException when neither the folder nor any above it is a project
     */
    public static ProjectFolder open(Path start, InstantSource clock, String person) {
        return find(start, clock, person)
                .orElseThrow(() -> new RefusedException(
                        start + " is not in a project: neither it nor a folder above it has a " + MANIFEST,
                        "Go to a project's folder, name one with --project, or make one with 'urvant new'."));
    }

    /** Returns the project that a folder is or lies in; empty when it is in none. */
    public static Optional<ProjectFolder> find(Path start, InstantSource clock, String person) {
        for (Path at = start.toAbsolutePath().normalize(); at != null; at = at.getParent()) {
            if (Files.isRegularFile(at.resolve(MANIFEST))) {
                return Optional.of(new ProjectFolder(at, clock, person));
            }
        }
        return Optional.empty();
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
        return root.resolve(".urvant");
    }

    /** Keeps a note that may be lost at any time, without waiting for the disk. */
    public void keepNote(String name, String text) {
        try {
            Files.createDirectories(cache());
            Files.writeString(cache().resolve(name), text);
        } catch (IOException e) {
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
        String shownAs = "ledger/" + device + ".jsonl";
        Ledger ledger = new Ledger(root.resolve(shownAs), shownAs, clock, person);
        return new DeviceHistory(this, device, ledger, clock);
    }

    /** Returns the names of all devices that have a ledger, those that were removed too. */
    public List<String> ledgers() {
        return files("ledger", ".jsonl").stream().map(ProjectFolder::stem).toList();
    }

    /** Reads the whole project; mistakes in its files come as findings of the project. */
    public Project load() {
        List<Finding> findings = new ArrayList<>();
        Manifest manifest =
                Manifest.read(new FieldReader("project", yaml(MANIFEST).root(), findings::add));
        SortedMap<String, Device> devices = new TreeMap<>();
        for (Path file : files("devices", ".yaml")) {
            String device = stem(file);
            devices.put(device, device(device, findings));
        }
        SortedMap<String, Pick> picks = new TreeMap<>();
        for (Path file : files("picks", ".yaml")) {
            String pick = stem(file);
            picks.put(
                    pick,
                    PickFile.read(
                            pick,
                            new FieldReader(
                                    pick, yaml("picks/" + pick + ".yaml").root(), findings::add)));
        }
        SourceIndex index = sources.index(findings::add);
        return new Project(
                manifest.name(),
                manifest.conventions(),
                types(findings::add),
                devices,
                sources.read(index, findings::add),
                index.unwanted(),
                site().bays(findings::add),
                picks,
                manifest.muted(),
                findings);
    }

    /**
     * Returns the indexes of the signals of the imported IEDs that are wanted, one a file: from the cache, or made and kept
     * there. Reads nothing else of the project.
     */
    public List<SignalIndex> signals() {
        return sources.indexes();
    }

    /** Returns the saved queries by name. */
    public SortedMap<String, String> queries() {
        return SavedQueries.read(files);
    }

    /** Keeps a query under a name; an empty text forgets it. */
    public void saveQuery(String name, String text) {
        SavedQueries.save(files, name, text);
    }

    private Device device(String name, List<Finding> findings) {
        String tableName = "mappings/" + name + ".csv";
        Path table = root.resolve(tableName);
        List<Mapping> mappings = Files.exists(table)
                ? MappingTable.read(name, tableName, SafeFile.readText(table, MOST_TEXT * 25, tableName), findings::add)
                : List.of();
        YamlDocument document = yaml(DeviceFile.name(name));
        DeviceHistory history = history(name);
        List<Ledger.Line> lines = history.lines();
        return DeviceFile.read(name, document, mappings, history.addresses(lines), history.record(lines), findings::add)
                .withLogic(logic().text(name, findings::add));
    }

    /**
     * Returns the shipped device types and the project's own, by name; the project's own take precedence. One with mistakes is
     * left out; {@link #load} tells of them.
     */
    public DeviceTypes types() {
        return types(finding -> {});
    }

    private DeviceTypes types(Consumer<Finding> findings) {
        SortedMap<String, DeviceType> own = new TreeMap<>();
        for (Path file : files("types", ".yaml")) {
            String shownAs = "types/" + file.getFileName();
            DeviceTypeReader.read(shownAs, SafeFile.readText(file, MOST_TEXT, shownAs), findings)
                    .ifPresent(type -> {
                        DeviceTypeReader.verifyLogic(type, findings);
                        own.put(type.name(), type);
                    });
        }
        TreeSet<String> names = new TreeSet<>(Catalogue.names());
        names.addAll(own.keySet());
        return new DeviceTypes(
                names,
                name -> own.containsKey(name)
                        ? own.get(name)
                        : Catalogue.type(name).orElseThrow());
    }

    /** Returns the file of a device type, shipped or the project's own. */
    public String typeText(String name) {
        String own = "types/" + name + ".yaml";
        return Files.isRegularFile(root.resolve(own)) ? files.text(own) : Catalogue.text(name);
    }

    /**
     * Writes a device type of the project's own.
     *
     * @throws MalformedInputException when the text is no sound type
     */
    public void saveType(String name, String text) {
        DeviceTypeReader.read("types/" + name + ".yaml", text);
        files.write("types/" + name + ".yaml", text);
    }

    /**
     * Removes a device type of the project's own.
     *
     * @throws RefusedException when it is a shipped one
     */
    public void removeType(String name) {
        String own = "types/" + name + ".yaml";
        if (!Files.isRegularFile(root.resolve(own))) {
            throw new RefusedException(
                    "the project has no type '" + name + "' of its own", "Shipped types cannot be removed.");
        }
        files.delete(own);
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
     * Takes an SCL file into the project as it came. Importing the same content again changes nothing.
     *
     * @param wanted names of the IEDs in it that the project is to know; the others stay in the file, unseen
     * @throws RefusedException when IEDs of another file would go that are not among them
     */
    public void carryOut(ImportPlan plan, Collection<String> wanted) {
        sources.carryOut(plan, wanted);
    }

    /** Takes an SCL file with all its IEDs into the project. */
    public void importScl(Path file) {
        ImportPlan plan = planImport(file);
        carryOut(plan, plan.file().ieds().stream().map(Ied::name).toList());
    }

    /**
     * Says what goes when an imported file is taken out again; changes nothing.
     *
     * @throws UnknownNameException when no file of that name was imported
     */
    public Removal planRemoval(Project project, String source) {
        return project.sources().stream()
                .filter(file -> file.name().equals(source))
                .findFirst()
                .map(file -> Removal.of(project, file))
                .orElseThrow(() -> new UnknownNameException(
                        "imported file",
                        source,
                        project.sources().stream().map(SclFile::name).toList()));
    }

    /**
     * Takes an imported file out, with all that hangs on it.
     *
     * @return names of the files in which the old state is kept
     */
    public List<String> remove(Project project, Removal removal) {
        List<String> kept = new ArrayList<>();
        String copy = "backups/sources/" + stamp() + "-" + removal.source();
        SafeFile.write(root.resolve(copy), SafeFile.read(sources.path(removal.source()), Integer.MAX_VALUE - 8L));
        kept.add(copy);
        removal.connections().keySet().forEach(device -> kept.addAll(keepCopies(device)));
        removal.kept(project).forEach(this::writeMappings);
        removal.connections().forEach((device, connections) -> {
            String file = DeviceFile.name(device);
            YamlDocument document = yaml(file);
            for (String connection : connections) {
                document = document.without(List.of(DeviceFile.CONNECTIONS, connection));
            }
            files.write(file, document.text());
        });
        sources.remove(removal.source());
        return kept;
    }

    /** Writes a pick. */
    public void savePick(Pick pick) {
        files.write("picks/" + pick.name() + ".yaml", PickFile.text(pick));
    }

    /** Mutes a finding of a rule about a subject, with the reason that will be shown; an empty reason unmutes it. */
    public void mute(String place, String reason) {
        YamlDocument document = yaml(MANIFEST);
        List<String> path = List.of(Manifest.MUTED, place);
        files.write(MANIFEST, (reason.isEmpty() ? document.without(path) : document.with(path, reason)).text());
    }

    /** Returns how devices are added, copied, renamed and removed. */
    public Devices devices() {
        return new Devices(this, files);
    }

    /**
     * Adds a device of a type.
     *
     * @param link address and port of its maintenance link, such as {@code 192.0.2.20:8443}; null when not known
     * @throws RefusedException when a device of that name exists
     * @throws UnknownNameException when there is no such type
     */
    public void addDevice(String name, String typeName, String link) {
        devices().add(name, Devices.Start.of(typeName).withLink(link));
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

    /** Returns how devices get their connections. */
    public Connections connections() {
        return new Connections(files);
    }

    /** Saves what a mapping proposal brings: the addresses into the ledger, then the rows into the table. */
    public void saveMappings(Device device, SignalMapper.Proposal proposal) {
        List<Mapping> rows = new ArrayList<>(device.mappings());
        rows.addAll(proposal.rows());
        history(device.name()).addressesGiven(device.addresses(), proposal.addresses());
        writeMappings(device.name(), rows);
    }

    /** Replaces the rows of a device's mapping table. */
    public void writeMappings(String device, List<Mapping> rows) {
        files.write("mappings/" + device + ".csv", MappingTable.write(rows));
    }

    /**
     * Sets a value of a device, having held it against its definition: a setting by its path, one of a connection, channel,
     * row or setting group with its name before it, or {@code link}.
     *
     * @return what stood there before, its default, or {@code (open)}
     * @throws UnknownNameException when there is no such setting
     * @throws MalformedInputException when the value does not fit
     */
    public String set(Project project, String deviceName, String path, String value) {
        String before = DeviceEdit.shown(project, project.device(deviceName), yaml(DeviceFile.name(deviceName)), path);
        set(project, deviceName, Map.of(path, value));
        return before;
    }

    /**
     * Sets several values of a device by their paths: all of them, or none when one does not fit. A null takes the value away,
     * so that the default counts.
     */
    public void set(Project project, String deviceName, Map<String, String> values) {
        setAll(project, Map.of(deviceName, values));
    }

    /** Sets values of several devices by their paths: all of them, or none when one does not fit. */
    public void setAll(Project project, Map<String, ? extends Map<String, String>> values) {
        Map<String, String> texts = new TreeMap<>();
        values.forEach((name, changes) -> {
            String file = DeviceFile.name(name);
            texts.put(
                    file,
                    DeviceEdit.with(project, project.device(name), yaml(file), changes)
                            .text());
        });
        texts.forEach(files::write);
    }

    /**
     * Takes a row of a table out.
     *
     * @param isCascade whether to take away what refers to it too
     * @return names of the files in which the old state is kept
     * @throws RefusedException when something refers to it and that is not to go too
     */
    public List<String> dropRow(Project project, String deviceName, RowRemoval removal, boolean isCascade) {
        if (!removal.referrers().isEmpty() && !isCascade) {
            throw new RefusedException(
                    removal.rows().get(0) + " is still named by " + String.join("; ", removal.referrers()),
                    "Change these first, or take them away too with --cascade.");
        }
        Device device = project.device(deviceName);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        List<String> kept = keepCopies(deviceName);
        YamlDocument document = DeviceEdit.with(project, device, yaml(DeviceFile.name(deviceName)), removal.values());
        for (String row : removal.rows()) {
            document = document.without(sheets.sheet(row).orElseThrow().keys());
        }
        files.write(DeviceFile.name(deviceName), document.text());
        return kept;
    }

    /**
     * Holds values against their definitions without writing them; a null stands for the default.
     *
     * @throws UnknownNameException when there is no such setting
     * @throws MalformedInputException when a value does not fit
     */
    public void tryOut(Project project, String deviceName, Map<String, String> values) {
        DeviceEdit.with(project, project.device(deviceName), yaml(DeviceFile.name(deviceName)), values);
    }

    /** Returns what a device's file gives at a path; empty when its default counts, or nothing does. */
    public Optional<String> given(Project project, String deviceName, String path) {
        return DeviceEdit.given(project, project.device(deviceName), yaml(DeviceFile.name(deviceName)), path);
    }

    /** Returns what stands at a path of a device: the value given, its default, or {@code (open)}. */
    public String shown(Project project, String deviceName, String path) {
        return DeviceEdit.shown(project, project.device(deviceName), yaml(DeviceFile.name(deviceName)), path);
    }

    /**
     * Takes mappings, settings or both from a device; what identifies it and its connections stays.
     *
     * @return names of the files in which the old state is kept
     */
    public List<String> clear(Device device, boolean mappings, boolean settings) {
        List<String> kept = keepCopies(device.name());
        if (mappings) {
            writeMappings(device.name(), List.of());
        }
        if (settings) {
            String file = DeviceFile.name(device.name());
            files.write(file, DeviceEdit.cleared(device, yaml(file)).text());
        }
        if (mappings && settings) {
            logic().delete(device.name());
        }
        return kept;
    }

    /**
     * Takes the settings, connection values and mappings of a configuration into a device of the project, as far as the
     * device has such connections.
     *
     * @return names of the files in which the old state is kept
     */
    public List<String> adopt(Project project, Device device, Configuration held) {
        List<String> kept = keepCopies(device.name());
        Map<String, String> values = new TreeMap<>();
        Section present = ConfigurationBuilder.build(project, device).parts();
        Adoption.values("", present.section("settings"), held.parts().section("settings"), values);
        for (String connection : device.connections().keySet()) {
            Adoption.values(
                    connection + ".",
                    present.section("communications").section(connection),
                    held.parts().section("communications").section(connection),
                    values);
        }
        // what cannot be read back was not seen, so it must not be lost
        values.keySet().removeIf(project.typeOf(device).handling()::isGap);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        values.keySet().removeIf(path -> sheets.seek(path)
                .filter(place -> place.setting().isDerived())
                .isPresent());
        set(project, device.name(), values);
        dropRows(project, device, held.parts().section("settings"));
        writeMappings(device.name(), Adoption.mappings(device, held.parts().section("mappings")));
        logic().take(device, held.parts().section("logic"));
        return kept;
    }

    /** Rows that the device does not have go; a value can be set, but a row must be taken out. */
    private void dropRows(Project project, Device device, Section held) {
        YamlDocument document = yaml(DeviceFile.name(device.name()));
        for (Sheet sheet : DeviceSheets.of(project.typeOf(device), device).all()) {
            Section at = held;
            for (String part : sheet.prefix().split("\\.")) {
                at = at.section(part);
            }
            if (sheet.kind() == Sheet.Kind.ROW && at.nodes().isEmpty()) {
                document = document.without(sheet.keys());
            }
        }
        files.write(DeviceFile.name(device.name()), document.text());
    }

    /** Returns the structure of the site. */
    public SiteFile site() {
        return new SiteFile(files);
    }

    /** Returns the programs of its devices. */
    public LogicFile logic() {
        return new LogicFile(files);
    }

    private String stamp() {
        return clock.instant().truncatedTo(ChronoUnit.SECONDS).toString().replace(":", "");
    }

    List<String> keepCopies(String device) {
        String time = stamp();
        List<String> kept = new ArrayList<>();
        for (String name : LogicFile.names(device)) {
            if (Files.exists(root.resolve(name))) {
                String copy = "backups/" + device + "/" + time + "-" + name.substring(name.indexOf('/') + 1);
                SafeFile.write(root.resolve(copy), SafeFile.read(root.resolve(name), MOST_TEXT * 25));
                kept.add(copy);
            }
        }
        return kept;
    }

    private YamlDocument yaml(String name) {
        return files.yaml(name);
    }

    private List<Path> files(String folder, String ending) {
        Path at = root.resolve(folder);
        if (!Files.isDirectory(at)) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(at)) {
            return files.filter(file -> file.getFileName().toString().endsWith(ending))
                    .sorted()
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String stem(Path file) {
        String name = file.getFileName().toString();
        return name.substring(0, name.lastIndexOf('.'));
    }
}
