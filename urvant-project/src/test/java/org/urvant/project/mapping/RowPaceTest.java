package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Position;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.list.ListReader;
import org.urvant.core.point.list.ListRequest;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.ListImport;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;

/** How often values of rows come, and how finely they are told apart. */
class RowPaceTest {
    private static final Project SITE = site();

    private static Project list(Project site, String name, String protocol, List<List<String>> lines) {
        List<ListReader.Row> rows = new ArrayList<>();
        lines.stream()
                .skip(1)
                .forEach(line ->
                        rows.add(new ListReader.Row(line, Map.of(), null, Position.line(name, rows.size() + 2))));
        ListRequest request =
                new ListRequest(name, PointSpaces.byId(protocol), Map.of(), Map.of("station", "7"), List.of(), false);
        return ListImport.plan(site, ListReader.read(request, lines.get(0), Position.line(name, 1), rows), false)
                .after();
    }

    private static Project site() {
        Project site = list(
                Sites.skarholm(),
                "PD1",
                "modbus",
                List.of(
                        List.of("name", "point", "factor", "unit", "access"),
                        List.of("Current", "input:1 uint16", "0.1", "A", ""),
                        List.of("Energy", "input:2 uint64 ABCDEFGH", "", "Wh", ""),
                        List.of("Power", "input:6 float32 ABCD", "", "kW", ""),
                        List.of("Far", "input:200 int16", "", "", ""),
                        List.of("Running", "discrete:1", "", "", "")));
        site = list(
                site, "NB1", "iec60870-5-104", List.of(List.of("name", "point"), List.of("Level", "M_ME_TF_1 1001")));
        site = ConnectionChange.connect(site, "GW1", "pumps", "field-bus");
        site = ConnectionChange.connect(site, "GW1", "isle", "neighbour");
        site = ConnectionChange.connect(site, "GW1", "panel", "panel");
        return ValueChange.set(site, "GW1", Map.of("pumps.bus", "pumps", "isle.address", "198.51.100.9"));
    }

    private static ResolvedMapping mapped(Project site, String signal) {
        Device device = site.device("GW1");
        Mapping row = device.mappings().stream()
                .filter(each -> each.source().equals(signal))
                .findFirst()
                .orElseThrow();
        return ResolvedMapping.resolve(site, device, row, finding -> {}).orElseThrow();
    }

    private static Project map(String receiver, String... signals) {
        return SignalMapping.plan(
                        SITE, "GW1", SignalMapping.Request.ofSignals(signals).to(receiver))
                .after();
    }

    /**
     * The line has 9,600 bit/s and 11 bits an octet (MODBUS over serial line V1.02, 2.5.1): requests of 8 octets, answers of 5
     * and two a register, a silence of 3.5 octets before each frame.
     */
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            textBlock =
                    """
            F01CTRL/XCBR1.Pos.stVal,   REPORTED, F01CTRL/LLN0.BR.status, 60000
            F01PROT/PTOC1.Op.general,  REPORTED, F01PROT/LLN0.BR.trips,  -
            PD1/current,               ASKED,    pumps,                  70
            NB1/level,                 SENT,     isle,                   -
            """)
    void valuesComeAsTheirSourceSendsThem(String signal, RowPace.Kind kind, String by, Integer millis) {
        Project site = ValueChange.set(
                map(
                        "scada",
                        "F01CTRL/XCBR1.Pos.stVal",
                        "F01PROT/PTOC1.Op.general",
                        "PD1/current",
                        "PD1/far",
                        "NB1/level"),
                "GW1",
                Map.of("pumps.bit-rate", "9600"));
        RowPace pace = RowPace.of(site, site.device("GW1"), mapped(site, signal), Duration.ofMillis(10))
                .orElseThrow();
        assertThat(pace.kind()).isEqualTo(kind);
        assertThat(pace.by()).isEqualTo(by);
        assertThat(pace.period().map(Duration::toMillis))
                .isEqualTo(Optional.ofNullable(millis).map(Integer::longValue));
    }

    /** Columns: signal, connection, steps of what arrives, and digits; ISO/IEC 60559 for those of floating point numbers. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            textBlock =
                    """
            PD1/current, scada, 0.1, 7
            PD1/energy,  scada, 1,   7
            PD1/power,   scada, -,   7
            PD1/far,     scada, 1,   -
            PD1/power,   panel, -,   7
            PD1/far,     panel, 1,   -
            PD1/running, scada, -,   -
            """)
    void valuesAreToldApartByStepsAndDigits(String signal, String receiver, BigDecimal step, Integer digits) {
        ResolvedMapping row = mapped(map(receiver, signal), signal);
        assertThat(RowStep.of(row).map(found -> found.stripTrailingZeros().toPlainString()))
                .isEqualTo(Optional.ofNullable(step).map(BigDecimal::toPlainString));
        assertThat(RowStep.digits(row).stream().boxed().findFirst()).isEqualTo(Optional.ofNullable(digits));
    }
}
