package org.urvant.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The demo's second part: every kind of device, its behaviour, mistakes in it, and one that is safety-related. */
final class DemoPlant {
    private final DemoStage stage;

    DemoPlant(DemoStage stage) {
        this.stage = stage;
    }

    /** Plays every kind of device. */
    void play() throws IOException {
        stage.chapter("Every kind of device is data: a relay, a recorder, an RTU, a display … from one catalogue");
        stage.run(Exit.DONE, "types");
        stage.run(Exit.DONE, "order-code", "marrowby-f2", "MF2-BVB-2");
        stage.run(Exit.DONE, "device", "add", "F11", "--type", "marrowby-f2", "--order-code", "MF2-BVB-2");
        String[][] others = {
            {"L21", "tarnholt-l5", "TL5-SY"},
            {"T1", "holmvard-k3", "HK3-SE"},
            {"M31", "stenvaag-m3", "SM3-M0"},
            {"R51", "havbryn-r6", "HR6-00-N"}
        };
        for (String[] other : others) {
            stage.run(Exit.DONE, "device", "add", other[0], "--type", other[1], "--order-code", other[2]);
        }
        for (String word :
                List.of("Q41=oddvik-u1", "P61=lysholt-p12", "RTU1=fjellmast-c2", "CN1=brudal-x8", "TD1=nattvik-t4")) {
            stage.run(Exit.DONE, "device", "add", word.split("=")[0], "--type", word.split("=")[1]);
        }
        stage.run(
                Exit.DONE,
                "device",
                "add",
                "GD1",
                "--type",
                "kvitskjer-d4",
                "--link",
                "127.0.0.1:" + DemoStage.freePort());
        stage.chapter("Their values come from one table; many at once, and back with undo");
        stage.run(Exit.DONE, "fill", "../plant.csv", "--yes");
        stage.run(Exit.DONE, "set", "F11", "X1/VT*.carries", "phase-voltage");
        stage.run(Exit.DONE, "undo");
        DemoStage.copy("site.yaml", stage.site());
        stage.run(Exit.DIFFERENT, "settle", "F11");
        stage.run(Exit.DONE, "settle", "F11", "--keep", "bay", "--yes");
        stage.run(Exit.DONE, "guide", "stenvaag-m3", "--from", "../motors.csv", "--yes");
        stage.run(Exit.DONE, "undo");
        stage.run(Exit.DONE, "show", "M31", "motor");
        stage.run(Exit.DONE, "explain", "M31", "motor.rated-current");
        stage.run(Exit.DONE, "fit", "RTU1", "E1", "di8");
        stage.run(Exit.DONE, "connect", "RTU1", "scada", "--kind", "control-centre");
        stage.run(Exit.DONE, "set", "RTU1", "scada.peer", "198.51.100.7");
        stage.run(Exit.DONE, "set", "RTU1", "scada.common-address", "48");
        stage.run(Exit.DONE, "map", "RTU1", "DI*", "AI*", "--yes");
        stage.run(Exit.DONE, "set", "RTU1", "DI3.carries", "binary");
        stage.run(Exit.DONE, "set", "RTU1", "DI4.carries", "binary");
        stage.run(Exit.DONE, "map", "RTU1", "DI3", "DI4", "--as", "PAIR(x1, x2)", "--name", "Pump 1 breaker", "--yes");
        stage.run(Exit.DONE, "selectors", "Q41");
        stage.run(Exit.DONE, "services");
        stage.chapter("What devices do by themselves, and programs of their own, tried without a device");
        stage.run(Exit.DONE, "try", "TD1", "--from", "../presses.csv", "--for", "20s", "--lanes");
        stage.run(Exit.DONE, "try", "RTU1", "--from", "../day.csv", "--for", "24h", "--lanes");
        stage.run(Exit.DONE, "logic", "F11", "--take", "../interlock.st");
        stage.run(Exit.DONE, "try", "F11", "--set", "bi3=on", "--for", "1s");
        stage.run(Exit.DONE, "logic", "L21", "--take", "../carrier.st");
        stage.run(Exit.DONE, "try", "L21", "--set", "bi5=on", "--set", "bi1=on", "--for", "1s");
        protection();
        copies();
        plantMistakes();
        safetyRelated();
    }

    private void protection() throws IOException {
        stage.chapter(
                "Protection: settings from a study, other transformers and back, who waits for whom, what to inject");
        stage.run(Exit.DONE, "device", "add", "K10", "--type", "marrowby-f2", "--order-code", "MF2-BVB-2");
        stage.run(Exit.DONE, "set", "K10", "ct.primary", "1000 A");
        stage.run(Exit.DONE, "set", "K10", "rated.current", "1000 A");
        stage.run(Exit.DONE, "study", "../study.csv", "--yes");
        stage.run(Exit.DONE, "transformer", "F11", "currents", "400/5", "--yes");
        stage.run(Exit.DONE, "show", "F11", "group.1.overcurrent.2", "--in", "primary");
        stage.run(Exit.DONE, "transformer", "F11", "currents", "400/1", "--yes");
        stage.run(Exit.DONE, "curve", "F11", "--at", "960A", "--at", "4kA");
        Files.delete(stage.site().resolve("site.yaml"));
        DemoStage.copy("grading.yaml", stage.site());
        Files.move(stage.site().resolve("grading.yaml"), stage.site().resolve("site.yaml"));
        stage.aside("(site.yaml now says what feeds what)");
        stage.run(Exit.DIFFERENT, "grading");
        stage.run(Exit.DONE, "grading", "M1", "--out", "../grading.png");
        stage.run(Exit.DONE, "set", "K10", "group.1.overcurrent.1.multiplier", "0.3");
        stage.run(Exit.DONE, "grading");
        stage.run(Exit.DONE, "test-points", "F11");
        stage.run(Exit.DONE, "test-points", "F11", "--out", "../F11-tests.csv");
        stage.run(Exit.DONE, "zones", "L21", "--voltages", "20.3@0,63.5@-120,63.5@120", "--currents", "3@-80,0@0,0@0");
        stage.run(Exit.DONE, "differential", "T1", "--at", "HV=6.2@0,LV=4.8@-150");
        stage.run(Exit.DONE, "differential", "T1", "--out", "../T1.png");
        stage.run(Exit.DONE, "test-points", "T1");
    }

    private void copies() {
        stage.chapter("A bay copied three times, one copy adapted, held against the original, and what to test again");
        stage.run(Exit.DONE, "bay", "copy", "F11", "--from", "../bays.csv", "--yes");
        stage.run(Exit.DONE, "save", "F13", "--reason", "as copied");
        stage.run(Exit.DONE, "set", "F13", "group.1.overcurrent.1.pick-up", "400 A primary");
        stage.run(Exit.DONE, "set", "F13", "group.1.overcurrent.2.delay", "80 ms");
        stage.run(Exit.DONE, "drop", "F13", "group.1.earth-fault.1", "--yes");
        stage.run(Exit.DONE, "check", "F13");
        stage.run(Exit.DONE, "drop", "F13", "assignments.earth", "--yes");
        stage.run(Exit.DIFFERENT, "compare", "bay:F11", "bay:F13");
        stage.run(Exit.DONE, "compare", "F11", "F13", "--take", "*.overcurrent.2.*", "--into", "F13", "--yes");
        stage.run(Exit.DONE, "compare", "F11", "F13", "--accept", "*", "--reason", "300 m of cable; earthed elsewhere");
        stage.run(Exit.DONE, "compare", "F11", "F13", "--out", "../F11-F13.html");
        stage.run(Exit.DIFFERENT, "retest", "F13", "--since", "saved");
    }

    private void plantMistakes() throws IOException {
        stage.chapter("Six mistakes, planted by hand in six files");
        Map<Path, String> sound = new HashMap<>();
        plantMistake(sound, "F11", "(?s)ct.primary: 400 A(.*?)ct.secondary: 1 A", "ct.primary: 1 A$1ct.secondary: 5 A");
        plantMistake(sound, "L21", "function: zones", "function: reclose");
        plantMistake(sound, "M31", "21.5 A", "38 A");
        plantMistake(sound, "TD1", "sequence.return: DI2", "sequence.return: DI1");
        plantMistake(sound, "CN1", "settings:", "settings:\n  can.listen-only: yes");
        plantMistake(sound, "RTU1", "settings:", "settings:\n  way.type: data-only");
        stage.run(Exit.DIFFERENT, "check");
        for (Map.Entry<Path, String> file : sound.entrySet()) {
            Files.writeString(file.getKey(), file.getValue());
        }
        stage.aside("(the files get their own text back)");
        stage.run(Exit.DONE, "check", "GD1");
    }

    private void safetyRelated() {
        stage.chapter("A safety-related device: signed off only by one who has read its page");
        stage.password("kvitskjer");
        stage.run(Exit.DONE, "bench", "start");
        try {
            stage.run(Exit.DONE, "download", "GD1", "--yes", "--set-clock");
            stage.run(Exit.FAILED, "sign-off", "GD1", "--yes");
            stage.run(Exit.DONE, "review", "GD1", "--out", "../GD1.html");
            stage.run(Exit.DONE, "clock", "GD1");
        } finally {
            stage.run(Exit.DONE, "bench", "stop");
        }
        stage.run(Exit.FAILED, "download", "Q41", "--yes");
    }

    private void plantMistake(Map<Path, String> sound, String device, String from, String to) throws IOException {
        Path file = stage.site().resolve("devices").resolve(device + ".yaml");
        String text = Files.readString(file);
        sound.put(file, text);
        Files.writeString(file, text.replaceFirst(from, to));
    }
}
