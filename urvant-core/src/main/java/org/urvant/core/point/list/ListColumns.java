package org.urvant.core.point.list;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.core.point.ListColumn;
import org.urvant.core.point.ListForm;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.list.ListReading.Understood;

/** The columns that lists have, whatever the protocol, and which heading of a list is which of them. */
public final class ListColumns {
    static final String KEY = "key";
    static final String NAME = "name";
    static final String PROTOCOL = "protocol";
    static final String STATION = "station";
    static final String POINT = "point";
    static final String ACCESS = "access";
    static final String UNIT = "unit";
    static final String FACTOR = "factor";
    static final String DIVISOR = "divisor";
    static final String OFFSET = "offset";
    static final String LEAST = "least";
    static final String MOST = "most";
    static final String DEFAULT = "default";
    static final String KIND = "kind";
    static final String PLACE = "place";
    static final String REQUEST = "request";
    static final String EXAMPLE = "example";
    static final String ORDER = "order"; // of points with registers alone
    static final String DESCRIPTION = "description";

    /** Stands for a column in what is said of a heading that is to be passed over. */
    public static final String NONE = "-";

    private static final List<ListColumn> GENERAL = List.of(
            ListColumn.of(KEY, "tells the row apart from all others of the list, whatever else in it changes", ""),
            ListColumn.of(
                    NAME,
                    "name of the signal",
                    "signal, tag, signal name, point name, designation, label, parameter, object name, title, variable,"
                            + " register name"),
            ListColumn.of(PROTOCOL, "protocol: modbus, iec60870-5-104", ""),
            ListColumn.of(
                    STATION,
                    "address of the station that offers it: unit address, common address",
                    "unit id, unit address, slave, slave id, slave address, device address, node address, common address,"
                            + " ca, asdu address, casdu, station address, modbus unit, modbus id"),
            ListColumn.of(POINT, "the point as Urvant writes it, such as holding:12 float32 ABCD", ""),
            ListColumn.of(ACCESS, "read, write or both", "r w, rw, read write, mode, access mode, access type"),
            ListColumn.of(UNIT, "unit of the value", "units, eu, engineering unit, physical unit"),
            ListColumn.of(
                    FACTOR, "what a raw number is multiplied with", "scale, scaling, scale factor, multiplier, gain"),
            ListColumn.of(DIVISOR, "what a raw number is divided by", "divide by, divider"),
            ListColumn.of(OFFSET, "what is added then, in the unit of the value", "bias, value offset"),
            ListColumn.of(LEAST, "least value", "min, minimum, lower limit, low limit, range min, min value"),
            ListColumn.of(MOST, "greatest value", "max, maximum, upper limit, high limit, range max, max value"),
            ListColumn.of(
                    DEFAULT,
                    "the value that stands there before anybody has written one",
                    "default value, initial value, preset, factory setting, reset value"),
            ListColumn.of(KIND, "kind of signal, as queries name it: alarm, current …", "signal kind, category"),
            ListColumn.of(PLACE, "where in the plant it belongs", "location, bay"),
            ListColumn.of(
                    REQUEST,
                    "word of the request that reads or writes it together with all others that have the same",
                    "request group, poll group, read group, poll block, read block"),
            ListColumn.of(
                    EXAMPLE,
                    "registers as read once, in hexadecimal words: 41A0 0000; shown decoded, to see that the order is right",
                    "example registers, sample, raw example, raw registers, registers hex"),
            ListColumn.of(
                    DESCRIPTION,
                    "what it means",
                    "comment, comments, remark, remarks, note, notes, meaning, explanation, text"));

    private final Map<String, Integer> places = new HashMap<>();
    private final List<Understood> understood = new ArrayList<>();

    private ListColumns() {}

    /** Returns the columns that lists of a protocol have. */
    public static List<ListColumn> of(Optional<PointSpace> space) {
        return Stream.concat(
                        space.flatMap(PointSpace::listForm).map(ListForm::columns).orElse(List.of()).stream(),
                        GENERAL.stream())
                .toList();
    }

    /** Returns the words of all columns that lists of any protocol have. */
    public static List<String> words() {
        return Stream.concat(
                        Stream.of(Optional.<PointSpace>empty()),
                        PointSpaces.all().stream().map(Optional::of))
                .flatMap(space -> of(space).stream())
                .map(ListColumn::word)
                .distinct()
                .toList();
    }

    /** Returns the protocols of which lists can be read, as files and commands name them. */
    public static List<String> protocols() {
        return PointSpaces.all().stream()
                .filter(space -> space.listForm().isPresent())
                .map(PointSpace::id)
                .toList();
    }

    /**
     * Returns the protocol of a list by its id.
     *
     * @throws UnknownNameException when there is none of which lists can be read
     */
    public static PointSpace protocol(String id) {
        return PointSpaces.all().stream()
                .filter(space -> space.id().equals(id) && space.listForm().isPresent())
                .findFirst()
                .orElseThrow(() -> new UnknownNameException("protocol of a point list", id, protocols()));
    }

    /**
     * Says which heading is which column.
     *
     * @throws MalformedInputException when two headings are one column
     * @throws UnknownNameException when the request names a column that there is not
     */
    static ListColumns of(ListRequest request, List<String> headings, Position position) {
        List<ListColumn> known = of(request.space());
        List<String> words = known.stream().map(ListColumn::word).toList();
        Map<String, String> given = new HashMap<>();
        request.headings().forEach((heading, column) -> {
            boolean isNone = column.equals(NONE);
            if (!isNone) {
                requireKnown(column, words);
            }
            given.put(ListColumn.plain(heading), isNone ? "" : column);
        });
        request.assumed().keySet().forEach(column -> requireKnown(column, words));
        ListColumns columns = new ListColumns();
        Map<String, String> taken = new HashMap<>();
        for (int i = 0; i < headings.size(); i++) {
            String heading = headings.get(i).strip();
            String column = given.getOrDefault(ListColumn.plain(heading), word(known, heading));
            String first = column.isEmpty() ? null : taken.putIfAbsent(column, heading);
            if (first != null) {
                throw new MalformedInputException(
                        new Position(position.source(), position.line(), i + 1),
                        "the columns '" + first + "' and '" + heading + "' both look like the column '" + column + "'",
                        "Rename the one that is not meant, or remove it.");
            }
            columns.understood.add(new Understood(heading, column));
            if (!column.isEmpty()) {
                columns.places.put(column, i);
            }
        }
        return columns;
    }

    private static void requireKnown(String column, List<String> words) {
        if (!words.contains(column)) {
            throw new UnknownNameException("column", column, words);
        }
    }

    private static String word(List<ListColumn> known, String heading) {
        return heading.isEmpty()
                ? ""
                : known.stream()
                        .filter(column -> column.isNamed(heading))
                        .map(ListColumn::word)
                        .findFirst()
                        .orElse("");
    }

    /** Returns the place of a column among the cells, from 0; -1 when there is none. */
    int place(String column) {
        return places.getOrDefault(column, -1);
    }

    Set<String> found() {
        return new HashSet<>(places.keySet());
    }

    List<Understood> understood() {
        return understood;
    }
}
