package org.urvant.core.point.modbus;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.modbus.ReadRequest.Wanted;

/**
 * One request that writes coils or registers of one station (calculations F39; MODBUS Application Protocol V1.1b3, 6.5, 6.6,
 * 6.11, 6.12 and 6.16: at most 1,968 coils or 123 registers). A write has no gaps: what nobody wants to write stays as it is.
 *
 * @param function code of the function: 5 or 15 for coils, 6 or 16 for registers, 22 for a bit of a register
 * @param area word of the kind of data: coil or holding
 * @param first address of the first one
 * @param count how many coils or registers are written
 * @param points the points that go with it
 */
public record WriteRequest(int function, String area, int first, int count, List<PlacedPoint> points) {
    private static final int MOST_BITS = 1_968;
    private static final int MOST_REGISTERS = 123;
    /** Address, function, first, value or count, and check; so long is an answer, too. */
    private static final int SHORT_OCTETS = 8;
    /** With the number of octets, before the data. */
    private static final int LONG_OCTETS = 9;
    /** Two masks of two octets instead of one value. */
    private static final int MASK_OCTETS = 10;

    public WriteRequest {
        points = List.copyOf(points);
    }

    /**
     * Returns the requests that write some points of one station: one for each, but for those that are to be written together and
     * lie side by side.
     *
     * @throws IllegalArgumentException when a point is of another protocol
     */
    public static List<WriteRequest> plan(Collection<Wanted> points) {
        Map<String, List<PlacedPoint>> groups = new TreeMap<>();
        List<WriteRequest> requests = new ArrayList<>();
        for (Wanted each : points) {
            if (each.request().isEmpty()) {
                requests.add(of(ReadRequest.sorted(List.of(each.point()))));
            } else {
                groups.computeIfAbsent(each.request(), word -> new ArrayList<>())
                        .add(each.point());
            }
        }
        groups.values().forEach(own -> {
            List<ModbusPoint> open = new ArrayList<>();
            for (ModbusPoint point : ReadRequest.sorted(own)) {
                if (!open.isEmpty() && !joins(open, point)) {
                    requests.add(of(open));
                    open.clear();
                }
                open.add(point);
            }
            requests.add(of(open));
        });
        return requests;
    }

    private static boolean joins(List<ModbusPoint> open, ModbusPoint next) {
        ModbusPoint first = open.get(0);
        int most = first.area().isBits() ? MOST_BITS : MOST_REGISTERS;
        return next.area() == first.area()
                && first.bit() < 0
                && next.bit() < 0
                && next.address() == open.get(open.size() - 1).end()
                && next.end() - first.address() <= most;
    }

    private static WriteRequest of(List<ModbusPoint> points) {
        ModbusPoint first = points.get(0);
        int count = points.get(points.size() - 1).end() - first.address();
        int function = first.bit() >= 0 ? 22 : first.area().isBits() ? count == 1 ? 5 : 15 : count == 1 ? 6 : 16;
        return new WriteRequest(function, first.area().word(), first.address(), count, List.copyOf(points));
    }

    /**
     * Returns how long the request and its answer take on a serial line, with the silence before each.
     *
     * @param bitRate bits a second
     * @param turnAround time that the station takes before it answers
     */
    public Duration time(int bitRate, Duration turnAround) {
        int octets =
                switch (function) {
                    case 22 -> 2 * MASK_OCTETS;
                    case 15 -> LONG_OCTETS + (count + 7) / 8 + SHORT_OCTETS;
                    case 16 -> LONG_OCTETS + 2 * count + SHORT_OCTETS;
                    default -> 2 * SHORT_OCTETS;
                };
        return ReadRequest.time(octets, bitRate, turnAround);
    }

    /** Returns whether one request can write it at all. */
    public boolean isPossible() {
        return count <= (area.equals(Area.COIL.word()) ? MOST_BITS : MOST_REGISTERS);
    }
}
