package org.urvant.cli;

import java.util.List;
import org.urvant.project.Project;
import org.urvant.project.change.Settling;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.setting.RatingMatch;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "settle",
        description =
                "Hold the ratings of a bay's equipment against its devices, and settle what differs in one step, in the"
                        + " direction that you choose. Bays stand in site.yaml.",
        footer = {
            "",
            "Examples: urvant settle F11",
            "          urvant settle F11 --keep bay      # the plates are right",
            "          urvant settle F11 --keep F11      # the device is right"
        })
final class SettleCommand extends ChangingCommand {
    @Parameters(paramLabel = "BAY", description = "Name of the bay.")
    private String name;

    @Option(names = "--keep", paramLabel = "WHO", description = "Whose ratings stay: bay, or the name of a device.")
    private String keep;

    @Mixin
    private Consent consent;

    SettleCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing(keep != null);
        Project project = load(folder);
        Settling settling = Settling.of(project, name);
        Findings.lines(settling.strangers(), session, false).forEach(this::note);
        Settling.Plan plan = keep == null ? null : keep.equals("bay") ? settling.byBay() : settling.byDevice(keep);
        if (json) {
            sayJson(settling.matches().stream()
                    .map(match -> Json.object(
                            "device", match.device(),
                            "rating", match.path(),
                            "bay", match.ofBay(),
                            "given", match.ofDevice(),
                            "agrees", match.agrees()))
                    .toList());
        } else {
            show(settling.matches());
        }
        boolean agrees = settling.open().isEmpty();
        if (plan == null || agrees) {
            if (!agrees) {
                next("urvant settle " + name + " --keep bay");
            }
            return agrees && settling.strangers().isEmpty() ? Exit.DONE : Exit.DIFFERENT;
        }
        plan.devices()
                .forEach((device, values) -> values.forEach((path, value) -> say(device + " " + path + " → " + value)));
        plan.ratings().forEach((path, value) -> say("bay " + name + " " + path + " → " + value));
        if (dryRun) {
            return Exit.DONE;
        }
        consent.ask("Settle these?", "nothing was changed");
        folder.save(project, plan.after());
        int left = Settling.of(plan.after(), name).open().size();
        say(
                left == 0
                        ? "bay " + name + " and its devices agree"
                        : count(left, "rating") + " of other devices still differ");
        next("urvant check");
        return Exit.DONE;
    }

    private void show(List<RatingMatch> matches) {
        Table table = new Table("device", "rating", "bay", "device has", "");
        matches.forEach(match -> table.row(
                match.device(),
                match.path(),
                match.ofBay(),
                match.ofDevice().isEmpty() ? "(open)" : match.ofDevice(),
                match.agrees() ? "agrees" : "differs"));
        if (table.isEmpty()) {
            say("bay " + name + " has no ratings that its devices have settings for");
        } else {
            say(table);
        }
    }
}
