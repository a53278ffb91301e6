package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.evaluation.Treatment;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.file.CsvText;
import org.urvant.project.Mapping;
import org.urvant.project.TreatmentText;

/** Reads and writes a device's mapping table: CSV after RFC 4180 in UTF-8, one row a mapping, with a key column. */
final class MappingTable {
    static final List<String> COLUMNS = List.of("key", "name", "from", "source", "to", "destination", "use");

    /** Stand in the table only when some row has one. */
    static final String PLACE = "place";

    static final String TRANSFORM = "transform";
    static final String IDENTIFIER = "identifier";
    private static final List<String> OPTIONAL = Stream.of(
                    Stream.of(TRANSFORM), TreatmentText.PARTS.stream(), Stream.of(PLACE, IDENTIFIER))
            .flatMap(columns -> columns)
            .toList();
    private static final int MOST_SOURCES = 64;

    private static final int MOST_ROWS = 1_000_000;
    private static final CSVFormat FORMAT = CSVFormat.RFC4180
            .builder()
            .setRecordSeparator("\n")
            .setIgnoreEmptyLines(true)
            .get();

    private final String device;
    private final Consumer<Finding> findings;
    private final List<Mapping> rows = new ArrayList<>();
    private final Map<String, Integer> columns = new HashMap<>();
    private final Map<String, Integer> lines = new HashMap<>();

    private MappingTable(String device, Consumer<Finding> findings) {
        this.device = device;
        this.findings = findings;
    }

    static String name(String device) {
        return "mappings/" + device + ".csv";
    }

    /** Returns the rows that are sound; every other is reported. Columns are found by their headings. */
    static List<Mapping> read(String device, String source, String text, Consumer<Finding> findings) {
        return new MappingTable(device, findings).all(source, text);
    }

    private List<Mapping> all(String source, String text) {
        CsvText.read(text, ',', source, (cells, line) -> take(cells, Position.line(source, line)));
        return rows;
    }

    /**
     * Refuses to write over a table in which something stands that would be lost.
     *
     * @param known the rows that are known to stand there, as a table
     * @throws RefusedException when a row cannot be read, a column is not known, or other rows stand there
     */
    static void requireKnown(String device, String source, String text, String known) {
        List<Finding> findings = new ArrayList<>();
        MappingTable table = new MappingTable(device, findings::add);
        List<Mapping> rows = table.all(source, text);
        if (!findings.isEmpty()) {
            Finding first = findings.get(0);
            throw new RefusedException(
                    first.position() + " would be lost: " + first.message(), "Mend the table first. " + first.remedy());
        }
        table.columns.keySet().stream()
                .filter(column -> !COLUMNS.contains(column) && !OPTIONAL.contains(column))
                .findFirst()
                .ifPresent(column -> {
                    throw new RefusedException(
                            source + " has a column '" + column + "' that would be lost",
                            "The columns are " + String.join(",", COLUMNS) + " and " + String.join(", ", OPTIONAL)
                                    + "; keep notes elsewhere.");
                });
        if (!write(rows).equals(known)) {
            throw DeviceText.changedSince(source);
        }
    }

    private void take(List<String> record, Position position) {
        if (columns.isEmpty()) {
            columns.putAll(columns(record, position));
            return;
        }
        if (rows.size() >= MOST_ROWS) {
            throw new LimitExceededException(position, "number of rows", rows.size() + 1L, MOST_ROWS);
        }
        String key = record.size() > columns.get("key") ? record.get(columns.get("key")) : "";
        if (record.size() != columns.size() || key.isBlank()) {
            report(
                    position,
                    key.isBlank()
                            ? "the row has no key"
                            : "the row has " + record.size() + " cells; expected " + columns.size(),
                    "Complete the row, with values that hold a comma in quotes, or remove it.");
            return;
        }
        Integer first = lines.putIfAbsent(key, position.line());
        if (first != null) {
            report(
                    position,
                    "key '" + key + "' stands already in line " + first,
                    "Remove one of the two rows, and map its signal anew.");
            return;
        }
        String use = cell(record, "use");
        if (!use.equals("yes") && !use.equals("no")) {
            report(position, "use is '" + use + "'; expected yes or no", "Write yes or no.");
        }
        Treatment treatment;
        try {
            treatment = treatment(record);
        } catch (IllegalArgumentException e) {
            report(position, e.getMessage(), "Correct the cell, or leave it empty.");
            return;
        }
        origins(record, position)
                .ifPresent(origins -> rows.add(new Mapping(
                        key.strip(),
                        new Mapping.Title(cell(record, "name"), optional(record, PLACE), optional(record, IDENTIFIER)),
                        origins,
                        new Mapping.End(cell(record, "to"), cell(record, "destination")),
                        new Mapping.Handling(optional(record, TRANSFORM), treatment),
                        !use.equals("no"),
                        position)));
    }

    private Treatment treatment(List<String> record) {
        Map<String, String> texts = new HashMap<>();
        for (String part : TreatmentText.PARTS) {
            if (columns.containsKey(part)) {
                texts.put(part, cell(record, part));
            }
        }
        return TreatmentText.read(texts);
    }

    private String optional(List<String> record, String column) {
        return columns.containsKey(column) ? cell(record, column) : "";
    }

    /** Several sources stand in one cell; so do their connections, unless it is one for all. */
    private Optional<List<Mapping.End>> origins(List<String> record, Position position) {
        List<String> connections = List.of(cell(record, "from").split("\\s*;\\s*", -1));
        List<String> points = List.of(cell(record, "source").split("\\s*;\\s*", -1));
        if (points.size() > MOST_SOURCES) {
            report(
                    position,
                    "the row has " + points.size() + " sources; at most " + MOST_SOURCES + " can be",
                    "Calculate it in steps, in a program of the device.");
            return Optional.empty();
        }
        if (connections.size() > 1 && connections.size() != points.size()) {
            report(
                    position,
                    "the row has " + connections.size() + " connections in 'from' and " + points.size()
                            + " points in 'source'",
                    "Give one connection for all points, or one for each.");
            return Optional.empty();
        }
        List<Mapping.End> origins = new ArrayList<>();
        for (int i = 0; i < points.size(); i++) {
            origins.add(new Mapping.End(connections.get(connections.size() == 1 ? 0 : i), points.get(i)));
        }
        return Optional.of(origins);
    }

    private String cell(List<String> record, String column) {
        return record.get(columns.get(column)).strip();
    }

    private void report(Position position, String message, String remedy) {
        findings.accept(new Finding(GeneralRules.FILE_MALFORMED, device + " mappings", position, message, remedy));
    }

    private static Map<String, Integer> columns(List<String> heading, Position position) {
        Map<String, Integer> columns = new HashMap<>();
        for (int i = 0; i < heading.size(); i++) {
            if (columns.put(heading.get(i).strip(), i) != null) {
                throw new MalformedInputException(
                        position,
                        "there are two columns '" + heading.get(i).strip() + "'",
                        "Keep the one that is meant.");
            }
        }
        List<String> missing =
                COLUMNS.stream().filter(column -> !columns.containsKey(column)).toList();
        if (!missing.isEmpty()) {
            throw new MalformedInputException(
                    position,
                    "the heading lacks " + String.join(", ", missing),
                    "The first row must name the columns " + String.join(",", COLUMNS) + ", separated by commas.");
        }
        return columns;
    }

    private static String connections(Mapping row) {
        boolean isOne =
                row.origins().stream().map(Mapping.End::connection).distinct().count() == 1;
        return isOne
                ? row.origin().connection()
                : row.origins().stream().map(Mapping.End::connection).collect(Collectors.joining(Mapping.BETWEEN));
    }

    /** Returns the cells of a row that not every row has, those that hold something. */
    private static Map<String, String> optional(Mapping row) {
        Map<String, String> cells = row.treatment().isPlain() ? new HashMap<>() : TreatmentText.of(row.treatment());
        cells.put(TRANSFORM, row.transform());
        cells.put(PLACE, row.place());
        cells.put(IDENTIFIER, row.identifier());
        cells.values().removeIf(String::isEmpty);
        return cells;
    }

    /** Returns the table as text; reading it back gives equal rows. */
    static String write(List<Mapping> rows) {
        StringBuilder text = new StringBuilder();
        try (var printer = FORMAT.print(text)) {
            Set<String> used = new HashSet<>();
            rows.forEach(row -> used.addAll(optional(row).keySet()));
            List<String> further = OPTIONAL.stream().filter(used::contains).toList();
            List<String> headings = new ArrayList<>(COLUMNS);
            headings.addAll(further);
            printer.printRecord(headings);
            for (Mapping row : rows) {
                List<String> cells = new ArrayList<>(List.of(
                        row.key(),
                        row.name(),
                        connections(row),
                        row.source(),
                        row.to(),
                        row.destination(),
                        row.isUsed() ? "yes" : "no"));
                if (!further.isEmpty()) {
                    Map<String, String> given = optional(row);
                    further.forEach(column -> cells.add(given.getOrDefault(column, "")));
                }
                printer.printRecord(cells);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }
}
