package org.urvant.cli;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.point.list.ListDifference.Standing;
import org.urvant.core.point.list.ListReading;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.Measure;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.Word;
import org.urvant.formats.list.PointListFile;
import org.urvant.project.Project;
import org.urvant.project.change.ListImport;
import org.urvant.project.mapping.SignalUse;

/** Shows a list of points: how it was understood, its points, and what a newer one changes. */
final class PointListView {
    private static final int FEW = 12;

    private final Command command;
    private final boolean all;

    PointListView(Command command, boolean all) {
        this.command = command;
        this.all = all;
    }

    /** Says how a file was understood. */
    void say(String file, PointListFile.Read read) {
        ListReading reading = read.reading();
        command.say(file + ": " + command.paint.strong("point list") + ", " + read.form()
                + (read.headingRow() > 1 ? ", headings in row " + read.headingRow() : "") + ", "
                + Command.count(reading.rows(), "row"));
        Table columns = new Table("heading", "understood as");
        for (ListReading.Understood each : reading.columns()) {
            columns.row(each.heading(), each.column().isEmpty() ? command.paint.warn("passed over") : each.column());
        }
        command.say(columns);
        command.say("");
        reading.list().ifPresent(list -> say(list, reading.examples()));
    }

    private void say(PointList list, Map<Position, String> examples) {
        List<ListedPoint> points = List.copyOf(list.points().values());
        boolean hasKinds =
                points.stream().anyMatch(point -> !point.about().kind().isEmpty());
        List<String> headings = new ArrayList<>(List.of("point", "station", "where", "access", "value"));
        headings.addAll(examples.isEmpty() ? List.of() : List.of("example (in other orders)"));
        headings.addAll(hasKinds ? List.of("kind") : List.of());
        headings.add("description");
        Table table = new Table(headings.toArray(String[]::new));
        for (ListedPoint point : all ? points : points.subList(0, Math.min(FEW, points.size()))) {
            ListedPoint.About about = point.about();
            List<Object> cells = new ArrayList<>(List.of(
                    list.reference(point),
                    point.hasStation() ? point.station() : "",
                    point.point().text(),
                    Word.of(point.flow()),
                    law(point.measure())));
            cells.addAll(examples.isEmpty() ? List.of() : List.of(examples.getOrDefault(point.position(), "")));
            cells.addAll(hasKinds ? List.of(about.kind()) : List.of());
            cells.add(about.description().isEmpty() ? about.name() : about.description());
            table.row(cells.toArray());
        }
        if (!table.isEmpty()) {
            command.say(table);
        }
        if (!all && points.size() > FEW) {
            command.say(command.paint.faint("… and " + (points.size() - FEW) + " more; --all shows them"));
        }
    }

    /** Returns what a raw number is worth, in words. */
    static String law(Measure measure) {
        StringBuilder text = new StringBuilder();
        if (!measure.isPlain()) {
            text.append("raw × ").append(plain(measure.factor()));
            if (measure.offset().signum() != 0) {
                text.append(measure.offset().signum() < 0 ? " − " : " + ")
                        .append(plain(measure.offset().abs()));
            }
        }
        if (!measure.unit().isEmpty()) {
            text.append(text.length() == 0 ? "" : " ").append(measure.unit());
        }
        if (measure.range().isBounded()) {
            text.append(text.length() == 0 ? "" : ", ")
                    .append(plain(measure.range().low()))
                    .append(" to ")
                    .append(plain(measure.range().high()));
        }
        if (!measure.preset().isEmpty()) {
            text.append(text.length() == 0 ? "" : ", ").append("default ").append(measure.preset());
        }
        return text.toString();
    }

    private static String plain(BigDecimal number) {
        return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
    }

    /**
     * Explains a point: where it is found, what it is worth, who reads or writes it.
     *
     * @throws UnknownNameException when the list has no such point
     */
    void explain(Project project, PointList list, String key) {
        ListedPoint point = list.point(key)
                .orElseThrow(() -> new UnknownNameException(
                        "point of list " + list.name(), key, list.points().keySet()));
        List<SignalUse.Use> uses = SignalUse.rows(project, list.reference(point));
        if (command.json) {
            Map<String, Object> json = json(list, point);
            json.put(
                    "mappings",
                    uses.stream()
                            .map(use -> use.device() + " " + use.row().key())
                            .toList());
            command.sayJson(json);
            return;
        }
        command.say(command.paint.strong(list.reference(point)) + "  "
                + point.about().name());
        fact("meaning", point.about().description());
        fact("point", list.space().title() + ", " + point.point().text());
        fact(
                list.space().listForm().orElseThrow().station(),
                point.hasStation() ? String.valueOf(point.station()) : "not given");
        fact("access", Word.of(point.flow()));
        fact("value", law(point.measure()));
        fact("place", point.about().place());
        fact("kind", point.about().kind());
        fact("request", point.request());
        fact("listed at", point.position().toString());
        Table table = new Table("mapped by", "name", "from", "to", "point", "use");
        for (SignalUse.Use use : uses) {
            boolean isSource = !use.row().destination().equals(list.reference(point));
            table.row(
                    use.device(),
                    use.row().name(),
                    use.row().from(),
                    use.row().to(),
                    isSource ? use.row().destination() : use.row().shownSource(),
                    use.row().isUsed() ? "yes" : "no");
        }
        if (!table.isEmpty()) {
            command.say("");
            command.say(table);
        }
        command.next("urvant map DEVICE " + list.reference(point));
    }

    private void fact(String name, String text) {
        if (!text.isEmpty()) {
            command.say(command.paint.faint(String.format(Locale.ROOT, "%-15s", name)) + text);
        }
    }

    /** Says what is wrong with the rows. */
    void sayFindings(List<Finding> findings) {
        if (!findings.isEmpty()) {
            command.say("");
            command.say(Findings.lines(findings, command.session, all));
            command.say(Findings.summary(findings));
        }
    }

    /** Says what an import would change in the project. */
    void say(ListImport plan) {
        List<String> counts = new ArrayList<>();
        for (Standing standing : Standing.values()) {
            long number = plan.count(standing);
            if (number > 0) {
                counts.add(number + " " + standing.word());
            }
        }
        command.say("list " + command.paint.strong(plan.list().name()) + ", "
                + plan.list().space().title() + ": " + String.join(", ", counts));
        Table table = new Table("point", "in project", "differs in", "used by");
        int shown = 0;
        for (ListImport.Row row : plan.rows()) {
            boolean isShown = row.standing() == Standing.CHANGED
                    || row.standing() == Standing.REMOVED
                    || row.standing() == Standing.ADDED
                            && plan.count(Standing.ADDED) < plan.rows().size();
            if (isShown && (all || shown++ < FEW)) {
                table.row(
                        plan.list().name() + "/" + row.point().key(),
                        row.standing().word(),
                        String.join("; ", row.differences()),
                        String.join(", ", row.uses()));
            }
        }
        if (!table.isEmpty()) {
            command.say(table);
        }
    }

    static Object json(PointListFile.Read read) {
        ListReading reading = read.reading();
        return Json.object(
                "list", reading.list().map(PointList::name).orElse(""),
                "protocol", reading.list().map(list -> list.space().id()).orElse(""),
                "form", read.form(),
                "headingRow", read.headingRow(),
                "rows", reading.rows(),
                "columns",
                        reading.columns().stream()
                                .map(each -> Json.object("heading", each.heading(), "column", each.column()))
                                .toList(),
                "points", reading.list().map(PointListView::points).orElse(List.of()),
                "findings", Findings.json(reading.findings()));
    }

    private static List<Map<String, Object>> points(PointList list) {
        return list.points().values().stream().map(point -> json(list, point)).toList();
    }

    static Map<String, Object> json(PointList list, ListedPoint point) {
        return Json.object(
                "reference", list.reference(point),
                "name", point.about().name(),
                "station", point.hasStation() ? point.station() : null,
                "point", point.point().text(),
                "access", Word.of(point.flow()),
                "unit", point.measure().unit(),
                "factor", point.measure().factor(),
                "offset", point.measure().offset(),
                "least",
                        point.measure().range().isBounded()
                                ? point.measure().range().low()
                                : null,
                "most",
                        point.measure().range().isBounded()
                                ? point.measure().range().high()
                                : null,
                "default", point.measure().preset(),
                "kind", point.about().kind(),
                "place", point.about().place(),
                "description", point.about().description(),
                "request", point.request());
    }
}
