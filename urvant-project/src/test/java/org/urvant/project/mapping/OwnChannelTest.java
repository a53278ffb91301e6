package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.Adoption;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.HardwareChange;
import org.urvant.project.change.Renaming;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.project.reference.References;

/** A device's own channels go to its control centre as signals of relays do. */
class OwnChannelTest {
    private static final Project RTU = rtu();

    private static Project rtu() {
        Project site = ConnectionChange.connect(Sites.plant(), "RTU1", "scada", "control-centre");
        return ValueChange.set(
                site,
                "RTU1",
                Map.of(
                        "scada.peer", "198.51.100.7",
                        "scada.common-address", "48",
                        "DI2.carries", "binary",
                        "DI2.name", "Pump 2 fault",
                        "DI3.carries", "counter",
                        "DI3.name", "Gate strokes",
                        "RO1.carries", "relay",
                        "RO1.name", "Gate release"));
    }

    private static SignalMapping map(Project site, String... names) {
        return SignalMapping.plan(site, "RTU1", SignalMapping.Request.ofSignals(names));
    }

    private static List<String> errors(Project site) {
        return ProjectCheck.check(site, site.device("RTU1")).stream()
                .filter(finding -> finding.severity().word().equals("error"))
                .map(Finding::message)
                .toList();
    }

    /** Columns: channel, its row: name, ends, use. What a channel carries decides the type; outputs are commands. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            DI1 | RTU1 Pump 1 fault | own DI1 -> scada M_SP_TB_1 2001   | true
            AI1 | RTU1 Level        | own AI1 -> scada M_ME_TF_1 4001   | true
            DI3 | RTU1 Gate strokes | own DI3 -> scada M_IT_TB_1 5001   | true
            RO1 | RTU1 Gate release | scada C_SC_NA_1 6001 -> own RO1   | false
            """)
    void aChannelIsMappedByWhatItCarries(String channel, String name, String ends, boolean use) {
        Project mapped = map(RTU, channel).after();
        assertThat(mapped.device("RTU1").mappings()).singleElement().satisfies(row -> {
            assertThat(row.name()).isEqualTo(name);
            assertThat(row.from() + " " + row.source() + " -> " + row.to() + " " + row.destination())
                    .isEqualTo(ends);
            assertThat(row.isUsed()).isEqualTo(use);
        });
        assertThat(errors(mapped)).isEmpty();
        assertThat(References.to(mapped, Ref.of(Ref.Kind.CHANNEL, channel, "RTU1")))
                .anySatisfy(reference -> assertThat(reference.toString()).contains("mapping"));
        assertThat(map(mapped, channel).proposal().present()).hasSize(1);
    }

    @Test
    void manyAreMappedByOneNameAndUnusedOnesAreLeftOut() {
        SignalMapping all = map(RTU, "DI*", "AI1");
        assertThat(all.proposal().rows()).extracting(Mapping::source).containsExactly("DI1", "DI2", "DI3", "AI1");
        assertThat(all.proposal().leftOut().values()).hasSize(5).allSatisfy(reason -> assertThat(reason)
                .contains("is unused"));
        assertThatThrownBy(() -> map(RTU, "DI99")).isInstanceOf(UnknownNameException.class);
        assertThatThrownBy(() -> SignalMapping.plan(Sites.plant(), "RTU1", SignalMapping.Request.ofSignals("DI1")))
                .isInstanceOf(RefusedException.class);
    }

    /** The configuration has the row; what a device holds is taken back as it was. */
    @Test
    void theRowGoesToTheDeviceAndComesBack() {
        Project mapped = map(RTU, "DI1", "AI1", "RO1").after();
        Configuration held = ConfigurationBuilder.build(mapped, mapped.device("RTU1"));
        assertThat(new String(held.bytes(), StandardCharsets.UTF_8)).contains("\"source\":{\"channel\":\"DI1\"}");
        Adoption adoption = Adoption.plan(RTU, "RTU1", held);
        assertThat(adoption.left().isEqual()).isTrue();
        assertThat(adoption.after().device("RTU1").mappings())
                .extracting(Mapping::source)
                .containsExactlyInAnyOrder("DI1", "AI1", "C_SC_NA_1 6001");
    }

    @Test
    void aChannelThatGoesLeavesADanglingRow() {
        Project fitted = fitted(RTU, "di8");
        Project named = ValueChange.set(fitted, "RTU1", Map.of("E1/DI2.carries", "binary", "E1/DI2.name", "Door"));
        Project mapped = map(named, "E1/DI2").after();
        assertThat(errors(mapped)).isEmpty();
        Project bare = fitted(mapped, "");
        assertThat(errors(bare)).anySatisfy(message -> assertThat(message)
                .contains("channel 'E1/DI2' does not exist on RTU1 as fitted"));
    }

    private static Project fitted(Project site, String module) {
        return HardwareChange.fit(site, "RTU1", List.of(HardwareChange.exchange(site, "RTU1", "E1", module)));
    }

    @Test
    void anAddressStaysWithItsChannelAndNamesFollow() {
        Project mapped = map(RTU, "DI1", "DI2").after();
        Project fewer = mapped.with(mapped.device("RTU1").withMappings(List.of()));
        assertThat(map(fewer, "DI2").after().device("RTU1").mappings())
                .extracting(Mapping::destination)
                .containsExactly("M_SP_TB_1 2002");
        Project renamed = Renaming.of(mapped, Ref.device("RTU1"), "RTU9").carriedOut(mapped);
        assertThat(renamed.device("RTU9").mappings())
                .isEqualTo(mapped.device("RTU1").mappings());
        assertThatThrownBy(() -> ConnectionChange.connect(RTU, "RTU1", "own", "control-centre"))
                .hasMessageContaining("'own' is not allowed");
        assertThatThrownBy(() -> SignalMapping.plan(
                        RTU, "RTU1", SignalMapping.Request.ofSignals("DI1").to("skada")))
                .isInstanceOf(UnknownNameException.class);
    }
}
