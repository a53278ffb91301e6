package org.urvant.cli;

import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.AddressMoves;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "renumber",
        description = {
            "Move the points of a connection that are not where the address plan wants them, after the plan was changed: in"
                    + " 'addresses' of urvant.yaml, or at the connection (plan.GROUP). Points that are where it wants them stay.",
            "No point gets an address that another one ever had; its former one stays its own."
        },
        footer = {"", "Example: urvant renumber GW1 scada --dry-run"})
final class RenumberCommand extends ChangingCommand {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String device;

    @Parameters(index = "1", paramLabel = "CONNECTION", description = "The connection whose points move.")
    private String connection;

    @Mixin
    private Consent consent;

    RenumberCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = load(folder);
        AddressMoves plan = AddressMoves.plan(project, device, connection);
        if (json) {
            sayJson(plan.moves().stream()
                    .map(move -> (Object) Json.object(
                            "key", move.row().key(), "row", move.row().name(), "from", move.from(), "to", move.to()))
                    .toList());
        } else {
            Table table = new Table("row", "from", "to");
            plan.moves().forEach(move -> table.row(move.row().name(), move.from(), move.to()));
            if (!table.isEmpty()) {
                say(table);
            }
        }
        note(count(plan.kept(), "point") + (plan.kept() == 1 ? " is" : " are") + " where the plan wants "
                + (plan.kept() == 1 ? "it" : "them"));
        if (!plan.wrong().isEmpty()) {
            note("wrong, and as they are: " + some(plan.wrong()));
        }
        if (plan.moves().isEmpty()) {
            return Exit.DONE;
        }
        note(count(plan.moves().size(), "point") + " of " + connection
                + (plan.moves().size() == 1 ? " moves" : " move") + " for whoever is at its other end");
        if (!dryRun) {
            consent.ask("Move them?", "nothing was changed");
            folder.save(project, plan.after());
            say("moved " + count(plan.moves().size(), "point") + "; urvant undo takes it back");
            next("urvant handover " + device + " " + connection);
        }
        return Exit.DONE;
    }
}
