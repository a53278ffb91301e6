package org.urvant.cli;

import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.Change;
import org.urvant.project.change.RowRemoval;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.setting.DeviceSheets;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "drop",
        description =
                "Take a row of a device's table out. Says first what goes; refused while something refers to it, unless"
                        + " that is to go too.",
        footer = {"", "Examples: urvant drop RTU1 alarms.pump", "          urvant drop RTU1 recipients.Duty --cascade"})
final class DropCommand extends ChangingCommand {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Parameters(index = "1", paramLabel = "ROW", description = "The row, as 'urvant show' lists it.")
    private String row;

    @Option(names = "--cascade", description = "Take away what refers to it, too.")
    private boolean cascade;

    @Mixin
    private Consent consent;

    DropCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = load(folder);
        Device device = project.device(name);
        RowRemoval removal = RowRemoval.of(DeviceSheets.of(project.typeOf(device), device), row);
        removal.rows().forEach(gone -> say("goes: " + gone));
        removal.values().forEach((path, text) -> say("changes: " + path + " → " + (text == null ? "(default)" : text)));
        if (cascade || removal.referrers().isEmpty()) {
            consent.ask("Take it out?", "nothing was changed");
        }
        folder.carryOut(Change.of(project, removal.carriedOut(project, name, cascade))
                        .keepingOld())
                .forEach(this::sayKept);
        if (json) {
            sayJson(Json.object("device", name, "rows", removal.rows(), "referrers", removal.referrers()));
        }
        next("urvant check " + name);
        return Exit.DONE;
    }
}
