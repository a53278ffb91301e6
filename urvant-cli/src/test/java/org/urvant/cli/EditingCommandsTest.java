package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a command changes it changes in the files that it must, in one step that is undone in one, and nowhere else. */
class EditingCommandsTest {
    @TempDir
    static Path prepared;

    private static Path plant;

    @TempDir
    Path folder;

    private Terminal terminal;

    @BeforeEach
    void plant() throws IOException {
        if (plant == null) {
            Terminal maker = new Terminal(prepared);
            Sites.plant(maker, prepared);
            Sites.station(maker);
            maker.ok("logic F11 --take " + Sites.demo("interlock.st"));
            plant = prepared.resolve("skarholm");
            Files.copy(Sites.demo("site.yaml"), plant.resolve("site.yaml"));
        }
        Path site = folder.resolve("skarholm");
        try (Stream<Path> paths = Files.walk(plant)) {
            for (Path path : paths.filter(Files::isRegularFile).toList()) {
                Path target = site.resolve(plant.relativize(path).toString());
                Files.createDirectories(target.getParent());
                Files.copy(path, target);
            }
        }
        terminal = new Terminal(folder);
        terminal.go(site);
    }

    private Map<String, String> texts() {
        Map<String, String> texts = new TreeMap<>();
        Path site = folder.resolve("skarholm");
        try (Stream<Path> files = Files.walk(site)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                String name = site.relativize(file).toString().replace('\\', '/');
                if (!name.matches("(\\.urvant|ledger|backups)/.*")) {
                    texts.put(name, Files.readString(file, StandardCharsets.ISO_8859_1));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return texts;
    }

    private static List<String> changed(Map<String, String> before, Map<String, String> after) {
        List<String> changed = new ArrayList<>();
        TreeSet<String> names = new TreeSet<>(before.keySet());
        names.addAll(after.keySet());
        for (String name : names) {
            String old = before.get(name);
            String now = after.get(name);
            if (old == null) {
                changed.add("+" + name);
            } else if (now == null) {
                changed.add("-" + name);
            } else if (!old.equals(now)) {
                changed.add(name);
            }
        }
        return changed;
    }

    /** Columns: the command, and the files that it changes, adds (+) and takes away (-). */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            set F11 ct.primary 600                                    | devices/F11.yaml
            set F11,L21 unit.name Bay                                 | devices/F11.yaml devices/L21.yaml
            set F11 group.1.thermal.factor --default                  | ''
            set F11 ct.primary --default                              | devices/F11.yaml
            set GW1 scada.port 2405                                   | devices/GW1.yaml
            device add F12 --type marrowby-f2                         | +devices/F12.yaml
            device copy F11 F12                                       | +devices/F12.yaml +logic/F12.st
            rename device F11 F19                                     | -devices/F11.yaml +devices/F19.yaml -logic/F11.st +logic/F19.st site.yaml
            rename GW1 scada grid                                     | devices/GW1.yaml mappings/GW1.csv
            device remove F11 --cascade --yes                         | -devices/F11.yaml -logic/F11.st site.yaml
            device remove GW1 --yes                                   | -devices/GW1.yaml -mappings/GW1.csv
            fit RTU1 E1 di8                                           | devices/RTU1.yaml
            order-code F11 MF2-BVB-1 --apply --yes                    | devices/F11.yaml
            drop RTU1 recipients.Duty --cascade --yes                 | devices/RTU1.yaml
            clear F11 settings --yes                                  | devices/F11.yaml
            clear GW1 mappings --yes                                  | mappings/GW1.csv
            clear F11 all --yes                                       | devices/F11.yaml -logic/F11.st
            map GW1 F02CTRL/XCBR1.Pos.stVal --yes                     | ''
            map GW1 F01CTRL/XSWI1.Pos.stVal --yes                     | mappings/GW1.csv
            enable GW1 'F01 General trip' --off                       | mappings/GW1.csv
            connect GW1 F03                                           | devices/GW1.yaml
            pick p add kind:trip                                      | +picks/p.yaml
            logic F11 --remove --yes                                  | -logic/F11.st
            selectors Q41 --tick-all                                  | devices/Q41.yaml
            settle F11 --keep bay --yes                               | devices/F11.yaml
            guide stenvaag-m3 M40 --answer current=5 --answer power=2.2 --answer name=Fan --yes | +devices/M40.yaml
            mute left-at-default 'F11 settings' --reason seen            | urvant.yaml
            remove skarholm.scd --yes                                 | devices/GW1.yaml mappings/GW1.csv -sources/skarholm.scd sources/index.yaml
            types copy oddvik-u1 own-u1                               | +types/own-u1.yaml
            """)
    void aChangeIsInItsFilesAndUndoneInOneStep(String line, String files) {
        Map<String, String> before = texts();
        int rehearsed = terminal.run(Sites.words(line.replace(" --yes", "") + " --dry-run --json"));
        assertThat(rehearsed)
                .as("%s%n%s%s", line, terminal.out(), terminal.err())
                .isLessThanOrEqualTo(1);
        assertThat(changed(before, texts())).as("after a rehearsal").isEmpty();
        assertThat(terminal.out().strip()).as("an answer in JSON").matches("(?s)[\\[{].*[\\]}]");
        assertThat(terminal.err()).contains("the files of the project stay as they are");
        if (terminal.err().contains("would change\n")) {
            assertThat(terminal.err())
                    .contains(Stream.of(files.split(" "))
                            .map(file -> file.replaceFirst("^[-+]", ""))
                            .toArray(String[]::new));
        }
        int code = terminal.run(Sites.words(line));
        assertThat(code).as("%s%n%s%s", line, terminal.out(), terminal.err()).isLessThanOrEqualTo(1);
        Map<String, String> after = texts();
        assertThat(changed(before, after))
                .as(terminal.out())
                .containsExactlyInAnyOrder(files.isEmpty() ? new String[0] : files.split(" "));
        if (!files.isEmpty()) {
            terminal.ok("undo");
            assertThat(changed(before, texts())).as("after undo").isEmpty();
        }
        assertThat(terminal.run("check")).isLessThanOrEqualTo(1);
    }

    /** A dry run, and a question that is answered with no, change nothing anywhere. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            set F11 ct.primary 600 --dry-run                                | 0
            fill ../none.csv                                                | 3
            settle F11 --keep bay --dry-run                                 | 0
            guide stenvaag-m3 M40 --answer current=5 --answer power=2.2 --answer name=Fan --dry-run | 0
            device remove F11                                               | 3
            clear F11 all                                                   | 3
            drop RTU1 recipients.Duty                                       | 3
            remove skarholm.scd                                             | 3
            map GW1 F01CTRL/XSWI1.Pos.stVal                                 | 3
            set F11 ct.primary 600 --project ../nowhere                     | 3
            device copy F11 L21                                             | 3
            rename device F11 L21                                    | 3
            rename device GW1 GW9                                    | 3
            rename F99 F98                                           | 2
            fit F11 X9 bio                                                  | 2
            connect GW1 F99                                                 | 2
            order-code F11 MF2-XXX-9 --apply --yes                          | 3
            selectors Q41 --tick none                                       | 2
            types remove oddvik-u1                                          | 3
            """)
    void whatIsNotAgreedToOrNotPossibleChangesNothing(String line, int code) {
        Map<String, String> before = texts();
        assertThat(terminal.run(Sites.words(line)))
                .as("%s%n%s%s", line, terminal.out(), terminal.err())
                .isEqualTo(code);
        assertThat(changed(before, texts())).isEmpty();
        if (code > 1) {
            assertThat(terminal.err()).as("what to do").contains("\n  ");
        }
    }

    /** A rehearsal says what would be done, and that the next step is the command itself; the change says what was done. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            device add F12 --type marrowby-f2      | would add F12, type marrowby-f2     | added F12, type marrowby-f2
            device copy F11 F12                    | would add F12, a copy of F11        | added F12, a copy of F11
            device remove GW1 --yes                | would remove GW1                    | removed GW1
            rename GW1 scada grid                  | would rename connection scada of GW1 to grid | renamed connection scada of GW1 to grid
            clear GW1 mappings --yes               | would clear mappings of GW1         | cleared mappings of GW1
            connect GW1 F03                        | would connect GW1 to IED F03        | connected GW1 to IED F03
            save GW1                               | would save GW1, fingerprint         | saved GW1, fingerprint
            order-code F11 MF2-BVB-1 --apply --yes | would fit F11 by its code           | fitted F11 by its code
            """)
    void aRehearsalSaysWhatWouldBeDone(String line, String wouldBe, String done) {
        String dry = line.replace(" --yes", "") + " --dry-run";
        assertThat(terminal.run(Sites.words(dry))).as(terminal.err()).isLessThanOrEqualTo(1);
        assertThat(terminal.out()).contains(wouldBe).doesNotContain(done);
        assertThat(terminal.err()).contains("next: the same without --dry-run").doesNotContain("next: urvant");
        assertThat(terminal.run(Sites.words(line))).as(terminal.err()).isLessThanOrEqualTo(1);
        assertThat(terminal.out()).contains(done).doesNotContain(wouldBe);
        assertThat(terminal.err()).doesNotContain("--dry-run");
    }

    /** Many changes, one step each, taken back one by one to where they began. */
    @Test
    void tenChangesAreUndoneOneByOne() {
        List<Map<String, String>> states = new ArrayList<>();
        for (String line : List.of(
                "set F11 ct.primary 600",
                "device copy F11 F12",
                "set F12 unit.name K2",
                "rename F12 F13",
                "connect GW1 F03",
                "map GW1 F03CTRL/XCBR1.Pos.stVal --yes",
                "fit RTU1 E1 di8",
                "set RTU1 E1/DI1.carries binary",
                "fit RTU1 E1 ai4 --yes",
                "device remove F13 --yes")) {
            states.add(texts());
            terminal.ok(line);
        }
        for (int i = states.size() - 1; i >= 0; i--) {
            terminal.ok("undo");
            assertThat(changed(states.get(i), texts())).as("undo of step %d", i).isEmpty();
        }
        assertThat(terminal.run("undo", "--dry-run")).isZero();
    }

    @Test
    void whatStoodBeforeIsKeptBesideWhenItCannotBeSeenAgain() throws IOException {
        terminal.ok("clear F11 all --yes");
        assertThat(terminal.out()).contains("kept a copy in backups/F11/");
        try (Stream<Path> kept = Files.list(folder.resolve("skarholm/backups/F11"))) {
            assertThat(kept.map(path -> path.getFileName().toString().replaceFirst("^[^-]*-[^-]*-[^-]*-", "")))
                    .containsExactlyInAnyOrder("F11.yaml", "F11.st");
        }
        terminal.ok("set F11 ct.primary 600");
        assertThat(terminal.out()).doesNotContain("kept a copy");
    }

    @Test
    void lettersThatTheLocaleLostAreNotStored() {
        assertThat(terminal.run("set", "GW1", "station.name", "Sk\uFFFDrholm")).isEqualTo(Exit.USAGE);
        assertThat(terminal.err()).contains("letters that were lost", "LC_ALL=C.UTF-8");
    }

    @Test
    void aChangeThatWasCutOffIsFinishedOrShown() throws IOException {
        Path site = folder.resolve("skarholm");
        Path journal = Files.createDirectories(site.resolve("journal"));
        Files.writeString(journal.resolve("0"), "trips: kind:trip\n");
        Files.writeString(
                journal.resolve("index.json"),
                """
                {"change":{"at":"2026-11-23T09:00:00Z","by":"anna","steps":{"000000":{"at":0,"content":"journal/0",\
                "name":"queries.yaml","step":"WRITE","to":""}},"title":"signals kind:trip --save trips"},"seal":"00"}""");
        assertThat(terminal.run("check")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("begun by anna at 2026-11-23T09:00:00Z, was cut off", "urvant recover");
        terminal.ok("recover --dry-run --json");
        assertThat(terminal.out()).contains("\"person\" : \"anna\"", "\"done\" : \"nothing\"");
        terminal.ok("recover --dry-run");
        assertThat(terminal.out()).contains("signals kind:trip --save trips", "queries.yaml");
        assertThat(terminal.run("recover")).isEqualTo(Exit.FAILED);
        assertThat(site.resolve("queries.yaml")).doesNotExist();
        terminal.ok("recover --yes");
        assertThat(site.resolve("queries.yaml")).hasContent("trips: kind:trip\n");
        terminal.ok("recover");
        assertThat(terminal.out()).contains("nothing was cut off");
    }
}
