package org.urvant.core.point.list;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.Stream;
import org.urvant.core.range.Interval;
import org.urvant.core.text.Word;

/** A list as rows of cells in Urvant's own columns; {@link ListReader} makes an equal list of them. */
public final class ListRows {
    private static final List<String> ALWAYS = List.of(
            ListColumns.KEY,
            ListColumns.NAME,
            ListColumns.PROTOCOL,
            ListColumns.STATION,
            ListColumns.POINT,
            ListColumns.ACCESS,
            ListColumns.UNIT,
            ListColumns.FACTOR,
            ListColumns.OFFSET,
            ListColumns.LEAST,
            ListColumns.MOST,
            ListColumns.KIND,
            ListColumns.PLACE,
            ListColumns.DESCRIPTION);

    /** Columns that few lists need. */
    private static final List<String> SELDOM = List.of(ListColumns.DEFAULT, ListColumns.REQUEST);

    /** Words of all columns, in their order. */
    public static final List<String> COLUMNS =
            Stream.concat(ALWAYS.stream(), SELDOM.stream()).toList();

    private ListRows() {}

    /** Returns the words of the columns that a list needs: defaults and requests are left out where it names none. */
    public static List<String> columns(PointList list) {
        return Stream.concat(ALWAYS.stream(), seldom(list)).toList();
    }

    private static Stream<String> seldom(PointList list) {
        return SELDOM.stream().filter(column -> list.points().values().stream()
                .anyMatch(point -> !seldom(point, column).isEmpty()));
    }

    private static String seldom(ListedPoint point, String column) {
        return column.equals(ListColumns.DEFAULT) ? point.measure().preset() : point.request();
    }

    /** Returns the cells of each point, in the order of {@link #columns}. */
    public static List<List<String>> cells(PointList list) {
        List<String> seldom = seldom(list).toList();
        return list.points().values().stream()
                .map(point -> {
                    List<String> cells = cells(list, point);
                    seldom.forEach(column -> cells.add(seldom(point, column)));
                    return cells;
                })
                .toList();
    }

    /** Returns the cells of a point that each list has. */
    private static List<String> cells(PointList list, ListedPoint point) {
        Measure measure = point.measure();
        Interval range = measure.range();
        List<String> cells = new ArrayList<>(COLUMNS.size());
        Collections.addAll(
                cells,
                point.key(),
                point.about().name(),
                list.space().id(),
                point.hasStation() ? String.valueOf(point.station()) : "",
                point.point().text(),
                Word.of(point.flow()),
                measure.unit(),
                measure.isPlain() ? "" : plain(measure.factor()),
                measure.isPlain() ? "" : plain(measure.offset()),
                range.isBounded() ? plain(range.low()) : "",
                range.isBounded() ? plain(range.high()) : "",
                point.about().kind(),
                point.about().place(),
                point.about().description());
        return cells;
    }

    private static String plain(BigDecimal number) {
        return number.toPlainString();
    }
}
