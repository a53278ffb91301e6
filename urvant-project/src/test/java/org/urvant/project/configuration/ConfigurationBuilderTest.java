package org.urvant.project.configuration;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Section;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;
import org.urvant.project.setting.DeviceSheets;

/** One site gives one configuration, whatever the way in which it was written or made. */
class ConfigurationBuilderTest {
    private static final Project PLANT = Sites.plant();

    private static Configuration build(Project site, String device) {
        return ConfigurationBuilder.build(site, site.device(device));
    }

    /** Columns: device, path, and three ways to write one value. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11  | ct.primary                    | 400 A | 0.4 kA    | 400
            F11  | rated.voltage                 | 11 kV | 11000 V   | 11
            F11  | group.1.overcurrent.2.delay   | 50 ms | 0.05 s    | 0.05
            F11  | network.mac                   | 02:00:5E:10:00:31 | 02-00-5e-10-00-31 | 02.00.5E.10.00.31
            RTU1 | recipients.Duty.number        | +46 31 390 06 00 | +46313900600 | +46 31-390 06 00
            P61  | scan.visit-interval           | 30 d  | 720 h     | 30
            """)
    void oneValueInAnyFormIsOneConfiguration(String device, String path, String one, String two, String three) {
        Fingerprint first =
                build(ValueChange.set(PLANT, device, Map.of(path, one)), device).fingerprint();
        for (String other : List.of(two, three)) {
            Project site;
            try {
                site = ValueChange.set(PLANT, device, Map.of(path, other));
            } catch (RuntimeException refused) {
                continue; // a form that the setting does not take is refused, and never another value
            }
            assertThat(build(site, device).fingerprint()).as(other).isEqualTo(first);
        }
        assertThat(build(PLANT, device).fingerprint()).isEqualTo(first);
    }

    @ParameterizedTest
    @ValueSource(strings = {"F11", "L21", "M31", "Q41", "R51", "P61", "RTU1", "CN1", "TD1", "GD1"})
    void everyDefaultIsWrittenOutAndNothingIdleIs(String name) {
        Configuration configuration = build(PLANT, name);
        Device device = PLANT.device(name);
        Map<String, String> all = new TreeMap<>();
        DeviceSheets.of(PLANT.typeOf(device), device)
                .all()
                .forEach(sheet -> sheet.definition().settings().values().forEach(setting -> {
                    if (sheet.idle(setting).isEmpty()) {
                        sheet.text(setting).ifPresent(text -> all.put(sheet.path(setting.path()), text));
                    }
                }));
        assertThat(configuration.parts().section("settings").valueCount()).isEqualTo(all.size());
        assertThat(configuration.parts().section("hardware").text("type"))
                .contains(device.type().text());
        assertThat(Configuration.of(configuration.content()).bytes()).isEqualTo(configuration.bytes());
    }

    /** Columns: what is edited, the part whose fingerprint changes; all others stay. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            watchdog.time=10        | settings
            scada.port=2405         | communications
            F01.report-instance=2   | communications
            @modules/X=y            | hardware
            @firmware=2.0           | hardware
            description=x           | none
            @serial=A-1             | none
            """)
    void anEditChangesTheFingerprintOfItsPartOnly(String written, String part) {
        Project site = Sites.skarholm();
        Configuration before = build(site, "GW1");
        Project edited = written.startsWith("description")
                ? ValueChange.set(site, "GW1", Map.of("description", "x"))
                : Sites.written(site, "GW1", written);
        Configuration after = build(edited, "GW1");
        after.partFingerprints().forEach((name, fingerprint) -> assertThat(
                        fingerprint.equals(before.partFingerprints().get(name)))
                .as(name)
                .isEqualTo(!name.equals(part)));
        assertThat(after.fingerprint().equals(before.fingerprint())).isEqualTo(part.equals("none"));
        assertThat(before.differencesTo(after).isEqual()).isEqualTo(part.equals("none"));
    }

    @Test
    void theOrderInWhichASiteIsMadeDoesNotMatter() {
        Project first = NewDevice.add(Sites.empty(), "A1", NewDevice.Start.of("oddvik-u1"));
        first = NewDevice.add(first, "F1", NewDevice.Start.of("marrowby-f2"));
        first = ValueChange.set(first, "F1", Map.of("ct.primary", "400 A", "rated.voltage", "11 kV"));
        Project second = NewDevice.add(Sites.empty(), "F1", NewDevice.Start.of("marrowby-f2"));
        second = ValueChange.set(second, "F1", Map.of("rated.voltage", "11 kV"));
        second = ValueChange.set(second, "F1", Map.of("ct.primary", "0.4 kA"));
        assertThat(build(first, "F1").bytes()).isEqualTo(build(second, "F1").bytes());
    }

    @Test
    void aRowThatIsWrongIsLeftOutAndTheRestCompared() {
        Project site = Sites.skarholm();
        Device gateway = site.device("GW1");
        Project broken = site.with(gateway.withMappings(gateway.mappings().stream()
                .map(row -> row.destination().equals("M_DP_TB_1 1001")
                        ? new Mapping(
                                row.key(),
                                row.name(),
                                row.place(),
                                new Mapping.End(row.from(), "F01CTRL/XCBR9.Pos.stVal"),
                                row.target(),
                                row.isUsed(),
                                row.position())
                        : row)
                .toList()));
        Section before = build(site, "GW1").parts().section("mappings");
        Section after = build(broken, "GW1").parts().section("mappings");
        assertThat(before.nodes().keySet()).containsAll(after.nodes().keySet());
        assertThat(after.nodes()).hasSize(before.nodes().size() - 1);
    }

    @Test
    void whatIsNoConfigurationIsRefused() {
        assertThatThrownBy(() -> Configuration.of(Section.empty())).isInstanceOf(RuntimeException.class);
        Project unknown = Sites.written(PLANT, "F11", "@type=nothing-known");
        Configuration bare = build(unknown, "F11");
        assertThat(bare.parts().section("settings").valueCount()).isZero();
        assertThat(bare.parts().section("hardware").text("type")).contains("nothing-known");
    }
}
