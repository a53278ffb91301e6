package org.urvant.cli;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.error.RefusedException;
import org.urvant.core.tree.Section;
import org.urvant.file.SafeFile;
import org.urvant.formats.table.ComparisonTable;
import org.urvant.project.compare.Accepted;
import org.urvant.report.page.Pages;

/** Shows a comparison: as a tree, as JSON, as page, as table. */
final class ComparisonView {
    private final Command command;
    private final Sides.Named first;
    private final Sides.Named second;
    private final Comparison comparison;

    private final Accepted accepted;

    ComparisonView(Command command, Sides.Named first, Sides.Named second, Comparison comparison, Accepted accepted) {
        this.accepted = accepted;
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
                    "equal", comparison.isEqual() && unread().isEmpty(),
                    "count", comparison.count(),
                    "unread", unread(),
                    "accepted", accepted.reasons(),
                    "differences", Differences.json(comparison),
                    "expected", Differences.expected(comparison)));
            return;
        }
        Paint paint = command.paint;
        command.say(paint.faint(first.name()) + " (" + first.brief() + ") → " + paint.faint(second.name()) + " ("
                + second.brief() + ")");
        if (file.isEmpty()) {
            command.say(Differences.lines(comparison, paint, this::unit, accepted));
        } else {
            command.say("wrote " + file.get());
        }
        if (!unread().isEmpty()) {
            command.say(paint.bad("not compared, for it cannot be read: " + String.join("; ", unread())));
        }
        command.say(outcome(paint));
        if (!comparison.expected().isEmpty()) {
            String expected = "expected: "
                    + comparison.expected().stream().map(Difference::name).collect(Collectors.joining(", "));
            Findings.wrapped(expected, command.session.width()).forEach(line -> command.say(paint.faint(line)));
        }
    }

    /** What stands in no tree, as a check calls it an error, is equal to nothing. */
    List<String> unread() {
        return Stream.of(first, second)
                .flatMap(side -> side.side().stream())
                .flatMap(side -> side.unread().stream())
                .distinct()
                .toList();
    }

    private String outcome(Paint paint) {
        if (comparison.isEqual()) {
            return unread().isEmpty() ? paint.good("equal") : paint.warn("equal in the rest");
        }
        String count = Command.count(comparison.count(), "difference");
        int settled = accepted.reasons().size();
        return settled == 0
                ? paint.warn(count)
                : isSettled() ? paint.good(count + ", all accepted") : paint.warn(count + ", " + settled + " accepted");
    }

    /** Returns whether nothing is left to look at. */
    boolean isSettled() {
        return unread().isEmpty()
                && comparison.leaves().size() == accepted.reasons().size();
    }

    private String unit(String path) {
        String unit = second.unit(path);
        return unit.isEmpty() ? first.unit(path) : unit;
    }

    private static Optional<Section> tree(Sides.Named one, Sides.Named other) {
        return one.side().map(side -> other.side().map(side::treeAgainst).orElse(side.tree()));
    }

    private void write(String file) {
        String name = file.toLowerCase(Locale.ROOT);
        if (name.endsWith(".html")) {
            SafeFile.writeText(
                    command.session.path(file),
                    Pages.comparison(
                            first.name(),
                            second.name(),
                            tree(first, second),
                            tree(second, first),
                            comparison,
                            this::unit,
                            accepted.reasons()));
        } else if (name.endsWith(".xlsx") || name.endsWith(".csv")) {
            ComparisonTable.write(command.session.path(file), first.name(), second.name(), comparison, this::unit);
        } else {
            throw new RefusedException(
                    file + " is neither a page nor a table", "Give it a name that ends in .html, .xlsx or .csv.");
        }
    }
}
