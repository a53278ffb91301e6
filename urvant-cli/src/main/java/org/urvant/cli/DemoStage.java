package org.urvant.cli;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Where the demo plays: commands run as a person types them, and what comes is shown. */
final class DemoStage {
    static final String NEW_PASSWORD = "tide-table-1887"; // of a device that lives as long as the demo

    private final Command command;
    private final Path folder;
    private Session session;

    DemoStage(Command command, Path folder, Session session) {
        this.command = command;
        this.folder = folder;
        this.session = session;
    }

    Path folder() {
        return folder;
    }

    Path site() {
        return folder.resolve("skarholm");
    }

    /** Goes into the project's folder. */
    void enter() {
        session = session.in(site());
        command.say("$ cd skarholm");
    }

    /** Logs on with this password from now on. */
    void password(String word) {
        session.environment().put("URVANT_PASSWORD", word);
    }

    /** Runs a command of which nothing is shown. */
    void quietly(List<String> words) {
        Urvant.execute(session.silent(), words.toArray(String[]::new));
    }

    /** Says something beside the commands. */
    void aside(String words) {
        command.say(command.paint.faint(words));
    }

    void chapter(String title) {
        command.say("");
        command.say(command.paint.strong("— " + title));
    }

    void run(int expected, String... arguments) {
        List<String> words = new ArrayList<>();
        for (String argument : arguments) {
            words.add(argument.matches("[^ *?()]+") ? argument : '"' + argument + '"');
        }
        command.say("");
        command.say(command.paint.command("$ urvant " + String.join(" ", words)));
        session.out().flush();
        int code = Urvant.execute(session, arguments);
        session.err().flush();
        if (code != expected) {
            throw new IllegalStateException("the demo expected exit code " + expected + " of 'urvant "
                    + String.join(" ", words) + "', but it was " + code);
        }
    }

    static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
            return socket.getLocalPort();
        }
    }

    static void copy(String file, Path folder) throws IOException {
        try (InputStream in = DemoCommand.class.getResourceAsStream("/org/urvant/cli/demo/" + file)) {
            Files.copy(in, folder.resolve(file));
        }
    }
}
