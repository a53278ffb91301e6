package org.urvant.core.point.list;

import java.math.BigDecimal;
import java.util.List;
import org.urvant.core.range.Interval;
import org.urvant.core.text.Word;

/** A list as rows of cells in Urvant's own columns; {@link ListReader} makes an equal list of them. */
public final class ListRows {
    /** Words of all columns, in their order. */
    public static final List<String> COLUMNS = List.of(
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
            ListColumns.DESCRIPTION,
            ListColumns.REQUEST);

    private ListRows() {}

    /** Returns the words of the columns that a list needs: requests are left out where it names none. */
    public static List<String> columns(PointList list) {
        return list.points().values().stream().allMatch(point -> point.request().isEmpty())
                ? COLUMNS.subList(0, COLUMNS.size() - 1)
                : COLUMNS;
    }

    /** Returns the cells of each point, in the order of {@link #columns}. */
    public static List<List<String>> cells(PointList list) {
        int columns = columns(list).size();
        return list.points().values().stream()
                .map(point -> cells(list, point).subList(0, columns))
                .toList();
    }

    /** Returns the cells of a point, in the order of {@link #COLUMNS}. */
    private static List<String> cells(PointList list, ListedPoint point) {
        Measure measure = point.measure();
        Interval range = measure.range();
        return List.of(
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
                point.about().description(),
                point.request());
    }

    private static String plain(BigDecimal number) {
        return number.toPlainString();
    }
}
