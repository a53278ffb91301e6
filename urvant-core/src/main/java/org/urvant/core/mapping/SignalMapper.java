package org.urvant.core.mapping;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.urvant.core.finding.Position;
import org.urvant.core.point.InformationObject;
import org.urvant.core.point.InformationType;
import org.urvant.core.project.AddressBook;
import org.urvant.core.project.Connection;
import org.urvant.core.project.Device;
import org.urvant.core.project.Mapping;
import org.urvant.core.project.Project;
import org.urvant.core.scl.DataAttribute;

/**
 * Proposes mappings from data attributes to information objects: type by common data class, name from the file's
 * description, address from a start value. Deterministic: the same signals on the same device get the same rows.
 */
public final class SignalMapper {
    private SignalMapper() {}

    /**
     * What a proposal brings.
     *
     * @param rows the new rows, in the order of the signals
     * @param addresses the address book with the new addresses
     * @param present signals that were mapped to the receiver before and keep their rows
     * @param leftOut signals that no type can carry, with the reason
     */
    public record Proposal(
            List<Mapping> rows,
            AddressBook addresses,
            List<DataAttribute> present,
            Map<DataAttribute, String> leftOut) {}

    /**
     * Proposes a row for each signal.
     *
     * @param to name of the connection to the control centre
     * @param signals data attributes of connected IEDs, in the order in which addresses are given
     * @param start the first address to try
     */
    public static Proposal propose(Project project, Device device, String to, List<DataAttribute> signals, int start) {
        Set<String> mapped = new HashSet<>();
        Set<String> keys = new HashSet<>();
        Set<AddressBook.Place> used = new HashSet<>(device.addresses().owners().keySet());
        for (Mapping mapping : device.mappings()) {
            keys.add(mapping.key());
            mapped.add(mapping.source() + "|" + mapping.to());
            mapped.add(mapping.destination() + "|" + mapping.from());
            ResolvedMapping.resolve(project, device, mapping, finding -> {})
                    .ifPresent(resolved -> used.add(resolved.place()));
        }
        Map<String, AddressBook.Place> earlier = new HashMap<>();
        device.addresses().owners().forEach((place, owner) -> {
            if (place.connection().equals(to)) {
                earlier.merge(owner, place, (a, b) -> a.address() <= b.address() ? a : b);
            }
        });
        List<Mapping> rows = new ArrayList<>();
        List<DataAttribute> present = new ArrayList<>();
        Map<DataAttribute, String> leftOut = new LinkedHashMap<>();
        AddressBook book = device.addresses();
        for (DataAttribute signal : signals) {
            String ied = signal.node().device().ied().name();
            String from = connectionTo(device, ied);
            if (from.isEmpty()) {
                leftOut.put(signal, "belongs to IED " + ied + ", to which " + device.name() + " has no connection");
                continue;
            }
            PointTypes.Carriage carriage = PointTypes.carrying(signal);
            if (!carriage.isPossible()) {
                leftOut.put(signal, carriage.reason());
                continue;
            }
            if (!mapped.add(signal.reference() + "|" + to)) {
                present.add(signal);
                continue;
            }
            InformationType type = carriage.types().get(0);
            AddressBook.Place place = earlier.get(signal.reference());
            if (place == null || place.direction() != type.direction()) {
                place = free(to, type, start, used);
            }
            used.add(place);
            book = book.with(place, signal.reference());
            String key = MappingKey.of(signal.reference(), to, keys);
            keys.add(key);
            rows.add(row(key, from, to, signal, new InformationObject(type, place.address())));
        }
        return new Proposal(rows, book, present, leftOut);
    }

    private static String connectionTo(Device device, String ied) {
        return device.connections().values().stream()
                .filter(connection -> connection.values().containsKey(Connection.IED)
                        && connection.values().get(Connection.IED).text().equals(ied))
                .map(Connection::name)
                .findFirst()
                .orElse("");
    }

    private static AddressBook.Place free(
            String connection, InformationType type, int start, Set<AddressBook.Place> used) {
        for (int address = start; address <= InformationObject.HIGHEST; address++) {
            AddressBook.Place place = new AddressBook.Place(connection, type.direction(), address);
            if (!used.contains(place)) {
                return place;
            }
        }
        throw new IllegalArgumentException("no free address from " + start + " on");
    }

    private static Mapping row(String key, String from, String to, DataAttribute signal, InformationObject object) {
        Position position = Position.in("proposal");
        String name = name(signal);
        return object.type().direction() == InformationType.Direction.MONITOR
                ? new Mapping(key, name, from, signal.reference(), to, object.text(), position)
                : new Mapping(key, name, to, object.text(), from, signal.reference(), position);
    }

    private static String name(DataAttribute signal) {
        String ied = signal.node().device().ied().name();
        String described = signal.description();
        return ied + " " + (described.isEmpty() ? signal.node().name() + "." + signal.path() : described);
    }
}
