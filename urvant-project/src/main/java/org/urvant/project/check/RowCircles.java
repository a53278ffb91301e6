package org.urvant.project.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.urvant.project.Mapping;

/** Finds rows that pass a value on from point to point until it is where it began. */
final class RowCircles {
    private final Map<String, List<Mapping>> bySource = new HashMap<>();
    private final Set<String> done = new HashSet<>();
    private final Map<Mapping, List<String>> found = new LinkedHashMap<>();

    private RowCircles(List<Mapping> rows) {
        for (Mapping row : rows) {
            row.origins().forEach(end -> bySource.computeIfAbsent(end.point(), point -> new ArrayList<>())
                    .add(row));
        }
    }

    /** Returns one row of each circle, with the points that the circle goes through. */
    static Map<Mapping, List<String>> find(List<Mapping> rows) {
        RowCircles circles = new RowCircles(rows);
        rows.forEach(row -> circles.from(row.destination()));
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
            List<Mapping> rows = bySource.getOrDefault(point, List.of());
            int branch = branches.get(last);
            if (branch == rows.size()) {
                done.add(point);
                way.remove(last);
                places.remove(point);
                branches.remove(last);
                continue;
            }
            branches.set(last, branch + 1);
            Mapping row = rows.get(branch);
            Integer begin = places.get(row.destination());
            if (begin != null) {
                List<String> circle = new ArrayList<>(way.subList(begin, way.size()));
                circle.add(row.destination());
                found.put(row, circle);
            } else if (!done.contains(row.destination())) {
                places.put(row.destination(), way.size());
                way.add(row.destination());
                branches.add(0);
            }
        }
    }
}
