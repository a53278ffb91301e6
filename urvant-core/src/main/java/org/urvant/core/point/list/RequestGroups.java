package org.urvant.core.point.list;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.urvant.core.point.ListForm;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.PointSpace;

/** Holds the points that are to be read or written together against what one request can hold. */
final class RequestGroups {
    private RequestGroups() {}

    /** A request of one station. */
    private record Group(int station, String request) {}

    static void check(String list, PointSpace space, List<ListedPoint> points, PointOverlaps.Taker findings) {
        Map<Group, List<ListedPoint>> groups = new LinkedHashMap<>();
        for (ListedPoint point : points) {
            if (!point.request().isEmpty()) {
                groups.computeIfAbsent(new Group(point.station(), point.request()), group -> new ArrayList<>())
                        .add(point);
            }
        }
        ListForm form = space.listForm().orElseThrow();
        groups.forEach((group, members) -> {
            List<PlacedPoint> places = members.stream().map(ListedPoint::point).toList();
            form.parted(places)
                    .ifPresent(why -> findings.take(
                            ListRules.REQUEST_PARTED,
                            list + " " + group.request(),
                            members.get(0).position(),
                            "request '" + group.request() + "' cannot be one: " + why));
        });
    }
}
