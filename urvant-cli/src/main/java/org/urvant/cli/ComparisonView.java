package org.urvant.cli;

import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.error.RefusedException;
import org.urvant.file.SafeFile;
import org.urvant.formats.table.ComparisonTable;
import org.urvant.project.compare.Side;
import org.urvant.report.page.Pages;

/** Shows a comparison: as a tree, as JSON, as page, as table. */
final class ComparisonView {
    private final Command command;
    private final Sides.Named first;
    private final Sides.Named second;
    private final Comparison comparison;

    ComparisonView(Command command, Sides.Named first, Sides.Named second, Comparison comparison) {
        this.command = command;
        this.first = first;
        this.second = second;
        this.comparison = comparison;
    }

    /** Says it; where a file is given, that holds the differences and the answer is short. */
    void say(Optional<String> file) {
        file.ifPresent(this::write);
        if (command.json) {
            command.sayJson(Json.object(
                    "left", first.name(),
                    "right", second.name(),
                    "equal", comparison.isEqual(),
                    "count", comparison.count(),
                    "differences", Differences.json(comparison),
                    "expected", Differences.expected(comparison)));
            return;
        }
        Paint paint = command.paint;
        command.say(paint.faint(first.name()) + " (" + first.brief() + ") → " + paint.faint(second.name()) + " ("
                + second.brief() + ")");
        if (file.isEmpty()) {
            Differences.lines(comparison, paint, this::unit).forEach(command::say);
        } else {
            command.say("wrote " + file.get());
        }
        command.say(
                comparison.isEqual()
                        ? paint.good("equal")
                        : paint.warn(Command.count(comparison.count(), "difference")));
        if (!comparison.expected().isEmpty()) {
            command.say(paint.faint("expected: "
                    + comparison.expected().stream().map(Difference::name).collect(Collectors.joining(", "))));
        }
    }

    private String unit(String path) {
        String unit = second.unit(path);
        return unit.isEmpty() ? first.unit(path) : unit;
    }

    private void write(String file) {
        String name = file.toLowerCase(Locale.ROOT);
        if (name.endsWith(".html")) {
            SafeFile.writeText(
                    command.session.path(file),
                    Pages.comparison(
                            first.name(),
                            second.name(),
                            first.side().map(Side::tree),
                            second.side().map(Side::tree),
                            comparison,
                            this::unit));
        } else if (name.endsWith(".xlsx") || name.endsWith(".csv")) {
            ComparisonTable.write(command.session.path(file), first.name(), second.name(), comparison, this::unit);
        } else {
            throw new RefusedException(
                    file + " is neither a page nor a table", "Give it a name that ends in .html, .xlsx or .csv.");
        }
    }
}
