package org.urvant.cli;

import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Severity;
import org.urvant.core.finding.Step;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "mute",
        description = "Mute one warning or note in one place; the reason shows in every check. Errors cannot be muted.",
        footer = {
            "",
            "Example: urvant mute goose-unsubscribed F01PROT/LLN0.GO.trips_out --reason \"bus-tie relay comes in spring\""
        })
final class MuteCommand extends ChangingCommand {
    @Parameters(index = "0", paramLabel = "CHECK", description = "Name of the check.")
    private String rule;

    @Parameters(index = "1", paramLabel = "SUBJECT", description = "What the finding is about, as --json shows it.")
    private String subject;

    @Option(names = "--reason", paramLabel = "TEXT", defaultValue = "", description = "The reason.")
    private String reason;

    @Option(names = "--off", description = "Let the finding speak again.")
    private boolean off;

    MuteCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = load(folder);
        String place = rule + " " + subject;
        if (off) {
            unmute(folder, project, place);
            return Exit.DONE;
        }
        List<Finding> findings = folder.check(project);
        Finding finding = findings.stream()
                .filter(candidate -> candidate.place().equals(place))
                .findFirst()
                .orElseThrow(() -> new UnknownNameException(
                        "finding", place, findings.stream().map(Finding::place).toList()));
        if (finding.severity() == Severity.ERROR) {
            throw new RefusedException(
                    "an error cannot be muted",
                    finding.remedy(),
                    finding.mend().steps().toArray(Step[]::new));
        }
        if (reason.isBlank()) {
            throw new RefusedException(
                    "the reason is missing", "Give it with --reason \"…\"; it shows in every check.");
        }
        folder.save(project, project.with(project.remarks().withMuted(place, reason)));
        say("muted " + place);
        next("urvant check");
        return Exit.DONE;
    }

    /** What is muted can be unmuted though the finding is gone. */
    private void unmute(ProjectFolder folder, Project project, String place) {
        if (!project.muted().containsKey(place)) {
            throw new UnknownNameException(
                    "muted finding", place, project.muted().keySet());
        }
        folder.save(project, project.with(project.remarks().withMuted(place, "")));
        say("unmuted " + place);
        next("urvant check");
    }
}
