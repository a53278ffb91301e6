package org.urvant.cli;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.project.Bay;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
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
            "          urvant settle F11 --from bay      # the plates are right",
            "          urvant settle F11 --from F11      # the device is right"
        })
final class SettleCommand extends Command {
    @Parameters(paramLabel = "BAY", description = "Name of the bay.")
    private String name;

    @Option(names = "--from", paramLabel = "WHO", description = "Who is right: bay, or the name of a device.")
    private String from;

    @Option(names = "--dry-run", description = "Only say what would change.")
    private boolean dryRun;

    @Mixin
    private Consent consent;

    SettleCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        Bay bay = project.bays().get(name);
        if (project.bays().isEmpty()) {
            throw new RefusedException(
                    "the site has no bays yet",
                    "Write site.yaml with their devices and ratings; docs/device-types.md says how.");
        }
        if (bay == null) {
            throw new UnknownNameException("bay", name, project.bays().keySet());
        }
        List<RatingMatch> matches = RatingMatch.of(project, bay);
        List<Finding> strangers = RatingMatch.strangers(project, bay);
        Findings.lines(strangers, session, false).forEach(this::note);
        if (from != null
                && !from.equals("bay")
                && matches.stream().noneMatch(match -> match.device().equals(from))) {
            throw new UnknownNameException(
                    "device of bay " + name,
                    from,
                    bay.devices().stream().map(entry -> entry.text()).toList());
        }
        if (json) {
            sayJson(matches.stream()
                    .map(match -> Json.object(
                            "device", match.device(),
                            "rating", match.path(),
                            "bay", match.ofBay(),
                            "given", match.ofDevice(),
                            "agrees", match.agrees()))
                    .toList());
        } else {
            show(matches);
        }
        List<RatingMatch> open =
                matches.stream().filter(match -> !match.agrees()).toList();
        if (from == null || open.isEmpty()) {
            if (!open.isEmpty()) {
                next("urvant settle " + name + " --from bay");
            }
            return open.isEmpty() && strangers.isEmpty() ? Exit.DONE : Exit.DIFFERENT;
        }
        return settle(folder, project, bay, open);
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

    private int settle(ProjectFolder folder, Project project, Bay bay, List<RatingMatch> open) {
        Map<String, Map<String, String>> ofDevices = new TreeMap<>();
        Map<String, String> ofBay = new TreeMap<>();
        for (RatingMatch match : open) {
            if (from.equals("bay")) {
                ofDevices
                        .computeIfAbsent(match.device(), key -> new TreeMap<>())
                        .put(match.path(), match.ofBay());
            } else if (match.device().equals(from) && !match.ofDevice().isEmpty()) {
                ofBay.put(match.path(), match.ofDevice());
            }
        }
        ofDevices.forEach(
                (device, values) -> values.forEach((path, value) -> say(device + " " + path + " → " + value)));
        ofBay.forEach((path, value) -> say("bay " + name + " " + path + " → " + value));
        if (dryRun) {
            return Exit.DONE;
        }
        consent.ask("Settle these?", "nothing was changed");
        Project changed = ValueChange.set(project, ofDevices);
        folder.save(project, changed.with(bay.withRatings(ofBay)));
        Project settled = folder.load();
        long left = RatingMatch.of(settled, settled.bays().get(name)).stream()
                .filter(match -> !match.agrees())
                .count();
        say(
                left == 0
                        ? "bay " + name + " and its devices agree"
                        : count(left, "rating") + " of other devices still differ");
        next("urvant check");
        return Exit.DONE;
    }
}
