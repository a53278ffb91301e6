package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.formats.table.BayTable;
import org.urvant.project.Bay;
import org.urvant.project.Project;
import org.urvant.project.change.BayCopy;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.TakingOver;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.Retest;
import org.urvant.project.compare.Side;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;

/** Copies a bay, adapts one copy, holds it against the original, takes one difference back, and says what to test again. */
public final class BayFromBay {
    private BayFromBay() {}

    /** Plays it on the demo data. */
    public static void main(String[] arguments) throws IOException {
        Stage.play("bays.csv", BayFromBay::run);
    }

    static String run(Path table, Path root) {
        ProjectFolder folder = ProjectFolder.create(
                root, "Skarholm tidal works", new Workplace("example", InstantSource.system(), root.resolve("user")));
        folder.change(site ->
                NewDevice.add(site, "F11", NewDevice.Start.of("marrowby-f2").withExample("cable-feeder")));
        Position here = Position.in("this program");
        folder.change(site -> site.with(new Bay("F11", 1, List.of(new Entry("F11", here)), new TreeMap<>(), here)));

        Project before = folder.load();
        List<BayCopy.Wanted> wanted = BayTable.read(table, "bays.csv").entrySet().stream()
                .map(row -> BayCopy.Wanted.of(row.getKey(), row.getValue()))
                .toList();
        folder.carryOut(BayCopy.plan(before, "F11", wanted, true).change(before));

        Project copied = folder.load();
        Configuration asCopied = ConfigurationBuilder.build(copied, copied.device("F13"));
        Project adapted = folder.change(site -> ValueChange.set(
                site, "F13", Map.of("group.1.overcurrent.1.pick-up", "1 A", "group.1.overcurrent.2.delay", "0.08 s")));

        Side original = Side.of(adapted, adapted.device("F11"));
        Side copy = Side.of(adapted, adapted.device("F13"));
        int differences = original.against(copy, original.identity()).count();
        TakingOver back =
                TakingOver.plan(adapted, copy, original, original.identity(), List.of("*.overcurrent.2.delay"));
        folder.save(adapted, back.after());

        Retest retest = Retest.of(folder.load(), "F13", asCopied);
        return wanted.size() + " bays copied; " + differences + " differences, "
                + back.taken().size()
                + " taken back; to test again: "
                + retest.items().stream()
                        .map(item -> item.kind().word() + " " + item.name())
                        .collect(Collectors.joining(", "));
    }
}
