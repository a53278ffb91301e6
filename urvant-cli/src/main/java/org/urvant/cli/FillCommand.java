package org.urvant.cli;

import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.formats.table.ValueTable;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.change.ValuePlan;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "fill",
        description =
                "Take values from a table, .csv or .xlsx, with the columns device, setting and value, and unit and side"
                        + " where they are columns of their own. Says first what changes; when one value does not fit,"
                        + " nothing is changed. An empty value means the default.",
        footer = {"", "Example: urvant fill values.xlsx --dry-run"})
final class FillCommand extends ChangingCommand {
    private static final int FEW = 20;

    @Parameters(paramLabel = "FILE", description = "The table; .csv or .xlsx.")
    private String file;

    @Option(names = "--all", description = "Show every value that changes, not just the first ones.")
    private boolean all;

    @Mixin
    private Consent consent;

    FillCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = load(folder);
        ValueTable.Read read = ValueTable.read(session.path(file), file);
        ValuePlan plan = ValuePlan.of(project, read.rows(), read.findings());
        noteHidden(file, read.hidden());
        noteUnread(file, read.unread());
        if (!plan.isSound()) {
            if (json) {
                sayJson(Findings.json(plan.findings()));
            }
            say(Findings.lines(plan.findings(), session, false));
            throw new RefusedException(
                    file + " has " + count(plan.findings().size(), "mistake") + "; nothing was changed",
                    "Mend the rows named, and fill again.");
        }
        if (json) {
            sayJson(plan.rows().stream().map(FillCommand::json).toList());
        }
        if (plan.rows().isEmpty()) {
            say("the project has these values already");
            return Exit.DONE;
        }
        show(plan);
        if (!dryRun) {
            consent.ask("Take these values?", "nothing was changed");
            folder.save(project, plan.after());
            next("urvant check");
        }
        return Exit.DONE;
    }

    private static Object json(ValuePlan.Row row) {
        ValuePlan.Wanted wanted = row.wanted();
        return Json.object(
                "device", wanted.device(),
                "setting", wanted.path(),
                "before", row.before(),
                "value", wanted.text().isEmpty() ? null : wanted.text());
    }

    private void show(ValuePlan plan) {
        List<ValuePlan.Row> rows = plan.rows();
        Table table = new Table("device", "setting", "before", "after");
        rows.stream().limit(all ? rows.size() : FEW).forEach(row -> {
            ValuePlan.Wanted wanted = row.wanted();
            table.row(
                    wanted.device(),
                    wanted.path(),
                    row.before(),
                    ValueChange.shown(plan.after(), wanted.device(), wanted.path()));
        });
        say(table);
        if (!all && rows.size() > FEW) {
            say("… and " + (rows.size() - FEW) + " more; --all shows them");
        }
        say(count(rows.size(), "value") + (dryRun ? " would change" : " to change"));
    }
}
