package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.Adoption;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.Renaming;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.project.reference.References;

/** Rows whose value is calculated: an RTU with two contacts of a breaker, a level of 0 to 5 m, and a relay behind a gateway. */
class CalculatedRowTest {
    private static final Project SITE = site();

    private static Project site() {
        Project site = ValueChange.set(
                Sites.plant(),
                "RTU1",
                Map.of("DI3.carries", "binary", "DI4.carries", "binary", "RO1.carries", "relay"));
        return ConnectionChange.connect(site, "RTU1", "scada", "control-centre");
    }

    private static SignalMapping map(Project site, String device, String transform, String... signals) {
        return SignalMapping.plan(
                site,
                device,
                SignalMapping.Request.ofSignals(signals)
                        .to("scada")
                        .as(new SignalMapping.Calculation(transform, Optional.of("calculated"))));
    }

    private static List<Finding> findings(Project site, String device) {
        return ProjectCheck.check(site).stream()
                .filter(finding -> finding.place().contains(device + " calculated"))
                .toList();
    }

    private static Project with(Project site, String device, Mapping... rows) {
        List<Mapping> all = new ArrayList<>(site.device(device).mappings());
        all.addAll(List.of(rows));
        return site.with(site.device(device).withMappings(all));
    }

    /** Columns: signals, the calculation, and the point that is proposed for it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "DI3 DI4 | PAIR(x1, x2)      | M_DP_TB_1 1001",
                "DI3     | NOT x             | M_SP_TB_1 2001",
                "DI3 DI4 | x1 AND NOT x2     | M_SP_TB_1 2001",
                "AI1     | x * 100           | M_ME_TF_1 4001",
                "DI3 DI4 | SEL(x1, 4, 5)     | M_ME_TE_1 4001",
                "AI1     | x > 4.5           | M_SP_TB_1 2001"
            })
    void whatIsCalculatedIsCarriedAsWhatItIs(String signals, String transform, String point) {
        SignalMapping mapping = map(SITE, "RTU1", transform, signals.split(" "));
        Mapping row = mapping.proposal().rows().get(0);
        assertThat(row.destination()).isEqualTo(point);
        assertThat(row.source()).isEqualTo(signals.replace(" ", "; "));
        assertThat(row.transform()).isEqualTo(transform);
        assertThat(row.isUsed()).isTrue();
        assertThat(findings(mapping.after(), "RTU1")).isEmpty();
        assertThat(map(mapping.after(), "RTU1", transform, signals.split(" "))
                        .proposal()
                        .present())
                .hasSize(1);
    }

    @Test
    void theContactsCanBeMappedToo() {
        Project site = map(SITE, "RTU1", "PAIR(x1, x2)", "DI3", "DI4").after();
        assertThat(SignalMapping.plan(site, "RTU1", SignalMapping.Request.ofSignals("DI3", "DI4"))
                        .proposal()
                        .rows())
                .hasSize(2);
    }

    /** Columns: sources, the calculation, the point, the rule and what is said; no rule where nothing is wrong. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "DI3; DI4 | PAIR(x1, x2)         | M_DP_TB_1 1001 |                      |",
                "DI3; DI4 | PAIR(x1, x2)         | M_ME_NB_1 1001 |                      |",
                "DI3; DI4 |                      | M_DP_TB_1 1001 | transform-wrong      | has 2 sources and does not say",
                "DI3; DI4 | PAIR(x1, x3)         | M_DP_TB_1 1001 | transform-wrong      | column 10 of the transform",
                "DI3      | x; y := 1            | M_SP_TB_1 1001 | transform-wrong      | column 2 of the transform",
                "DI3; DI4 | x1 AND x2            | M_ME_TF_1 1001 | point-not-fitting    | gives on or off",
                "AI1      | x * 2                | M_SP_TB_1 1001 | point-not-fitting    | gives a number",
                "AI1      | x * 2                | C_SE_NC_1 1001 | point-not-fitting    | does not carry from the plant",
                "AI1      | x * 10000            | M_ME_TE_1 1001 | result-does-not-fit  | M_ME_TE_1 holds -32768 to 32767",
                "AI1      | x / 5                | M_ME_TD_1 1001 | result-does-not-fit  | M_ME_TD_1 holds -1 to 0.99996948",
                "AI1      | LIMIT(-1.0, x / 5, 0.99) | M_ME_TD_1 1001 |                  |",
                "AI1      | x * 100              | M_ME_TE_1 1001 | result-rounded       | gives fractions",
                "AI1      | TAN(x)               | M_ME_TE_1 1001 | result-range-unknown | holds -32768 to 32767",
                "AI1      | TAN(x)               | M_ME_TF_1 1001 |                      |",
                "AI1      | EXP(x) * 1000        | M_ME_TE_1 1001 | result-does-not-fit  | to 173512.56",
                "AI1      | SQRT(x - 2)          | M_ME_TF_1 1001 | function-without-value | SQRT has a value from 0 on, and what it is given can be -2.0625 to 3.15625",
                "AI1      | LN(x)                | M_ME_TF_1 1001 | function-without-value | LN has a value above 0",
                "AI1      | ACOS(x)              | M_ME_TF_1 1001 | function-without-value | ACOS has a value from -1 to 1",
                "AI1      | ASIN(x / 6)          | M_ME_TF_1 1001 |                      |",
                "AI1      | x * 1000000000000000000000000000000000000000.0 | M_ME_TF_1 1001 | result-does-not-fit | M_ME_TF_1 holds -340282350000000000000000000000000000000 to",
                "AI1      | SQRT(ABS(x)) * 20000 | M_ME_TE_1 1001 | result-does-not-fit  | gives 0 to 45414.7",
                "AI1      | x > 100              | M_SP_TB_1 1001 | condition-needless   | always FALSE: the left side can be",
                "AI1      | 1 / x                | M_ME_TF_1 1001 | divisor-can-be-zero  | it can be zero",
                "AI1; DI3 | x1 + x2              | M_ME_TF_1 1001 | transform-wrong      | LREAL meets BOOL",
                "RO1      | NOT x                | M_SP_TB_1 1001 | point-not-fitting    | has no value to calculate with",
                "DI9      | NOT x                | M_SP_TB_1 1001 | unknown-reference    | channel 'DI9' does not exist"
            })
    void aRowOfAHandIsChecked(String sources, String transform, String point, String rule, String message) {
        List<Mapping.End> ends = List.of(sources.split("; ")).stream()
                .map(source -> new Mapping.End("own", source))
                .toList();
        Mapping row = new Mapping(
                "abcd0123",
                new Mapping.Title("calculated", "", ""),
                ends,
                new Mapping.End("scada", point),
                Mapping.Handling.of(transform == null ? "" : transform),
                true,
                Position.in("mappings/RTU1.csv"));
        List<Finding> found = findings(with(SITE, "RTU1", row), "RTU1");
        if (rule == null) {
            assertThat(found).isEmpty();
        } else {
            assertThat(found).anySatisfy(finding -> {
                assertThat(finding.rule().id()).isEqualTo(rule);
                assertThat(finding.message()).contains(message);
            });
        }
    }

    @Test
    void aCommandIsNotCalculated() {
        Mapping row = new Mapping(
                "abcd0123",
                new Mapping.Title("calculated", "", ""),
                List.of(new Mapping.End("scada", "C_SC_NA_1 6001")),
                new Mapping.End("own", "RO1"),
                Mapping.Handling.of("NOT x"),
                true,
                Position.in("mappings/RTU1.csv"));
        assertThat(findings(with(SITE, "RTU1", row), "RTU1"))
                .extracting(Finding::message)
                .containsExactly("a command cannot be calculated");
        assertThatThrownBy(() -> map(SITE, "RTU1", "NOT x", "RO1"))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("RO1 (output, relay) has no value to calculate with");
        assertThatThrownBy(() -> map(SITE, "RTU1", "NOT y", "DI3")).hasMessageContaining("column 5 of 'NOT y'");
    }

    /** The address belongs to the row: how it is calculated may change, and it comes back to the same row. */
    @Test
    void theAddressStaysWhateverTheCalculationBecomes() {
        Project site = map(SITE, "RTU1", "x * 100", "AI1").after();
        Device rtu = site.device("RTU1");
        Mapping row = rtu.mappings().get(rtu.mappings().size() - 1);
        Mapping changed = row.handled(Mapping.Handling.of("x * 10"));
        Project other = site.with(rtu.withMappings(List.of(changed)));
        assertThat(findings(other, "RTU1")).isEmpty();
        Project without = site.with(rtu.withMappings(List.of()));
        assertThat(map(without, "RTU1", "x * 100", "AI1").proposal().rows())
                .extracting(Mapping::key, Mapping::destination)
                .containsExactly(tuple(row.key(), row.destination()));
        assertThat(map(without, "RTU1", "x * 7", "AI1").proposal().rows())
                .extracting(Mapping::destination)
                .containsExactly("M_ME_TF_1 4002");
    }

    @Test
    void theDeviceGetsTheCalculationAndGivesItBack() {
        Project site = map(SITE, "RTU1", "PAIR(x1, x2)", "DI3", "DI4").after();
        Device rtu = site.device("RTU1");
        assertThat(new String(
                        CanonicalJson.bytes(
                                ConfigurationBuilder.build(site, rtu).content()),
                        StandardCharsets.UTF_8))
                .contains("\"sources\":{\"01\":{\"channel\":\"DI3\",\"from\":\"own\"},"
                        + "\"02\":{\"channel\":\"DI4\",\"from\":\"own\"}}")
                .contains("\"transform\":\"PAIR(x1, x2)\"");
        Project bare = site.with(rtu.withMappings(List.of()));
        Adoption adoption = Adoption.plan(bare, "RTU1", ConfigurationBuilder.build(site, rtu));
        assertThat(adoption.left().isEqual()).isTrue();
        assertThat(adoption.after().device("RTU1").mappings())
                .extracting(Mapping::origins, Mapping::target, Mapping::transform)
                .containsExactlyElementsOf(rtu.mappings().stream()
                        .map(row -> tuple(row.origins(), row.target(), row.transform()))
                        .toList());
    }

    @Test
    void allSourcesCountForReportsReferencesAndNewNames() {
        Project relays = Sites.skarholm();
        String[] signals = {"F01MEAS/MMXU1.TotW.mag.f", "F02MEAS/MMXU1.TotW.mag.f"};
        Project site = map(relays, "GW1", "(x1 + x2) / 1000000", signals).after();
        assertThat(SignalUse.of(site, site.signal(signals[1])).mappings())
                .anyMatch(use -> use.row().isCalculated());
        Project renamed = Renaming.of(site, References.find(site, List.of("GW1", "F02")), "feeder2")
                .carriedOut(site);
        Device gateway = renamed.device("GW1");
        Mapping row = gateway.mappings().get(gateway.mappings().size() - 1);
        assertThat(row.from()).isEqualTo("F01; feeder2");
        assertThat(row.key())
                .isEqualTo(site.device("GW1")
                        .mappings()
                        .get(gateway.mappings().size() - 1)
                        .key());
        assertThat(findings(renamed, "GW1")).isEmpty();
        assertThat(Subscriptions.of(renamed, gateway, gateway.connections().get("feeder2"))
                        .subscriptions())
                .anyMatch(subscription -> subscription.signals().stream()
                        .anyMatch(signal -> signal.reference().equals(signals[1])));
    }
}
