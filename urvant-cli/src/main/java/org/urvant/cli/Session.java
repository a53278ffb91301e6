package org.urvant.cli;

import java.io.PrintWriter;
import java.io.Writer;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.Map;
import org.urvant.core.error.RefusedException;
import org.urvant.core.progress.Progress;
import org.urvant.project.cache.KnownFiles;
import org.urvant.project.cache.UserCache;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;

/**
 * What a command runs in, injected so that tests and the demo can give their own.
 *
 * @param out takes results
 * @param err takes messages
 * @param folder folder that relative paths count from
 * @param environment environment variables
 * @param clock tells the date and time that the ledger records
 * @param person who works
 */
record Session(
        PrintWriter out,
        PrintWriter err,
        Path folder,
        Map<String, String> environment,
        InstantSource clock,
        String person) {
    private static final String TERMINAL = "URVANT_TERMINAL";

    Session {
        boolean isTerminal = environment.containsKey(TERMINAL);
        out = VisibleWriter.of(out, isTerminal);
        err = VisibleWriter.of(err, isTerminal);
    }

    /**
     * Returns a path given on the command line, counted from the session's folder.
     *
     * @throws RefusedException when this system can have no file of that name
     */
    Path path(String given) {
        try {
            return folder.resolve(given).normalize();
        } catch (InvalidPathException e) {
            throw new RefusedException(
                    "this system can have no file '" + given.replace("\0", "") + "' (" + e.getReason() + ")",
                    "Check the name; paths count from the folder you are in.");
        }
    }

    ProjectFolder project(String given) {
        return ProjectFolder.open(given == null ? folder : path(given), workplace());
    }

    /** Returns who works, and with what. */
    Workplace workplace() {
        return new Workplace(person, clock, home(), cache());
    }

    /** Returns SCL files as this user's cache knows them. */
    KnownFiles known(Progress progress) {
        return new KnownFiles(new UserCache(cache()), progress);
    }

    /** Returns whether the session's folder is in a project. */
    boolean isInProject() {
        return ProjectFolder.find(folder).isPresent();
    }

    /** Returns whether results go to a terminal; the launcher says so, for Java cannot tell. */
    boolean isTerminal() {
        return environment.containsKey(TERMINAL);
    }

    /** Returns the width to keep within, in columns. */
    int width() {
        String width = environment.getOrDefault("URVANT_WIDTH", "");
        return width.matches("\\d{2,4}") ? Math.max(60, Integer.parseInt(width)) : 120;
    }

    /** Returns the folder for what belongs to the user and not to a project. */
    Path home() {
        String own = environment.get("URVANT_HOME");
        if (own != null) {
            return path(own);
        }
        String config = environment.get("XDG_CONFIG_HOME");
        return config == null
                ? path(System.getProperty("user.home")).resolve(".config").resolve("urvant")
                : path(config).resolve("urvant");
    }

    /** Returns the folder for what can be made again. */
    private Path cache() {
        String given = environment.get("XDG_CACHE_HOME");
        if (environment.containsKey("URVANT_HOME")) {
            return home().resolve("cache");
        }
        return given == null
                ? path(System.getProperty("user.home")).resolve(".cache").resolve("urvant")
                : path(given).resolve("urvant");
    }

    Paint paint() {
        return new Paint(
                isTerminal() && environment.getOrDefault("NO_COLOR", "").isEmpty());
    }

    /** Returns the session with nobody listening. */
    Session silent() {
        PrintWriter nobody = new PrintWriter(Writer.nullWriter());
        return new Session(nobody, nobody, folder, environment, clock, person);
    }

    Session in(Path other) {
        return new Session(out, err, other, environment, clock, person);
    }
}
