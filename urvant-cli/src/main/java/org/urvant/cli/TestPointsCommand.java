package org.urvant.cli;

import java.util.List;
import java.util.Locale;
import org.urvant.core.error.RefusedException;
import org.urvant.file.SafeFile;
import org.urvant.formats.table.TestTable;
import org.urvant.project.Project;
import org.urvant.project.setting.TestResults;
import org.urvant.project.setting.TestResults.Verdict;
import org.urvant.project.setting.TestSheet;
import org.urvant.report.page.Pages;
import picocli.CommandLine.Mixin;
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

    @Mixin
    private GroupOption group = new GroupOption();

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
        Project project = load(folder());
        TestSheet sheet = TestSheet.of(project, name, group.number());
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
            sayJson(judged.points().stream().map(TestPointsView::json).toList());
        } else {
            new TestPointsView(this).show(judged, results != null);
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
}
