package org.urvant.project.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;

/** Addresses on a line of IEC 60870-5-101, whose octets are fewer than those of a network. */
class OctetCheckTest {
    private static Project line(int objectOctets, int commonOctets, int common) {
        Project site = ConnectionChange.connect(Sites.plant(), "RTU1", "line", "serial-centre");
        return ValueChange.set(
                site,
                "RTU1",
                Map.of(
                        "line.object-octets", String.valueOf(objectOctets),
                        "line.common-octets", String.valueOf(commonOctets),
                        "line.common-address", String.valueOf(common)));
    }

    private static List<String> found(Project site, String point) {
        Device rtu = site.device("RTU1");
        List<Mapping> rows = new ArrayList<>(rtu.mappings());
        rows.add(new Mapping(
                "k1",
                "tried",
                "",
                new Mapping.End("own", "DI1"),
                new Mapping.End("line", point),
                true,
                Position.in("test")));
        Project changed = site.with(rtu.withMappings(rows));
        return ProjectCheck.check(changed, changed.device("RTU1")).stream()
                .filter(finding -> finding.rule().id().equals("value-out-of-range"))
                .map(Finding::message)
                .toList();
    }

    /** Columns: octets of objects and of common addresses, the line's common address, the point, and what is said. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            1 | 1 | 254 | M_SP_NA_1 255         |
            1 | 1 | 7   | M_SP_NA_1 256         | address 256 does not fit in the one octet of line, which hold 1 to 255
            2 | 1 | 7   | M_SP_NA_1 255.255     |
            2 | 1 | 7   | M_SP_NA_1 1.0.0       | address 65536 does not fit in the 2 octets of line, which hold 1 to 65535
            3 | 2 | 7   | M_SP_NA_1 255.255.255 |
            2 | 1 | 255 | M_SP_NA_1 1           | common address 255 does not fit in the one octet of line, which hold 1 to 254
            2 | 2 | 255 | M_SP_NA_1 1           |
            2 | 1 | 7   | M_SP_NA_1 1 of 255    | common address 255 does not fit in the one octet of line, which hold 1 to 254
            2 | 1 | 7   | M_SP_NA_1 1 of 8      |
            2 | 1 | 7   | M_SP_NA_1 1 of 7      | common address 7 is that of line itself
            """)
    void anAddressIsHeldAgainstTheOctetsOfItsLine(
            int objectOctets, int commonOctets, int common, String point, String message) {
        List<String> found = found(line(objectOctets, commonOctets, common), point);
        if (message == null) {
            assertThat(found).isEmpty();
        } else {
            assertThat(found).containsExactly(message);
        }
    }

    @Test
    void whatIsProposedFitsOrIsRefused() {
        Project site = line(1, 1, 7);
        SignalMapping.Request request = SignalMapping.Request.ofSignals("DI1").to("line");
        assertThatThrownBy(() -> SignalMapping.plan(site, "RTU1", request))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("no address is free in 2001-2999");
        SignalMapping.Request low = new SignalMapping.Request(
                request.signals(),
                Optional.empty(),
                Optional.empty(),
                List.of(),
                request.receiver(),
                OptionalInt.of(9),
                Optional.empty(),
                Optional.empty());
        assertThat(SignalMapping.plan(site, "RTU1", low).proposal().rows())
                .extracting(Mapping::destination)
                .containsExactly("M_SP_TB_1 9");
    }
}
