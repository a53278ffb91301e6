package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.Role;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.InformationObject;
import org.urvant.core.point.InformationType;
import org.urvant.core.point.PointGroup;
import org.urvant.core.point.Protocol;
import org.urvant.core.text.ShortName;
import org.urvant.project.AddressBook;
import org.urvant.project.Connection;
import org.urvant.project.Conventions;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Past;
import org.urvant.project.Project;

/**
 * Proposes mappings from data attributes to information objects: type by common data class, name by the project's template,
 * address by its plan. Deterministic: the same signals on the same device get the same rows.
 */
public final class SignalMapper {
    private final Project project;
    private final Device device;
    private final String to;
    private final OptionalInt start;
    private final Set<String> mapped = new HashSet<>();
    private final Set<String> keys = new HashSet<>();
    private final Set<String> names = new HashSet<>();
    private final Set<AddressBook.GivenAddress> used;
    private final Map<String, List<AddressBook.GivenAddress>> earlier = new HashMap<>();
    private final List<Mapping> rows = new ArrayList<>();
    private final List<MappedSignal> present = new ArrayList<>();
    private final Map<MappedSignal, String> leftOut = new LinkedHashMap<>();
    private final Map<String, String> shortened = new LinkedHashMap<>();
    private AddressBook book;

    private SignalMapper(Project project, Device device, String to, OptionalInt start) {
        this.project = project;
        this.device = device;
        this.to = to;
        this.start = start;
        this.book = device.addresses();
        this.used = new HashSet<>(book.owners().keySet());
        for (Mapping mapping : device.mappings()) {
            keys.add(mapping.key());
            names.add(mapping.name());
            mapped.add(mapping.source() + "|" + mapping.to());
            mapped.add(mapping.destination() + "|" + mapping.from());
            ResolvedMapping.resolve(project, device, mapping, finding -> {})
                    .ifPresent(resolved -> used.add(resolved.place()));
        }
        book.owners().forEach((place, owner) -> {
            if (place.connection().equals(to)) {
                earlier.computeIfAbsent(owner, signal -> new ArrayList<>()).add(place);
            }
        });
    }

    /**
     * What a proposal brings.
     *
     * @param rows the new rows, in the order of the signals
     * @param addresses the address book with the new addresses
     * @param present signals that were mapped to the receiver before and keep their rows
     * @param leftOut signals that are not mapped, with the reason
     * @param shortened names that had to be shortened: the name by the template, and what became of it
     */
    public record Proposal(
            List<Mapping> rows,
            AddressBook addresses,
            List<MappedSignal> present,
            Map<MappedSignal, String> leftOut,
            Map<String, String> shortened) {
        /** Returns the project in which a device has the new rows and addresses. */
        public Project carriedOut(Project project, Device device) {
            List<Mapping> all = new ArrayList<>(device.mappings());
            all.addAll(rows);
            return project.with(device.withMappings(all).with(new Past(addresses, device.record())));
        }
    }

    /**
     * Proposes a row for each signal that has none yet.
     *
     * @param to name of the connection to the control centre
     * @param signals data attributes of connected IEDs and channels of the device, in the order in which addresses are given
     * @param start the first address to try for every type; empty to follow the project's plan
     * @throws UnknownNameException when the device has no such connection
     * @throws RefusedException when no point of the connection can carry signals, or a block of the plan is full
     */
    public static Proposal propose(
            Project project, Device device, String to, List<MappedSignal> signals, OptionalInt start) {
        requireReceiver(project, device, to);
        SignalMapper mapper = new SignalMapper(project, device, to, start);
        signals.forEach(mapper::add);
        return new Proposal(mapper.rows, mapper.book, mapper.present, mapper.leftOut, mapper.shortened);
    }

    /** Returns the names of a device's connections that signals can be mapped to. */
    public static List<String> receivers(Project project, Device device) {
        return device.connections().values().stream()
                .filter(connection -> kind(project, device, connection)
                        .filter(kind -> kind.protocol() == Protocol.IEC104 && kind.role() == Role.SERVER)
                        .isPresent())
                .map(Connection::name)
                .toList();
    }

    private static Optional<ConnectionKind> kind(Project project, Device device, Connection connection) {
        return project.type(device)
                .flatMap(type -> type.connection(connection.kind().text()));
    }

    private static void requireReceiver(Project project, Device device, String name) {
        Connection connection = device.connections().get(name);
        if (connection == null) {
            throw new UnknownNameException(
                    "connection", name, device.connections().keySet());
        }
        List<String> receivers = receivers(project, device);
        if (!receivers.contains(name)) {
            throw new RefusedException(
                    "signals cannot be mapped to " + name + ", a connection of kind "
                            + connection.kind().text(),
                    receivers.isEmpty()
                            ? device.name() + " has no connection to a control centre."
                            : "Map to " + String.join(", ", receivers) + ".");
        }
    }

    private void add(MappedSignal signal) {
        String from = from(signal);
        if (from.isEmpty()) {
            String ied = ((MappedSignal.OfIed) signal)
                    .attribute()
                    .node()
                    .device()
                    .ied()
                    .name();
            leftOut.put(signal, "belongs to IED " + ied + ", to which " + device.name() + " has no connection");
            return;
        }
        PointTypes.Carriage carriage = signal.carriage();
        if (!carriage.isPossible()) {
            leftOut.put(signal, carriage.reason());
            return;
        }
        if (!mapped.add(signal.reference() + "|" + to)) {
            present.add(signal);
            return;
        }
        InformationType type = carriage.types().get(0);
        AddressBook.GivenAddress place = earlier.getOrDefault(signal.reference(), List.of()).stream()
                .filter(known -> known.direction() == type.direction())
                .findFirst()
                .orElseGet(() -> free(type));
        used.add(place);
        book = book.with(place, signal.reference());
        String key = MappingKey.of(signal.reference(), to, keys);
        keys.add(key);
        rows.add(row(key, from, signal, new InformationObject(type, place.address())));
    }

    /** Returns the connection over which a signal comes; empty text when the device has none to its IED. */
    private String from(MappedSignal signal) {
        return signal instanceof MappedSignal.OfIed ofIed
                ? device.connectionTo(ofIed.attribute().node().device().ied().name())
                        .map(Connection::name)
                        .orElse("")
                : ChannelPoint.OWN;
    }

    private AddressBook.GivenAddress free(InformationType type) {
        Conventions.Block block = start.isPresent()
                ? new Conventions.Block(start.getAsInt(), InformationObject.HIGHEST)
                : project.conventions().block(PointGroup.of(type));
        for (int address = block.first(); address <= block.last(); address++) {
            AddressBook.GivenAddress place = new AddressBook.GivenAddress(to, type.direction(), address);
            if (!used.contains(place)) {
                return place;
            }
        }
        throw new RefusedException(
                "no address is free in " + block.first() + " to " + block.last() + " for "
                        + PointGroup.of(type).word() + " on " + to,
                "Widen the block in the conventions of the project.");
    }

    private Mapping row(String key, String from, MappedSignal signal, InformationObject object) {
        String full = signal.name(project.conventions().names());
        int longest = longestName(project, device, to);
        String name = ShortName.of(full, longest, project.conventions().abbreviations(), names);
        if (!name.equals(full)) {
            shortened.put(full, name);
        }
        names.add(name);
        Position position = Position.in("proposal");
        String place = signal.place();
        Mapping.End relay = new Mapping.End(from, signal.reference());
        Mapping.End receiver = new Mapping.End(to, object.text());
        return object.type().direction() == InformationType.Direction.MONITOR
                ? new Mapping(key, name, place, relay, receiver, true, position)
                : new Mapping(key, name, place, receiver, relay, false, position);
    }

    /** Returns the greatest length of a point's name on a connection; 0 for no bound. */
    public static int longestName(Project project, Device device, String connection) {
        Connection found = device.connections().get(connection);
        return found == null
                ? 0
                : project.type(device)
                        .flatMap(type -> type.connection(found.kind().text()))
                        .map(kind -> kind.capacity().longestName())
                        .orElse(0);
    }
}
