package org.urvant.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.text.Word;
import org.urvant.file.SafeFile;
import org.urvant.formats.table.TestTable;
import org.urvant.project.Project;
import org.urvant.project.setting.TestResults;
import org.urvant.project.setting.TestResults.Verdict;
import org.urvant.project.setting.TestSheet;
import org.urvant.report.page.Pages;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "test-points",
        description = {
            "Say what to inject into a device, and when it must operate: for each stage just below and just above its pick-up,"
                    + " at 2, 5 and 10 times it, and below its reset value; for each zone just inside and outside; for a differential"
                    + " protection about its characteristic. A point lies where the stage meant is the first, and never"
                    + " above what the input bears. Currents and voltages are those at the device's inputs.",
            "Write them as a table or a page to print, and judge a table that is filled in."
        },
        footer = {
            "",
            "Examples: urvant test-points F11",
            "          urvant test-points F11 --out f11.csv      # or .xlsx, or .html to print",
            "          urvant test-points F11 --from f11.csv"
        })
final class TestPointsCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(
            names = "--group",
            paramLabel = "NUMBER",
            description = "Setting group; the one in use after a start when not given.")
    private Integer group;

    @Option(names = "--out", paramLabel = "FILE", description = "Write them: .csv or .xlsx to fill in, .html to print.")
    private String out;

    @Option(names = "--from", paramLabel = "FILE", description = "Judge a table that was filled in.")
    private String results;

    TestPointsCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        if (out != null && results != null) {
            throw new RefusedException("--out and --from are given", "Write a sheet, or judge one.");
        }
        Project project = folder().load();
        TestSheet sheet = TestSheet.of(project, name, Optional.ofNullable(group));
        if (out != null) {
            if (out.toLowerCase(Locale.ROOT).endsWith(".html")) {
                SafeFile.writeText(session.path(out), Pages.tests(project, sheet));
            } else {
                TestTable.write(session.path(out), sheet);
            }
            say("wrote " + count(sheet.points().size(), "point") + " to " + out);
            missing(sheet);
            return Exit.DONE;
        }
        TestResults judged =
                TestResults.of(sheet, results == null ? List.of() : TestTable.read(session.path(results), results));
        if (json) {
            sayJson(judged.points().stream().map(TestPointsCommand::json).toList());
        } else {
            show(judged);
        }
        missing(sheet);
        if (results == null) {
            return Exit.DONE;
        }
        Findings.lines(judged.findings(), session, false).forEach(this::note);
        if (!json) {
            say(judged.count(Verdict.PASSED) + " passed, " + judged.count(Verdict.FAILED) + " failed, "
                    + judged.count(Verdict.OPEN) + " open");
        }
        boolean isSound = judged.findings().isEmpty() && judged.count(Verdict.FAILED) == 0;
        if (isSound && judged.count(Verdict.OPEN) == 0) {
            next("urvant review " + name + " --from " + results);
        }
        return isSound ? Exit.DONE : Exit.DIFFERENT;
    }

    private void missing(TestSheet sheet) {
        sheet.missing().forEach((stage, why) -> note(stage + " cannot be tested: " + why));
        if (sheet.points().isEmpty() && sheet.missing().isEmpty()) {
            note("no stage of " + name + " that trips is on");
        }
    }

    private void show(TestResults judged) {
        boolean isJudged = results != null;
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
            say(table);
        }
        Map<String, List<String>> notes = new LinkedHashMap<>(); // one line for many points of a stage
        judged.points().stream()
                .map(TestResults.Judged::point)
                .filter(point -> !point.note().isEmpty())
                .forEach(point -> notes.computeIfAbsent(point.stage() + "\n" + point.note(), key -> new ArrayList<>())
                        .add(point.tried()));
        notes.forEach((key, points) -> {
            String[] parts = key.split("\n", 2);
            note("* " + parts[0] + ", " + (points.size() == 1 ? points.get(0) : points.size() + " points") + ": "
                    + parts[1]);
        });
    }

    private static Object json(TestResults.Judged judged) {
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
