package org.urvant.project.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.urvant.core.logic.ValueFlow;
import org.urvant.project.Mapping;
import org.urvant.project.mapping.RowSignals;

/** Finds rows that pass a value on from point to point, through programs too, until it is where it began. */
final class RowCircles {
    private final Map<String, List<Way>> bySource = new HashMap<>();
    private final Set<String> done = new HashSet<>();
    private final Map<Mapping, List<String>> found = new LinkedHashMap<>();

    /** A step of a value: over a row, or through a program to a row. */
    private record Way(Mapping row, String to) {}

    private RowCircles(List<Mapping> rows, String programs) {
        for (Mapping row : rows) {
            row.origins().forEach(end -> add(name(row, end), new Way(row, name(row, row.target()))));
        }
        Map<String, Mapping> given = new TreeMap<>();
        rows.stream().filter(row -> row.origin().isProgram()).forEach(row -> given.put(name(row, row.origin()), row));
        if (!given.isEmpty()) {
            ValueFlow flow = ValueFlow.of(programs);
            rows.stream().filter(row -> row.target().isProgram()).forEach(row -> {
                String read = name(row, row.target());
                flow.reached(read, given.keySet()).forEach(written -> add(read, new Way(given.get(written), written)));
            });
        }
    }

    private void add(String from, Way way) {
        bySource.computeIfAbsent(from, point -> new ArrayList<>()).add(way);
    }

    private static String name(Mapping row, Mapping.End end) {
        return end.isProgram() ? RowSignals.name(row.identifier()) : end.point();
    }

    /**
     * Returns one row of each circle, with the points that the circle goes through.
     *
     * @param programs text of the programs of the device
     */
    static Map<Mapping, List<String>> find(List<Mapping> rows, String programs) {
        RowCircles circles = new RowCircles(rows, programs);
        rows.forEach(row -> circles.from(name(row, row.target())));
        return circles.found;
    }

    /** Goes on from point to point without a call each, for a chain can be as long as there are rows. */
    private void from(String start) {
        List<String> way = new ArrayList<>();
        Map<String, Integer> places = new HashMap<>();
        List<Integer> branches = new ArrayList<>();
        if (done.contains(start)) {
            return;
        }
        way.add(start);
        places.put(start, 0);
        branches.add(0);
        while (!way.isEmpty()) {
            int last = way.size() - 1;
            String point = way.get(last);
            List<Way> ways = bySource.getOrDefault(point, List.of());
            int branch = branches.get(last);
            if (branch == ways.size()) {
                done.add(point);
                way.remove(last);
                places.remove(point);
                branches.remove(last);
                continue;
            }
            branches.set(last, branch + 1);
            Way next = ways.get(branch);
            Integer begin = places.get(next.to());
            if (begin != null) {
                List<String> circle = new ArrayList<>(way.subList(begin, way.size()));
                circle.add(next.to());
                found.put(next.row(), circle);
            } else if (!done.contains(next.to())) {
                places.put(next.to(), way.size());
                way.add(next.to());
                branches.add(0);
            }
        }
    }
}
