package org.urvant.cli;

import java.util.List;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.SourceRemoval;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "remove",
        description =
                "Take an imported file out again, with its IEDs, the connections to them and the mappings of their"
                        + " signals; says first what goes, and keeps a copy.",
        footer = {"", "Example: urvant remove F01.cid"})
final class RemoveCommand extends Command {
    @Parameters(paramLabel = "FILE", description = "Name of the imported file.")
    private String source;

    @Mixin
    private Consent consent = new Consent();

    RemoveCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = folder.load();
        SourceRemoval removal = SourceRemoval.of(project, source);
        say("IEDs that go: " + (removal.ieds().isEmpty() ? "none" : String.join(", ", removal.ieds())));
        Table table = new Table("device", "connections that go", "mappings that go");
        removal.connections().forEach((device, connections) -> {
            List<Mapping> rows = removal.mappings().get(device);
            table.row(device, String.join(", ", connections), rows.size());
        });
        if (!table.isEmpty()) {
            say(table);
        }
        if (!removal.orphans().isEmpty()) {
            say("picks that fit no IED any more, and stay: " + String.join(", ", removal.orphans()));
        }
        consent.ask("Remove " + source + "?", "nothing was removed");
        List<String> kept = folder.remove(project, removal);
        say(paint.good("removed") + " " + source + "; the old state is in " + String.join(", ", kept));
        if (removal.mappingCount() > 0) {
            note("the addresses of the " + count(removal.mappingCount(), "mapping") + " stay kept for their signals");
        }
        next("urvant check");
        return Exit.DONE;
    }
}
