package org.urvant.formats.project;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.urvant.core.configuration.Configuration;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.fault.MalformedInputException;
import org.urvant.core.fault.RefusedException;
import org.urvant.core.fault.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.mapping.SignalMapper;
import org.urvant.core.point.InformationType;
import org.urvant.core.project.AddressBook;
import org.urvant.core.project.Connection;
import org.urvant.core.project.Device;
import org.urvant.core.project.Mapping;
import org.urvant.core.project.Project;
import org.urvant.core.scl.ConnectedAccessPoint;
import org.urvant.core.scl.Ied;
import org.urvant.core.scl.SclFile;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Value;
import org.urvant.formats.file.SafeFile;
import org.urvant.formats.scl.SclReader;
import org.urvant.formats.type.Catalogue;
import org.urvant.formats.type.DeviceTypeReader;
import org.urvant.formats.yaml.FieldReader;
import org.urvant.formats.yaml.YamlDocument;
import org.urvant.formats.yaml.YamlText;

/**
 * A project on disk. Every change is written beside, synced and renamed, so a fault leaves the old file or the new one;
 * saving what has not changed touches nothing. Single-threaded.
 */
public final class ProjectFolder {
    /** The file that makes a folder a project. */
    public static final String MANIFEST = "urvant.yaml";

    private static final long MOST_TEXT = 4_000_000;
    private static final String ADDRESS_GIVEN = "address-given";

    private final Path root;
    private final InstantSource clock;
    private final String person;

    private ProjectFolder(Path root, InstantSource clock, String person) {
        this.root = root;
        this.clock = clock;
        this.person = person;
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
        SafeFile.writeText(root.resolve(MANIFEST), YamlText.map(Map.of("project", name)));
        return new ProjectFolder(root, clock, person);
    }

    /**
     * Opens the project that a folder is or lies in.
     *
     * @throws UnknownNameException when neither the folder nor any above it is a project
     */
    public static ProjectFolder open(Path start, InstantSource clock, String person) {
        for (Path at = start.toAbsolutePath().normalize(); at != null; at = at.getParent()) {
            if (Files.isRegularFile(at.resolve(MANIFEST))) {
                return new ProjectFolder(at, clock, person);
            }
        }
        throw new RefusedException(
                start + " is not in a project: neither it nor a folder above it has a " + MANIFEST,
                "Go to a project's folder, name one with --project, or make one with 'urvant new'.");
    }

    /** Returns the project's folder. */
    public Path root() {
        return root;
    }

    /** Returns the folder for what may be deleted at any time. */
    public Path cache() {
        return root.resolve(".urvant");
    }

    /** Returns the ledger of a device. */
    public Ledger ledger(String device) {
        String shownAs = "ledger/" + device + ".jsonl";
        return new Ledger(root.resolve(shownAs), shownAs, clock, person);
    }

    /** Reads the whole project; faults in its files come as findings of the project. */
    public Project load() {
        List<Finding> findings = new ArrayList<>();
        FieldReader manifest = new FieldReader("project", yaml(MANIFEST).root(), findings::add);
        String name = manifest.required("project", "unnamed").text();
        manifest.finish();
        SortedMap<String, Device> devices = new TreeMap<>();
        for (Path file : files("devices", ".yaml")) {
            String device = stem(file);
            devices.put(device, device(device, findings));
        }
        return new Project(name, types(), devices, sources(findings), findings);
    }

    private Device device(String name, List<Finding> findings) {
        String tableName = "mappings/" + name + ".csv";
        Path table = root.resolve(tableName);
        List<Mapping> mappings = Files.exists(table)
                ? MappingTable.read(name, tableName, SafeFile.readText(table, MOST_TEXT * 25, tableName), findings::add)
                : List.of();
        YamlDocument document = yaml("devices/" + name + ".yaml");
        return DeviceFile.read(name, document, mappings, addresses(name), findings::add);
    }

    private AddressBook addresses(String device) {
        Map<AddressBook.Place, String> owners = new HashMap<>();
        for (Ledger.Line line : ledger(device).lines()) {
            if (ADDRESS_GIVEN.equals(line.event())) {
                InformationType.Direction direction = "control".equals(line.text("direction"))
                        ? InformationType.Direction.CONTROL
                        : InformationType.Direction.MONITOR;
                owners.putIfAbsent(
                        new AddressBook.Place(
                                line.text("connection"), direction, Integer.parseInt(line.text("address"))),
                        line.text("signal"));
            }
        }
        return AddressBook.of(owners);
    }

    /** Returns the shipped device types and the project's own, by name; the project's own take precedence. */
    public SortedMap<String, DeviceType> types() {
        SortedMap<String, DeviceType> types = new TreeMap<>();
        Catalogue.names().forEach(name -> types.put(name, Catalogue.type(name).orElseThrow()));
        for (Path file : files("types", ".yaml")) {
            String shownAs = "types/" + file.getFileName();
            DeviceType type = DeviceTypeReader.read(shownAs, SafeFile.readText(file, MOST_TEXT, shownAs));
            types.put(type.name(), type);
        }
        return types;
    }

    private List<SclFile> sources(List<Finding> findings) {
        SourceIndex index = SourceIndex.read(root, findings::add);
        List<SclFile> files = new ArrayList<>();
        for (String source : index.names()) {
            byte[] content = SafeFile.read(root.resolve("sources").resolve(source), Integer.MAX_VALUE - 8L);
            index.verify(source, content).ifPresent(findings::add);
            files.add(new SclReader().read(content, "sources/" + source));
        }
        return files;
    }

    /**
     * Takes an SCL file into the project as it came. Importing the same content again changes nothing.
     *
     * @return the file's views
     * @throws RefusedException when a source of that name with other content is there, or an IED has no sound name
     */
    public SclFile importScl(Path file) {
        byte[] content = SafeFile.read(file, Integer.MAX_VALUE - 8L);
        String name = String.valueOf(file.getFileName());
        SclFile scl = new SclReader().read(content, name);
        if (scl.ieds().isEmpty()) {
            throw new RefusedException(
                    name + " holds no IED", "Import a file with IEDs: an ICD, IID, CID or SCD file.");
        }
        for (Ied ied : scl.ieds()) {
            if (!ied.name().matches("[A-Za-z][A-Za-z0-9_]{0,63}")) {
                throw new MalformedInputException(
                        ied.position(),
                        "IED name '" + ied.name() + "' is not allowed",
                        "A name starts with a letter and has letters, digits and _ only (IEC 61850-6, 9.3.1).");
            }
        }
        SourceIndex index = SourceIndex.read(root, finding -> {});
        for (String other : index.names()) {
            if (!other.equals(name)) {
                SclFile known = new SclReader().read(root.resolve("sources").resolve(other), "sources/" + other);
                scl.ieds().stream()
                        .filter(ied -> known.ied(ied.name()).isPresent())
                        .findFirst()
                        .ifPresent(ied -> {
                            throw new RefusedException(
                                    "IED " + ied.name() + " is already in the project, from sources/" + other,
                                    "Import a newer file of it under the same file name, or remove the old one.");
                        });
            }
        }
        SafeFile.write(root.resolve("sources").resolve(name), content);
        index.with(name, content).write(root);
        return scl;
    }

    /**
     * Adds a device of a type.
     *
     * @param link address and port of its maintenance link, such as {@code 192.0.2.20:8443}; null when not known
     * @throws RefusedException when a device of that name exists
     * @throws UnknownNameException when there is no such type
     */
    public void addDevice(String name, String typeName, String link) {
        if (!name.matches("[A-Za-z][A-Za-z0-9_-]{0,63}")) {
            throw new RefusedException(
                    "device name '" + name + "' is not allowed", "Use a letter, then letters, digits, _ and -.");
        }
        Path file = root.resolve("devices").resolve(name + ".yaml");
        if (Files.exists(file)) {
            throw new RefusedException("device " + name + " exists already", "Choose another name.");
        }
        SortedMap<String, DeviceType> types = types();
        DeviceType type = types.get(typeName);
        if (type == null) {
            throw new UnknownNameException("device type", typeName, types.keySet());
        }
        Map<String, Object> fields = new TreeMap<>();
        fields.put("device", name);
        fields.put("type", type.name());
        fields.put("firmware", type.firmware().get(type.firmware().size() - 1));
        if (link != null) {
            fields.put("link", link);
        }
        SafeFile.writeText(file, YamlText.map(fields));
    }

    /**
     * Connects a device: to an imported IED, whose address is taken from the file, or as the far end of a link.
     *
     * @param connection name of the connection
     * @param kind kind of connection in the device type
     * @param ied name of the IED at the other end; null for kinds without one
     */
    public void connect(Project project, String deviceName, String connection, String kind, String ied) {
        Device device = project.device(deviceName);
        DeviceType type = project.type(device)
                .orElseThrow(() -> new UnknownNameException(
                        "device type", device.type().text(), project.types().keySet()));
        ConnectionKind found = type.connection(kind)
                .orElseThrow(() -> new UnknownNameException(
                        "kind of connection", kind, type.connections().keySet()));
        if (device.connections().containsKey(connection)) {
            throw new RefusedException(
                    deviceName + " has a connection " + connection + " already", "Choose another name.");
        }
        List<String> path = List.of(DeviceFile.CONNECTIONS, connection);
        YamlDocument document = yaml("devices/" + deviceName + ".yaml").with(append(path, "kind"), found.name());
        if (ied != null) {
            Ied known = project.ied(ied).orElseThrow(() -> new UnknownNameException("IED", ied, project.iedNames()));
            document = document.with(append(path, Connection.IED), known.name());
            Optional<String> address = known.connectedAccessPoint()
                    .map(ConnectedAccessPoint::address)
                    .map(parts -> parts.get("IP"));
            if (address.isPresent()) {
                document = document.with(append(path, "address"), address.get());
            }
        }
        SafeFile.writeText(root.resolve("devices/" + deviceName + ".yaml"), document.text());
    }

    private static List<String> append(List<String> path, String last) {
        return Stream.concat(path.stream(), Stream.of(last)).toList();
    }

    /** Saves what a mapping proposal brings: the rows into the table, the addresses into the ledger. */
    public void saveMappings(Device device, SignalMapper.Proposal proposal) {
        List<Mapping> rows = new ArrayList<>(device.mappings());
        rows.addAll(proposal.rows());
        List<SortedMap<String, Value>> events = new ArrayList<>();
        proposal.addresses().owners().entrySet().stream()
                .filter(entry -> device.addresses().owner(entry.getKey()).isEmpty())
                .sorted(Map.Entry.comparingByKey((a, b) -> Integer.compare(a.address(), b.address())))
                .forEach(entry -> events.add(new TreeMap<>(Map.of(
                        "event", Value.text(ADDRESS_GIVEN),
                        "connection", Value.text(entry.getKey().connection()),
                        "direction",
                                Value.text(entry.getKey().direction().name().toLowerCase(Locale.ROOT)),
                        "address", Value.number(entry.getKey().address()),
                        "signal", Value.text(entry.getValue())))));
        ledger(device.name()).append(events);
        SafeFile.writeText(root.resolve("mappings/" + device.name() + ".csv"), MappingTable.write(rows));
    }

    /**
     * Sets a value of a device, having held it against its definition: a setting by its path, a connection's setting with
     * the connection's name before it, or {@code link}.
     *
     * @return the value that stood there before, or empty when there was none
     * @throws UnknownNameException when there is no such setting
     * @throws MalformedInputException when the value does not fit
     */
    public Optional<String> set(Project project, String deviceName, String path, String value) {
        Device device = project.device(deviceName);
        String file = "devices/" + deviceName + ".yaml";
        SettingPlace place = SettingPlace.find(project, device, path);
        SettingDefinition.Reading reading = place.definition().read(value);
        if (reading.value().isEmpty()) {
            throw new MalformedInputException(Position.in(file), reading.message(), reading.remedy());
        }
        YamlDocument document = yaml(file);
        List<String> keys = document.keys(place.map(), place.definition().path());
        SafeFile.writeText(root.resolve(file), document.with(keys, value).text());
        return place.present();
    }

    /** Keeps a configuration that is about to be replaced, with time and fingerprint in its name; returns the file's name. */
    public String keepBackup(String device, Configuration configuration) {
        String time = clock.instant().truncatedTo(ChronoUnit.SECONDS).toString().replace(":", "");
        String name = "backups/" + device + "/" + time + "-"
                + configuration.fingerprint().brief() + ".json";
        SafeFile.write(root.resolve(name), configuration.bytes());
        return name;
    }

    /** Records a download that was read back and found equal. */
    public void recordDownload(String device, String serial, Fingerprint fingerprint, String replaced, String backup) {
        ledger(device)
                .append(List.of(new TreeMap<>(Map.of(
                        "event", Value.text("downloaded"),
                        "serial", Value.text(serial),
                        "fingerprint", Value.text(fingerprint.hex()),
                        "replaced", Value.text(replaced),
                        "backup", Value.text(backup)))));
    }

    /** Records that a device's configuration was read, and whether it was the project's. */
    public void recordReadBack(String device, String serial, Fingerprint fingerprint, boolean equal) {
        ledger(device)
                .append(List.of(new TreeMap<>(Map.of(
                        "event", Value.text("read-back"),
                        "serial", Value.text(serial),
                        "fingerprint", Value.text(fingerprint.hex()),
                        "equal", Value.logical(equal)))));
    }

    private YamlDocument yaml(String name) {
        return YamlDocument.parse(name, SafeFile.readText(root.resolve(name), MOST_TEXT, name));
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
