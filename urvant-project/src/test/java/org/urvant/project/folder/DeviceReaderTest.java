package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.FileState;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.kit.Sites;

/** Devices that were read before are made when something of them is asked for, and are the same as if they had been read at once. */
class DeviceReaderTest {
    @TempDir
    Path root;

    private Path site;
    private Workplace place;

    @BeforeEach
    void aPlantThatWasRead() {
        site = root.resolve("site");
        place = new Workplace("kari", Skarholm.CLOCK, root.resolve("kari"));
        Plant.make(site);
        ProjectFolder folder = open();
        folder.importScl(Path.of("../demo/F01.cid"));
        folder.importScl(Path.of("../demo/F02.cid"));
        folder.change(before -> Sites.gateway(before.with(Sites.feeder()), "GW1", "192.0.2.20", "47"));
        SigningKey key = SigningKey.make(place);
        folder.evidence().publish(key);
        Fingerprint print = new Fingerprint("ab".repeat(32));
        folder.history("GW1").signedOff("T-1", print, "first", Optional.of(key));
        folder.history("GW1").saved(print, "second");
        FileState.await();
        open().load(); // from here on all of them are known to be sound
    }

    private ProjectFolder open() {
        return ProjectFolder.open(site, place);
    }

    private Project atOnce() {
        ProjectFolder folder = ProjectFolder.open(site, new Workplace("ola", Skarholm.CLOCK, root.resolve("ola")));
        folder.readAnew();
        return folder.load();
    }

    /** Programs are themselves alone, so all else is compared. */
    private static List<Object> parts(Device device) {
        return List.of(
                device.name(),
                device.plate(),
                device.fitted(),
                device.given(),
                device.connections(),
                device.mappings(),
                device.logic(),
                device.addresses().owners(),
                device.record());
    }

    private static List<Object> devices(Project project) {
        return project.devices().values().stream()
                .<Object>map(DeviceReaderTest::parts)
                .toList();
    }

    @Test
    void theyAreTheSameInWhateverOrderTheyAreAskedFor() {
        Project whole = atOnce();
        List<String> names = new ArrayList<>(whole.devices().keySet());
        assertThat(names).hasSizeGreaterThan(10);
        for (int round = 0; round < 4; round++) {
            Collections.shuffle(names, new Random(round));
            Project later = open().load();
            (round % 2 == 0 ? names.stream() : names.parallelStream())
                    .forEach(name -> assertThat(parts(later.device(name))).isEqualTo(parts(whole.device(name))));
            assertThat(devices(later)).isEqualTo(devices(whole));
        }
    }

    @Test
    void aDeviceIsReadOnceAndNotForItsName() {
        AtomicInteger readings = new AtomicInteger();
        Device whole = atOnce().device("F11");
        Device later = Device.later("F11", () -> {
            readings.incrementAndGet();
            return whole;
        });
        assertThat(later.name()).isEqualTo("F11");
        assertThat(readings).hasValue(0);
        assertThat(later.type()).isEqualTo(whole.type());
        assertThat(later.with(later.given())).isEqualTo(whole).hasSameHashCodeAs(later);
        assertThat(readings).hasValue(1);
    }

    /** What was read is of one moment, though it is made into devices later; nothing is written over what came since. */
    @Test
    void whatIsWrittenMeanwhileIsNotMixedIn() throws IOException {
        ProjectFolder folder = open();
        Project read = folder.load();
        Path file = site.resolve("devices/F11.yaml");
        String text = Files.readString(file);
        Files.writeString(file, text.replace("ct.primary: 400 A", "ct.primary: 300 A"));
        Files.delete(site.resolve("devices/M31.yaml"));
        assertThat(read.device("F11").settings().get("ct.primary").text()).isEqualTo("400 A");
        assertThat(read.device("M31").settings()).isNotEmpty();
        assertThatThrownBy(() -> folder.set(read, "RTU1", Map.of("unit.name", "K3")))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("changed by something else");
        assertThat(devices(open().load())).isEqualTo(devices(atOnce()));
    }

    /** Columns: a file, a pattern of what stands there, what it becomes, and a part of what is told: each time it is read. */
    @ParameterizedTest(name = "{0} {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            devices/F11.yaml  | settings:        | setings:     | key 'setings' is not known here
            devices/F11.yaml  | (?s).+           | a: [         | not YAML
            mappings/GW1.csv  | key,             | kee,         | the heading lacks key
            ledger/GW1.jsonl  | first            | third        | the ledger was altered
            ledger/GW1.jsonl  | [^\\n]+\\n$   | ''           | lines are missing at the end
            ledger/heads      | GW1 [0-9a-f]{4}  | GW1 0000     | is not in ledger/heads
            people/kari.pem   | (?s).+           | ''           | no key of the project
            """)
    void mistakesAreToldEachTime(String file, String pattern, String now, String told) throws IOException {
        Path at = site.resolve(file);
        String text = Files.readString(at);
        String spoilt = text.replaceFirst(pattern, now);
        assertThat(spoilt).isNotEqualTo(text);
        Files.writeString(at, spoilt);
        for (int reading = 0; reading < 3; reading++) {
            List<Finding> findings = open().load().remarks().findings();
            assertThat(findings).isEqualTo(atOnce().remarks().findings());
            assertThat(findings).anyMatch(finding -> finding.message().contains(told));
            FileState.await();
        }
        Files.writeString(at, text);
        for (int reading = 0; reading < 2; reading++) {
            FileState.await();
            Project mended = open().load();
            assertThat(mended.remarks().findings()).isEmpty();
            assertThat(devices(mended)).isEqualTo(devices(atOnce()));
        }
    }

    /** A folder that becomes a link is no folder of the project, and whoever's files lie in it says so. */
    @Test
    void aFolderThatIsALinkIsTold() throws IOException {
        Path mappings = site.resolve("mappings");
        Files.move(mappings, root.resolve("elsewhere"));
        Files.createSymbolicLink(mappings, root.resolve("elsewhere"));
        FileState.await();
        for (int reading = 0; reading < 2; reading++) {
            List<Finding> findings = open().load().remarks().findings();
            assertThat(findings).isEqualTo(atOnce().remarks().findings());
            assertThat(findings).anyMatch(finding -> finding.message().contains("mappings is a link"));
        }
    }

    /** Whatever the cache says: a device that is wrong all the same is told where it is asked for, and the others are as they are. */
    @Test
    void aDeviceThatIsNotSoundIsNeverPassedOff() throws IOException {
        LaterDevices later = new LaterDevices();
        DeviceHistory history = open().history("F11");
        String sound = Files.readString(site.resolve("devices/F11.yaml"));
        UnaryOperator<String> spoilt = text -> text.replace("settings:", "setings:");
        List<Device> devices = IntStream.range(0, 12)
                .mapToObj(i -> later.device(new LaterDevices.Texts(
                        "F" + i,
                        (i == 3 ? spoilt.apply(sound) : sound).replace("device: F11", "device: F" + i),
                        null,
                        "",
                        new byte[0],
                        history)))
                .toList();
        for (int i = 11; i >= 0; i--) { // all are made when the eighth is asked for, the wrong one after it
            Device device = devices.get(i);
            if (i == 3) {
                assertThatThrownBy(device::settings)
                        .isInstanceOfSatisfying(UrvantException.class, told -> assertThat(
                                        told.position().orElseThrow().source())
                                .isEqualTo("devices/F3.yaml"))
                        .hasMessageContaining("'setings' is not known here");
            } else {
                assertThat(device.settings()).isNotEmpty();
            }
        }
    }
}
