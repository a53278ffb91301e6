package org.urvant.cli;

import java.util.List;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.change.ValueChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.ValueRow;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "clear",
        description =
                "Take mappings, settings or all of both from a device in the project, back to what a new device has. Says"
                        + " first what will be lost, and keeps a copy.",
        footer = {"", "Example: urvant clear GW1 mappings"})
final class ClearCommand extends Command {
    private static final List<String> SCOPES = List.of("mappings", "settings", "all");

    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Parameters(index = "1", paramLabel = "SCOPE", description = "mappings, settings or all.")
    private String scope;

    @Mixin
    private Consent consent;

    ClearCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        if (!SCOPES.contains(scope)) {
            throw new UnknownNameException("scope", scope, SCOPES);
        }
        ProjectFolder folder = folder();
        Project project = folder.load();
        Device device = project.device(name);
        boolean mappings = !scope.equals("settings");
        boolean settings = !scope.equals("mappings");
        if (mappings) {
            say("will be lost: " + count(device.mappings().size(), "mapping")
                    + "; their addresses stay kept for their signals");
        }
        if (settings) {
            ValueRow.of(DeviceSheets.of(project.typeOf(device), device)).stream()
                    .filter(ValueRow::isGiven)
                    .filter(row -> !row.setting().path().equals(Connection.IED))
                    .forEach(row -> say("will be lost: " + row.path() + " = " + row.value()));
        }
        if (mappings && settings && !device.logic().isBlank()) {
            say("will be lost: " + count(DeviceLogic.programs(device.logic()).size(), "program"));
        }
        consent.ask(
                "Clear the " + (scope.equals("all") ? "mappings and settings" : scope) + " of " + name + "?",
                "nothing was cleared");
        Project changed = settings ? ValueChange.cleared(project, name) : project;
        Device cleared = changed.device(name);
        cleared = mappings ? cleared.withMappings(List.of()) : cleared;
        cleared = mappings && settings ? cleared.withLogic("") : cleared;
        List<String> kept = folder.replace(project, changed.with(cleared));
        kept.forEach(file -> say("kept a copy in " + file));
        say("cleared " + scope + " of " + name);
        next("urvant check " + name);
        return Exit.DONE;
    }
}
