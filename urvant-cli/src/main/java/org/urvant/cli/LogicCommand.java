package org.urvant.cli;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.urvant.core.finding.Finding;
import org.urvant.file.SafeFile;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.behaviour.Trial;
import org.urvant.project.change.LogicChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.RowSignals;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "logic",
        description = "Show the programs of a device and what is wrong with them, and the signals that they can use."
                + " Programs are Structured Text, in logic/DEVICE.st.",
        footer = {
            "",
            "Examples: urvant logic F11",
            "          urvant logic F11 --signals --find overcurrent",
            "          urvant logic F11 --take interlock.st",
            "What can be written: docs/structured-text.md"
        })
final class LogicCommand extends ChangingCommand {
    private static final int MOST_BYTES = 4_000_004;

    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--signals", description = "List what programs can use: channels, then settings.")
    private boolean signals;

    @Option(names = "--find", paramLabel = "TEXT", description = "Only signals whose name or meaning contains this.")
    private String find;

    @Option(names = "--take", paramLabel = "FILE", description = "Give the device the programs of a file.")
    private String take;

    @Option(names = "--out", paramLabel = "FILE", description = "Write the programs to a file.")
    private String out;

    @Option(names = "--remove", description = "Take the programs away.")
    private boolean remove;

    @Mixin
    private Consent consent;

    LogicCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        apart("--signals", "--out", "--take", "--remove");
        apart("--find", "--out", "--take", "--remove");
        apart("--out", "--take", "--remove");
        apart("--take", "--remove");
        ProjectFolder folder = changing(take != null || remove);
        Project project = load(folder);
        Device device = project.device(name);
        if (signals || find != null) {
            new ProgramSignals(this).say(RowSignals.logic(project, device), find);
            return Exit.DONE;
        }
        if (out != null) {
            SafeFile.write(session.path(out), device.logic().getBytes(StandardCharsets.UTF_8));
            say("wrote " + out);
            return Exit.DONE;
        }
        if (take != null || remove) {
            String text = remove ? "" : SafeFile.readText(session.path(take), MOST_BYTES, take);
            return replace(folder, project, device, text);
        }
        return show(project, device);
    }

    private int replace(ProjectFolder folder, Project project, Device device, String text) {
        LogicChange change = LogicChange.plan(project, name, text, remove ? "" : take);
        say(Findings.lines(change.findings(), session, true));
        if (change.isForbidden()) {
            note("nothing was changed; mend the programs first");
            return Exit.DIFFERENT;
        }
        if (!device.logic().isBlank()) {
            consent.ask(
                    "Replace " + count(DeviceLogic.programs(device.logic()).size(), "program") + " of " + name + "?",
                    "nothing was changed");
        }
        folder.save(project, change.after());
        say(
                text.isBlank()
                        ? "took the programs of " + name + " away"
                        : name + " has " + count(DeviceLogic.programs(text).size(), "program"));
        next(text.isBlank() ? "urvant check " + name : "urvant try " + name);
        return Exit.DONE;
    }

    private int show(Project project, Device device) {
        List<Finding> findings = ProjectCheck.programs(project, device);
        Map<String, String> programs = DeviceLogic.programs(device.logic());
        DeviceLogic logic = RowSignals.logic(project, device);
        if (json) {
            sayJson(Json.object(
                    "device", name,
                    "programs", new ArrayList<>(programs.values()),
                    "most", logic.definition().programs(),
                    "cycle", logic.definition().cycle().toString(),
                    "findings", Findings.json(findings)));
            return ProjectCheck.blocks(findings) ? Exit.DIFFERENT : Exit.DONE;
        }
        if (programs.isEmpty() && device.logic().isBlank()) {
            say(name + " has no programs of its own; "
                    + (logic.definition().programs() == 0
                            ? device.type().text() + " runs none"
                            : "it can run " + logic.definition().programs() + ", each cycle of "
                                    + Trial.written(logic.definition().cycle())));
            if (logic.definition().programs() > 0) {
                next("urvant logic " + name + " --signals");
            } else if (!logic.isEmpty()) {
                next("urvant try " + name);
            }
            return Exit.DONE;
        }
        programs.forEach((key, text) -> {
            say(paint.faint(device.programs().source()) + "  " + paint.strong(key.substring(4)));
            text.lines().forEach(line -> say("  " + line));
        });
        say(Findings.lines(findings, session, true));
        if (findings.isEmpty()) {
            say(paint.good("sound") + ": " + count(programs.size(), "program") + ", each cycle of "
                    + Trial.written(logic.definition().cycle()));
        }
        next("urvant try " + name);
        return ProjectCheck.blocks(findings) ? Exit.DIFFERENT : Exit.DONE;
    }
}
