package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "open",
        description = "List the open items: values that only a person can give. They block a download.",
        footer = {"", "Example: urvant open GW1"})
final class OpenCommand extends Command {
    @Parameters(paramLabel = "DEVICE", arity = "0..1", description = "Name of the device; otherwise all.")
    private String device;

    OpenCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        List<Finding> all;
        if (device == null) {
            all = folder.check();
        } else {
            Project project = folder.load();
            all = ProjectCheck.concerning(folder.check(project), project.device(device));
        }
        List<Finding> open = all.stream()
                .filter(finding -> finding.rule() == GeneralRules.OPEN_ITEMS)
                .toList();
        Table table = new Table("open", "place", "what is wanted");
        List<Object> rows = new ArrayList<>();
        for (Finding finding : open) {
            table.row(finding.subject(), finding.position(), finding.message().replaceFirst("^.*? is open: ", ""));
            rows.add(Json.object(
                    "open",
                    finding.subject(),
                    "position",
                    finding.position(),
                    "remedy",
                    finding.remedy(),
                    "steps",
                    Steps.json(finding.mend())));
        }
        if (json) {
            sayJson(rows);
        } else if (open.isEmpty()) {
            say(paint.good("nothing is open"));
        } else {
            say(table);
            next("urvant set " + open.get(0).subject() + " VALUE");
        }
        return open.isEmpty() ? Exit.DONE : Exit.DIFFERENT;
    }
}
