package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Finding;
import org.urvant.project.Mapping;
import org.urvant.project.TreatmentText;

class MappingTableTest {
    private static final String HEADING = "key,name,from,source,to,destination,use,transform\n";

    private final List<Finding> findings = new ArrayList<>();

    private List<Mapping> read(String rows) {
        return MappingTable.read("RTU1", "mappings/RTU1.csv", HEADING + rows, findings::add);
    }

    /** Columns: the cells from and source, and the ends they stand for. */
    @ParameterizedTest
    @CsvSource({
        "own,DI1,own DI1",
        "own,DI1; DI2,own DI1|own DI2",
        "F01; F02,A/B.c.d;E/F.g.h,F01 A/B.c.d|F02 E/F.g.h",
        "own; own ;F01,DI1; DI2; A/B.c.d,own DI1|own DI2|F01 A/B.c.d"
    })
    void sourcesOfOneRowStandInOneCell(String from, String source, String ends) {
        List<Mapping> rows =
                read("k1,n," + from + "," + source + ",scada,M_SP_TB_1 1,yes,\"x1 AND MAX(x1, x2) > \"\"a\"\"\"\n");
        assertThat(findings).isEmpty();
        assertThat(rows.get(0).origins())
                .extracting(end -> end.connection() + " " + end.point())
                .containsExactly(ends.split("\\|"));
        assertThat(rows.get(0).transform()).isEqualTo("x1 AND MAX(x1, x2) > \"a\"");
        String written = MappingTable.write(rows);
        assertThat(MappingTable.read("RTU1", "mappings/RTU1.csv", written, findings::add))
                .usingRecursiveComparison()
                .isEqualTo(rows);
        assertThat(MappingTable.write(rows)).isEqualTo(written);
    }

    /** Columns: the cells for factor, offset, least, most, outside, dead-band, delay and identifier, and what they say. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            0.10,-5,0,100,clamp,0.5,,level | {dead-band=0.5, factor=0.10, least=0, most=100, offset=-5, outside=clamp}
            ,,,100,,,,                     | {most=100, outside=flag}
            ,,,,,,1.5s,                    | {delay=1s500ms}
            ,,,,,,1m30s,                   | {delay=1m30s}
            1,0,,,,0,0s,                   | {}
            0,,,,,,,                       | factor is '0'; expected a number other than 0
            1e9,,,,,,,                     | factor is '1e9'; expected a number such as 0.1
            1234567890123456789,,,,,,,     | of at most 18 digits before and after the point
            ,,5,1,,,,                      | least, 5, is above most, 1
            ,,,,clamp,,,                   | outside is 'clamp' without a limit
            ,,0,,hold,,,                   | outside is 'hold'; expected clamp or flag
            ,,,,,-1,,                      | dead-band is '-1'; expected 0 or more
            ,,,,,,25h,                     | delay is '25h'; expected a time up to 24h
            ,,,,,,3,                       | delay is '3'; expected a time
            """)
    void howAValueIsTreatedStandsInColumns(String cells, String expected) {
        String heading =
                "key,name,from,source,to,destination,use," + String.join(",", TreatmentText.PARTS) + ",identifier\n";
        List<Mapping> rows = MappingTable.read(
                "RTU1",
                "mappings/RTU1.csv",
                heading + "k1,n,own,AI1,scada,M_ME_TF_1 1,yes," + cells + "\n",
                findings::add);
        if (!expected.startsWith("{")) {
            assertThat(rows).isEmpty();
            assertThat(findings).singleElement().satisfies(finding -> {
                assertThat(finding.position()).hasToString("mappings/RTU1.csv:2");
                assertThat(finding.message()).contains(expected);
            });
            return;
        }
        assertThat(findings).isEmpty();
        assertThat(TreatmentText.of(rows.get(0).treatment())).hasToString(expected);
        String written = MappingTable.write(rows);
        assertThat(MappingTable.read("RTU1", "mappings/RTU1.csv", written, findings::add))
                .usingRecursiveComparison()
                .isEqualTo(rows);
    }

    @Test
    void aTableWithoutCalculationsHasNoColumnForThem() {
        assertThat(MappingTable.write(read("k1,n,own,DI1,scada,M_SP_TB_1 1,yes,\n")))
                .startsWith("key,name,from,source,to,destination,use\n");
    }

    @Test
    void whatDoesNotPairUpIsReportedWithItsLine() {
        String many = String.join("; ", Collections.nCopies(65, "DI1"));
        assertThat(read("k1,n,own; F01,DI1; DI2; DI3,scada,M_SP_TB_1 1,yes,x1\n" + "k2,n,own," + many
                        + ",scada,M_SP_TB_1 2,yes,x1\nk3,n,own,DI1,scada,M_SP_TB_1 3,yes,\n"))
                .extracting(Mapping::key)
                .containsExactly("k3");
        assertThat(findings)
                .extracting(finding -> finding.position() + " " + finding.message())
                .containsExactly(
                        "mappings/RTU1.csv:2 the row has 2 connections in 'from' and 3 points in 'source'",
                        "mappings/RTU1.csv:3 the row has 65 sources; at most 64 can be");
    }
}
