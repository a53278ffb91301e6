package org.urvant.core.point.list;

import java.util.HashMap;
import java.util.Map;
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

    private final String list;
    private final Taker findings;
    private final Map<Integer, Claims<ListedPoint>> wholes = new HashMap<>();
    private final Map<Integer, Claims<ListedPoint>> parts = new HashMap<>();

    PointOverlaps(String list, Taker findings) {
        this.list = list;
        this.findings = findings;
    }

    /** Takes the next point; returns whether it is another one than those before. */
    boolean add(ListedPoint point) {
        Claim claim = point.point().claim();
        boolean isPart = claim.end() - claim.first() == 1;
        Claims<ListedPoint> others =
                (isPart ? parts : wholes).computeIfAbsent(point.station(), station -> new Claims<>());
        ListedPoint other = others.overlapping(claim).orElse(null);
        if (other == null) {
            others.add(claim, point);
            return true;
        }
        boolean isSame = other.point().claim().equals(claim)
                && (isPart || other.point().carrier().equals(point.point().carrier()));
        findings.take(
                isSame ? ListRules.POINT_TWICE : ListRules.POINTS_OVERLAP,
                list + " " + point.about().name(),
                point.position(),
                point.point().text()
                        + (isSame ? " stands already at " : " shares registers with ")
                        + (isSame
                                ? ""
                                : other.point().text() + ", '" + other.about().name() + "', at ")
                        + other.position());
        return !isSame;
    }
}
