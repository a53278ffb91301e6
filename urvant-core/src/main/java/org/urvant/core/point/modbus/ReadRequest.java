package org.urvant.core.point.modbus;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.point.PlacedPoint;

/**
 * One request that reads neighbouring coils, discrete inputs or registers of one station (calculations F39; MODBUS Application
 * Protocol V1.1b3, 6.1 to 6.4: at most 2,000 bits or 125 registers).
 *
 * @param area word of the kind of data: coil, discrete, input or holding
 * @param first address of the first one
 * @param count how many coils, discrete inputs or registers are read
 * @param points the points that come with it
 * @param unused how many of those that are read belong to no point
 */
public record ReadRequest(String area, int first, int count, List<PlacedPoint> points, int unused) {
    private static final int MOST_BITS = 2_000;
    private static final int MOST_REGISTERS = 125;

    /** Address, function, first, count and check (MODBUS over serial line V1.02, 2.5.1). */
    private static final int REQUEST_OCTETS = 8;
    /** Address, function, number of octets and check. */
    private static final int ANSWER_OCTETS = 5;
    /** Start bit, eight bits of data, parity and stop bit, or two stop bits. */
    private static final int BITS_OF_OCTET = 11;

    private static final int FASTEST_BY_CHARACTERS = 19_200;
    /** Silence between frames above 19,200 bit/s, in nanoseconds; below, 3.5 characters. */
    private static final long SHORTEST_SILENCE = 1_750_000;

    public ReadRequest {
        points = List.copyOf(points);
    }

    /**
     * A point that is wanted.
     *
     * @param request word of the request that carries it together with all others that have the same; empty text for any
     */
    public record Wanted(PlacedPoint point, String request) {}

    /**
     * Returns the fewest requests that read some points of one station. A value of several registers is never parted.
     *
     * @param points points of Modbus
     * @param gap how many coils, discrete inputs or registers that nobody wants may lie between two points of one request
     * @throws IllegalArgumentException when a point is of another protocol
     */
    public static List<ReadRequest> plan(Collection<? extends PlacedPoint> points, int gap) {
        List<ModbusPoint> sorted = sorted(points);
        List<ReadRequest> requests = new ArrayList<>();
        List<ModbusPoint> open = new ArrayList<>();
        for (ModbusPoint point : sorted) {
            if (!open.isEmpty() && !joins(open, point, gap)) {
                requests.add(of(open));
                open.clear();
            }
            open.add(point);
        }
        if (!open.isEmpty()) {
            requests.add(of(open));
        }
        return requests;
    }

    /** Returns the requests for points some of which are to be read together; those whose words differ are never joined. */
    public static List<ReadRequest> planned(Collection<Wanted> points, int gap) {
        Map<String, List<PlacedPoint>> groups = new TreeMap<>();
        points.forEach(each -> groups.computeIfAbsent(each.request(), word -> new ArrayList<>())
                .add(each.point()));
        List<ReadRequest> requests = new ArrayList<>();
        groups.forEach((word, own) -> requests.addAll(word.isEmpty() ? plan(own, gap) : whole(own)));
        requests.sort(Comparator.comparing(
                        (ReadRequest request) -> Area.of(request.area()).orElseThrow())
                .thenComparing(ReadRequest::first));
        return requests;
    }

    /** Returns the requests for points that belong together, whatever lies between them: one, where that can be. */
    static List<ReadRequest> whole(Collection<? extends PlacedPoint> points) {
        return plan(points, Area.SIZE);
    }

    /** Returns how many coils, discrete inputs or registers one request reads. */
    static int most(String area) {
        return Area.of(area).filter(Area::isBits).isPresent() ? MOST_BITS : MOST_REGISTERS;
    }

    static List<ModbusPoint> sorted(Collection<? extends PlacedPoint> points) {
        List<ModbusPoint> sorted = new ArrayList<>();
        for (PlacedPoint point : points) {
            if (!(point instanceof ModbusPoint own)) {
                throw new IllegalArgumentException(point.text() + " is no point of Modbus");
            }
            sorted.add(own);
        }
        sorted.sort(Comparator.comparing(ModbusPoint::area).thenComparing(ModbusPoint::address));
        return sorted;
    }

    private static boolean joins(List<ModbusPoint> open, ModbusPoint next, int gap) {
        ModbusPoint first = open.get(0);
        int end = end(open);
        int most = most(first.area().word());
        return next.area() == first.area()
                && next.address() - end <= gap
                && Math.max(end, next.end()) - first.address() <= most;
    }

    private static int end(List<ModbusPoint> points) {
        return points.stream().mapToInt(ModbusPoint::end).max().orElseThrow();
    }

    private static ReadRequest of(List<ModbusPoint> points) {
        ModbusPoint first = points.get(0);
        int end = first.address();
        int unused = 0;
        for (ModbusPoint point : points) {
            unused += Math.max(0, point.address() - end);
            end = Math.max(end, point.end());
        }
        return new ReadRequest(
                first.area().word(), first.address(), end - first.address(), List.copyOf(points), unused);
    }

    /** Returns how many octets the answer has on a serial line. */
    public int answerOctets() {
        boolean isBits = Area.of(area).filter(Area::isBits).isPresent();
        return ANSWER_OCTETS + (isBits ? (count + 7) / 8 : 2 * count);
    }

    /**
     * Returns how long the request and its answer take on a serial line, with the silence before each.
     *
     * @param bitRate bits a second
     * @param turnAround time that the station takes before it answers
     */
    public Duration time(int bitRate, Duration turnAround) {
        return time(REQUEST_OCTETS + answerOctets(), bitRate, turnAround);
    }

    /** Returns how long two frames take that have so many octets together. */
    static Duration time(int octets, int bitRate, Duration turnAround) {
        long silence = bitRate > FASTEST_BY_CHARACTERS ? SHORTEST_SILENCE : nanos(3.5, bitRate);
        return turnAround.plusNanos(2 * silence + nanos(octets, bitRate));
    }

    private static long nanos(double octets, int bitRate) {
        return Math.round(octets * BITS_OF_OCTET * 1e9 / bitRate);
    }
}
