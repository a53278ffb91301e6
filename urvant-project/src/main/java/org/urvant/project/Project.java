package org.urvant.project;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
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
 * @param sources imported SCL files
 * @param unwanted by file, names of IEDs in it that nobody ticked at import
 * @param bays bays of the site by name
 * @param picks kept choices of signals by name
 * @param muted reasons by rule and subject of findings that a person muted
 * @param findings what was wrong in the project's files when they were read
 */
public record Project(
        String name,
        Conventions conventions,
        DeviceTypes types,
        SortedMap<String, Device> devices,
        List<SclFile> sources,
        Map<String, Set<String>> unwanted,
        SortedMap<String, Bay> bays,
        SortedMap<String, Pick> picks,
        SortedMap<String, String> muted,
        List<Finding> findings) {
    public Project {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(types, "types");
        devices = Collections.unmodifiableSortedMap(new TreeMap<>(devices));
        sources = List.copyOf(sources);
        bays = Collections.unmodifiableSortedMap(new TreeMap<>(bays));
        unwanted = Map.copyOf(unwanted);
        picks = Collections.unmodifiableSortedMap(new TreeMap<>(picks));
        muted = Collections.unmodifiableSortedMap(new TreeMap<>(muted));
        findings = List.copyOf(findings);
    }

    /**
     * Returns the device with a name.
     *
     * @throws UnknownNameException when there is none; names the nearest
     */
    public Device device(String name) {
        Device device = devices.get(name);
        if (device == null) {
            throw new UnknownNameException("device", name, devices.keySet());
        }
        return device;
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
        return sources.stream()
                .filter(file -> !unwanted(file).contains(name))
                .flatMap(file -> file.ied(name).stream())
                .findFirst();
    }

    /** Returns whether some device of the project is connected to an IED. */
    public boolean isAsked(String ied) {
        return devices.values().stream()
                .anyMatch(device -> device.connectionTo(ied).isPresent());
    }

    /** Returns the imported IEDs that are wanted, in the order of the files. */
    public List<Ied> ieds() {
        return sources.stream()
                .flatMap(file -> {
                    Set<String> hidden = unwanted(file);
                    return file.ieds().stream().filter(ied -> !hidden.contains(ied.name()));
                })
                .toList();
    }

    /** Returns the IEDs that came with the file of another and were not ticked: copies that the other was made with. */
    public List<Ied> copies() {
        return sources.stream()
                .flatMap(file ->
                        file.ieds().stream().filter(ied -> unwanted(file).contains(ied.name())))
                .toList();
    }

    /** Returns the names of IEDs in an imported file that nobody ticked at import. */
    public Set<String> unwanted(SclFile file) {
        return unwanted.getOrDefault(file.name(), Set.of());
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
     */
    public Pick pick(String name) {
        Pick pick = picks.get(name);
        if (pick == null) {
            throw new UnknownNameException("pick", name, picks.keySet());
        }
        return pick;
    }

    /** Returns the project with one device added or replaced. */
    public Project withDevice(Device device) {
        SortedMap<String, Device> others = new TreeMap<>(devices);
        others.put(device.name(), device);
        return new Project(name, conventions, types, others, sources, unwanted, bays, picks, muted, findings);
    }
}
