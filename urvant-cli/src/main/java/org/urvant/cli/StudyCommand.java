package org.urvant.cli;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.protection.View;
import org.urvant.formats.table.StudyTable;
import org.urvant.project.Project;
import org.urvant.project.change.StudyPlan;
import org.urvant.project.change.StudyRow;
import org.urvant.project.change.StudyRows;
import org.urvant.project.change.ValuePlan;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "study",
        description = {
            "Take the settings of a protection study, .csv or .xlsx: one row a value, with the headings device, setting and"
                    + " value, or those that studies have. Devices go by name, description, bay or type, stages by name or by"
                    + " marks such as I> and IN>>, values are converted and put on the step of each setting.",
            "All rows are matched first; when one is not, or does not fit, nothing is changed. The way back: --out."
        },
        footer = {
            "",
            "Examples: urvant study study.xlsx --side primary --dry-run",
            "          urvant study study.csv --side secondary --as '51=overcurrent.1' --as 'K1/F11=F11'",
            "          urvant study --out now.xlsx --device 'F*'"
        })
final class StudyCommand extends ChangingCommand {
    @Parameters(arity = "0..1", paramLabel = "FILE", description = "The study; .csv or .xlsx.")
    private String file;

    @Option(
            names = "--side",
            paramLabel = "SIDE",
            description =
                    "Side of the transformers that values are given on where the row does not say it: primary, secondary.")
    private String side;

    @Option(
            names = "--as",
            paramLabel = "NAME=OURS",
            description =
                    "What a name of the study means: a device, a stage such as overcurrent.1, a setting; can be repeated.")
    private Map<String, String> names = new LinkedHashMap<>();

    @Option(names = "--sheet", paramLabel = "NAME", description = "Sheet of the spreadsheet; the first when not given.")
    private String sheet;

    @Option(names = "--out", paramLabel = "FILE", description = "Write what is set now as a study; .csv or .xlsx.")
    private String out;

    @Option(
            names = "--device",
            paramLabel = "DEVICE",
            defaultValue = "*",
            description = "With --out: the devices, separated by commas, or a pattern. Default: all.")
    private String devices;

    @Option(names = "--all", description = "Show every value that changes, not just the first ones.")
    private boolean all;

    @Mixin
    private Consent consent;

    StudyCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        needs("--device", "--out");
        apart("--out", "--side", "--as", "--sheet");
        if ((file == null) == (out == null)) {
            throw new RefusedException(
                    file == null ? "no study is named" : "a study is named, and --out is given",
                    "Name the study to take, or give --out FILE to write one.");
        }
        ProjectFolder folder = changing(file != null);
        Project project = load(folder);
        return out == null ? take(folder, project) : write(project);
    }

    private int write(Project project) {
        List<StudyRow> rows = StudyRows.of(
                project, Wildcard.choose("device", devices, project.devices().keySet()));
        StudyTable.write(session.path(out), rows);
        say("wrote " + count(rows.size(), "row") + " to " + out);
        return Exit.DONE;
    }

    private int take(ProjectFolder folder, Project project) {
        List<String> sides = List.of(View.PRIMARY.word(), View.SECONDARY.word());
        if (side != null && !sides.contains(side)) {
            throw new UnknownNameException("side", side, sides);
        }
        StudyTable.Read read = StudyTable.read(session.path(file), file, Optional.ofNullable(sheet));
        StudyPlan plan = StudyPlan.of(
                project,
                read.rows(),
                StudyPlan.How.on(project, Optional.ofNullable(side).flatMap(View::of), names),
                read.findings());
        if (sheet == null && !read.part().isEmpty()) {
            note(file + ": " + read.part() + "; --sheet takes another one");
        }
        noteHidden(file, read.hidden());
        noteUnread(file, read.unread());
        ValuePlan values = plan.values();
        if (!values.isSound()) {
            if (json) {
                sayJson(Findings.json(values.findings()));
            }
            say(Findings.lines(values.findings(), session, false));
            throw new RefusedException(
                    file + " has " + count(values.findings().size(), "row")
                            + " that cannot be taken; nothing was changed",
                    "Mend them, or say with --as and --side what is meant.");
        }
        new StudyView(this, all).say(plan, dryRun);
        if (values.rows().isEmpty()) {
            int given = read.rows().size();
            say("the project has " + (given == 1 ? "this value" : "these " + count(given, "value")) + " already");
            return Exit.DONE;
        }
        if (!dryRun) {
            consent.ask("Take these values?", "nothing was changed");
            folder.save(project, values.after());
            for (String device : plan.dials()) {
                note(device + " has dials only: urvant selectors " + device + " prints how they are to stand");
            }
            next("urvant check");
        }
        return Exit.DONE;
    }
}
