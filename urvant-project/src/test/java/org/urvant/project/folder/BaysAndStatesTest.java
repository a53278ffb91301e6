package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.project.Bay;
import org.urvant.project.Project;
import org.urvant.project.change.BayCopy;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValueChange;
import org.urvant.project.compare.ChangedValues;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;

/** Copies of bays on the disk, and states of devices that are kept there. */
class BaysAndStatesTest {
    @TempDir
    Path root;

    private ProjectFolder folder;

    @BeforeEach
    void make() {
        folder = Skarholm.make(root.resolve("site"));
    }

    private static SortedMap<String, String> files(Path site) throws IOException {
        SortedMap<String, String> files = new TreeMap<>();
        try (Stream<Path> all = Files.walk(site)) {
            for (Path file : all.filter(Files::isRegularFile).toList()) {
                String name = site.relativize(file).toString();
                if (!name.startsWith(".urvant") && !name.startsWith("ledger") && !name.startsWith("sources")) {
                    files.put(name, Files.readString(file));
                }
            }
        }
        return files;
    }

    /** Ten bays are one change: comments go along, addresses stand in new ledgers, one undo gives back every byte. */
    @Test
    void copiesOfABayAreOneChange() throws IOException {
        folder.change(site -> NewDevice.add(site, "K7", NewDevice.Start.of("marrowby-f2")));
        Path own = root.resolve("site/devices/K7.yaml");
        Files.writeString(own, Files.readString(own) + "# the relay of bay K7\n");
        Position here = Position.in("test");
        folder.change(site -> site.with(new Bay(
                "K7",
                1,
                List.of(new Entry("K7", here), new Entry("GW1", here)),
                new TreeMap<>(Map.of("ct.primary", new Entry("400 A", here))),
                here)));
        SortedMap<String, String> before = files(root.resolve("site"));
        Project site = folder.load();
        List<BayCopy.Wanted> wanted = new ArrayList<>();
        for (int i = 10; i < 20; i++) {
            wanted.add(new BayCopy.Wanted("K" + i, Map.of("GW1", "GW" + i), Map.of()));
        }
        BayCopy copy = BayCopy.plan(site, "K7", wanted, false);
        assertThat(files(root.resolve("site"))).as("a plan writes nothing").isEqualTo(before);
        folder.carryOut(copy.change(site));
        Project after = folder.load();
        assertThat(after.bays().keySet()).contains("K10", "K19");
        assertThat(after.device("GW15").mappings())
                .hasSameSizeAs(site.device("GW1").mappings());
        assertThat(after.device("GW15").addresses().owners())
                .hasSameSizeAs(site.device("GW1").mappings());
        assertThat(after.device("K12").given())
                .isEqualTo(copy.after().device("K12").given());
        assertThat(Files.readString(root.resolve("site/devices/K12.yaml"))).contains("# the relay of bay K7");
        assertThat(after.findings()).isEqualTo(site.findings());
        folder.undo(false);
        assertThat(files(root.resolve("site"))).isEqualTo(before);
    }

    @Test
    void aStateIsFoundByItsFingerprintAndABackupIsNoState() throws IOException {
        KeptConfigurations kept = folder.history("GW1").kept();
        Configuration first =
                ConfigurationBuilder.build(folder.load(), folder.load().device("GW1"));
        assertThat(kept.find(first.fingerprint())).isEmpty();
        assertThat(kept.newestBackup()).isEmpty();
        kept.keepState(first);
        kept.keepState(first);
        assertThat(kept.find(first.fingerprint()))
                .map(Configuration::fingerprint)
                .contains(first.fingerprint());
        assertThat(kept.newestBackup()).as("a state is no backup").isEmpty();
        Project changed = folder.change(site -> ValueChange.set(site, "GW1", Map.of("watchdog.time", "12")));
        Configuration second = ConfigurationBuilder.build(changed, changed.device("GW1"));
        String backup = kept.keep(second);
        assertThat(kept.newestBackup()).map(Configuration::fingerprint).contains(second.fingerprint());
        try (Stream<Path> files = Files.list(root.resolve("site/backups/GW1"))) {
            assertThat(files).hasSize(2);
        }
        assertThat(ChangedValues.of("saved", first, second).before()).isEqualTo(Map.of("watchdog.time", "5"));
        assertThat(ChangedValues.of("saved", second, second).before()).isEmpty();

        Path file = root.resolve("site").resolve(backup);
        Files.writeString(
                file, Files.readString(file).replace("\"12\"", "\"13\"").replace(":12", ":13"));
        assertThat(kept.find(second.fingerprint()))
                .as("an altered file is not what it says")
                .isEmpty();
        Files.writeString(file, "{");
        assertThatThrownBy(() -> kept.find(second.fingerprint())).isInstanceOf(MalformedInputException.class);
    }

    @Test
    void whatIsExpectedAndAcceptedStandsInTheProjectsFile() throws IOException {
        Path manifest = root.resolve("site/urvant.yaml");
        String text = Files.readString(manifest);
        Files.writeString(
                manifest,
                text.replace("conventions:", "conventions:\n  expected-differences: [settings.clock.*, 'a.[b']")
                        + "accepted-differences:\n  F1 F2 settings.x: \"1 → 2; longer\"\n");
        Project site = folder.load();
        assertThat(site.conventions().expectedDifferences()).containsExactly("settings.clock.*");
        assertThat(site.remarks().accepted()).isEqualTo(Map.of("F1 F2 settings.x", "1 → 2; longer"));
        assertThat(site.findings()).singleElement().satisfies(finding -> assertThat(finding.message())
                .contains("'a.[b' is no pattern of paths"));
        SortedMap<String, String> more = new TreeMap<>(site.remarks().accepted());
        more.put("F1 F3 settings.y", "1 → none; gone");
        folder.save(site, site.with(site.remarks().withAccepted(more)));
        assertThat(folder.load().remarks().accepted()).isEqualTo(more);
        Project now = folder.load();
        folder.save(now, now.with(now.remarks().withAccepted(new TreeMap<>())));
        assertThat(folder.load().remarks().accepted()).isEmpty();
        assertThat(Files.readString(manifest)).contains("expected-differences: [settings.clock.*");
    }
}
