package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.Map;

/** Types commands as a person would and keeps what comes back. */
final class Terminal {
    private final Map<String, String> environment = new HashMap<>(Map.of("URVANT_PASSWORD", "ravnsund"));
    private Path folder;
    private String out = "";
    private String err = "";

    Terminal(Path folder) {
        this.folder = folder;
        environment.put("URVANT_HOME", folder.resolve("user").toString());
    }

    Terminal with(String variable, String value) {
        environment.put(variable, value);
        return this;
    }

    Terminal without(String variable) {
        environment.remove(variable);
        return this;
    }

    void go(Path other) {
        folder = other;
    }

    int run(String... arguments) {
        StringWriter outText = new StringWriter();
        StringWriter errText = new StringWriter();
        Session session = new Session(
                new PrintWriter(outText, true),
                new PrintWriter(errText, true),
                folder,
                environment,
                InstantSource.fixed(Instant.parse("2026-11-23T10:00:00Z")),
                "tester");
        int code = Urvant.execute(session, arguments);
        out = outText.toString();
        err = errText.toString();
        return code;
    }

    /** Runs a command, its words separated by blanks, that must end well. */
    void ok(String line) {
        int code = run(line.split(" "));
        assertThat(code).as("%s%n%s%s", line, out, err).isZero();
    }

    String out() {
        return out;
    }

    String err() {
        return err;
    }

    /** Runs commands that are separated by {@code &&}, of which all but the last must succeed; returns the last one's code. */
    int all(String lines) {
        int last = 0;
        for (String line : lines.split(" && ")) {
            assertThat(last).as(out() + err()).isZero();
            last = run(Sites.words(line));
        }
        return last;
    }
}
