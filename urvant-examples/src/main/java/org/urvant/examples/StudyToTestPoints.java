package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.device.Meaning.TransformerSet;
import org.urvant.core.device.StageDefinition.Quantity;
import org.urvant.core.protection.View;
import org.urvant.formats.table.StudyTable;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.StudyPlan;
import org.urvant.project.change.TransformerChange;
import org.urvant.project.change.ValueChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.TestSheet;
import org.urvant.report.plot.CurvePicture;
import org.urvant.report.plot.CurvePlot;

/** Relays are set from a study, one gets other transformers, both are drawn, and what to inject follows. */
public final class StudyToTestPoints {
    private StudyToTestPoints() {}

    /** Plays it on the demo data. */
    public static void main(String[] arguments) throws IOException {
        Stage.play("study.csv", StudyToTestPoints::run);
    }

    static String run(Path study, Path root) throws IOException {
        ProjectFolder folder = ProjectFolder.create(
                root, "Skarholm tidal works", new Workplace("example", InstantSource.system(), root.resolve("user")));
        for (String name : List.of("K10", "F11")) {
            folder.change(site -> NewDevice.add(site, name, NewDevice.Start.of("marrowby-f2")));
            folder.change(site -> ValueChange.set(site, name, Map.of("ct.primary", "800 A", "rated.current", "600 A")));
        }
        folder.change(site -> NewDevice.add(site, "Q41", NewDevice.Start.of("oddvik-u1")));

        // every row of the study is matched first; all fit, or none is taken
        StudyTable.Read read = StudyTable.read(study, "study.csv", Optional.empty());
        StudyPlan plan = StudyPlan.of(
                folder.load(), read.rows(), new StudyPlan.How(Optional.empty(), Map.of()), read.findings());
        plan.rounded().forEach(System.out::println);
        folder.change(site -> plan.values().after());

        // from 1 A to 5 A: what was primary stays
        TransformerChange change = TransformerChange.of(
                folder.load(),
                List.of("F11"),
                new TransformerChange.Wanted(TransformerSet.CURRENTS, "800", "5"),
                View.PRIMARY);
        folder.change(site -> change.after());

        // both curves on one plot, and the points of one
        List<DeviceCurve> curves = List.of("F11", "K10").stream()
                .map(name -> DeviceCurve.of(folder.load(), name, Optional.empty(), Quantity.PHASE_CURRENT))
                .toList();
        Files.write(root.resolve("curves.svg"), CurvePicture.svg(CurvePlot.of(curves, 0, List.of()), 1280, 800));
        TestSheet sheet = TestSheet.of(folder.load(), "F11", Optional.empty());

        return plan.values().rows().size() + " values set, " + (change.rows().size() - 1) + " follow the transformers, "
                + sheet.points().size() + " points to test";
    }
}
