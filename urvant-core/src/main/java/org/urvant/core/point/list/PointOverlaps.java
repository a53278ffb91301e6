package org.urvant.core.point.list;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.point.Claim;
import org.urvant.core.point.Claims;

/** Finds points of one station that lie on each other. */
final class PointOverlaps {
    /** Takes what is found. */
    interface Taker {
        void take(Rule rule, String subject, Position position, String message);
    }

    private PointOverlaps() {}

    /** Returns the points without those that stand there already. */
    static List<ListedPoint> without(String list, List<ListedPoint> points, Taker findings) {
        List<ListedPoint> kept = new ArrayList<>();
        Map<Integer, Claims<ListedPoint>> wholes = new HashMap<>();
        Map<Integer, Claims<ListedPoint>> parts = new HashMap<>();
        for (ListedPoint point : points) {
            Claim claim = point.point().claim();
            boolean isPart = claim.end() - claim.first() == 1;
            Claims<ListedPoint> others =
                    (isPart ? parts : wholes).computeIfAbsent(point.station(), s -> new Claims<>());
            Optional<ListedPoint> other = others.overlapping(claim);
            if (other.isEmpty()) {
                others.add(claim, point);
                kept.add(point);
                continue;
            }
            boolean isSame = other.get().point().claim().equals(claim)
                    && (isPart
                            || other.get()
                                    .point()
                                    .carrier()
                                    .equals(point.point().carrier()));
            if (!isSame) {
                kept.add(point);
            }
            findings.take(
                    isSame ? ListRules.POINT_TWICE : ListRules.POINTS_OVERLAP,
                    list + " " + point.about().name(),
                    point.position(),
                    point.point().text()
                            + (isSame ? " stands already at " : " shares registers with ")
                            + (isSame
                                    ? ""
                                    : other.get().point().text() + ", '"
                                            + other.get().about().name() + "', at ")
                            + other.get().position());
        }
        return kept;
    }
}
