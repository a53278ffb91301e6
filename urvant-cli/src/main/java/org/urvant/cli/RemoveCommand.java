package org.urvant.cli;

import java.util.List;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.ListRemoval;
import org.urvant.project.change.SourceRemoval;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "remove",
        description =
                "Take an imported file out again, with its IEDs, the connections to them and the mappings of their"
                        + " signals, or a list of points with the rows that use them; says first what goes.",
        footer = {"", "Examples: urvant remove F01.cid", "          urvant remove PD1"})
final class RemoveCommand extends ChangingCommand {
    @Parameters(paramLabel = "FILE", description = "Name of the imported file, or of a list of points.")
    private String source;

    @Mixin
    private Consent consent = new Consent();

    RemoveCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = load(folder);
        if (project.lists().containsKey(source)) {
            return removeList(folder, project);
        }
        SourceRemoval removal = SourceRemoval.of(project, source);
        say("IEDs that go: " + (removal.ieds().isEmpty() ? "none" : some(removal.ieds())));
        Table table = new Table("device", "connections that go", "mappings that go");
        removal.connections().forEach((device, connections) -> {
            List<Mapping> rows = removal.mappings().get(device);
            table.row(device, some(List.copyOf(connections)), rows.size());
        });
        if (!table.isEmpty()) {
            say(table);
        }
        if (!removal.orphans().isEmpty()) {
            say("picks that fit no IED any more, and stay: " + some(removal.orphans()));
        }
        consent.ask("Remove " + source + "?", "nothing was removed");
        List<String> kept = folder.carryOut(removal.change(project));
        kept.forEach(this::sayKept);
        say(paint.good(dryRun ? "would be removed:" : "removed") + " " + source);
        if (removal.mappingCount() > 0) {
            note("the addresses of the " + count(removal.mappingCount(), "mapping") + " stay kept for their signals");
        }
        next("urvant check");
        return Exit.DONE;
    }

    private Integer removeList(ProjectFolder folder, Project project) {
        ListRemoval removal = ListRemoval.of(project, source);
        Table table = new Table("device", "row that goes", "from", "to");
        removal.rows()
                .forEach(use -> table.row(
                        use.device(),
                        use.row().name(),
                        use.row().shownSource(),
                        use.row().destination()));
        if (!table.isEmpty()) {
            say(table);
        }
        consent.ask(
                "Remove list " + source + " and " + count(removal.rows().size(), "row") + "?", "nothing was removed");
        folder.save(project, removal.carriedOut(project));
        say(paint.good("removed") + " list " + source);
        if (!removal.rows().isEmpty()) {
            note("the addresses of the " + count(removal.rows().size(), "row") + " stay kept for their points");
        }
        next("urvant undo");
        return Exit.DONE;
    }
}
