package org.urvant.cli;

import java.util.List;
import org.urvant.core.fault.UnknownNameException;
import org.urvant.core.scl.Ied;
import org.urvant.formats.project.ImportPlan;
import org.urvant.formats.project.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "import",
        description = "Take an SCL file into the project, untouched; says first what that brings, and asks.",
        footer = {"", "Examples: urvant import F01.cid", "          urvant import station.scd --ied F01,F02 --yes"})
final class ImportCommand extends Command {
    @Parameters(paramLabel = "FILE", description = "ICD, IID, CID or SCD file.")
    private String file;

    @Option(
            names = "--ied",
            split = ",",
            paramLabel = "NAME",
            description = "Only these IEDs of the file; otherwise all.")
    private List<String> wanted;

    @Mixin
    private Consent consent;

    ImportCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        ImportPlan plan = folder.planImport(session.path(file));
        List<String> all = plan.file().ieds().stream().map(Ied::name).toList();
        List<String> chosen = wanted == null ? all : wanted;
        chosen.stream().filter(name -> !all.contains(name)).findFirst().ifPresent(name -> {
            throw new UnknownNameException("IED", name, all);
        });
        if (!json) {
            new SourceView(this).say(plan);
            plan.replaced().forEach(source -> say("  sources/" + source + " goes; its IEDs come anew"));
        }
        boolean same = wanted == null && plan.rows().stream().allMatch(row -> row.mark() == ImportPlan.Mark.SAME);
        if (!same) {
            consent.ask("Import " + String.join(", ", chosen) + "?", "nothing was imported");
        }
        folder.carryOut(plan, chosen);
        if (json) {
            sayJson(SourceView.json(plan));
        } else {
            say(same ? "the project has it already" : paint.good("imported") + " " + String.join(", ", chosen));
        }
        next("urvant signals");
        return Exit.DONE;
    }
}
