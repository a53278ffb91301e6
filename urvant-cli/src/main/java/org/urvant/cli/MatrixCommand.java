package org.urvant.cli;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.error.RefusedException;
import org.urvant.file.SafeFile;
import org.urvant.formats.table.MarkTable;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.SignalMatrix;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Matrix;
import org.urvant.report.page.Pages;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "matrix",
        description =
                "Show a table as a matrix: which function drives which outputs and lamps, which circuit has which"
                        + " channels. Write it as CSV with x marks, and take it back. The table 'mappings' is which signal goes where.",
        footer = {
            "",
            "Examples: urvant matrix F11 assignments",
            "          urvant matrix F11 assignments --out f11.csv",
            "          urvant matrix F11 assignments --take f11.csv",
            "          urvant matrix GW1 mappings --out gw1.html"
        })
final class MatrixCommand extends ChangingCommand {
    private static final String MAPPINGS = "mappings";

    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Parameters(index = "1", paramLabel = "TABLE", description = "The table; group.N.TABLE for one of a setting group.")
    private String table;

    @Option(names = "--out", paramLabel = "FILE", description = "Write it as CSV.")
    private String out;

    @Option(names = "--take", paramLabel = "FILE", description = "Take the marks from a CSV.")
    private String take;

    @Option(names = "--all", description = "Also columns that no row names.")
    private boolean all;

    @Mixin
    private Consent consent;

    MatrixCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        apart("--out", "--take");
        ProjectFolder folder = changing(take != null);
        Project project = load(folder);
        Device device = project.device(name);
        if (table.equals(MAPPINGS) && !project.typeOf(device).tables().containsKey(MAPPINGS)) {
            return mappings(project, device);
        }
        Matrix matrix = Matrix.of(DeviceSheets.of(project.typeOf(device), device), table);
        if (out != null) {
            MarkTable.write(target(out, ".csv"), matrix);
            say("wrote " + out);
            next("urvant matrix " + name + " " + table + " --take " + out);
            return Exit.DONE;
        }
        if (take != null) {
            return take(folder, project, matrix);
        }
        new MatrixView(this, table).say(name, matrix, all);
        return Exit.DONE;
    }

    private int mappings(Project project, Device device) {
        if (take != null) {
            throw new RefusedException(
                    "the matrix of mappings is not taken back", "Map signals, or change rows in the table itself.");
        }
        SignalMatrix matrix = SignalMatrix.of(project, device);
        if (out == null) {
            new MatrixView(this, table).say(name, matrix);
            return Exit.DONE;
        }
        if (out.toLowerCase(Locale.ROOT).endsWith(".html")) {
            SafeFile.write(session.path(out), Pages.matrix(project, device).getBytes(StandardCharsets.UTF_8));
        } else {
            MarkTable.write(target(out, ".csv", ".html"), matrix);
        }
        say("wrote " + out);
        return Exit.DONE;
    }

    private int take(ProjectFolder folder, Project project, Matrix matrix) {
        Map<String, String> changes = matrix.changes(MarkTable.read(session.path(take), take));
        if (changes.isEmpty()) {
            say(table + " has these marks already");
            return Exit.DONE;
        }
        Project changed = ValueChange.set(project, name, changes);
        changes.forEach((path, value) ->
                say(path + ": " + ValueChange.shown(project, name, path) + " → " + (value == null ? "(none)" : value)));
        consent.ask("Take these marks?", "nothing was changed");
        folder.save(project, changed);
        next("urvant check " + name);
        return Exit.DONE;
    }
}
