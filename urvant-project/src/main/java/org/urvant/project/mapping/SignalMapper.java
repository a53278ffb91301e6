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
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.core.point.Access;
import org.urvant.core.point.AddressGroup;
import org.urvant.core.point.AddressGroup.Block;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.Claim;
import org.urvant.core.point.Claims;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Shape;
import org.urvant.core.text.ShortName;
import org.urvant.project.AddressBook;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Past;
import org.urvant.project.Project;

/**
 * Proposes mappings of signals to points of a connection: what carries them by what they are, name by the project's template,
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
    private final PointSpace space;
    private final Claims<String> used = new Claims<>();
    private final Map<String, List<Claim>> earlier = new HashMap<>();
    private final Map<String, String> connections = new HashMap<>();
    private final int longestName;
    private final Map<Shape, List<String>> carriers = new HashMap<>();
    private final Map<String, Search> searches = new HashMap<>();
    private final Map<String, Search> widths = new HashMap<>();
    private final Map<AddressBook.GivenAddress, String> given = new HashMap<>();
    private final List<Mapping> rows = new ArrayList<>();
    private final List<MappedSignal> present = new ArrayList<>();
    private final Map<MappedSignal, String> leftOut = new LinkedHashMap<>();
    private final Map<String, String> shortened = new LinkedHashMap<>();

    private SignalMapper(Project project, Device device, String to, OptionalInt start) {
        this.project = project;
        this.device = device;
        this.to = to;
        this.start = start;
        this.longestName = longestName(project, device, to);
        this.space = space(project, device, device.connections().get(to)).orElseThrow();
        for (Mapping mapping : device.mappings()) {
            keys.add(mapping.key());
            if (mapping.to().equals(to) || mapping.from().equals(to)) {
                names.add(mapping.name());
            }
            if (mapping.to().equals(to) || mapping.origin().connection().equals(to)) {
                mapped.add(mapping.owner(to));
            }
            ResolvedMapping.resolve(project, device, mapping, finding -> {})
                    .filter(resolved -> resolved.objectConnection().equals(to))
                    .ifPresent(resolved -> used.add(resolved.object().claim(), resolved.signal()));
        }
        device.addresses().owners().forEach((place, owner) -> {
            if (place.connection().equals(to)) {
                used.add(place.claim(), owner);
                earlier.computeIfAbsent(owner, signal -> new ArrayList<>()).add(place.claim());
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
     * @param to name of the connection to map to
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
        return new Proposal(
                mapper.rows, device.addresses().with(mapper.given), mapper.present, mapper.leftOut, mapper.shortened);
    }

    /** Returns the names of a device's connections that signals can be mapped to. */
    public static List<String> receivers(Project project, Device device) {
        return device.connections().values().stream()
                .filter(connection -> kind(project, device, connection)
                        .filter(ConnectionKind::takesSignals)
                        .isPresent())
                .map(Connection::name)
                .toList();
    }

    private static Optional<ConnectionKind> kind(Project project, Device device, Connection connection) {
        return project.type(device)
                .flatMap(type -> type.connection(connection.kind().text()));
    }

    private static Optional<PointSpace> space(Project project, Device device, Connection connection) {
        return kind(project, device, connection).map(ConnectionKind::protocol);
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
                            ? device.name() + " has no connection that signals can be mapped to."
                            : "Map to " + String.join(", ", receivers) + ".");
        }
    }

    private void add(MappedSignal signal) {
        List<MappedSignal> sources =
                signal instanceof MappedSignal.Calculated calculated ? calculated.sources() : List.of(signal);
        List<Mapping.End> ends = new ArrayList<>();
        for (MappedSignal source : sources) {
            String from = from(source);
            if (from.isEmpty()) {
                leftOut.put(
                        signal, "belongs to IED " + ied(source) + ", to which " + device.name() + " has no connection");
                return;
            }
            ends.add(new Mapping.End(from, source.reference()));
        }
        Optional<Shape> shape = signal.shape();
        List<String> fitting = shape.map(known -> carriers.computeIfAbsent(known, space::carriers))
                .orElse(List.of());
        if (fitting.isEmpty()) {
            leftOut.put(
                    signal,
                    signal.reason().isEmpty() ? "nothing in " + space.title() + " carries it" : signal.reason());
            return;
        }
        String reference = signal.reference();
        if (!mapped.add(reference)) {
            present.add(signal);
            return;
        }
        PlacedPoint point = again(reference, fitting).orElseGet(() -> free(fitting.get(0)));
        used.add(point.claim(), reference);
        given.put(new AddressBook.GivenAddress(to, point.claim()), reference);
        String key = signal instanceof MappedSignal.Calculated calculated
                ? calculated.key()
                : MappingKey.of(reference, to, keys);
        keys.add(key);
        rows.add(row(key, ends, signal, shape.get().access() == Access.READ, point));
    }

    /** Returns the point at the address that a signal had before, if it had one. */
    private Optional<PlacedPoint> again(String reference, List<String> carriers) {
        for (Claim claim : earlier.getOrDefault(reference, List.of())) {
            Optional<PlacedPoint> point = carriers.stream()
                    .flatMap(carrier -> at(carrier, space.address(claim)).stream())
                    .filter(found -> found.claim().equals(claim))
                    .findFirst();
            if (point.isPresent()) {
                return point;
            }
        }
        return Optional.empty();
    }

    /** Returns the connection over which a signal comes; empty text when the device has none to its IED. */
    private String from(MappedSignal signal) {
        return signal instanceof MappedSignal.OfIed ofIed
                ? connections.computeIfAbsent(
                        ied(ofIed),
                        ied -> device.connectionTo(ied).map(Connection::name).orElse(""))
                : ChannelPoint.OWN;
    }

    private static String ied(MappedSignal signal) {
        return ((MappedSignal.OfIed) signal).attribute().node().device().ied().name();
    }

    /** Where a search for one of some width in a block goes on: addresses are only ever taken. */
    private static final class Search {
        private final Block block;
        private int next;

        Search(Block block) {
            this.block = block;
            this.next = block.first();
        }
    }

    private PlacedPoint free(String carrier) {
        Search search = searches.computeIfAbsent(carrier, this::search);
        while (search.next <= search.block.last()) {
            Optional<PlacedPoint> point = at(carrier, search.next++);
            if (point.isPresent() && used.overlapping(point.get().claim()).isEmpty()) {
                return point.get();
            }
        }
        throw new RefusedException(
                "no address is free in " + search.block.first() + " to " + search.block.last() + " for "
                        + space.group(carrier).word() + " on " + to,
                start.isPresent()
                        ? "Give a lower first address."
                        : "Widen the block in the conventions of the project.");
    }

    /** Carriers of one width in one block share a search. */
    private Search search(String carrier) {
        AddressGroup group = space.group(carrier);
        Block whole = group.whole();
        if (start.isPresent() && (start.getAsInt() < whole.first() || start.getAsInt() > whole.last())) {
            throw new RefusedException(
                    "address " + start.getAsInt() + " is outside " + whole.first() + " to " + whole.last() + " of "
                            + group.word() + " on " + to,
                    "Give another first address.");
        }
        Block block = start.isPresent()
                ? new Block(start.getAsInt(), whole.last())
                : project.conventions().block(group);
        String width = at(carrier, whole.first())
                .map(PlacedPoint::claim)
                .map(claim -> claim.area() + " " + (claim.end() - claim.first()) + " in " + block)
                .orElse(carrier);
        return widths.computeIfAbsent(width, name -> new Search(block));
    }

    /** Returns the point at an address; empty when not all of it lies within the space. */
    private Optional<PlacedPoint> at(String carrier, int address) {
        try {
            return Optional.of(space.at(carrier, address));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    private Mapping row(String key, List<Mapping.End> ends, MappedSignal signal, boolean isRead, PlacedPoint object) {
        String full = signal.name(project.conventions().names());
        String name = ShortName.of(full, longestName, project.conventions().abbreviations(), names);
        if (!name.equals(full)) {
            shortened.put(full, name);
        }
        names.add(name);
        Position position = Position.in("proposal");
        String place = signal.place();
        Mapping.End receiver = new Mapping.End(to, object.text());
        String transform = signal instanceof MappedSignal.Calculated calculated
                ? calculated.transform().text()
                : "";
        return isRead
                ? new Mapping(key, name, place, ends, receiver, transform, true, position)
                : new Mapping(key, name, place, receiver, ends.get(0), false, position);
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
