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
import org.urvant.core.error.RefusedException;
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

    private static final String NEW_PASSWORD = "tide-table-1887"; // of a device that lives as long as the demo

    private Session stage;

    DemoCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() throws IOException {
        Path folder = keep == null ? Files.createTempDirectory("urvant-demo-") : session.path(keep);
        if (keep != null && Files.exists(folder) && !isEmpty(folder)) {
            throw new RefusedException(
                    keep + " is there already, and not empty", "Name a folder that is not there yet.");
        }
        Files.createDirectories(folder);
        Map<String, String> environment = new HashMap<>(session.environment());
        environment.put("URVANT_HOME", folder.resolve("user").toString());
        environment.put("URVANT_PASSWORD", "ravnsund");
        environment.put("URVANT_NEW_PASSWORD", NEW_PASSWORD);
        stage = new Session(session.out(), session.err(), folder, environment, session.clock(), session.person());
        long start = System.nanoTime();
        try {
            copy("F01.cid", folder);
            copy("F02.cid", folder);
            copy("skarholm.scd", folder);
            copy("tp4.icd", folder);
            copy("plant.csv", folder);
            copy("motors.csv", folder);
            copy("presses.csv", folder);
            copy("day.csv", folder);
            copy("interlock.st", folder);
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

    private static boolean isEmpty(Path folder) throws IOException {
        try (Stream<Path> inside = Files.list(folder)) {
            return inside.findAny().isEmpty();
        }
    }

    private void play(Path folder) throws IOException {
        Path site = folder.resolve("skarholm");
        chapter("A project, and the files of two relays: look first, then import");
        run(Exit.DONE, "new", "skarholm", "--name", "Skarholm tidal works");
        stage = stage.in(site);
        say("$ cd skarholm");
        run(Exit.DONE, "look", "../F01.cid");
        run(Exit.DONE, "import", "../F01.cid", "--yes");
        run(Exit.DONE, "import", "../F02.cid", "--yes");
        chapter("Signals by what they mean, narrowed step by step, kept as a pick");
        run(Exit.DONE, "signals");
        run(Exit.DONE, "signals", "kind:trip", "--why");
        run(Exit.DONE, "signals", "--narrow", "ln:PT*");
        run(Exit.DONE, "pick", "feeder", "add", "kind:position", "ln:X*");
        run(Exit.DONE, "pick", "feeder", "add", "kind:trip");
        run(Exit.DONE, "pick", "feeder", "drop", "PROT/RBRF1.OpEx.general");
        pickMore();
        chapter("A gateway: the pick goes on for the second relay in one command");
        run(Exit.DONE, "device", "add", "GW1", "--type", "ravnsund-g3", "--link", "127.0.0.1:" + freePort());
        run(Exit.DONE, "connect", "GW1", "scada", "--kind", "control-centre");
        run(Exit.DONE, "map", "GW1", "--pick", "feeder", "--ied", "F01", "--yes");
        run(Exit.DONE, "map", "GW1", "--pick", "feeder", "--ied", "F02", "--yes");
        chapter("What only a person can say is asked for before anything is sent");
        run(Exit.DIFFERENT, "open", "GW1");
        run(Exit.DONE, "set", "GW1", "station.name", "Skarholm");
        run(Exit.DONE, "set", "GW1", "network.address", "192.0.2.20");
        run(Exit.DONE, "set", "GW1", "network.gateway", "192.0.2.1");
        run(Exit.DONE, "set", "GW1", "scada.peer", "198.51.100.7");
        run(Exit.DONE, "set", "GW1", "scada.common-address", "47");
        run(Exit.DONE, "enable", "GW1", "F01 Breaker control");
        mistake(site.resolve("mappings").resolve("GW1.csv"));
        chapter("The device (a stand-in, a process of its own) gets it; the line breaks on the way");
        run(Exit.DONE, "save", "GW1", "--why", "first issue");
        run(Exit.DONE, "bench", "start", "--failure", "drop-after=9000");
        try {
            device();
        } finally {
            run(Exit.DONE, "bench", "stop");
        }
        run(Exit.DONE, "history", "GW1");
        station(folder);
        plant(site);
    }

    private void plant(Path site) throws IOException {
        chapter("Every kind of device is data: a relay, a recorder, an RTU, a display … from one catalogue");
        run(Exit.DONE, "types");
        run(Exit.DONE, "order-code", "marrowby-f2", "MF2-BVB-2");
        run(Exit.DONE, "device", "add", "F11", "--type", "marrowby-f2", "--order-code", "MF2-BVB-2");
        String[][] others = {
            {"L21", "tarnholt-l5", "TL5-SY"}, {"M31", "stenvaag-m3", "SM3-M0"}, {"R51", "havbryn-r6", "HR6-00-N"}
        };
        for (String[] other : others) {
            run(Exit.DONE, "device", "add", other[0], "--type", other[1], "--order-code", other[2]);
        }
        for (String word :
                List.of("Q41=oddvik-u1", "P61=lysholt-p12", "RTU1=fjellmast-c2", "CN1=brudal-x8", "TD1=nattvik-t4")) {
            run(Exit.DONE, "device", "add", word.split("=")[0], "--type", word.split("=")[1]);
        }
        run(Exit.DONE, "device", "add", "GD1", "--type", "kvitskjer-d4", "--link", "127.0.0.1:" + freePort());
        chapter("Their values come from one table; many at once, and back with undo");
        run(Exit.DONE, "fill", "../plant.csv", "--yes");
        run(Exit.DONE, "set", "F11", "X1/VT*.carries", "phase-voltage");
        run(Exit.DONE, "undo");
        copy("site.yaml", site);
        run(Exit.DIFFERENT, "settle", "F11");
        run(Exit.DONE, "settle", "F11", "--from", "bay", "--yes");
        run(Exit.DONE, "guide", "stenvaag-m3", "--from", "../motors.csv", "--yes");
        run(Exit.DONE, "undo");
        run(Exit.DONE, "show", "M31", "motor");
        run(Exit.DONE, "explain", "M31", "motor.rated-current");
        run(Exit.DONE, "fit", "RTU1", "E1", "di8");
        run(Exit.DONE, "selectors", "Q41");
        run(Exit.DONE, "services");
        chapter("What devices do by themselves, and programs of their own, tried without a device");
        run(Exit.DONE, "try", "TD1", "--from", "../presses.csv", "--for", "20s", "--lanes");
        run(Exit.DONE, "try", "RTU1", "--from", "../day.csv", "--for", "24h", "--lanes");
        run(Exit.DONE, "logic", "F11", "--take", "../interlock.st");
        run(Exit.DONE, "try", "F11", "--set", "bi3=on", "--for", "1s");
        plantMistakes(site);
        safetyRelated();
    }

    private void plantMistakes(Path site) throws IOException {
        chapter("Five mistakes, planted by hand in five files");
        Map<Path, String> sound = new HashMap<>();
        plantMistake(site, sound, "F11", "ct.primary: 400 A", "ct.primary: 1 A\n  ct.secondary: 5 A");
        plantMistake(site, sound, "M31", "21.5 A", "38 A");
        plantMistake(site, sound, "TD1", "sequence.return: DI2", "sequence.return: DI1");
        plantMistake(site, sound, "CN1", "settings:", "settings:\n  can.listen-only: yes");
        plantMistake(site, sound, "RTU1", "settings:", "settings:\n  way.type: data-only");
        run(Exit.DIFFERENT, "check");
        for (Map.Entry<Path, String> file : sound.entrySet()) {
            Files.writeString(file.getKey(), file.getValue());
        }
        say(paint.faint("(the files get their own text back)"));
        run(Exit.DONE, "check", "GD1");
    }

    private void safetyRelated() {
        chapter("A safety-related device: signed off only by one who has read its page");
        stage.environment().put("URVANT_PASSWORD", "kvitskjer");
        run(Exit.DONE, "bench", "start");
        try {
            run(Exit.DONE, "download", "GD1", "--yes", "--set-clock");
            run(Exit.FAILED, "sign-off", "GD1", "--yes");
            run(Exit.DONE, "review", "GD1", "--out", "../GD1.html");
            run(Exit.DONE, "clock", "GD1");
        } finally {
            run(Exit.DONE, "bench", "stop");
        }
        run(Exit.FAILED, "download", "Q41", "--yes");
    }

    private static void plantMistake(Path site, Map<Path, String> sound, String device, String from, String to)
            throws IOException {
        Path file = site.resolve("devices").resolve(device + ".yaml");
        String text = Files.readString(file);
        sound.put(file, text);
        Files.writeString(file, text.replaceFirst(from, to));
    }

    private void station(Path folder) throws IOException {
        chapter("The whole station comes in one file: IEDs of three makers, GOOSE wiring, the structure of the site");
        run(Exit.DONE, "look", "../skarholm.scd", "--for", "GW1");
        run(Exit.DONE, "import", "../skarholm.scd", "--yes");
        run(Exit.DONE, "site", "Skarholm/K2");
        run(Exit.DONE, "signals", "(kind:trip or kind:pick-up) not ied:F0?");
        run(Exit.DONE, "signals", "quantity:current phase:A fc:MX", "--count");
        run(Exit.DONE, "explain", "F01PROT/PTOC1.Str.general");
        run(Exit.DONE, "reports", "GW1", "--ied", "T01", "kind:tap-position,temperature,power", "or", "do:AlmThm");
        chapter("And what a station's file looks like that nobody checked");
        String failing = Files.readString(folder.resolve("skarholm.scd"))
                .replaceFirst("lnType=\"TP4_PDIF\"", "lnType=\"TP4_PDIV\"")
                .replaceFirst(
                        "lnClass=\"XSWI\" lnInst=\"2\" doName=\"Pos\" fc",
                        "lnClass=\"XSWI\" lnInst=\"2\" doName=\"Poz\" fc")
                .replaceFirst("01-0C-CD-01-00-12", "01-0C-CD-01-00-11")
                .replaceFirst("<P type=\"VLAN-PRIORITY\">6", "<P type=\"VLAN-PRIORITY\">9")
                .replaceFirst("srcCBName=\"positions_out\"", "srcCBName=\"positions\"")
                .replaceFirst("<Val>0.001", "<Val>0,001");
        Files.writeString(folder.resolve("unchecked.scd"), failing);
        run(Exit.DIFFERENT, "look", "../unchecked.scd");
        run(Exit.FAILED, "import", "../unchecked.scd", "--yes");
    }

    private void pickMore() {
        for (String query : List.of(
                "kind:command ln:CSWI1",
                "kind:pick-up set:*",
                "kind:local-remote set:*",
                "kind:current",
                "kind:voltage do:PPV",
                "kind:power set:*",
                "kind:counter set:*",
                "kind:alarm")) {
            List<String> words = new ArrayList<>(List.of("pick", "feeder", "add"));
            words.addAll(List.of(query.split(" ")));
            Urvant.execute(stage.silent(), words.toArray(String[]::new));
        }
        say("");
        say(paint.faint(
                "(the breaker command, pick-ups, currents, voltages, power, counters and alarms are added likewise)"));
        run(Exit.DONE, "pick");
    }

    private void mistake(Path table) throws IOException {
        chapter("A mistake, planted: somebody gives the general trip the address of the breaker position");
        String sound = Files.readString(table);
        String row = sound.lines()
                .filter(line -> line.contains("PTRC1.Tr.general"))
                .findFirst()
                .orElseThrow();
        Files.writeString(table, sound.replace(row, row.replaceFirst("M_SP_TB_1 \\d+", "M_SP_TB_1 1001")));
        run(Exit.DIFFERENT, "check", "GW1");
        run(Exit.DONE, "explain", "point-duplicate");
        Files.writeString(table, sound);
        say("");
        say(paint.faint("(the row gets its own address back)"));
        run(Exit.DONE, "check", "GW1");
        run(
                Exit.DONE,
                "mute",
                "point-disabled",
                "GW1 F02 Breaker control",
                "--why",
                "feeder 2 is not commissioned yet");
    }

    private void device() {
        run(Exit.DIFFERENT, "compare", "GW1");
        run(Exit.FAILED, "download", "GW1", "--yes");
        run(Exit.DONE, "download", "GW1", "--yes");
        run(Exit.DIFFERENT, "verify", "GW1");
        run(Exit.DONE, "clock", "GW1", "--set");
        stage.environment().put("URVANT_PASSWORD", "look-only"); // of the account 'viewer', as the manual prints it
        run(Exit.DONE, "password", "GW1", "--user", "viewer");
        stage.environment().put("URVANT_PASSWORD", "ravnsund");
        run(Exit.DONE, "password", "GW1");
        stage.environment().put("URVANT_PASSWORD", NEW_PASSWORD);
        run(Exit.DONE, "verify", "GW1");
        run(Exit.DONE, "sign-off", "GW1", "--note", "point-to-point test passed", "--yes");
        run(Exit.DONE, "compare", "GW1");
        chapter("One value changes: exactly that one difference, and what it causes");
        run(Exit.DONE, "set", "GW1", "watchdog.time", "10");
        run(Exit.DIFFERENT, "compare", "GW1");
        run(Exit.DONE, "download", "GW1", "--yes");
        run(Exit.DONE, "device");
    }

    private void chapter(String title) {
        say("");
        say(paint.strong("— " + title));
    }

    private void run(int expected, String... arguments) {
        List<String> words = new ArrayList<>();
        for (String argument : arguments) {
            words.add(argument.matches("[^ *?()]+") ? argument : '"' + argument + '"');
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
