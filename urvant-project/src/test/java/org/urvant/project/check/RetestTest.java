package org.urvant.project.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.project.Project;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValueChange;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;

/** One change, and all that must be tested again. */
class RetestTest {
    private static final Project PLANT = Sites.plant();

    /** Columns: device, what it is given, what must be tested again: kind and name, in the order of the list. */
    @ParameterizedTest(name = "{0} {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11 | group.1.overcurrent.2.delay=0.1 s  | function overcurrent protection; stage overcurrent.2; output BO1; output BO2
            F11 | group.1.earth-fault.1.pick-up=2 A  | function earth-fault protection; stage earth-fault.1; output BO1
            F11 | group.1.thermal.reaction=alarm     | function thermal overload protection; output BO1
            F11 | breaker.failure=no                 | function breaker failure protection; output BO4; setting breaker.failure-current; setting breaker.failure-time
            F11 | assignments.trip.outputs=BO3       | output BO1; output BO2; output BO3
            F11 | unit.name=K1 X                     | setting unit.name
            F11 | BI3.hold=10 ms                     | channel BI3
            F11 | network.address=192.0.2.77         | setting network.address
            F11 | CT1.name=L1                        | function overcurrent protection; function thermal overload protection; function unbalance protection; function breaker failure protection; output BO1; output BO2; output BO4; channel CT1
            F11 | CT4.name=N                         | function earth-fault protection; output BO1; channel CT4
            F11 | unit.name=K1 F11                   |
            L21 | group.1.zones.2.delay=0.5 s        | function distance protection; stage zones.1; stage zones.2; output BO1; output BO2
            L21 | line.earth-factor=0.8              | stage zones.1; stage zones.2
            L21 | group.1.starting.current=2         | stage zones.1; stage zones.2
            T1  | rated.power=31.5 MVA               | stage differential
            T1  | rated.clock=5                      | stage differential
            T1  | inrush.share=20                    | stage differential
            T1  | group.1.overcurrent.1.delay=0.4 s  | function overcurrent on the high side; stage overcurrent.1; output BO1; output BO2
            M31 | BO1.use=alarm                      | output BO1; channel BO1
            """)
    void aChangeTouchesWhatRestsOnIt(String device, String change, String expected) {
        Map<String, String> values = new TreeMap<>();
        values.put(change.substring(0, change.indexOf('=')), change.substring(change.indexOf('=') + 1));
        Project after = ValueChange.set(PLANT, device, values);
        Retest retest = Retest.of(after, device, ConfigurationBuilder.build(PLANT, PLANT.device(device)));
        assertThat(retest.items().stream()
                        .map(item -> item.kind().word() + " " + item.name())
                        .collect(Collectors.toList()))
                .containsExactlyElementsOf(expected == null ? List.of() : Arrays.asList(expected.split("; ")));
    }

    /** An IED of the device's name is the device: who takes its messages, or maps its signals, must see them again. */
    @Test
    void whoTakesItsMessagesIsNamed() {
        Project site = NewDevice.add(Sites.skarholm(), "F02", NewDevice.Start.of("marrowby-f2"));
        assertThat(receivers(site, Map.of("BI3.hold", "10 ms")))
                .containsExactly("F01 because of BI3", "GW1 because of BI3");
        assertThat(receivers(site, Map.of("unit.name", "K2"))).isEmpty();
        Project unread = site.with(site.device("GW1").withMappings(List.of()));
        assertThat(receivers(unread, Map.of("BI3.hold", "10 ms"))).containsExactly("F01 because of BI3");
    }

    private static List<String> receivers(Project site, Map<String, String> values) {
        Project after = ValueChange.set(site, "F02", values);
        return Retest.of(after, "F02", ConfigurationBuilder.build(site, site.device("F02"))).items().stream()
                .filter(item -> item.kind() == Retest.Kind.RECEIVER)
                .map(item -> item.name() + " because of " + String.join(", ", item.because()))
                .toList();
    }
}
