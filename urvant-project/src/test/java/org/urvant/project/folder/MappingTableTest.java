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
