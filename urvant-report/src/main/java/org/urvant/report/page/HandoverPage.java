package org.urvant.report.page;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.point.list.ListDifference;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.range.Interval;
import org.urvant.project.Project;
import org.urvant.project.mapping.FarSide;

/** The document for the other side of a connection. */
final class HandoverPage {
    private HandoverPage() {}

    static String of(Project project, FarSide side, String revision, String since, List<ListDifference> changes) {
        Map<String, Object> model = new LinkedHashMap<>();
        model.put("title", side.device());
        model.put("connection", side.connection());
        model.put("protocol", side.list().space().title());
        model.put("site", project.name());
        model.put("revision", revision);
        model.put("since", since);
        model.put("settings", side.settings());
        model.put("off", String.valueOf(side.off()));
        model.put("points", points(side));
        model.put("types", types(side));
        model.put("changes", changes(side, changes));
        return Template.fill("handover.ftlh", model);
    }

    private static List<Map<String, Object>> points(FarSide side) {
        List<Map<String, Object>> points = new ArrayList<>();
        for (ListedPoint point : side.list().points().values()) {
            Interval range = point.measure().range();
            points.add(Map.of(
                    "point", side.shown(point),
                    "name", point.about().name(),
                    "way", way(point),
                    "unit", point.measure().unit(),
                    "range", range.isBounded() ? range.toString() : "",
                    "place", point.about().place(),
                    "source", side.sources().get(point.key())));
        }
        return points;
    }

    private static String way(ListedPoint point) {
        return point.flow() == ListedPoint.Flow.WRITE ? "commanded" : "read";
    }

    private static List<Map<String, Object>> types(FarSide side) {
        Map<String, Integer> counts = new TreeMap<>();
        Map<String, String> ways = new TreeMap<>();
        for (ListedPoint point : side.list().points().values()) {
            counts.merge(point.point().carrier(), 1, Integer::sum);
            ways.put(point.point().carrier(), way(point));
        }
        List<Map<String, Object>> types = new ArrayList<>();
        counts.forEach((type, count) ->
                types.add(Map.of("type", type, "count", String.valueOf(count), "way", ways.get(type))));
        return types;
    }

    private static List<Map<String, Object>> changes(FarSide side, List<ListDifference> changes) {
        return changes.stream()
                .filter(change -> change.standing() != ListDifference.Standing.SAME)
                .map(change -> Map.<String, Object>of(
                        "point", side.shown(change.point()),
                        "name", change.point().about().name(),
                        "standing", change.standing().word(),
                        "what", String.join("; ", change.differences())))
                .toList();
    }
}
