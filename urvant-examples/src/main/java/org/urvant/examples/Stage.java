package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.urvant.core.device.DeviceType;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.project.type.Catalogue;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;

/** Gives an example the demo data and a folder that goes with it. */
final class Stage {
    private static final Path DEMO = Path.of("demo");

    private Stage() {}

    /** What an example does: with a file of the demo data, in a folder that does not exist yet. */
    interface Play {
        String run(Path file, Path folder) throws IOException;
    }

    /** Plays an example on a file of the demo data, prints how it ended, and leaves nothing behind. */
    static void play(String file, Play play) throws IOException {
        if (!Files.isDirectory(DEMO)) {
            System.err.println(
                    "There is no folder 'demo' here: run bin/example, or go to the top of Urvant's own folder.");
            return;
        }
        Path folder = Files.createTempDirectory("urvant-example-");
        try {
            System.out.println(play.run(DEMO.resolve(file), folder.resolve("site")));
        } finally {
            delete(folder);
        }
    }

    /** What is done to a gateway that answers at an address; it takes a password, as any does. */
    interface Visit {
        String pay(Path site, Path known, String address, char[] password);
    }

    /** Makes a site with a relay, a pick and a gateway that is there as a stand-in, and lets somebody work on it. */
    static String withGateway(Path relayFile, Path root, Visit visit) {
        DeviceType type = Catalogue.type("ravnsund-g3").orElseThrow();
        StandInProfile profile = new StandInProfile(type.name(), "2.1", "A-0001", type.accounts());
        try (StandIn gateway = StandIn.start(root.resolve("stand-in"), profile, "127.0.0.1", 0)) {
            Path site = root.resolve("project");
            ProjectFolder folder = ProjectFolder.create(
                    site,
                    "Skarholm tidal works",
                    new Workplace("example", InstantSource.system(), root.resolve("user")));
            folder.importScl(relayFile);
            folder.change(it -> RelayToControlCentre.mapped(it, gateway.address())
                    .with(new Pick("trips", "Marrowby", "MF7", List.of(Query.parse("kind:trip")), List.of())));
            char[] password = type.engineer().orElseThrow().factoryPassword().toCharArray();
            return visit.pay(site, root.resolve("known-devices"), gateway.address(), password);
        }
    }

    private static void delete(Path folder) throws IOException {
        List<Path> inside;
        try (Stream<Path> walk = Files.walk(folder)) {
            inside = walk.sorted(Comparator.reverseOrder()).toList();
        }
        for (Path path : inside) {
            Files.delete(path);
        }
    }
}
