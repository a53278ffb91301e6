package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What can be asked of one device can be asked of every one: an answer or a refusal, and never an error of Urvant's own. */
class EveryDeviceTest {
    /** Words of a command, with {@code D} for the device and {@code O} for another one. */
    private static final String ASKED =
            """
            show D; show D --json; show D --all; show D --changed; show D --in primary; check D --json; check D --all; open D
            matrix D; matrix D --signals; requests D; reports D; services D; selectors D; retest D; logic D; logic D --signals
            try D; try D --lanes; test-points D; curve D; zones D; differential D; configuration D; history D; handover D scada; where D
            explain D; explain D AI1; compare D O; compare O D; compare D D@saved; compare D:mappings O:mappings; device remove D --dry-run
            review D --out D.html; export D.csv D; fill D.csv --dry-run; handover D scada --out D.xlsx; matrix D --out M.csv
            configuration D --portable --out D.json; adopt D --from D.json --dry-run; clear D --dry-run; clear D mappings --dry-run
            rename D DX --dry-run; device copy D DY --dry-run; device copy D DY; check DY; compare D DY; configuration DY; undo
            rename D DX; check DX; rename DX D; save D; compare D@saved D; compare D O --take * --into D --dry-run
            device remove D --cascade --yes; check; undo; check D
            """;

    @TempDir
    Path folder;

    private Terminal terminal;

    private void site() throws IOException {
        terminal = new Terminal(folder);
        Sites.plant(terminal, folder);
        Path site = folder.resolve("skarholm");
        Files.copy(Sites.demo("site.yaml"), site.resolve("site.yaml"));
        Sites.station(terminal);
        for (String line : List.of(
                "import --name PD1 --protocol modbus --assume station=7 --yes " + Sites.demo("pump-drive.csv"),
                "import --name NB1 --protocol iec60870-5-104 --yes " + Sites.demo("neighbour.csv"),
                "connect GW1 pumps --kind field-bus",
                "set GW1 pumps.bus pumps",
                "connect GW1 panel --kind panel",
                "map GW1 PD1/* --to scada --yes",
                "map GW1 kind:current --to panel --yes",
                "map GW1 --validity --to panel --yes",
                "map GW1 F01CTRL/CSWI1.Pos.Oper.ctlVal --to scada --yes",
                "map GW1 PD1/motor-power --program power --yes",
                "map GW1 --program total --kind number --to scada --name Total --yes",
                "connect RTU1 centre --kind control-centre",
                "map RTU1 DI1 AI1 --to centre --yes",
                "set RTU1 DI1.out-of-service sticks",
                "logic L21 --take " + Sites.demo("carrier.st"))) {
            terminal.ok(line);
        }
    }

    @Test
    void everyDeviceAnswers() throws IOException {
        site();
        List<String> devices;
        try (Stream<Path> files = Files.list(folder.resolve("skarholm/devices"))) {
            devices = files.map(file -> file.getFileName().toString().replace(".yaml", ""))
                    .sorted()
                    .toList();
        }
        assertThat(devices).hasSizeGreaterThan(10);
        List<String> errors = new ArrayList<>();
        int answered = 0;
        for (String device : devices) {
            String other = device.equals("F11") ? "L21" : "F11";
            for (String line : ASKED.split("[;\\n]")) {
                String[] words = line.strip()
                        .replaceAll("\\bD", device)
                        .replaceAll("\\bO\\b", other)
                        .split(" ");
                int code = terminal.run(words);
                answered += code <= Exit.DIFFERENT ? 1 : 0;
                if (code > Exit.FAILED || terminal.err().contains("error in Urvant itself")) {
                    errors.add(String.join(" ", words) + ": "
                            + terminal.err().lines().findFirst().orElse(""));
                }
            }
        }
        assertThat(errors).isEmpty();
        assertThat(answered).as("answers, not refusals").isGreaterThan(30 * devices.size());
    }
}
