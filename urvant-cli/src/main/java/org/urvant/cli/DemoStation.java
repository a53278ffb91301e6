package org.urvant.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** The demo's first part: relays, a gateway, the station. */
final class DemoStation {
    private final DemoStage stage;

    DemoStation(DemoStage stage) {
        this.stage = stage;
    }

    /** Plays from the first relay to the whole station. */
    void play() throws IOException {
        stage.chapter("A project, and the files of two relays: look first, then import");
        stage.run(Exit.DONE, "new", "skarholm", "--name", "Skarholm tidal works");
        stage.enter();
        stage.run(Exit.DONE, "look", "../F01.cid");
        stage.run(Exit.DONE, "import", "../F01.cid", "--yes");
        stage.run(Exit.DONE, "import", "../F02.cid", "--yes");
        stage.chapter("Signals by what they mean, narrowed step by step, kept as a pick");
        stage.run(Exit.DONE, "signals");
        stage.run(Exit.DONE, "signals", "kind:trip", "--why");
        stage.run(Exit.DONE, "signals", "--narrow", "ln:PT*");
        stage.run(Exit.DONE, "pick", "feeder", "add", "kind:position", "ln:X*");
        stage.run(Exit.DONE, "pick", "feeder", "add", "kind:trip");
        stage.run(Exit.DONE, "pick", "feeder", "drop", "PROT/RBRF1.OpEx.general");
        pickMore();
        stage.chapter("A gateway: the pick goes on for the second relay in one command");
        stage.run(
                Exit.DONE,
                "device",
                "add",
                "GW1",
                "--type",
                "ravnsund-g3",
                "--link",
                "127.0.0.1:" + DemoStage.freePort());
        stage.run(Exit.DONE, "connect", "GW1", "scada", "--kind", "control-centre");
        stage.run(Exit.DONE, "map", "GW1", "--pick", "feeder", "--ied", "F01", "--yes");
        stage.run(Exit.DONE, "map", "GW1", "--pick", "feeder", "--ied", "F02", "--yes");
        stage.chapter("What only a person can say is asked for before anything is sent");
        stage.run(Exit.DIFFERENT, "open", "GW1");
        stage.run(Exit.DONE, "set", "GW1", "station.name", "Skarholm");
        stage.run(Exit.DONE, "set", "GW1", "network.address", "192.0.2.20");
        stage.run(Exit.DONE, "set", "GW1", "network.gateway", "192.0.2.1");
        stage.run(Exit.DONE, "set", "GW1", "scada.peer", "198.51.100.7");
        stage.run(Exit.DONE, "set", "GW1", "scada.common-address", "47");
        stage.run(Exit.DONE, "enable", "GW1", "F01 Breaker control");
        mistake(stage.site().resolve("mappings").resolve("GW1.csv"));
        stage.chapter("The device (a stand-in, a process of its own) gets it; the line breaks on the way");
        stage.run(Exit.DONE, "save", "GW1", "--reason", "first issue");
        stage.run(Exit.DONE, "bench", "start", "--failure", "drop-after=9000");
        try {
            device();
        } finally {
            stage.run(Exit.DONE, "bench", "stop");
        }
        stage.run(Exit.DONE, "history", "GW1");
        station();
    }

    private void station() throws IOException {
        stage.chapter(
                "The whole station comes in one file: IEDs of three makers, GOOSE wiring, the structure of the site");
        stage.run(Exit.DONE, "look", "../skarholm.scd", "--for", "GW1");
        stage.run(Exit.DONE, "import", "../skarholm.scd", "--yes");
        stage.run(Exit.DONE, "site", "Skarholm/K2");
        stage.run(Exit.DONE, "signals", "(kind:trip or kind:pick-up) not ied:F0?");
        stage.run(Exit.DONE, "signals", "quantity:current phase:A fc:MX", "--count");
        stage.run(Exit.DONE, "explain", "F01PROT/PTOC1.Str.general");
        stage.run(
                Exit.DONE, "reports", "GW1", "--ied", "T01", "kind:tap-position,temperature,power", "or", "do:AlmThm");
        stage.chapter(
                "A local panel reads some of it over Modbus; registers are given like addresses, and never twice");
        stage.run(Exit.DONE, "connect", "GW1", "panel", "--kind", "panel");
        stage.run(Exit.DONE, "set", "GW1", "panel.bus", "desk");
        stage.run(Exit.DONE, "set", "GW1", "panel.bus-address", "1");
        stage.run(
                Exit.DONE,
                "map",
                "GW1",
                "(kind:position ln:X*) or kind:power or (kind:command ln:CSWI1)",
                "--ied",
                "F01",
                "--to",
                "panel",
                "--yes");
        lists();
        stage.chapter("And what a station's file looks like that nobody checked");
        String failing = Files.readString(stage.folder().resolve("skarholm.scd"))
                .replaceFirst("lnType=\"TP4_PDIF\"", "lnType=\"TP4_PDIV\"")
                .replaceFirst(
                        "lnClass=\"XSWI\" lnInst=\"2\" doName=\"Pos\" fc",
                        "lnClass=\"XSWI\" lnInst=\"2\" doName=\"Poz\" fc")
                .replaceFirst("01-0C-CD-01-00-12", "01-0C-CD-01-00-11")
                .replaceFirst("<P type=\"VLAN-PRIORITY\">6", "<P type=\"VLAN-PRIORITY\">9")
                .replaceFirst("srcCBName=\"positions_out\"", "srcCBName=\"positions\"")
                .replaceFirst("<Val>0.001", "<Val>0,001");
        Files.writeString(stage.folder().resolve("unchecked.scd"), failing);
        stage.run(Exit.DIFFERENT, "look", "../unchecked.scd");
        stage.run(Exit.FAILED, "import", "../unchecked.scd", "--yes");
        stage.run(Exit.DIFFERENT, "compare", "skarholm.scd", "../unchecked.scd");
    }

    private void lists() {
        stage.chapter("A pump drive's register list comes as its maker wrote it; the gateway reads it over a bus");
        stage.run(Exit.DONE, "look", "../pump-drive.csv", "--protocol", "modbus");
        stage.run(
                Exit.DONE,
                "import",
                "../pump-drive.csv",
                "--name",
                "PD1",
                "--protocol",
                "modbus",
                "--assume",
                "station=7",
                "--yes");
        stage.run(Exit.DONE, "connect", "GW1", "pumps", "--kind", "field-bus");
        stage.run(Exit.DONE, "set", "GW1", "pumps.bus", "pumps");
        stage.run(Exit.DONE, "map", "GW1", "PD1/*", "--to", "scada", "--yes");
        stage.run(Exit.DONE, "map", "GW1", "PD1/motor-speed", "PD1/running", "--to", "panel", "--yes");
        stage.run(Exit.DONE, "requests", "GW1");
        stage.chapter("A neighbour's list of IEC 60870-5-104; its order goes on to the drive");
        stage.run(
                Exit.DONE,
                "import",
                "../neighbour.csv",
                "--name",
                "NB1",
                "--protocol",
                "iec60870-5-104",
                "--assume",
                "station=12",
                "--yes");
        stage.run(Exit.DONE, "connect", "GW1", "isle", "--kind", "neighbour");
        stage.run(Exit.DONE, "set", "GW1", "isle.address", "198.51.100.12");
        stage.run(Exit.DONE, "map", "GW1", "NB1/tide-level", "NB1/feeder-breaker", "--to", "scada", "--yes");
        stage.run(Exit.DONE, "map", "GW1", "NB1/pump-order", "--onto", "PD1/start", "--yes");
        rows();
        stage.run(Exit.DONE, "points", "NB1", "--unmapped");
        stage.run(Exit.DONE, "signals", "kind:temperature");
        stage.run(Exit.DONE, "handover", "GW1", "scada", "--out", "scada.html", "--revision", "1");
        stage.run(Exit.DONE, "check", "GW1");
    }

    private void rows() {
        stage.chapter(
                "Rows that limit and hold back, and a program of the gateway that reads and writes rows; tried without it");
        stage.run(
                Exit.DONE,
                "row",
                "GW1",
                "PD1/motor-current",
                "--dead-band",
                "0.5",
                "--least",
                "0",
                "--most",
                "300",
                "--outside",
                "clamp");
        stage.run(Exit.DONE, "map", "GW1", "PD1/motor-power", "--program", "pump_power", "--yes");
        stage.run(
                Exit.DONE,
                "map",
                "GW1",
                "--program",
                "pump_hard",
                "--kind",
                "state",
                "--to",
                "scada",
                "--name",
                "Pump works hard",
                "--yes");
        stage.run(Exit.DONE, "logic", "GW1", "--take", "../pump-load.st", "--yes");
        stage.run(Exit.DONE, "try", "GW1", "--from", "../pump-minute.csv");
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
            stage.quietly(words);
        }
        stage.aside(
                "(the breaker command, pick-ups, currents, voltages, power, counters and alarms are added likewise)");
        stage.run(Exit.DONE, "pick");
    }

    private void mistake(Path table) throws IOException {
        stage.chapter("A mistake, planted: somebody gives the general trip the address of the breaker position");
        String sound = Files.readString(table);
        String row = sound.lines()
                .filter(line -> line.contains("PTRC1.Tr.general"))
                .findFirst()
                .orElseThrow();
        Files.writeString(table, sound.replace(row, row.replaceFirst("M_SP_TB_1 \\d+", "M_SP_TB_1 1001")));
        stage.run(Exit.DIFFERENT, "check", "GW1");
        stage.run(Exit.DONE, "explain", "point-duplicate");
        Files.writeString(table, sound);
        stage.aside("(the row gets its own address back)");
        stage.run(Exit.DONE, "check", "GW1");
        stage.run(
                Exit.DONE,
                "mute",
                "point-disabled",
                "GW1 F02 Breaker control",
                "--reason",
                "feeder 2 is not commissioned yet");
    }

    private void device() {
        stage.run(Exit.DIFFERENT, "compare", "GW1");
        stage.run(Exit.FAILED, "download", "GW1", "--yes");
        stage.run(Exit.DONE, "download", "GW1", "--yes");
        stage.run(Exit.DIFFERENT, "verify", "GW1");
        stage.run(Exit.DONE, "clock", "GW1", "--set");
        stage.password("look-only"); // of the account 'viewer', as the manual prints it
        stage.run(Exit.DONE, "password", "GW1", "--user", "viewer");
        stage.password("ravnsund");
        stage.run(Exit.DONE, "password", "GW1");
        stage.password(DemoStage.NEW_PASSWORD);
        stage.run(Exit.DONE, "verify", "GW1");
        stage.run(Exit.DONE, "sign-off", "GW1", "--note", "point-to-point test passed", "--yes");
        stage.run(Exit.DONE, "compare", "GW1");
        stage.chapter("One value changes: exactly that one difference, and what it causes");
        stage.run(Exit.DONE, "set", "GW1", "watchdog.time", "10");
        stage.run(Exit.DIFFERENT, "compare", "GW1");
        stage.run(Exit.DONE, "download", "GW1", "--yes");
        stage.run(Exit.DONE, "device");
    }
}
