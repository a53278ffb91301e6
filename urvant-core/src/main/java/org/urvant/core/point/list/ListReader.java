package org.urvant.core.point.list;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.point.Access;
import org.urvant.core.point.ListColumn;
import org.urvant.core.point.ListForm;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Role;
import org.urvant.core.point.list.ListedPoint.Flow;
import org.urvant.core.text.NearestName;

/** Reads the rows of a list of points, whose columns stand in any order under headings of many kinds. */
public final class ListReader {
    private static final int MOST_ROWS = 1_000_000;
    private static final int MOST_FINDINGS = 1_000;
    private static final Pattern BLANKS = Pattern.compile("\\s+");
    private static final Map<String, Flow> FLOWS = flows();

    private final ListRequest request;
    private final ListColumns columns;
    private final List<Finding> findings = new ArrayList<>();
    private final List<ListedPoint> points = new ArrayList<>();
    private final List<Finding> overlaps = new ArrayList<>();
    private final PointKeys keys = new PointKeys();
    private final PointOverlaps laid;
    private final BitSet doubled = new BitSet();
    private final List<Doubt> doubts = new ArrayList<>();
    private final Map<String, PointSpace> protocols = new HashMap<>();
    private final Map<Position, String> examples = new HashMap<>();
    private final ListCells cells;
    private final ListMeasures measures;
    private final List<Position> unordered = new ArrayList<>();
    private PointSpace space;
    private int rows;
    private int untold;
    private Row row;

    /**
     * A row of cells.
     *
     * @param cells its cells; those that are missing at the end are empty
     * @param mistakes what is wrong with a cell, by its place from 0
     * @param mistake what is wrong with the whole row, so that its cells may mean something else; null when nothing is
     * @param position the row
     */
    public record Row(List<String> cells, Map<Integer, String> mistakes, String mistake, Position position) {}

    /** A row that is sound only if others show that a point stands before fractions. */
    private record Doubt(int point, String number, String subject, Position position) {}

    private ListReader(ListRequest request, ListColumns columns) {
        this.request = request;
        this.columns = columns;
        this.cells = new ListCells(request, columns);
        this.measures = new ListMeasures(cells, this::report);
        this.laid = new PointOverlaps(
                request.name(),
                (rule, subject, position, message) -> report(overlaps, rule, subject, position, message));
        this.space = request.space().orElse(null);
    }

    /** Reads a list whose rows are all there; see {@link #of}. */
    public static ListReading read(ListRequest request, List<String> headings, Position position, Iterable<Row> rows) {
        ListReader reader = of(request, headings, position);
        rows.forEach(reader::take);
        return reader.reading();
    }

    /**
     * Begins to read a list. All mistakes of its rows come as findings.
     *
     * @param headings cells of the first row
     * @param position the first row
     * @throws MalformedInputException when two headings are one column, or the headings name no point
     * @throws RefusedException when neither the request nor a column says of which protocol the points are
     * @throws UnknownNameException when the request names a column that there is not
     */
    public static ListReader of(ListRequest request, List<String> headings, Position position) {
        ListColumns columns = ListColumns.of(request, headings, position);
        if (request.space().isEmpty() && columns.place(ListColumns.PROTOCOL) < 0) {
            throw new RefusedException(
                    "it is not said of which protocol the points of " + position.source() + " are",
                    "Say which of " + String.join(", ", ListColumns.protocols()) + " is meant.",
                    Step.of(Action.IMPORT, position.source(), "PROTOCOL"));
        }
        ListReader reader = new ListReader(request, columns);
        reader.requirePoints(position);
        return reader;
    }

    private void requirePoints(Position position) {
        boolean isPlaced = columns.place(ListColumns.POINT) >= 0 || space != null && columns.place("address") >= 0;
        if (!isPlaced || columns.place(ListColumns.NAME) < 0 && columns.place(ListColumns.POINT) < 0) {
            throw new MalformedInputException(
                    position,
                    "no heading is known as the " + (isPlaced ? "name" : "address") + " of the points; there are "
                            + String.join(
                                    ", ",
                                    columns.understood().stream()
                                            .map(each -> "'" + each.heading() + "'")
                                            .toList()),
                    "Say which heading is the " + (isPlaced ? "name" : "address") + ".");
        }
    }

    /** Returns what was read, when all rows were taken. */
    public ListReading reading() {
        doubts.forEach(each -> cells.doubt(each.number).ifPresent(message -> {
            report(ListRules.ROW_MALFORMED, each.subject, each.position, message);
            doubled.set(each.point);
        }));
        overlaps.forEach(each -> report(findings, each.rule(), each.subject(), each.position(), each.message()));
        if (space == null) {
            return new ListReading(Optional.empty(), columns.understood(), told(), rows, examples);
        }
        namesakes();
        if (!unordered.isEmpty()) {
            int more = unordered.size() - 1;
            report(
                    ListRules.ORDER_UNSAID,
                    request.name(),
                    unordered.get(0),
                    "it is not said in which order the registers of this value come"
                            + (more == 0 ? "" : ", nor of " + more + " more")
                            + "; the one of highest weight is taken to be the first");
        }
        List<ListedPoint> all = keys.keyed(points);
        List<ListedPoint> keyed = doubled.isEmpty()
                ? all
                : IntStream.range(0, all.size())
                        .filter(i -> !doubled.get(i))
                        .mapToObj(all::get)
                        .toList();
        RequestGroups.check(request.name(), space, keyed, this::report);
        return new ListReading(
                Optional.of(PointList.of(request.name(), space, keyed)), columns.understood(), told(), rows, examples);
    }

    /** Returns the findings; those that are not listed are counted in the last. */
    private List<Finding> told() {
        if (untold > 0) {
            findings.add(new Finding(
                    ListRules.ROW_MALFORMED,
                    request.name(),
                    row.position(),
                    "and " + untold + " findings more",
                    ListRules.ROW_MALFORMED.remedy()));
        }
        return findings;
    }

    private void namesakes() {
        List<List<ListedPoint>> alike = List.copyOf(keys.namesakes(points).values());
        if (alike.isEmpty()) {
            return;
        }
        List<ListedPoint> first = alike.get(0);
        String rows = first.stream()
                .limit(3)
                .map(point -> point.position().toString())
                .collect(Collectors.joining(", ", "", first.size() > 3 ? ", …" : ""));
        report(
                ListRules.NAME_SHARED,
                request.name(),
                first.get(1).position(),
                "'" + first.get(0).about().name() + "' is the name of " + first.size() + " points: " + rows
                        + more(alike.size() - 1));
    }

    private static String more(int names) {
        return names == 0 ? "" : names == 1 ? "; 1 name more is shared" : "; " + names + " names more are shared";
    }

    /** Takes the next row. */
    public void take(Row next) {
        row = next;
        cells.take(next);
        if (cells.isBlank()) {
            return;
        }
        if (++rows > MOST_ROWS) {
            throw new LimitExceededException(next.position(), "number of rows", rows, MOST_ROWS);
        }
        try {
            if (next.mistake() != null) {
                throw new IllegalArgumentException(next.mistake());
            }
            cells.requireSound();
            ListedPoint point = point();
            keys.add(point, !cells.text(ListColumns.KEY).isEmpty());
            doubled.set(points.size(), !laid.add(point));
            cells.doubt().ifPresent(number -> doubts.add(new Doubt(points.size(), number, subject(), next.position())));
            points.add(point);
        } catch (IllegalArgumentException e) {
            report(ListRules.ROW_MALFORMED, subject(), next.position(), e.getMessage());
        }
    }

    private String subject() {
        int place = columns.place(ListColumns.NAME);
        String name = place < 0 || place >= row.cells().size()
                ? ""
                : row.cells().get(place).strip();
        return name.isEmpty() || name.length() > ListCells.LONGEST_NAME ? request.name() : request.name() + " " + name;
    }

    private ListedPoint point() {
        PointSpace own = protocol();
        ListForm form = own.listForm().orElseThrow();
        PlacedPoint point = place(own, form);
        if (point.hasOrder()
                && cells.text(ListColumns.POINT).isEmpty()
                && cells.text(ListColumns.ORDER).isEmpty()
                && cells.text(ListColumns.EXAMPLE).isEmpty()) {
            unordered.add(row.position());
        }
        Flow flow = flow(point, form.access(cells));
        Measure measure = measures.of(own.holds(point.carrier()));
        String kind = cells.text(ListColumns.KIND).toLowerCase(Locale.ROOT);
        if (!kind.isEmpty() && !request.kinds().contains(kind)) {
            throw new IllegalArgumentException("'" + cells.text(ListColumns.KIND) + "' is no kind of signal. "
                    + NearestName.hint("kind", kind, request.kinds()));
        }
        example(form, point, measure);
        String name = cells.text(ListColumns.NAME);
        ListedPoint.About about = new ListedPoint.About(
                name.isEmpty() ? point.text() : name,
                oneLine(cells.text(ListColumns.DESCRIPTION)),
                cells.text(ListColumns.PLACE),
                kind);
        return new ListedPoint(
                key(about.name()), about, station(form), point, measure, flow, request(form), row.position());
    }

    private static String oneLine(String text) {
        boolean isOne = text.indexOf('\n') < 0 && text.indexOf('\r') < 0 && text.indexOf('\t') < 0;
        return isOne ? text : BLANKS.matcher(text).replaceAll(" ");
    }

    private PointSpace protocol() {
        String given = cells.text(ListColumns.PROTOCOL);
        if (given.isEmpty() && space == null) {
            throw new IllegalArgumentException("the row does not say of which protocol its point is");
        }
        if (given.isEmpty()) {
            return space;
        }
        PointSpace own = protocols.computeIfAbsent(given, id -> {
            try {
                return ListColumns.protocol(id);
            } catch (UnknownNameException e) {
                throw new IllegalArgumentException(e.getMessage() + " " + e.remedy());
            }
        });
        if (space == null) {
            space = own;
        }
        if (own != space) {
            throw new IllegalArgumentException(
                    "the point is of " + own.title() + ", others of the list are of " + space.title());
        }
        return own;
    }

    private PlacedPoint place(PointSpace own, ListForm form) {
        String text = cells.text(ListColumns.POINT);
        PlacedPoint point = text.isEmpty() ? form.point(cells) : (PlacedPoint) own.read(text, Role.SERVER);
        if (point.station().isPresent()) {
            throw new IllegalArgumentException(
                    "'" + text + "' names its station; expected that in a column of its own");
        }
        return point;
    }

    private Flow flow(PlacedPoint point, Set<Access> said) {
        String text = cells.text(ListColumns.ACCESS);
        if (text.isEmpty() && said.isEmpty()) {
            return point.permits(Access.READ) ? Flow.READ : Flow.WRITE; // what may be written is said
        }
        if (text.isEmpty()) {
            return said.size() > 1 ? Flow.BOTH : said.contains(Access.READ) ? Flow.READ : Flow.WRITE;
        }
        Flow flow = FLOWS.containsKey(text) ? FLOWS.get(text) : FLOWS.get(ListColumn.plain(text));
        if (flow == null) {
            throw new IllegalArgumentException("access '" + text + "' is none of read, write and both");
        }
        for (Access access : Access.values()) {
            if (flow.permits(access) && !point.permits(access)) {
                throw new IllegalArgumentException(point.text() + " cannot be "
                        + (access == Access.READ ? "read" : "written") + "; access is '" + text + "'");
            }
        }
        if (flow == Flow.READ && !said.isEmpty() && !said.contains(Access.READ)) {
            throw new IllegalArgumentException(
                    "access is '" + text + "', and the function only writes " + point.text());
        }
        return flow;
    }

    private static Map<String, Flow> flows() {
        Map<String, Flow> flows = new HashMap<>();
        List.of("r", "ro", "r o", "rd", "read", "read only", "readonly", "input", "monitor")
                .forEach(word -> flows.put(word, Flow.READ));
        List.of("w", "wo", "w o", "write", "write only", "writeonly", "command", "control", "c")
                .forEach(word -> flows.put(word, Flow.WRITE));
        List.of("rw", "r w", "both", "read write", "readwrite", "w r", "read and write") // wr is either
                .forEach(word -> flows.put(word, Flow.BOTH));
        Map<String, Flow> all = new HashMap<>(flows);
        flows.forEach((word, flow) -> all.put(word.toUpperCase(Locale.ROOT), flow));
        all.put("R/W", Flow.BOTH);
        return Map.copyOf(all);
    }

    private void example(ListForm form, PlacedPoint point, Measure measure) {
        String text = cells.text(ListColumns.EXAMPLE);
        if (!text.isEmpty()) {
            ListExample example = ListExample.of(text, form, point, measure);
            examples.put(row.position(), example.shown());
            example.misfit().ifPresent(message -> report(ListRules.EXAMPLE_OUT_OF_RANGE, message));
        }
    }

    private int station(ListForm form) {
        String text = cells.text(ListColumns.STATION);
        if (text.isEmpty()) {
            return ListedPoint.NO_STATION;
        }
        int station = cells.number(ListColumns.STATION, 0, 65_535);
        form.refusal(station, false).ifPresent(reason -> report(ListRules.STATION_IMPOSSIBLE, reason));
        return station;
    }

    private String request(ListForm form) {
        String request = cells.text(ListColumns.REQUEST);
        if (!request.isEmpty() && !form.hasRequests()) {
            throw new IllegalArgumentException("points of this protocol are not read by requests; the row names '"
                    + ListCells.brief(request) + "'");
        }
        if (!request.isEmpty() && !PointKeys.isKey(request)) {
            throw new IllegalArgumentException(
                    "'" + ListCells.brief(request) + "' is no word for a request; " + PointKeys.form());
        }
        return request;
    }

    private String key(String name) {
        String key = cells.text(ListColumns.KEY);
        if (key.isEmpty()) {
            return PointKeys.stem(name);
        }
        keys.give(key, row.position());
        return key;
    }

    private void report(Rule rule, String message) {
        report(rule, subject(), row.position(), message);
    }

    private void report(Rule rule, String subject, Position position, String message) {
        report(findings, rule, subject, position, message);
    }

    private void report(List<Finding> into, Rule rule, String subject, Position position, String message) {
        if (into.size() < MOST_FINDINGS) {
            into.add(new Finding(rule, subject, position, message, rule.remedy()));
        } else {
            untold++;
        }
    }
}
