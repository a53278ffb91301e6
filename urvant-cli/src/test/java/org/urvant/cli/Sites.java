package org.urvant.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.type.Catalogue;

/** Sites that tests work on: made once by commands, then copied. */
final class Sites {
    private static final Pattern WORD = Pattern.compile("'([^']*)'|\"([^\"]*)\"|(\\S+)");

    private Sites() {}

    static Session session(Path folder) {
        return new Session(
                new PrintWriter(Writer.nullWriter()),
                new PrintWriter(Writer.nullWriter()),
                folder,
                Map.of("URVANT_HOME", folder.resolve("user").toString()),
                InstantSource.system(),
                "tester");
    }

    static Path demo(String file) {
        return Path.of("../demo", file).toAbsolutePath().normalize();
    }

    /** Makes a site with one relay and a gateway that is linked to a stand-in, in the terminal's folder. */
    static StandIn skarholm(Terminal terminal, Path folder) {
        StandIn gateway = StandIn.start(
                folder.resolve("gateway"),
                new StandInProfile(
                        "ravnsund-g3",
                        "2.1",
                        "T-1",
                        Catalogue.type("ravnsund-g3").orElseThrow().accounts()),
                "127.0.0.1",
                0);
        terminal.ok("new skarholm --name Skarholm");
        terminal.go(folder.resolve("skarholm"));
        terminal.ok("import --yes " + demo("F01.cid"));
        terminal.ok("device add GW1 --type ravnsund-g3 --link " + gateway.address());
        gateway(terminal);
        return gateway;
    }

    /** Makes a site with a device of every kind in the terminal's folder. */
    static void plant(Terminal terminal, Path folder) {
        terminal.ok("new skarholm");
        terminal.go(folder.resolve("skarholm"));
        terminal.ok("device add F11 --type marrowby-f2 --order-code MF2-BVB-2");
        terminal.ok("device add L21 --type tarnholt-l5 --order-code TL5-SY");
        terminal.ok("device add T1 --type holmvard-k3 --order-code HK3-SE");
        terminal.ok("device add M31 --type stenvaag-m3 --order-code SM3-M0");
        terminal.ok("device add R51 --type havbryn-r6 --order-code HR6-00-N");
        for (String device : List.of(
                "Q41=oddvik-u1",
                "P61=lysholt-p12",
                "RTU1=fjellmast-c2",
                "CN1=brudal-x8",
                "TD1=nattvik-t4",
                "GD1=kvitskjer-d4")) {
            terminal.ok("device add " + device.replace("=", " --type "));
        }
        terminal.ok("fill " + demo("plant.csv") + " --yes");
    }

    /** Adds the station's IEDs, and a gateway that passes some of their signals on. */
    static void station(Terminal terminal) {
        terminal.ok("import --yes " + demo("skarholm.scd"));
        terminal.ok("device add GW1 --type ravnsund-g3");
        gateway(terminal);
    }

    /** Lets GW1 pass two signals of F01 on to a control centre, with nothing left open. */
    static void gateway(Terminal terminal) {
        terminal.ok("connect GW1 F01");
        terminal.ok("connect GW1 scada --kind control-centre");
        terminal.ok("map GW1 F01CTRL/XCBR1.Pos.stVal F01PROT/PTRC1.Tr.general --yes");
        terminal.ok("set GW1 station.name Skarholm");
        terminal.ok("set GW1 network.address 192.0.2.20");
        terminal.ok("set GW1 network.gateway 192.0.2.1");
        terminal.ok("set GW1 scada.peer 198.51.100.7");
        terminal.ok("set GW1 scada.common-address 47");
    }

    static void copy(Path from, Path to) throws IOException {
        try (Stream<Path> files = Files.walk(from)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                Path copy = to.resolve(from.relativize(file).toString());
                Files.createDirectories(copy.getParent());
                Files.copy(file, copy);
            }
        }
    }

    /** Splits a line into words at blanks; those in single quotes stay together. */
    static String[] words(String line) {
        List<String> words = new ArrayList<>();
        Matcher matcher = WORD.matcher(line);
        while (matcher.find()) {
            words.add(Stream.of(matcher.group(1), matcher.group(2), matcher.group(3))
                    .filter(Objects::nonNull)
                    .findFirst()
                    .orElseThrow());
        }
        return words.toArray(String[]::new);
    }
}
