package org.urvant.project;

import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Ref;
import org.urvant.core.point.ListPoint;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.selection.Pick;

/**
 * One site: its devices, the types they are of, and the imported SCL files.
 *
 * @param name name of the site
 * @param conventions how signals are named and addresses given
 * @param types device types by name: the shipped catalogue and the project's own
 * @param devices devices by name
 * @param imported imported SCL files
 * @param bays bays of the site by name
 * @param choices kept picks and queries
 * @param remarks findings that a person muted, and what was wrong in the project's files
 */
public record Project(
        String name,
        Conventions conventions,
        DeviceTypes types,
        SortedMap<String, Device> devices,
        Imported imported,
        SortedMap<String, Bay> bays,
        Choices choices,
        Remarks remarks) {
    public Project {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(types, "types");
        devices = Collections.unmodifiableSortedMap(new TreeMap<>(devices));
        bays = Collections.unmodifiableSortedMap(new TreeMap<>(bays));
    }

    /** Returns a site with nothing in it yet. */
    public static Project of(String name, DeviceTypes types) {
        return new Project(
                name,
                Conventions.standard(),
                types,
                new TreeMap<>(),
                Imported.NOTHING,
                new TreeMap<>(),
                Choices.NONE,
                Remarks.NONE);
    }

    /** Returns the imported SCL files. */
    public List<SclFile> sources() {
        return imported.files();
    }

    /** Returns the lists of points by name. */
    public SortedMap<String, PointList> lists() {
        return imported.lists();
    }

    /**
     * Returns the list of points with a name.
     *
     * @throws UnknownNameException when there is none; names the nearest
     * @throws MalformedInputException when its file cannot be read
     */
    public PointList list(String list) {
        PointList found = lists().get(list);
        if (found == null) {
            requireReadable(Ref.of(Ref.Kind.LIST, list));
            throw new UnknownNameException("point list", list, lists().keySet());
        }
        return found;
    }

    /** Refuses what is not here because its file cannot be read. */
    private void requireReadable(Ref ref) {
        refuse(unread().stream()
                .filter(finding -> finding.about().contains(ref))
                .toList());
    }

    /** Returns what of a device's files could not be read, so that the device here is less than what they hold. */
    public List<Finding> unread(Device device) {
        return unread().stream()
                .filter(finding -> finding.about().contains(Ref.device(device.name())))
                .toList();
    }

    /** Returns what of the project's own files could not be read, so that the project here is less than what they hold. */
    public List<Finding> unread() {
        return remarks.findings().stream()
                .filter(finding -> finding.rule() == GeneralRules.FILE_MALFORMED)
                .toList();
    }

    /** Refuses a device of whose files something could not be read. */
    public void requireWhole(Device device) {
        refuse(unread(device));
    }

    /** Refuses when anything of the project's own files could not be read, for what all of them name. */
    public void requireWhole() {
        refuse(unread());
    }

    private static void refuse(List<Finding> unread) {
        unread.stream().findFirst().ifPresent(finding -> {
            throw new MalformedInputException(finding.position(), finding.message(), finding.remedy());
        });
    }

    /** Returns the point of a list, or empty. */
    public Optional<ListedPoint> listed(ListPoint point) {
        return Optional.ofNullable(lists().get(point.list())).flatMap(list -> list.point(point.key()));
    }

    /** Returns the kept choices of signals by name. */
    public SortedMap<String, Pick> picks() {
        return choices.picks();
    }

    /** Returns the reasons by rule and subject of findings that a person muted. */
    public SortedMap<String, String> muted() {
        return remarks.muted();
    }

    /** Returns what was wrong in the project's files when they were read. */
    public List<Finding> findings() {
        return remarks.findings();
    }

    /**
     * Returns the device with a name.
     *
     * @throws UnknownNameException when there is none; names the nearest
     * @throws MalformedInputException when its file cannot be read
     */
    public Device device(String name) {
        Device device = devices.get(name);
        if (device == null) {
            requireReadable(Ref.device(name));
            throw new UnknownNameException("device", name, devices.keySet());
        }
        return device;
    }

    /** Returns the devices of which the name, type, maker, labels or description contains a text, whatever its case. */
    public List<Device> devicesWith(String text) {
        String wanted = text.toLowerCase(Locale.ROOT);
        return devices.values().stream()
                .filter(device -> said(device).toLowerCase(Locale.ROOT).contains(wanted))
                .toList();
    }

    private String said(Device device) {
        return device.name() + " " + device.type().text() + " " + device.plate().text(Plate.Item.DESCRIPTION) + " "
                + type(device)
                        .map(type -> type.maker() + " " + type.title() + " "
                                + type.plate().labels())
                        .orElse("");
    }

    /** Returns the type of a device, or empty when the catalogue does not know it. */
    public Optional<DeviceType> type(Device device) {
        return types.find(device.type().text());
    }

    /**
     * Returns the type of a device.
     *
     * @throws UnknownNameException when the catalogue does not know it; names the nearest
     */
    public DeviceType typeOf(Device device) {
        return types.named(device.type().text());
    }

    /** Returns the imported IED with a name, or empty when there is none or nobody wanted it. */
    public Optional<Ied> ied(String name) {
        return sources().stream()
                .filter(file -> !unwanted(file).contains(name))
                .flatMap(file -> file.ied(name).stream())
                .findFirst();
    }

    /** Returns the names of the IEDs that devices of the project are connected to. */
    public Set<String> askedIeds() {
        Set<String> asked = new HashSet<>();
        for (Device device : devices.values()) {
            device.connections().values().forEach(connection -> connection.ied().ifPresent(asked::add));
        }
        return asked;
    }

    /** Returns the imported IEDs that are wanted, in the order of the files. */
    public List<Ied> ieds() {
        return sources().stream()
                .flatMap(file -> {
                    Set<String> hidden = unwanted(file);
                    return file.ieds().stream().filter(ied -> !hidden.contains(ied.name()));
                })
                .toList();
    }

    /** Returns the IEDs that came with the file of another and were not ticked: copies that the other was made with. */
    public List<Ied> copies() {
        return sources().stream()
                .flatMap(file ->
                        file.ieds().stream().filter(ied -> unwanted(file).contains(ied.name())))
                .toList();
    }

    /** Returns the names of IEDs in an imported file that nobody ticked at import. */
    public Set<String> unwanted(SclFile file) {
        return imported.unwanted().getOrDefault(file.name(), Set.of());
    }

    /** Returns the names of the imported IEDs that are wanted, in the order of the files. */
    public List<String> iedNames() {
        return ieds().stream().map(Ied::name).toList();
    }

    /**
     * Returns the data attribute of an imported IED with a reference.
     *
     * @throws UnknownNameException when there is none; names the nearest
     */
    public DataAttribute signal(String reference) {
        // no reference; a search for a plain word would find more than who names one signal expects
        if (reference.indexOf('/') < 0) {
            throw new UnknownNameException(
                    "signal",
                    reference,
                    "A signal goes by its reference, such as F01CTRL/XCBR1.Pos.stVal; a query has a field, such as ied:"
                            + iedNames().stream().findFirst().orElse("F01") + " or kind:trip.");
        }
        return ieds().stream()
                .flatMap(ied -> ied.attributeAt(reference).stream())
                .findFirst()
                .orElseThrow(() -> new UnknownNameException(
                        "signal",
                        reference,
                        signals().map(DataAttribute::reference).toList()));
    }

    /** Returns the data attributes of all imported IEDs, in the order of the files. */
    public Stream<DataAttribute> signals() {
        return ieds().stream()
                .flatMap(ied -> ied.logicalDevices().stream())
                .flatMap(device -> device.nodes().stream())
                .flatMap(node -> node.attributes().stream());
    }

    /**
     * Returns the pick with a name.
     *
     * @throws UnknownNameException when there is none; names the nearest
     * @throws MalformedInputException when its file cannot be read, or something in it
     */
    public Pick pick(String name) {
        Pick pick = picks().get(name);
        if (pick == null) {
            requireReadable(Ref.of(Ref.Kind.PICK, name));
            throw new UnknownNameException("pick", name, picks().keySet());
        }
        return pick;
    }

    /** Returns the project with one device added or replaced. */
    public Project with(Device device) {
        SortedMap<String, Device> others = new TreeMap<>(devices);
        others.put(device.name(), device);
        return withDevices(others);
    }

    /** Returns the project without a device; what refers to it stays. */
    public Project withoutDevice(String device) {
        SortedMap<String, Device> others = new TreeMap<>(devices);
        others.remove(device);
        return withDevices(others);
    }

    /** Returns the project with other devices, by their names. */
    public Project withDevices(SortedMap<String, Device> others) {
        return new Project(name, conventions, types, others, imported, bays, choices, remarks);
    }

    /** Returns the project with other conventions. */
    public Project with(Conventions others) {
        return new Project(name, others, types, devices, imported, bays, choices, remarks);
    }

    /** Returns the project with other imported files. */
    public Project with(Imported others) {
        return new Project(name, conventions, types, devices, others, bays, choices, remarks);
    }

    /** Returns the project with one bay added or replaced. */
    public Project with(Bay bay) {
        SortedMap<String, Bay> others = new TreeMap<>(bays);
        others.put(bay.name(), bay);
        return new Project(name, conventions, types, devices, imported, others, choices, remarks);
    }

    /** Returns the project without a bay. */
    public Project withoutBay(String bay) {
        SortedMap<String, Bay> others = new TreeMap<>(bays);
        others.remove(bay);
        return new Project(name, conventions, types, devices, imported, others, choices, remarks);
    }

    /** Returns the project with one pick added or replaced. */
    public Project with(Pick pick) {
        return with(choices.with(pick));
    }

    /** Returns the project with other picks and queries. */
    public Project with(Choices others) {
        return new Project(name, conventions, types, devices, imported, bays, others, remarks);
    }

    /** Returns the project with other remarks. */
    public Project with(Remarks others) {
        return new Project(name, conventions, types, devices, imported, bays, choices, others);
    }
}
