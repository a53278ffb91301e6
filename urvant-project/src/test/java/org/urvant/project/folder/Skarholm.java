package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.file.Volume;
import org.urvant.project.kit.Sites;
import org.urvant.scl.selection.Pick;

/** The demo site as a project: two relays, one gateway that takes a pick of signals of both; no error stands. */
public final class Skarholm {
    public static final InstantSource CLOCK = InstantSource.fixed(Instant.parse("2026-11-23T10:00:00Z"));

    private static final Path HOME = home();
    private static final Prepared PREPARED = new Prepared(Skarholm::prepare);

    private Skarholm() {}

    /** Returns where somebody works whose own folder is a new one of the test run. */
    public static Workplace workplace(String person) {
        return new Workplace(person, CLOCK, HOME);
    }

    public static ProjectFolder make(Path root) {
        return PREPARED.copy(root);
    }

    /** Opens a project on a disk of the test's own. */
    public static ProjectFolder open(Path root, Volume disk) {
        return ProjectFolder.open(root, workplace("tester"), disk);
    }

    private static Path home() {
        try {
            Path home = Files.createTempDirectory("urvant-user-");
            home.toFile().deleteOnExit();
            return home;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void prepare(Path root) {
        ProjectFolder folder = ProjectFolder.create(root, "Skarholm tidal works", workplace("tester"));
        folder.importScl(Path.of("../demo/F01.cid"));
        folder.importScl(Path.of("../demo/F02.cid"));
        folder.change(site -> Sites.gateway(site.with(Sites.feeder()), "GW1", "192.0.2.20", "47"));
    }

    public static Pick pick() {
        return Sites.feeder();
    }

    public static void gateway(ProjectFolder folder, String name, String address, String station) {
        folder.change(site -> Sites.gateway(site, name, address, station));
    }

    public static void map(ProjectFolder folder, String name, String... references) {
        map(folder, name, OptionalInt.empty(), references);
    }

    public static void map(ProjectFolder folder, String name, OptionalInt start, String... references) {
        folder.change(site -> Sites.mapped(site, name, start, references));
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
