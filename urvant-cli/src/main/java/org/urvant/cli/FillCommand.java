package org.urvant.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Rule;
import org.urvant.formats.table.ValueTable;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "fill",
        description =
                "Take values from a table, .csv or .xlsx, with the columns device, setting and value. Says first what"
                        + " changes; when one value does not fit, nothing is changed. An empty value means the default.",
        footer = {"", "Example: urvant fill values.xlsx --dry-run"})
final class FillCommand extends Command {
    private static final int FEW = 20;

    @Parameters(paramLabel = "FILE", description = "The table; .csv or .xlsx.")
    private String file;

    @Option(names = "--dry-run", description = "Only say what would change.")
    private boolean dryRun;

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
        ProjectFolder folder = folder();
        Project project = folder.load();
        ValueTable.Read read = ValueTable.read(session.path(file), file);
        List<Finding> findings = new ArrayList<>(read.findings());
        Map<String, Map<String, String>> values = new LinkedHashMap<>();
        List<Object> rows = new ArrayList<>();
        Table table = new Table("device", "setting", "before", "after");
        for (ValueTable.ValueCell row : read.rows()) {
            try {
                project.device(row.device());
                String before = ValueChange.shown(project, row.device(), row.setting());
                String after = row.value().isEmpty() ? null : row.value();
                Optional<String> given = ValueChange.given(project, row.device(), row.setting());
                boolean isSame = given.equals(Optional.ofNullable(after)) || before.equals(after);
                if (!isSame) {
                    values.computeIfAbsent(row.device(), name -> new TreeMap<>())
                            .put(row.setting(), after);
                    if (all || rows.size() < FEW) {
                        table.row(row.device(), row.setting(), before, after == null ? "(default)" : after);
                    }
                    rows.add(Json.object(
                            "device", row.device(), "setting", row.setting(), "before", before, "value", after));
                }
            } catch (UrvantException e) {
                findings.add(finding(row, e));
            }
        }
        values.forEach((device, changes) -> tryOut(project, read, device, changes, findings));
        if (!findings.isEmpty()) {
            if (json) {
                sayJson(Findings.json(findings));
            }
            Findings.lines(findings, session, false).forEach(this::say);
            throw new RefusedException(
                    file + " has " + count(findings.size(), "mistake") + "; nothing was changed",
                    "Mend the rows named, and fill again.");
        }
        if (json) {
            sayJson(rows);
        }
        if (table.isEmpty()) {
            say("the project has these values already");
            return Exit.DONE;
        }
        say(table);
        if (!all && rows.size() > FEW) {
            say("… and " + (rows.size() - FEW) + " more; --all shows them");
        }
        say(count(rows.size(), "value") + (dryRun ? " would change" : " to change"));
        if (!dryRun) {
            consent.ask("Take these values?", "nothing was changed");
            folder.save(project, ValueChange.set(project, values));
            next("urvant check");
        }
        return Exit.DONE;
    }

    /** Holds all values of a device together against its type; where that fails, each alone, to say which rows are wrong. */
    private static void tryOut(
            Project project, ValueTable.Read read, String device, Map<String, String> changes, List<Finding> findings) {
        try {
            ValueChange.set(project, device, changes);
        } catch (UrvantException together) {
            int before = findings.size();
            for (ValueTable.ValueCell row : read.rows()) {
                if (row.device().equals(device) && changes.containsKey(row.setting())) {
                    try {
                        Map<String, String> one = new TreeMap<>();
                        one.put(row.setting(), changes.get(row.setting()));
                        ValueChange.set(project, device, one);
                    } catch (UrvantException e) {
                        findings.add(finding(row, e));
                    }
                }
            }
            if (findings.size() == before) {
                findings.add(new Finding(
                        Rule.FILE_MALFORMED,
                        device,
                        read.rows().get(0).position(),
                        together.getMessage(),
                        together.mend()));
            }
        }
    }

    private static Finding finding(ValueTable.ValueCell row, UrvantException e) {
        return new Finding(
                Rule.FILE_MALFORMED, row.device() + " " + row.setting(), row.position(), e.getMessage(), e.mend());
    }
}
