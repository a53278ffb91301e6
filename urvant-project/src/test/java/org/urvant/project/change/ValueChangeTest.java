package org.urvant.project.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.error.UrvantException;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.ValueRow;

class ValueChangeTest {
    private static final Project PLANT = Sites.plant();

    private static Project set(String device, String path, String value) {
        Map<String, String> values = new TreeMap<>();
        values.put(path, value);
        return ValueChange.set(PLANT, device, values);
    }

    /** Columns: device, path, new value, what is shown before, after, and after it was taken away again. */
    @ParameterizedTest(name = "{0} {1} = {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11 | ct.primary                    | 0.6 kA      | 400 A               | 0.6 kA      | (open)
            F11 | group.1.overcurrent.1.pick-up | 2 A         | 1.2 A               | 2 A         | (open)
            F11 | group.1.thermal.factor        | 1.20        | 1.1 (default)       | 1.20        | 1.1 (default)
            F11 | BI1.name                      | Door        | (none)              | Door        | (none)
            F11 | description                   | Feeder 11   | (open)              | Feeder 11   | (open)
            F11 | serial                        | MB-2-0042   | (open)              | MB-2-0042   | (open)
            F11 | link                          | 192.0.2.8:8443 | (open)           | 192.0.2.8:8443 | (open)
            F11 | hardware                      | A           | B                   | A           | (open)
            F11 | firmware                      | 4.1         | 4.3                 | 4.1         | (open)
            RTU1 | recipients.Duty.number       | +99 5550100 | +46 31 390 06 00    | +99 5550100 | (open)
            """)
    void aValueIsSetShownAndTakenAway(
            String device, String path, String value, String before, String after, String without) {
        assertThat(ValueChange.shown(PLANT, device, path)).isEqualTo(before);
        Project changed = set(device, path, value);
        assertThat(ValueChange.shown(changed, device, path)).isEqualTo(after);
        assertThat(ValueChange.given(changed, device, path)).contains(value);
        assertThat(ValueChange.shown(PLANT, device, path)).as("the site before").isEqualTo(before);
        Map<String, String> gone = new TreeMap<>();
        gone.put(path, null);
        Project back = ValueChange.set(changed, device, gone);
        assertThat(ValueChange.shown(back, device, path)).isEqualTo(without);
        assertThat(ValueChange.given(back, device, path)).isEmpty();
    }

    /** Columns: device, path, value, and what is said; the site is a value, so nothing can be half done. */
    @ParameterizedTest(name = "{0} {1} = {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11  | ct.primery                    | 400 A   | Did you mean 'ct.primary'?
            F11  | ct.primary                    | 400 V   | Give 1 to 5000 A
            F11  | group.1.overcurrent.1.pick-up | a lot   | group.1.overcurrent.1.pick-up is 'a lot'
            F11  | group.9.overcurrent.1.pick-up | 1 A     | there is no setting
            F11  | X9/VT1.carries                | voltage | there is no setting
            F11  | firmware                      | 4.2     | 4.0, 4.1, 4.3
            F11  | hardware                      | C       | A, B
            F11  | type                          | oddvik-u1 | cannot become 'oddvik-u1'
            F11  | twin-of                       | F12     | F11, GD1
            F11  | order-code                    | MF2-XXX | order-code is 'MF2-XXX'
            M31  | order-code                    | SM3     | order-code is 'SM3'
            Q41  | order-code                    | X       | oddvik-u1 has no ordering code
            F11  | link                          | x       | link is 'x'
            F11  | inputs.supply-volts           | 48      | it follows from SEL(
            """)
    void whatDoesNotFitIsRefused(String device, String path, String value, String said) {
        assertThatThrownBy(() -> set(device, path, value)).isInstanceOfSatisfying(UrvantException.class, refusal -> {
            assertThat(refusal.getMessage() + " " + refusal.remedy()).contains(said);
            assertThat(refusal.remedy()).isNotBlank();
        });
    }

    /** Values are held against each other as they will be, not as they were. */
    @Test
    void severalValuesAreHeldTogether() {
        Map<String, String> both = Map.of(
                "group.1.auto-reclose.attempts", "2",
                "group.1.auto-reclose.dead-time", "2",
                "group.1.auto-reclose.later-dead-time", "70");
        assertThat(ValueChange.shown(ValueChange.set(PLANT, "F11", both), "F11", "group.1.auto-reclose.dead-time"))
                .isEqualTo("2 s");
        Map<String, String> one = Map.of("ct.primary", "600 A", "ct.secondary", "7");
        assertThatThrownBy(() -> ValueChange.set(PLANT, "F11", one)).isInstanceOf(MalformedInputException.class);
        assertThatThrownBy(() -> ValueChange.set(PLANT, Map.of("F11", Map.of(), "F99", Map.of())))
                .isInstanceOf(UnknownNameException.class)
                .hasMessageContaining("F99");
    }

    /** Whatever is given for any device, given again as it stands, makes the same configuration. */
    @Property(tries = 60)
    void whatStandsGivenAgainChangesNothing(@ForAll long seed) {
        Random random = new Random(seed);
        List<String> names = List.copyOf(PLANT.devices().keySet());
        String name = names.get(random.nextInt(names.size()));
        Device device = PLANT.device(name);
        Map<String, String> values = new TreeMap<>();
        for (ValueRow row : ValueRow.of(DeviceSheets.of(PLANT.typeOf(device), device))) {
            if (row.isGiven() && random.nextBoolean()) {
                values.put(
                        row.path(), ValueChange.given(PLANT, name, row.path()).orElseThrow());
            }
        }
        Project changed = ValueChange.set(PLANT, name, values);
        assertThat(ConfigurationBuilder.build(changed, changed.device(name)).bytes())
                .isEqualTo(ConfigurationBuilder.build(PLANT, device).bytes());
    }

    @Test
    void clearingKeepsPlateMakeUpAndConnections() {
        Project site = Sites.skarholm();
        Project cleared = ValueChange.cleared(site, "GW1");
        Device before = site.device("GW1");
        Device after = cleared.device("GW1");
        assertThat(after.settings()).isEmpty();
        assertThat(after.sheets()).isEmpty();
        assertThat(after.plate()).isEqualTo(before.plate());
        assertThat(after.connections()).containsOnlyKeys(before.connections().keySet());
        assertThat(after.connections().get("F01").values()).containsOnlyKeys("ied");
        assertThat(after.mappings()).isEqualTo(before.mappings());
        assertThat(after.addresses().owners()).isEqualTo(before.addresses().owners());
    }
}
