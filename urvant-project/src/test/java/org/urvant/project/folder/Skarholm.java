package org.urvant.project.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;

/** The demo site as a project: two relays, one gateway that takes a pick of signals of both; no error stands. */
public final class Skarholm {
    public static final InstantSource CLOCK = InstantSource.fixed(Instant.parse("2026-11-23T10:00:00Z"));

    private static final Prepared PREPARED = new Prepared(Skarholm::prepare);

    private Skarholm() {}

    public static ProjectFolder make(Path root) {
        return PREPARED.copy(root);
    }

    private static void prepare(Path root) {
        ProjectFolder folder = ProjectFolder.create(root, "Skarholm tidal works", CLOCK, "tester");
        folder.importScl(Path.of("../demo/F01.cid"));
        folder.importScl(Path.of("../demo/F02.cid"));
        folder.change(site -> site.with(pick()));
        gateway(folder, "GW1", "192.0.2.20", "47");
    }

    public static Pick pick() {
        Pick pick = new Pick("feeder", "Marrowby", "MF7", List.of(), List.of());
        for (String query :
                new String[] {"kind:position ln:X*", "kind:trip", "kind:command ln:CSWI1", "kind:current"}) {
            pick = pick.with(Query.parse(query));
        }
        return pick;
    }

    public static void gateway(ProjectFolder folder, String name, String address, String station) {
        folder.change(site ->
                NewDevice.add(site, name, NewDevice.Start.of("ravnsund-g3").with(Plate.Item.LINK, "192.0.2.20:8443")));
        folder.change(site -> ConnectionChange.connect(site, name, "scada", "control-centre"));
        Project project = folder.change(site -> ConnectionChange.connectAll(site, site.device(name), site.ieds())
                .project());
        map(
                folder,
                name,
                project.ieds().stream()
                        .flatMap(ied -> pick().signals(ied).stream())
                        .map(DataAttribute::reference)
                        .toArray(String[]::new));
        folder.set(
                folder.load(),
                name,
                Map.of(
                        "station.name", "Skarholm",
                        "network.address", address,
                        "network.gateway", "192.0.2.1",
                        "scada.peer", "198.51.100.7",
                        "scada.common-address", station));
    }

    public static void map(ProjectFolder folder, String name, String... references) {
        map(folder, name, OptionalInt.empty(), references);
    }

    public static void map(ProjectFolder folder, String name, OptionalInt start, String... references) {
        Project project = folder.load();
        Device device = project.device(name);
        folder.save(
                project,
                SignalMapper.propose(
                                project,
                                device,
                                "scada",
                                Stream.of(references).map(project::signal).toList(),
                                start)
                        .carriedOut(project, device));
    }

    /** Changes a file of a project as a person with an editor would; an imported file is imported again. */
    public static void edit(ProjectFolder folder, String name, String from, String to) throws IOException {
        Path file = folder.root().resolve(name);
        String text = Files.readString(file);
        if (!text.contains(from)) {
            throw new IllegalArgumentException(name + " does not contain " + from + ":\n" + text);
        }
        String changed = text.replaceFirst(Pattern.quote(from), Matcher.quoteReplacement(to));
        if (!name.startsWith("sources/")) {
            Files.writeString(file, changed);
            return;
        }
        Path made = Files.createTempDirectory("urvant-edited-");
        Path outside = made.resolve(file.getFileName());
        Files.writeString(outside, changed);
        folder.importScl(outside);
        Files.delete(outside);
        Files.delete(made);
    }
}
