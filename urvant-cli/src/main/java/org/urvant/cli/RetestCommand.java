package org.urvant.cli;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.compare.Comparison;
import org.urvant.core.error.RefusedException;
import org.urvant.file.SafeFile;
import org.urvant.formats.table.RetestTable;
import org.urvant.project.Project;
import org.urvant.project.check.Retest;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.report.page.Pages;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "retest",
        description = "List what of a device must be tested again since it was signed off: functions, stages, outputs,"
                + " channels, points and who receives them; each with the differences that touch it.",
        footer = {
            "",
            "Examples: urvant retest F11",
            "          urvant retest F11 --since F11.json --out F11-retest.html",
        })
final class RetestCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(
            names = "--since",
            paramLabel = "STATE",
            description = "What was tested: signed-off (when not given), backup, live, or a configuration's file.")
    private String since;

    @Option(
            names = "--out",
            paramLabel = "FILE",
            description = "A list to tick: a page (.html) or a table (.xlsx, .csv).")
    private String file;

    @Mixin
    private DeviceAccess access;

    RetestCommand(Session session) {
        super(session);
        this.access = new DeviceAccess();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = load(folder);
        String state = since == null ? "signed-off" : since;
        Configuration tested = new Sides(this, access, folder, project).state(project.device(name), state);
        Retest retest = Retest.of(project, name, tested);
        if (file != null) {
            write(project, retest, state);
        }
        Comparison comparison = retest.comparison();
        if (json) {
            sayJson(Json.object(
                    "device",
                    name,
                    "since",
                    state,
                    "differences",
                    Differences.json(comparison),
                    "items",
                    retest.items().stream().map(RetestCommand::json).toList()));
        } else if (comparison.isEqual()) {
            say(paint.good("equal") + " to what was tested (" + state + "); nothing to test again");
        } else {
            say(count(comparison.count(), "difference") + " since " + state);
            Table table = new Table("what", "name", "test", "because of");
            retest.items()
                    .forEach(item -> table.row(item.kind().word(), item.name(), item.test(), because(item.because())));
            say(table);
        }
        next(comparison.isEqual() ? "urvant check " + name : "urvant test-points " + name);
        return comparison.isEqual() ? Exit.DONE : Exit.DIFFERENT;
    }

    private static String because(List<String> paths) {
        int more = paths.size() - 2;
        return String.join(", ", paths.subList(0, Math.min(2, paths.size())))
                + (more > 0 ? " and " + more + " more" : "");
    }

    private static Map<String, Object> json(Retest.Item item) {
        return Json.object(
                "what", item.kind().word(), "name", item.name(), "test", item.test(), "because", item.because());
    }

    private void write(Project project, Retest retest, String state) {
        String ending = file.toLowerCase(Locale.ROOT);
        if (ending.endsWith(".html")) {
            SafeFile.writeText(session.path(file), Pages.retest(project, retest, state));
        } else if (ending.endsWith(".xlsx") || ending.endsWith(".csv")) {
            RetestTable.write(session.path(file), retest);
        } else {
            throw new RefusedException(
                    file + " is neither a page nor a table", "Give it a name that ends in .html, .xlsx or .csv.");
        }
        note("wrote " + file);
    }
}
