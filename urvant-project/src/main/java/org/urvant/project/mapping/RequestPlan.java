package org.urvant.project.mapping;

import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.Meaning;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.point.ListPoint;
import org.urvant.core.point.modbus.ModbusSpace;
import org.urvant.core.point.modbus.ReadRequest;
import org.urvant.core.point.modbus.ReadRequest.Wanted;
import org.urvant.core.point.modbus.WriteRequest;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;

/**
 * The requests with which a device reads and writes what is mapped at the stations of one Modbus connection. Reads are as large as
 * the protocol lets them be, but for points that a list wants in one request; each value is written alone, but for those.
 *
 * @param connection name of the connection
 * @param reads requests by the address of the station, -1 where no list says it
 * @param writes requests that follow a new value, likewise
 * @param bitRate bits a second on the line; empty where the connection has none
 */
public record RequestPlan(
        String connection,
        SortedMap<Integer, List<ReadRequest>> reads,
        SortedMap<Integer, List<WriteRequest>> writes,
        OptionalInt bitRate) {
    /**
     * Returns the plan of a connection.
     *
     * @param gap how many coils, discrete inputs or registers that nobody wants may lie between two points of one request
     * @throws UnknownNameException when the device has no such connection
     * @throws RefusedException when the connection asks nobody over Modbus
     */
    public static RequestPlan of(Project project, Device device, String connection, int gap) {
        if (!device.connections().containsKey(connection)) {
            throw new UnknownNameException(
                    "connection", connection, device.connections().keySet());
        }
        project.requireWhole(device);
        if (!connections(project, device).contains(connection)) {
            throw new RefusedException(
                    connection + " of " + device.name() + " asks nobody over Modbus",
                    "Name a connection that does, such as a field bus.");
        }
        SortedMap<Integer, LinkedHashSet<Wanted>> read = new TreeMap<>();
        SortedMap<Integer, LinkedHashSet<Wanted>> written = new TreeMap<>();
        for (Mapping row : device.mappings()) {
            if (row.isUsed()) {
                row.origins().forEach(end -> add(project, connection, end, read));
                add(project, connection, row.target(), written);
            }
        }
        SortedMap<Integer, List<ReadRequest>> reads = new TreeMap<>();
        read.forEach((station, own) -> reads.put(station, ReadRequest.planned(own, gap)));
        SortedMap<Integer, List<WriteRequest>> writes = new TreeMap<>();
        written.forEach((station, own) -> writes.put(station, WriteRequest.plan(own)));
        return new RequestPlan(connection, reads, writes, bitRate(project, device, connection));
    }

    private static void add(
            Project project, String connection, Mapping.End end, SortedMap<Integer, LinkedHashSet<Wanted>> points) {
        if (end.connection().equals(connection)) {
            ListPoint.of(end.point()).flatMap(project::listed).ifPresent(listed -> points.computeIfAbsent(
                            listed.station(), station -> new LinkedHashSet<>())
                    .add(new Wanted(listed.point(), listed.request())));
        }
    }

    /** Returns the names of a device's connections that ask others over Modbus. */
    public static List<String> connections(Project project, Device device) {
        List<String> names = new ArrayList<>();
        for (Connection connection : device.connections().values()) {
            Optional<ConnectionKind> kind = project.type(device)
                    .flatMap(type -> type.connection(connection.kind().text()));
            if (kind.filter(known -> known.protocol() instanceof ModbusSpace
                            && known.protocol().asksLists(known.role()))
                    .isPresent()) {
                names.add(connection.name());
            }
        }
        return names;
    }

    private static OptionalInt bitRate(Project project, Device device, String connection) {
        return project.type(device)
                .flatMap(type -> DeviceSheets.of(type, device).sheet(connection))
                .map(sheet -> sheet.value(Meaning.BIT_RATE))
                .map(String::valueOf)
                .filter(text -> text.matches("\\d{1,9}"))
                .map(text -> OptionalInt.of(Integer.parseInt(text)))
                .orElse(OptionalInt.empty());
    }

    /**
     * Returns how long it takes to read everything once, one request after the other; empty where the bit rate is not known.
     *
     * @param turnAround time that a station takes before it answers
     */
    public Optional<Duration> time(Duration turnAround) {
        return bitRate.isEmpty()
                ? Optional.empty()
                : Optional.of(reads.values().stream()
                        .flatMap(List::stream)
                        .map(request -> request.time(bitRate.getAsInt(), turnAround))
                        .reduce(Duration.ZERO, Duration::plus));
    }
}
