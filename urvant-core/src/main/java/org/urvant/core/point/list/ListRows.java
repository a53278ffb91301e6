package org.urvant.core.point.list;

import java.math.BigDecimal;
import java.util.List;
import org.urvant.core.range.Interval;
import org.urvant.core.text.Word;

/** A list as rows of cells in Urvant's own columns; {@link ListReader} makes an equal list of them. */
public final class ListRows {
    /** Words of the columns, in their order. */
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
            ListColumns.DESCRIPTION);

    private ListRows() {}

    /** Returns the cells of a point, in the order of {@link #COLUMNS}. */
    public static List<String> cells(PointList list, ListedPoint point) {
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
                point.about().description());
    }

    private static String plain(BigDecimal number) {
        return number.toPlainString();
    }
}
