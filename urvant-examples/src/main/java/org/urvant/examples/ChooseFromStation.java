package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import org.urvant.core.finding.Finding;
import org.urvant.project.Project;
import org.urvant.project.folder.ImportPlan;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.project.mapping.ReportPlan;
import org.urvant.project.mapping.SignalUse;
import org.urvant.scl.Ied;
import org.urvant.scl.SitePart;
import org.urvant.scl.selection.Hits;
import org.urvant.scl.selection.Query;

/** A station's file is looked at, checked and imported; signals are chosen by meaning, and what carries them is found. */
public final class ChooseFromStation {
    private ChooseFromStation() {}

    /** Plays it on the demo data. */
    public static void main(String[] arguments) throws IOException {
        Stage.play("skarholm.scd", ChooseFromStation::run);
    }

    static String run(Path stationFile, Path root) {
        ProjectFolder folder = ProjectFolder.create(
                root, "Skarholm tidal works", new Workplace("example", InstantSource.system(), root.resolve("user")));

        // look first: what kind of file, what is wrong in it, which IEDs
        ImportPlan plan = folder.planImport(stationFile);
        System.out.println(plan.name() + " holds " + plan.file().kind().content());
        for (Finding finding : plan.check().findings()) {
            System.out.println(finding.position() + ": " + finding.message());
        }
        folder.carryOut(plan, plan.soundIeds());

        // choose by meaning: counted at once, shown on demand
        Hits trips = Query.parse("kind:trip not (ied:F0? or ln:PTRC)").search(folder.signals());
        trips.countByKind().forEach((kind, count) -> {
            if (count > 0) {
                System.out.println(count + " signals of kind " + kind.word());
            }
        });
        trips.signals(0, 3).forEach(signal -> System.out.println("  " + signal + " in " + signal.place()));

        // what one signal is, who sends and who takes it
        Project project = folder.load();
        SignalUse use = SignalUse.of(project, project.signal("F01PROT/PTOC1.Str.general"));
        use.steps().forEach(step -> System.out.println("  " + step.part() + ": " + step.meaning()));
        use.receivers()
                .forEach(input -> System.out.println("taken by " + input.node().reference() + ", " + input.position()));

        // the fewest reports that carry a choice, and the instance that is free for the client
        Ied section = project.ied("S01").orElseThrow();
        ReportPlan reports = ReportPlan.of(
                project,
                "GW1",
                section,
                Query.parse("kind:position,current,interlocking").find(section));
        reports.subscriptions()
                .forEach(subscription ->
                        System.out.println("carried by " + subscription.report().reference()));
        reports.proposals()
                .forEach(proposal -> System.out.println("not carried: dataset " + proposal.dataSet() + " of "
                        + proposal.members().size() + " members is proposed for "
                        + proposal.node().reference()));

        // where it belongs
        List<SitePart> levels = project.sources().get(0).site().get(0).parts();
        return trips.count() + " trips, " + reports.subscriptions().size() + " reports, " + levels.size()
                + " parts of the site";
    }
}
