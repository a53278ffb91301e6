package org.urvant.core.point.list;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.urvant.core.text.Word;

/**
 * How a point of a newer list stands to an older one.
 *
 * @param standing how it stands
 * @param point the point, the old one when it is removed
 * @param differences what is different, in plain words
 */
public record ListDifference(Standing standing, ListedPoint point, List<String> differences) {
    /** How a point stands. */
    public enum Standing {
        ADDED,
        CHANGED,
        REMOVED,
        SAME;

        /** Returns the word that is shown. */
        public String word() {
            return Word.of(this);
        }
    }

    public ListDifference {
        Objects.requireNonNull(standing, "standing");
        Objects.requireNonNull(point, "point");
        differences = List.copyOf(differences);
    }

    /** Returns one for each point of either list, matched by their keys, in the order of the newer list. */
    public static List<ListDifference> of(Optional<PointList> before, PointList now) {
        List<ListDifference> rows = new ArrayList<>();
        for (ListedPoint point : now.points().values()) {
            Optional<ListedPoint> old = before.flatMap(list -> list.point(point.key()));
            List<String> differences =
                    old.map(known -> differences(known, point)).orElse(List.of());
            Standing standing =
                    old.isEmpty() ? Standing.ADDED : differences.isEmpty() ? Standing.SAME : Standing.CHANGED;
            rows.add(new ListDifference(standing, point, differences));
        }
        before.ifPresent(list -> list.points().values().stream()
                .filter(point -> !now.points().containsKey(point.key()))
                .forEach(point -> rows.add(new ListDifference(Standing.REMOVED, point, List.of()))));
        return rows;
    }

    private static List<String> differences(ListedPoint before, ListedPoint now) {
        List<String> differences = new ArrayList<>();
        differ(differences, "point", before.point().text(), now.point().text());
        differ(differences, "station", station(before), station(now));
        differ(differences, "access", Word.of(before.flow()), Word.of(now.flow()));
        differ(differences, "request", before.request(), now.request());
        differ(differences, "unit", before.measure().unit(), now.measure().unit());
        differ(
                differences,
                "factor",
                plain(before.measure().factor()),
                plain(now.measure().factor()));
        differ(
                differences,
                "offset",
                plain(before.measure().offset()),
                plain(now.measure().offset()));
        differ(differences, "range", before.measure().range(), now.measure().range());
        differ(differences, "default", before.measure().preset(), now.measure().preset());
        differ(differences, "name", before.about().name(), now.about().name());
        differ(differences, "kind", before.about().kind(), now.about().kind());
        differ(differences, "place", before.about().place(), now.about().place());
        differ(
                differences,
                "description",
                before.about().description(),
                now.about().description());
        return differences;
    }

    private static Object station(ListedPoint point) {
        return point.hasStation() ? point.station() : "";
    }

    private static String plain(BigDecimal number) {
        return number.stripTrailingZeros().toPlainString();
    }

    private static void differ(List<String> differences, String what, Object before, Object now) {
        if (!Objects.equals(before, now)) {
            differences.add(what + " " + shown(before) + " → " + shown(now));
        }
    }

    private static String shown(Object value) {
        String text = String.valueOf(value);
        return text.isEmpty() ? "(none)" : text;
    }
}
