package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.list.ListReader;
import org.urvant.core.point.list.ListRequest;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.ListImport;
import org.urvant.project.kit.Sites;

/** What receivers get: over the line, as value, and what is left of quality (calculations F7, F8, F9, F47). */
class RowTrialTest {
    private static final Instant NOW = Instant.parse("2026-03-28T12:00:00Z");
    private static final Project SITE = site();

    private static Project site() {
        List<List<String>> rows = List.of(
                List.of(
                        "name", "area", "address", "type", "factor", "offset", "access", "unit", "least", "most",
                        "order"),
                List.of("Current", "input", "0", "uint16", "0.1", "", "r", "A", "0", "400", ""),
                List.of("Warm", "input", "1", "int16", "0.1", "-5", "r", "°C", "", "", ""),
                List.of("Power", "input", "2", "float32", "", "", "r", "kW", "", "", ""),
                List.of("On", "discrete", "0", "", "", "", "r", "", "", "", ""),
                List.of("Set", "holding", "0", "uint16", "0.5", "", "w", "kW", "0", "100", ""),
                List.of("Big", "holding", "1", "int32", "", "", "w", "", "", "", "CDAB"),
                List.of("Watts", "holding", "3", "int32", "", "", "w", "W", "", "", ""),
                List.of("Kelvin", "holding", "5", "uint16", "0.01", "", "w", "K", "", "", ""));
        List<ListReader.Row> read = new ArrayList<>();
        rows.subList(1, rows.size())
                .forEach(row -> read.add(new ListReader.Row(row, Map.of(), null, Position.line("L", read.size() + 2))));
        Project site = ListImport.plan(
                        Sites.skarholm(),
                        ListReader.read(
                                new ListRequest(
                                        "L",
                                        PointSpaces.byId("modbus"),
                                        Map.of(),
                                        Map.of("station", "7"),
                                        List.of(),
                                        false),
                                rows.get(0),
                                Position.line("L", 1),
                                read),
                        false)
                .after();
        return ConnectionChange.connect(
                ConnectionChange.connect(site, "GW1", "bus", "field-bus"), "GW1", "panel", "panel");
    }

    private static RowTrial trial(String sources, String to, String transform, String given) {
        Device device = SITE.device("GW1");
        List<Mapping.End> from = Arrays.stream(sources.split(" "))
                .map(source -> new Mapping.End(source.startsWith("F01") ? "F01" : "bus", source))
                .toList();
        String connection = to.startsWith("L/") ? "bus" : to.contains(":") ? "panel" : "scada";
        Mapping row = new Mapping(
                "k",
                new Mapping.Title("row", "", ""),
                from,
                new Mapping.End(connection, to),
                Mapping.Handling.of(transform),
                true,
                Position.in("test"));
        Map<String, String> values = new LinkedHashMap<>();
        for (String value : given.split("; ")) {
            values.put(value.substring(0, value.indexOf('=')), value.substring(value.indexOf('=') + 1));
        }
        Project site = SITE.with(device.withMappings(List.of(row)));
        return RowTrial.of(site, site.device("GW1"), values, NOW);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // sources | to | transform | given | over the line | value | quality
                "L/current | M_ME_TF_1 1 | | L/current=12.34 | 12.3 | 12.3 | good",
                "L/warm | M_ME_TF_1 1 | | L/warm=20.26 invalid | 20.3 IV | 20.3 | invalid",
                "L/power | M_ME_TE_1 1 | | L/power=2.5 | 2 | 2 | good",
                "L/power | M_ME_TE_1 1 | | L/power=40000 | 32767 IV OV | 32767 | invalid overflow",
                "L/power | M_ME_TE_1 1 | | L/power=-40000 questionable old-data | -32768 IV NT OV | -32768 | invalid overflow"
                        + " old-data",
                "L/power | input:0 float32 ABCD | | L/power=20 | 41A0 0000 | 20.0 | good",
                "L/power | input:0 float32 CDAB | | L/power=20 | 0000 41A0 | 20.0 | good",
                "L/power | input:0 int16 | x | L/power=-2 | FFFE | -2 | good",
                "L/power | input:0 int64 HGFEDCBA | x | L/power=1 | 0100 0000 0000 0000 | 1 | good",
                "L/power | input:0 bcd16 | x | L/power=1234 | 1234 | 1234 | good",
                "L/power | input:0 bcd16 | x | L/power=12345 | 9999 | 9999 | invalid overflow",
                "L/on | M_SP_TB_1 1 | | L/on=on substituted | 1 SB | true | good substituted",
                "L/on | M_SP_TB_1 1 | NOT x | L/on=on | 0 | false | good",
                "L/power L/current | M_ME_TF_1 1 | x1 / x2 | L/power=100; L/current=4 | 25.0 | 25.0 | good",
                "L/power L/current | M_ME_TF_1 1 | x1 / x2 | L/power=100; L/current=0 | 0.0 IV OV | 0.0 | invalid overflow",
                "F01CTRL/XCBR1.Pos.stVal | M_DP_TB_1 1 | | F01CTRL/XCBR1.Pos.stVal=on | 2 | 2 | good",
                "F01CTRL/XCBR1.Pos.stVal | input:0 uint16 | | F01CTRL/XCBR1.Pos.stVal=bad | 0003 | 3 | good",
                "L/power | L/set | | L/power=10.3 | 0015 | 10.5 | good",
                "L/power | L/set | | L/power=700 | 00C8 | 100.0 | invalid overflow",
                "L/power | L/big | | L/power=65538 | 0002 0001 | 65538 | good",
                "L/power | L/watts | | L/power=1.25 | 0000 04E2 | 1250 | good",
                "L/warm | L/kelvin | | L/warm=20 | 7283 | 293.15 | good"
            })
    void receiversGetWhatThePointCarries(
            String sources, String to, String transform, String given, String raw, String value, String quality) {
        RowTrial.Received received = trial(sources, to, transform == null ? "" : transform, given)
                .of("k")
                .orElseThrow();
        assertThat(received.raw()).isEqualTo(raw);
        assertThat(received.value().value()).hasToString(value);
        assertThat(received.value().quality()).hasToString(quality);
        assertThat(received.isQualitySent()).isEqualTo(to.startsWith("M_"));
    }

    @Test
    void whatIsNoValueOfTheSourceIsRefused() {
        for (String wrong : List.of("L/current=401", "L/current=x", "L/power=1 nosuch", "L/power=1e999999999")) {
            assertThatThrownBy(() -> trial(wrong.substring(0, wrong.indexOf('=')), "M_ME_TF_1 1", "", wrong))
                    .isInstanceOf(RefusedException.class);
        }
        assertThatThrownBy(() -> trial("L/on", "M_SP_TB_1 1", "", "L/on=2")).isInstanceOf(RefusedException.class);
        assertThat(trial("L/on", "M_ME_TF_1 1", "", "L/on=on").wrong()).containsExactly("row");
        assertThatThrownBy(() -> trial("L/power", "M_ME_TF_1 1", "", "L/powr=1"))
                .isInstanceOf(UnknownNameException.class);
        assertThat(trial("L/power L/current", "M_ME_TF_1 1", "x1 / x2", "L/power=1")
                        .waiting())
                .containsExactly("row");
    }
}
