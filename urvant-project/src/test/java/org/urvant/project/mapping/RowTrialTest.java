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
import org.urvant.project.TreatmentText;
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

    /** Columns: point of the other side, its receiver, treatment, command, what goes over the line, value, what became of it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            C_SE_NC_1 1        | L/set | -                                    | 35.26  | 0047      | 35.5  | passed on
            C_SE_NC_1 1        | L/set | factor=0.1                           | 350    | 0046      | 35.0  | passed on
            C_SE_NC_1 1        | L/set | factor=0.1                           | 1000.5 | -         | 1000.5 | refused: beyond 0 to 100
            C_SE_NC_1 1        | L/set | factor=-1 offset=100                 | 100    | 0000      | 0.0   | passed on
            C_SE_NC_1 1        | L/set | most=80                              | 80.25  | -         | 80.25 | refused: beyond … to 80
            C_SE_NC_1 1        | L/set | least=5 most=80 outside=clamp        | 80.25  | 00A0      | 80.0  | passed on
            C_SE_NC_1 1        | L/set | least=5 most=80 outside=clamp        | -7     | 000A      | 5.0   | passed on
            C_SE_NB_1 1 select | L/big | factor=100000                        | 32767  | 4E9C C34F | 3276700000 | -
            C_SE_NB_1 1        | L/big | factor=1000                          | -32768 | 0000 FE0C | -32768000 | passed on
            C_SE_NB_1 1        | L/big | offset=0.5                           | 1      | 0002 0000 | 2     | passed on
            holding:9 uint16   | L/set | factor=0.01                          | 5000   | 0064      | 50.0  | passed on
            C_DC_NA_1 1 select | F01CTRL/CSWI1.Pos.Oper.ctlVal | -             | on    | on        | true  | passed on
            """)
    void aCommandIsScaledAndRefusedBeyondItsLimits(
            String from, String to, String treatment, String command, String onLine, String value, String answer) {
        Device device = SITE.device("GW1");
        String connection = from.startsWith("C_") ? "scada" : "panel";
        Map<String, String> parts = new LinkedHashMap<>();
        for (String part : treatment == null ? new String[0] : treatment.split(" ")) {
            parts.put(part.substring(0, part.indexOf('=')), part.substring(part.indexOf('=') + 1));
        }
        Mapping row = new Mapping(
                "k",
                new Mapping.Title("row", "", ""),
                List.of(new Mapping.End(connection, from)),
                new Mapping.End(to.startsWith("L/") ? "bus" : "F01", to),
                new Mapping.Handling("", TreatmentText.read(parts)),
                true,
                Position.in("test"));
        Project site = SITE.with(device.withMappings(List.of(row)));
        String name = connection + "." + from.replace(" select", "");
        RowTrial.Received received = RowTrial.of(site, site.device("GW1"), Map.of(name, command), NOW)
                .received()
                .get(0);
        if (answer == null) { // more than 32 bits hold
            assertThat(received.answer()).startsWith("refused: beyond -2147483648 to");
            return;
        }
        assertThat(received.raw()).isEqualTo(onLine == null ? "" : onLine);
        assertThat(received.value().value()).hasToString(value);
        assertThat(received.answer()).isEqualTo(answer);
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
                "L/power | M_ME_TF_1 1 | | L/power=123456789 | 1.23456792E8 | 1.23456792E8 | good",
                "L/current | M_ME_TF_1 1 | x * 1000000.3 | L/current=33.4 | 3.340001E7 | 3.340001E7 | good",
                "L/power | M_ME_TF_1 1 | | L/power=1e39 | 3.4028235E38 | 3.4028235E38 | good",
                "L/power | M_ME_TF_1 1 | x * 10 | L/power=1e38 | 0.0 IV OV | 0.0 | invalid overflow",
                "L/power | M_ME_TD_1 1 | x | L/power=0.3 | 0.2999878 | 0.29998779296875 | good",
                "L/power | M_ME_TD_1 1 | x | L/power=1 | 0.9999695 IV OV | 0.999969482421875 | invalid overflow",
                "L/power | input:0 float64 ABCDEFGH | x / 3 | L/power=1 | 3FD5 5555 5555 5555 | 0.3333333333333333 | good",
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
