package org.urvant.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.text.Word;
import org.urvant.project.setting.TestResults;

/** Shows what is injected at test, what is expected, and what was seen. */
final class TestPointsView {
    private final Command command;

    TestPointsView(Command command) {
        this.command = command;
    }

    /**
     * Shows points.
     *
     * @param isJudged whether results were filled in
     */
    void show(TestResults judged, boolean isJudged) {
        Table table = new Table("stage", "point", "inject", "expected", "from s", "to s", isJudged ? "seen" : "", "")
                .whole("point", "inject");
        for (TestResults.Judged each : judged.points()) {
            TestPoint point = each.point();
            table.row(
                    point.stage(),
                    point.tried(),
                    point.isPossible() ? point.injection().text() : "–",
                    TestResults.expected(point)
                            + (point.isPossible() && point.expected().isTimed() ? " s" : ""),
                    TestResults.text(point.expected().from()),
                    TestResults.text(point.expected().to()),
                    each.seen(),
                    isJudged && point.isPossible()
                            ? Word.of(each.verdict())
                            : point.note().isEmpty() ? "" : "*");
        }
        if (!table.isEmpty()) {
            command.say(table);
        }
        Map<String, List<String>> notes = new LinkedHashMap<>(); // one line for many points of a stage
        judged.points().stream()
                .map(TestResults.Judged::point)
                .filter(point -> !point.note().isEmpty())
                .forEach(point -> notes.computeIfAbsent(point.stage() + "\n" + point.note(), key -> new ArrayList<>())
                        .add(point.tried()));
        notes.forEach((key, points) -> {
            String[] parts = key.split("\n", 2);
            command.note("* " + parts[0] + ", " + (points.size() == 1 ? points.get(0) : points.size() + " points")
                    + ": " + parts[1]);
        });
    }

    static Object json(TestResults.Judged judged) {
        TestPoint point = judged.point();
        return Json.object(
                "stage", point.stage(),
                "point", point.tried(),
                "inject", point.injection().text(),
                "expected", TestResults.expected(point),
                "from", number(point.expected().from()),
                "to", number(point.expected().to()),
                "note", point.note(),
                "seen", judged.seen(),
                "verdict", Word.of(judged.verdict()));
    }

    private static Double number(double value) {
        return Double.isNaN(value) ? null : value;
    }
}
