package org.urvant.cli;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.InstantSource;

/** Starts the command with the streams and the environment of the process. */
public final class Main {
    private Main() {}

    /** Runs the command and ends the process with its exit code. */
    public static void main(String[] arguments) {
        System.setProperty("java.awt.headless", "true"); // pictures go to files, whether there is a screen or not
        PrintWriter out = new PrintWriter(System.out, true, StandardCharsets.UTF_8);
        PrintWriter err = new PrintWriter(System.err, true, StandardCharsets.UTF_8);
        Session session = new Session(
                out,
                err,
                Path.of("").toAbsolutePath(),
                System.getenv(),
                InstantSource.system(),
                System.getProperty("user.name"));
        int code = Urvant.execute(session, arguments);
        out.flush();
        err.flush();
        KeptClasses.keep();
        System.exit(code);
    }
}
