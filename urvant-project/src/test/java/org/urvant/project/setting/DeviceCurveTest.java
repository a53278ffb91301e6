package org.urvant.project.setting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.device.StageDefinition.Quantity;
import org.urvant.core.protection.Curve;
import org.urvant.core.text.Word;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;

class DeviceCurveTest {
    private static final Project PLANT = ValueChange.set(
            Sites.plant(),
            Map.of(
                    "M31",
                    Map.of("motor.rated-current", "10 A"),
                    "Q41",
                    Map.of("rated.current", "630 A", "long-time.current", "1")));

    private static DeviceCurve curve(String device, String changes, int group, String quantity) {
        Map<String, String> values = new TreeMap<>();
        for (String change : changes.isEmpty() ? new String[0] : changes.split("; ")) {
            values.put(change.substring(0, change.indexOf('=')), change.substring(change.indexOf('=') + 1));
        }
        return DeviceCurve.of(
                ValueChange.set(PLANT, device, values),
                device,
                group == 0 ? Optional.empty() : Optional.of(group),
                Word.find(Quantity.class, quantity).orElseThrow());
    }

    /** Columns: device, changes, setting group (0 for the active one), what is measured, primary current, time in s (-1 for never), stage. */
    @ParameterizedTest(name = "{0} {1} at {4} A")
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            F11 | ''                                          | 0 | phase-current    | 960   | 2.006  | overcurrent.1
            F11 | ''                                          | 0 | phase-current    | 3201  | 0.05   | overcurrent.2
            F11 | ''                                          | 0 | phase-current    | 400   | -1     | -
            F11 | group.1.overcurrent.1.characteristic=C      | 0 | phase-current    | 960   | 5.333  | overcurrent.1
            F11 | group.1.overcurrent.1.characteristic=long-time | 0 | phase-current | 960   | 24     | overcurrent.1
            F11 | group.1.overcurrent.1.characteristic=definite | 0 | phase-current  | 960   | 0.5    | overcurrent.1
            F11 | group.1.overcurrent.1.reaction=alarm        | 0 | phase-current    | 960   | 424.5  | thermal
            F11 | ct.secondary=5                              | 0 | phase-current    | 192   | 2.006  | overcurrent.1
            F11 | group.1.overcurrent.1.pick-up=480 A primary | 0 | phase-current    | 960   | 2.006  | overcurrent.1
            F11 | group.1.earth-fault.1.pick-up=0.1           | 0 | residual-current | 6.1   | 0.5    | earth-fault.1
            F11 | group.1.earth-fault.1.pick-up=0.1; group.1.earth-fault.1.source=residual | 0 | residual-current | 39 | -1 | -
            F11 | group.1.earth-fault.1.pick-up=0.1; group.1.earth-fault.1.source=residual | 0 | residual-current | 41 | 0.5 | earth-fault.1
            F11 | group.2.overcurrent.1.pick-up=2             | 2 | phase-current    | 801   | 0.5    | overcurrent.1
            F11 | group.2.overcurrent.1.pick-up=2; groups.active=2 | 0 | phase-current | 790 | -1     | -
            Q41 | ''                                          | 0 | phase-current    | 3780  | 8      | long-time
            Q41 | ''                                          | 0 | phase-current    | 3800  | 0.1    | short-time
            Q41 | short-time.course=i2t                       | 0 | phase-current    | 4454.8 | 0.2   | short-time
            Q41 | short-time.course=i2t                       | 0 | phase-current    | 7000  | 0.1    | short-time
            Q41 | ''                                          | 0 | phase-current    | 7600  | 0      | instant
            Q41 | earth-fault.enabled=yes                     | 0 | residual-current | 253   | 0.2    | earth-fault
            M31 | thermal.class=20; stall.reaction=alarm      | 0 | phase-current    | 72    | 10.954 | thermal
            M31 | ''                                          | 0 | phase-current    | 26    | 7      | stall
            M31 | stall.speed-switch=BI4                      | 0 | phase-current    | 26    | 1      | stall
            """)
    void aDeviceOperatesAsItsSettingsSay(
            String device, String changes, int group, String quantity, double current, double seconds, String stage) {
        Optional<Curve.Operation> first =
                curve(device, changes, group, quantity).curve().at(current);
        assertThat(first.map(Curve.Operation::name).orElse(null)).isEqualTo(stage);
        first.ifPresent(
                operation -> assertThat(operation.seconds()).isCloseTo(seconds, within(seconds * 0.001 + 1e-9)));
    }

    /** Columns: device, changes, setting group, what is measured, what is said. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            P61 | ''           | 0 | phase-current | has no characteristic for this current
            F11 | ''           | 3 | phase-current | setting group 3 of F11 is not set up
            F99 | description=x | 0 | phase-current | F99
            """)
    void whatHasNoCurveIsRefused(String device, String changes, int group, String quantity, String said) {
        assertThatThrownBy(() -> curve(device, changes, group, quantity)).hasMessageContaining(said);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11 | group.1.overcurrent.3.delay=1                | overcurrent.3 | its pick-up is open or wrong
            Q41 | long-time.delay=0.5; rated.current=630       | instant       | ''
            """)
    void aStageWithoutAValueIsNamedAndLeftOut(String device, String changes, String stage, String missing) {
        DeviceCurve curve = curve(device, changes, 0, "phase-current");
        DeviceStage found = curve.stages().stream()
                .filter(each -> each.name().equals(stage))
                .findFirst()
                .orElseThrow();
        assertThat(found.found().missing()).isEqualTo(missing);
        assertThat(curve.curve().stages().stream().anyMatch(each -> each.name().equals(stage)))
                .isEqualTo(missing.isEmpty());
        assertThat(DeviceCurve.words(found)).isEqualTo(missing.isEmpty() ? "7560 A, 0 s" : missing);
    }
}
