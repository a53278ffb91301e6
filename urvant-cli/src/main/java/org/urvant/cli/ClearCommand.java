package org.urvant.cli;

import java.util.List;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.text.Word;
import org.urvant.project.Project;
import org.urvant.project.change.Change;
import org.urvant.project.change.Clearing;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "clear",
        description =
                "Take mappings, settings or all of both from a device in the project, back to what a new device has. Says"
                        + " first what will be lost, and keeps a copy.",
        footer = {"", "Example: urvant clear GW1 mappings"})
final class ClearCommand extends ChangingCommand {
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
        Clearing.Scope what = Clearing.Scope.of(scope)
                .orElseThrow(() -> new UnknownNameException("scope", scope, Word.all(Clearing.Scope.class)));
        ProjectFolder folder = changing();
        Project project = load(folder);
        Clearing clearing = Clearing.plan(project, name, what);
        if (what != Clearing.Scope.SETTINGS) {
            say("will be lost: " + count(clearing.mappings().size(), "mapping")
                    + "; their addresses stay kept for their signals");
        }
        clearing.values().forEach(row -> say("will be lost: " + row.path() + " = " + row.value()));
        if (!clearing.programs().isEmpty()) {
            say("will be lost: " + count(clearing.programs().size(), "program"));
        }
        consent.ask(
                "Clear the " + (what == Clearing.Scope.ALL ? "mappings and settings" : scope) + " of " + name + "?",
                "nothing was cleared");
        List<String> kept = folder.carryOut(Change.of(project, clearing.after()).keepingOld());
        kept.forEach(this::sayKept);
        sayDone("cleared", "clear", scope + " of " + name);
        next("urvant check " + name);
        return Exit.DONE;
    }
}
