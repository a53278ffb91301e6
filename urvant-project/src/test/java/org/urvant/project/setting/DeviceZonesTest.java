package org.urvant.project.setting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.protection.Zone;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;

/** L21 has a line of 1.24 + j7.36 Ω; its first zone reaches 6.2 Ω at once, its second 9 Ω after 0.4 s. */
class DeviceZonesTest {
    private static final Project PLANT = ValueChange.set(
            Sites.plant(),
            "L21",
            new TreeMap<>(Map.ofEntries(
                    Map.entry("ct.primary", "800 A"),
                    Map.entry("vt.primary", "132 kV"),
                    Map.entry("line.resistance", "1.24 Ω"),
                    Map.entry("line.reactance", "7.36 Ω"),
                    Map.entry("group.1.zones.1.reactance", "6.2 Ω"),
                    Map.entry("group.1.zones.1.resistance-phase", "8 Ω"),
                    Map.entry("group.1.zones.1.resistance-earth", "12 Ω"),
                    Map.entry("group.1.zones.2.reactance", "9 Ω"),
                    Map.entry("group.1.zones.2.resistance-phase", "8 Ω"),
                    Map.entry("group.1.zones.2.resistance-earth", "12 Ω"),
                    Map.entry("group.1.zones.2.delay", "0.4 s"))));

    private static Project changed(String changes) {
        Map<String, String> values = new TreeMap<>();
        for (String change : changes.isEmpty() ? new String[0] : changes.split("; ")) {
            String value = change.substring(change.indexOf('=') + 1);
            values.put(change.substring(0, change.indexOf('=')), value.isEmpty() ? null : value);
        }
        return ValueChange.set(PLANT, "L21", values);
    }

    /** Columns: changes, an impedance in primary Ω, whether the fault is to earth; the zones in which it lies, first the quickest. */
    @ParameterizedTest(name = "{0} {1}+j{2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            ''                                  | 1    | 6.1  | false | zones.1 zones.2
            ''                                  | 1    | 6.3  | false | zones.2
            ''                                  | 1    | 9.1  | false | ''
            ''                                  | 9.5  | 2    | false | ''
            ''                                  | 9.5  | 2    | true  | zones.1 zones.2
            ''                                  | -1   | -5   | false | ''
            group.1.zones.2.direction=reverse   | -1   | -5   | false | zones.2
            group.1.zones.2.direction=both      | -1   | -5   | false | zones.2
            group.1.zones.1.reaction=alarm      | 1    | 5    | false | zones.2
            group.1.zones.1.delay=1             | 1    | 5    | false | zones.2 zones.1
            group.1.zones.1.reactance=4 Ω secondary | 1 | 5.9 | false | zones.1 zones.2
            group.1.zones.1.reactance=4 Ω secondary | 1 | 6.1 | false | zones.2
            """)
    void anImpedanceLiesInZones(String changes, double resistance, double reactance, boolean isEarth, String zones) {
        DeviceZones found = DeviceZones.of(changed(changes), "L21", Optional.empty());
        List<String> names = found.at(new Zone.Point(resistance, reactance), isEarth).stream()
                .map(DeviceZones.Named::name)
                .toList();
        assertThat(String.join(" ", names)).isEqualTo(zones);
    }

    /** Columns: changes, reach of the first zone in per cent of the line (-1 where it cannot be said), primary Ω for a secondary one. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            ''                    | 84.239 | 1.5
            line.reactance=12.4   | 50     | 1.5
            ct.secondary=5        | 84.239 | 7.5
            vt.secondary=100      | 84.239 | 1.65
            line.reactance=       | -1     | 1.5
            group.1.zones.1.reactance= | -1 | 1.5
            """)
    void reachIsSaidOfTheLine(String changes, double perCent, double ratio) {
        DeviceZones.Named first = DeviceZones.of(changed(changes), "L21", Optional.empty())
                .zones()
                .get(0);
        if (perCent < 0) {
            assertThat(first.perCent()).isNaN();
            assertThat(first.found().missing()).contains("is open or wrong");
        } else {
            assertThat(first.perCent()).isCloseTo(perCent, within(0.001));
        }
        assertThat(first.found().ratio()).isCloseTo(ratio, within(1e-9));
    }

    /** Columns: device, setting group (0 for the active one), what is said. */
    @ParameterizedTest
    @CsvSource({
        "F11, 0, has no zones of distance protection",
        "L21, 2, setting group 2 of L21 is not set up",
        "L99, 0, L99"
    })
    void whatHasNoZonesIsRefused(String device, int group, String said) {
        assertThatThrownBy(() -> DeviceZones.of(PLANT, device, group == 0 ? Optional.empty() : Optional.of(group)))
                .hasMessageContaining(said);
    }
}
