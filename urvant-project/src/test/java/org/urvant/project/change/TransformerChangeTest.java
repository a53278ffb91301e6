package org.urvant.project.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.device.Meaning.TransformerSet;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.View;
import org.urvant.core.text.Word;
import org.urvant.project.Bay;
import org.urvant.project.Project;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.ValueRow;

/** Other transformers: primary values stay, whatever side and unit a value was written in. */
class TransformerChangeTest {
    private static final Project PLANT = ValueChange.set(
            Sites.plant(),
            Map.of(
                    "F11",
                    Map.of(
                            "group.1.overcurrent.3.pick-up", "500 A primary",
                            "group.1.overcurrent.4.pick-up", "75 %",
                            "group.2.overcurrent.1.pick-up", "0.48 kA primary",
                            "group.1.earth-fault.1.pick-up", "100 mA",
                            "group.1.earth-fault.2.pick-up", "0.25 A",
                            "group.1.earth-fault.2.source", "residual"),
                    "L21",
                    Map.of("ct.primary", "800", "vt.primary", "132 kV", "group.1.starting.load-reach", "40 ohm")));

    private static TransformerChange change(Project project, String devices, String set, String ratio, String keep) {
        String[] parts = ratio.split("/");
        return TransformerChange.of(
                project,
                List.of(devices.split(" ")),
                new TransformerChange.Wanted(
                        Word.find(TransformerSet.class, set).orElseThrow(), parts[0], parts[1]),
                View.of(keep).orElseThrow());
    }

    /** Columns: device, transformers (of 400/1, 60/1, 800/1, 132000/110), their ratio, the side kept; a setting, its text after, its primary value after, what became of it. */
    @ParameterizedTest(name = "{1} {2} keeping {3}: {4}")
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            F11 | currents | 400/5 | primary | ct.secondary                   | 5 A             | ''         | rating
            F11 | currents | 400/5 | primary | group.1.overcurrent.1.pick-up  | 6 A             | 480 A      | kept
            F11 | currents | 400/5 | primary | group.1.overcurrent.3.pick-up  | 500 A primary   | 500 A      | kept
            F11 | currents | 400/5 | primary | group.2.overcurrent.1.pick-up  | 0.48 kA primary | 480 A      | kept
            F11 | currents | 400/5 | primary | group.1.overcurrent.4.pick-up  | 75 %            | 300 A      | kept
            F11 | currents | 400/5 | primary | breaker.failure-current        | 0.5 A           | 40 A       | kept
            F11 | currents | 400/5 | primary | group.1.earth-fault.1.pick-up  | -               | -          | -
            F11 | currents | 400/5 | primary | group.1.earth-fault.2.pick-up  | 1.25 A          | 100 A      | kept
            F11 | currents | 300/1 | primary | group.1.overcurrent.1.pick-up  | 1.6 A           | 480 A      | kept
            F11 | currents | 300/1 | primary | group.1.overcurrent.2.pick-up  | 3200 A primary  | 3201 A     | rounded
            F11 | currents | 500/5 | primary | group.1.overcurrent.2.pick-up  | 32 A            | 3200 A     | kept
            F11 | currents | 60/1  | primary | group.1.overcurrent.2.pick-up  | 3200 A primary  | ''         | out-of-range
            F11 | currents | 400/5 | secondary | group.1.overcurrent.1.pick-up | -              | -          | -
            F11 | currents | 400/5 | secondary | group.1.overcurrent.3.pick-up | 100 A primary  | 100 A      | kept
            F11 | currents | 800/1 | secondary | group.2.overcurrent.1.pick-up | 0.96 kA primary | 960 A     | kept
            F11 | neutral-current | 60/5 | primary | group.1.earth-fault.1.pick-up | 500 mA     | 6 A        | kept
            F11 | neutral-current | 60/5 | primary | group.1.earth-fault.2.pick-up | -          | -          | -
            F11 | voltages | 11000/100 | primary | group.1.overcurrent.1.pick-up | -          | -          | -
            L21 | currents | 1200/5 | primary | group.1.starting.load-reach   | 12 Ω            | 60 Ω       | kept
            L21 | currents | 1200/5 | primary | group.1.starting.current      | 5 A             | 1200 A     | kept
            L21 | voltages | 132000/100 | primary | group.1.starting.load-reach | 60 Ω primary  | 59.994 Ω   | rounded
            L21 | voltages | 110 kV/110 | primary | group.1.starting.load-reach | 48 Ω          | 60 Ω       | kept
            L21 | voltages | 110 kV/110 | secondary | group.1.starting.load-reach | -           | -          | -
            """)
    void settingsFollowTheirTransformers(
            String device,
            String set,
            String ratio,
            String keep,
            String path,
            String text,
            String primary,
            String outcome) {
        TransformerChange change = change(PLANT, device, set, ratio, keep);
        List<TransformerChange.Row> rows =
                change.rows().stream().filter(row -> row.path().equals(path)).toList();
        if (text == null) {
            assertThat(rows).isEmpty();
            return;
        }
        assertThat(rows).hasSize(1);
        assertThat(rows.get(0).after().text()).isEqualTo(text);
        assertThat(rows.get(0).after().primary()).isEqualTo(primary);
        assertThat(Word.of(rows.get(0).outcome())).isEqualTo(outcome);
        assertThat(rows.get(0).note().isEmpty()).isEqualTo(outcome.equals("kept") || outcome.equals("rating"));
        assertThat(change.isPossible()).isEqualTo(!outcome.equals("out-of-range"));
        assertThat(change.after() == PLANT).isEqualTo(outcome.equals("out-of-range"));
    }

    @Test
    void thereAndBackEveryPrimaryValueIsWhatItWas() {
        Map<String, String> before = primaries(PLANT);
        for (String ratio : List.of("400/5", "600/1", "450/5", "700/1", "430/1")) {
            Project there = change(PLANT, "F11", "currents", ratio, "primary").after();
            Project back = change(there, "F11", "currents", "400/1", "primary").after();
            assertThat(there).isNotSameAs(PLANT);
            assertThat(primaries(back)).as(ratio).isEqualTo(before);
            assertThat(ConfigurationBuilder.build(back, back.device("F11")).fingerprint())
                    .as(ratio)
                    .isEqualTo(ConfigurationBuilder.build(PLANT, PLANT.device("F11"))
                            .fingerprint());
        }
    }

    /** Whatever the new ratio is: what is kept is exact, what is rounded lies within half a step, what is neither is refused. */
    @Property(tries = 60)
    void noValueIsCutOrGuessed(
            @ForAll @IntRange(min = 5, max = 5000) int primary, @ForAll boolean isFive, @ForAll boolean keepsPrimary) {
        View kept = keepsPrimary ? View.PRIMARY : View.SECONDARY;
        TransformerChange change = change(PLANT, "F11", "currents", primary + (isFive ? "/5" : "/1"), kept.word());
        for (TransformerChange.Row row : change.rows()) {
            double before =
                    number(keepsPrimary ? row.before().primary() : row.before().secondary());
            double after =
                    number(keepsPrimary ? row.after().primary() : row.after().secondary());
            double ratio = keepsPrimary ? (double) primary / (isFive ? 5 : 1) : 1;
            switch (row.outcome()) {
                case KEPT ->
                    assertThat(after).as(row.path()).isCloseTo(before, Offset.offset(0.005 * Math.max(ratio, 400)));
                case ROUNDED -> {
                    assertThat(Math.abs(after - before)).as(row.path()).isLessThanOrEqualTo(0.00501 * (ratio + 400));
                    assertThat(row.note()).isNotEmpty();
                }
                case OUT_OF_RANGE -> assertThat(change.after()).isSameAs(PLANT);
                default -> assertThat(row.path()).startsWith("ct.");
            }
        }
    }

    private static double number(String amount) {
        return amount.isEmpty() ? 0 : Double.parseDouble(amount.split(" ")[0]);
    }

    private static Map<String, String> primaries(Project project) {
        Map<String, String> values = new TreeMap<>();
        ValueRow.of(DeviceSheets.of(project.typeOf(project.device("F11")), project.device("F11")))
                .forEach(row -> values.put(row.path(), row.in(View.PRIMARY).value()));
        return values;
    }

    @Test
    void theBaysPlateChangesWithIt() {
        Position here = Position.in("site.yaml");
        Bay bay = new Bay(
                "K1",
                0,
                List.of(new Entry("F11", here)),
                new TreeMap<>(Map.of("ct.primary", new Entry("400 A", here), "ct.secondary", new Entry("1 A", here))),
                here);
        TransformerChange change = change(PLANT.with(bay), "F11", "currents", "400/5", "primary");
        assertThat(change.ratings()).isEqualTo(Map.of("K1", Map.of("ct.secondary", "5 A")));
        assertThat(change.after().bays().get("K1").ratings().get("ct.secondary").text())
                .isEqualTo("5 A");
        assertThat(change(PLANT, "F11 L21", "currents", "1200/5", "primary").rows())
                .extracting(TransformerChange.Row::device)
                .contains("F11", "L21");
    }

    /** Columns: device, transformers, ratio, what is said. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11  | currents         | 5/400   | ct.secondary is 400 A
            F11  | currents         | 4/5     | the primary must not be below the secondary
            F11  | currents         | 0/1     | ct.primary is 0 A
            F11  | currents         | 400/3   | between two steps
            F11  | currents         | 400 V/5 | which is voltage
            F11  | residual-voltage | 400/5   | It has them for
            P61  | currents         | 400/5   | It has none for any transformers
            F99  | currents         | 400/5   | F99
            """)
    void whatIsNoTransformerIsRefused(String device, String set, String ratio, String said) {
        assertThatThrownBy(() -> change(PLANT, device, set, ratio, "primary"))
                .isInstanceOfSatisfying(UrvantException.class, e -> assertThat(e.getMessage() + " " + e.mend())
                        .contains(said));
    }

    @Test
    void anOpenRatioIsNoneToKeepValuesBy() {
        Map<String, String> open = new TreeMap<>();
        open.put("ct.primary", null);
        Project project = ValueChange.set(PLANT, "F11", open);
        assertThatThrownBy(() -> change(project, "F11", "currents", "400/5", "primary"))
                .hasMessageContaining("has no ratio of its currents yet");
        assertThatThrownBy(
                        () -> ValueChange.set(project, "F11", Map.of("group.1.overcurrent.1.pick-up", "480 A primary")))
                .hasMessageContaining("cannot be said");
    }
}
