package org.urvant.cli;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import picocli.CommandLine.Option;

@picocli.CommandLine.Command(
        name = "demo",
        description =
                "Play the whole job with real parts on made-up data: relay file in, gateway configured, downloaded,"
                        + " read back, compared.",
        footer = {"", "Example: urvant demo --keep skarholm-demo"})
final class DemoCommand extends Command {
    @Option(names = "--keep", paramLabel = "DIR", description = "Make the project in this folder and keep it.")
    private String keep;

    private Session stage;

    DemoCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() throws IOException {
        Path folder = keep == null ? Files.createTempDirectory("urvant-demo-") : session.path(keep);
        Files.createDirectories(folder);
        Map<String, String> environment = new HashMap<>(session.environment());
        environment.put("URVANT_HOME", folder.resolve("user").toString());
        environment.put("URVANT_PASSWORD", "ravnsund");
        stage = new Session(session.out(), session.err(), folder, environment, session.clock(), session.person());
        long start = System.nanoTime();
        try {
            copy("F01.cid", folder);
            play(folder);
        } finally {
            if (keep == null) {
                delete(folder);
            }
        }
        say("");
        say(paint.good("The demo ran to its end") + " in " + (System.nanoTime() - start) / 1_000_000_000 + " s"
                + (keep == null ? "; its project was temporary." : "; its project is in " + keep + "."));
        return Exit.DONE;
    }

    private void play(Path folder) throws IOException {
        int port = freePort();
        chapter("A project, and a relay's file");
        run(Exit.DONE, "new", "skarholm", "--name", "Skarholm tidal works");
        stage = stage.in(folder.resolve("skarholm"));
        say("$ cd skarholm");
        run(Exit.DONE, "import", "../F01.cid");
        run(Exit.DONE, "signals", "Pos", "stVal");
        chapter("A gateway between the relay and the control centre");
        run(Exit.DONE, "device", "add", "GW1", "--type", "ravnsund-g3", "--link", "127.0.0.1:" + port);
        run(Exit.DONE, "connect", "GW1", "F01");
        run(Exit.DONE, "connect", "GW1", "scada", "--kind", "control-centre");
        run(
                Exit.DONE,
                "map",
                "GW1",
                "F01CTRL/XCBR1.Pos.stVal",
                "F01PROT/PTRC1.Tr.general",
                "F01PROT/MMXU1.A.phsA.cVal.mag.f",
                "--start",
                "1001");
        chapter("What only a person can say is asked for before anything is sent");
        run(Exit.DIFFERENT, "check", "GW1");
        run(Exit.DONE, "set", "GW1", "station.name", "Skarholm");
        run(Exit.DONE, "set", "GW1", "scada.peer", "198.51.100.7");
        run(Exit.DONE, "set", "GW1", "scada.common-address", "47");
        run(Exit.DONE, "check", "GW1");
        run(Exit.DONE, "configuration", "GW1");
        chapter("The device (a stand-in, a process of its own) gets it, and proves what it holds");
        run(Exit.DONE, "bench", "start");
        try {
            run(Exit.DIFFERENT, "compare", "GW1");
            run(Exit.DONE, "download", "GW1", "--yes");
            run(Exit.DONE, "compare", "GW1");
            chapter("One value changes: exactly that one difference shows");
            run(Exit.DONE, "set", "GW1", "watchdog.time", "10");
            run(Exit.DIFFERENT, "compare", "GW1");
        } finally {
            run(Exit.DONE, "bench", "stop");
        }
    }

    private void chapter(String title) {
        say("");
        say(paint.strong("— " + title));
    }

    private void run(int expected, String... arguments) {
        List<String> words = new ArrayList<>();
        for (String argument : arguments) {
            words.add(argument.contains(" ") ? '"' + argument + '"' : argument);
        }
        say("");
        say(paint.command("$ urvant " + String.join(" ", words)));
        session.out().flush();
        int code = Urvant.execute(stage, arguments);
        session.err().flush();
        if (code != expected) {
            throw new IllegalStateException("the demo expected exit code " + expected + " of 'urvant "
                    + String.join(" ", words) + "', but it was " + code);
        }
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
            return socket.getLocalPort();
        }
    }

    private static void copy(String file, Path folder) throws IOException {
        try (InputStream in = DemoCommand.class.getResourceAsStream("/org/urvant/cli/demo/" + file)) {
            Files.copy(in, folder.resolve(file));
        }
    }

    private static void delete(Path folder) {
        try (Stream<Path> paths = Files.walk(folder)) {
            for (Path path : paths.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
