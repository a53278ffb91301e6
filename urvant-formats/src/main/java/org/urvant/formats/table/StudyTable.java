package org.urvant.formats.table;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.point.ListColumn;
import org.urvant.core.text.DecimalSign;
import org.urvant.file.SafeFile;
import org.urvant.project.change.StudyRow;

/**
 * A setting study: one row a value, in columns of its own order and headings, with titles above them or not. CSV with any
 * separator and encoding, or a sheet of an XLSX file.
 */
public final class StudyTable {
    /** The columns, with the headings that people give them. */
    private static final List<ListColumn> COLUMNS = List.of(
            ListColumn.of("device", "the device", "relay, ied, breaker, protection device, tag, location, bay"),
            ListColumn.of("group", "its setting group", "setting group"),
            ListColumn.of("stage", "stage or function", "function, element, protection function, protection, code"),
            ListColumn.of("setting", "the setting", "parameter, quantity, setting name, parameter name"),
            ListColumn.of("value", "its value", "set value, setting value, new value, set to"),
            ListColumn.of("unit", "unit of the value", "units"),
            ListColumn.of("side", "side of the transformers", "view, referred to, primary secondary"));

    private static final long MOST_BYTES = 50_000_000;
    private static final int FIRST_ROWS = 20;
    private static final Pattern NUMBER = Pattern.compile("([+-]?\\d+[.,]\\d+)(\\s*[^\\d,.].*)?");
    private static final String ONE_MEANING = "Write the number so that it can mean one thing.";

    private StudyTable() {}

    /**
     * What was read.
     *
     * @param findings what is wrong with the file
     * @param unread headings of columns that hold something and are not read
     * @param part which part of the file was read, in plain words; empty text for all of it
     * @param hidden how many rows that were read the sheet does not show
     */
    public record Read(List<StudyRow> rows, List<Finding> findings, List<String> unread, String part, int hidden) {
        public Read {
            rows = List.copyOf(rows);
            findings = List.copyOf(findings);
            unread = List.copyOf(unread);
        }
    }

    /**
     * Reads a study.
     *
     * @param sheet name of the sheet; empty for the first one
     * @throws MalformedInputException when it is no such file, or no row has the headings device, setting and value
     */
    public static Read read(Path file, String shownAs, Optional<String> sheet) {
        GivenTable table = GivenTable.read(SafeFile.read(file, MOST_BYTES), shownAs, sheet);
        Reading reading = new Reading(table.mayHaveDecimalComma());
        table.forEach(reading::take);
        reading.settle();
        if (reading.places == null) {
            throw new MalformedInputException(
                    Position.in(shownAs),
                    "no row has the headings device, setting and value" + (table.isPart() ? " in " + table.form() : ""),
                    (table.isPart() ? "Say which sheet is meant, or name" : "Name")
                            + " the columns so, or as studies do: relay, stage, parameter, set value, unit, side.");
        }
        return new Read(
                reading.rows,
                reading.findings,
                List.copyOf(reading.unread),
                table.isPart() ? table.form() : "",
                table.hidden());
    }

    private static final class Reading {
        private final DecimalSign sign;
        private final Map<StudyRow, String> doubts = new LinkedHashMap<>();
        private final List<StudyRow> rows = new ArrayList<>();
        private final List<Finding> findings = new ArrayList<>();
        private final Map<Integer, String> others = new LinkedHashMap<>(); // headings that are not understood
        private final Set<String> unread = new LinkedHashSet<>();
        private Map<String, Integer> places;
        private int seen;

        Reading(boolean mayHaveDecimalComma) {
            this.sign = new DecimalSign(mayHaveDecimalComma);
        }

        void take(GivenTable.Line line) {
            if (places == null) {
                if (seen++ < FIRST_ROWS) {
                    headings(line);
                }
                return;
            }
            boolean isWrong = line.merged() != null;
            if (isWrong) {
                find(line, 0, line.merged(), SheetFile.MEND_MERGED);
            }
            for (Map.Entry<Integer, String> mistake : line.mistakes().entrySet()) {
                if (places.containsValue(mistake.getKey())) {
                    find(line, mistake.getKey(), mistake.getValue(), "Write the value itself into the cell.");
                    isWrong = true;
                }
            }
            if (isWrong || line.cells().stream().allMatch(String::isBlank)) {
                return;
            }
            others.forEach((place, heading) -> {
                if (place < line.cells().size() && !line.cells().get(place).isBlank()) {
                    unread.add(heading);
                }
            });
            for (String needed : List.of("device", "setting")) {
                if (cell(line, needed).isEmpty()) {
                    find(line, places.get(needed), "the row has no " + needed, "Give it, or take the row out.");
                    return;
                }
            }
            Optional<String> value = decimal(line, cell(line, "value"));
            if (value.isEmpty()) {
                return;
            }
            StudyRow row = new StudyRow(
                    cell(line, "device"),
                    new StudyRow.Stage(ValueTable.given(cell(line, "stage")), ValueTable.given(cell(line, "group"))),
                    cell(line, "setting"),
                    value.get(),
                    ValueTable.given(cell(line, "unit")),
                    ValueTable.given(cell(line, "side")),
                    line.position());
            rows.add(row);
            Matcher number = NUMBER.matcher(cell(line, "value"));
            if (number.matches() && sign.isLikeThousands(number.group(1))) {
                doubts.put(row, number.group(1));
            }
        }

        private void headings(GivenTable.Line line) {
            Map<String, Integer> found = new HashMap<>();
            String twice = "";
            for (int i = 0; i < line.cells().size(); i++) {
                for (ListColumn column : COLUMNS) {
                    if (column.isNamed(line.cells().get(i))) {
                        Integer other = found.putIfAbsent(column.word(), i);
                        twice = other == null
                                ? twice
                                : "'" + line.cells().get(other) + "' and '"
                                        + line.cells().get(i) + "' are both the " + column.word();
                    }
                }
            }
            if (!found.keySet().containsAll(List.of("device", "setting", "value"))) {
                return;
            }
            line.unmerged();
            if (!twice.isEmpty()) {
                throw new MalformedInputException(line.position(), twice, "Rename one of the two columns.");
            }
            places = found;
            for (int i = 0; i < line.cells().size(); i++) {
                String heading = line.cells().get(i).strip();
                if (!heading.isEmpty() && !found.containsValue(i)) {
                    others.put(i, heading);
                }
            }
        }

        private String cell(GivenTable.Line line, String column) {
            Integer place = places.get(column);
            return place == null || place >= line.cells().size()
                    ? ""
                    : line.cells().get(place).strip();
        }

        /** Returns a value with a point before its fraction; empty, with a finding, when it could mean two things. */
        private Optional<String> decimal(GivenTable.Line line, String value) {
            Matcher number = NUMBER.matcher(value);
            if (!number.matches()) {
                return Optional.of(value);
            }
            try {
                String rest = number.group(2);
                return Optional.of(sign.plain(number.group(1)) + (rest == null ? "" : rest));
            } catch (IllegalArgumentException e) {
                find(line, places.get("value"), "the value is '" + value + "'; " + e.getMessage(), ONE_MEANING);
                return Optional.empty();
            }
        }

        /** Takes away the rows whose numbers could mean two things, as all rows together show. */
        void settle() {
            Set<StudyRow> unsure = new HashSet<>();
            doubts.forEach((row, number) -> sign.doubt(number).ifPresent(message -> {
                unsure.add(row);
                findings.add(new Finding(GeneralRules.FILE_MALFORMED, "study", row.position(), message, ONE_MEANING));
            }));
            rows.removeIf(unsure::contains);
        }

        private void find(GivenTable.Line line, int column, String message, String remedy) {
            Position position =
                    new Position(line.position().source(), line.position().line(), column + 1);
            findings.add(new Finding(GeneralRules.FILE_MALFORMED, "study", position, message, remedy));
        }
    }

    /** The headings of a study that {@link #read} takes back. */
    private static final List<String> WRITTEN = List.of("device", "group", "stage", "setting", "value", "unit", "side");

    /**
     * Writes a study by the ending of the name.
     *
     * @throws org.urvant.core.error.RefusedException when the name ends in neither {@code .csv} nor {@code .xlsx}
     */
    public static void write(Path file, List<StudyRow> rows) {
        List<List<String>> lines = new ArrayList<>(rows.size());
        rows.forEach(row -> lines.add(List.of(
                row.device(),
                row.stage().group(),
                row.stage().name(),
                row.setting(),
                row.value(),
                row.unit(),
                row.side())));
        GivenTable.write(file, WRITTEN, lines);
    }
}
