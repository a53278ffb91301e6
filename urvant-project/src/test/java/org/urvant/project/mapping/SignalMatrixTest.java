package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.ProgramMapping;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.kit.Sites;

/** Which signal goes where: a relay's position and command at a control centre and a panel, and a program that reads and gives. */
class SignalMatrixTest {
    private static final String POSITION = "F01CTRL/XCBR1.Pos.stVal";
    private static final String COMMAND = "F01CTRL/CSWI1.Pos.Oper.ctlVal";

    @Test
    void signalsStandDownAndConnectionsAcross() {
        Project site = Sites.gateway(Sites.imported(Sites.empty(), "F01.cid"), "GW1", "192.0.2.20", "47");
        site = ConnectionChange.connect(site, "GW1", "panel", "panel");
        site = Sites.mapped(site, "GW1", OptionalInt.empty(), POSITION, COMMAND);
        site = SignalMapping.plan(
                        site, "GW1", SignalMapping.Request.ofSignals(POSITION).to("panel"))
                .after();
        site = ProgramMapping.toPrograms(site, "GW1", POSITION, "position", Optional.empty())
                .after();
        site = ProgramMapping.ofPrograms(
                        site,
                        "GW1",
                        "ready",
                        Optional.empty(),
                        Shape.of(Form.LOGICAL, Access.READ),
                        Optional.of("scada"))
                .after();
        SignalMatrix matrix = SignalMatrix.of(site, site.device("GW1"));
        assertThat(matrix.columns()).containsExactly("panel", "program", "scada");
        assertThat(matrix.shown(POSITION, "scada")).isEqualTo("M_DP_TB_1 1001");
        assertThat(matrix.shown(POSITION, "panel")).isEqualTo("input:0 uint16");
        assertThat(matrix.shown(POSITION, "program")).isEqualTo("mapped.position");
        assertThat(matrix.shown(COMMAND, "scada")).isEqualTo("← C_DC_NA_1 6001 select (off)");
        assertThat(matrix.shown("mapped.ready", "scada")).startsWith("M_SP_TB_1 ");
        assertThat(matrix.shown(COMMAND, "panel")).isEmpty();
        assertThat(matrix.at("nothing", "panel")).isEmpty();
    }
}
