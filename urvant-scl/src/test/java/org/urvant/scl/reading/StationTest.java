package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.scl.ExternalReference;
import org.urvant.scl.Ied;
import org.urvant.scl.IedComparison;
import org.urvant.scl.IedContent;
import org.urvant.scl.LogicalNode;
import org.urvant.scl.SclFile;
import org.urvant.scl.SitePart;
import org.urvant.scl.TypeComparison;

/** What is counted and compared without views of a station is what its views say. */
class StationTest {
    private static String text;
    private static SclFile station;

    @BeforeAll
    static void read() throws IOException {
        text = Files.readString(Path.of("../demo/skarholm.scd"));
        station = file(text);
    }

    private static SclFile file(String content) {
        return new SclReader().read(content.getBytes(StandardCharsets.UTF_8), "station.scd");
    }

    @Test
    void theContentOfAnIedIsThatOfItsNodes() {
        for (Ied ied : station.ieds()) {
            List<LogicalNode> nodes = ied.allNodes();
            List<ExternalReference> inputs =
                    nodes.stream().flatMap(node -> node.inputs().stream()).toList();
            assertThat(ied.content())
                    .as(ied.name())
                    .isEqualTo(new IedContent(
                            nodes.stream()
                                    .mapToInt(node -> node.dataSets().size())
                                    .sum(),
                            nodes.stream()
                                    .mapToInt(node -> node.reportControls().size())
                                    .sum(),
                            nodes.stream()
                                    .mapToInt(node -> node.gooseControls().size())
                                    .sum(),
                            nodes.stream()
                                    .mapToInt(
                                            node -> node.sampledValueControls().size())
                                    .sum(),
                            inputs.size(),
                            (int) inputs.stream()
                                    .filter(input -> !input.isBound())
                                    .count()));
        }
        IedContent all = station.ieds().stream()
                .map(Ied::content)
                .reduce(IedContent::plus)
                .orElseThrow();
        assertThat(all.dataSets()).isPositive();
        assertThat(all.inputs()).isGreaterThan(all.unbound());
    }

    @Test
    void aPartCountsWhatIsInIt() {
        assertThat(station.site()).isNotEmpty().allSatisfy(StationTest::counts);
    }

    private static void counts(SitePart part) {
        assertThat(part.size())
                .isEqualTo(part.parts().stream()
                        .mapToInt(inner -> 1 + inner.size())
                        .sum());
        for (SitePart.Kind kind : SitePart.Kind.values()) {
            assertThat(part.count(kind))
                    .isEqualTo((part.kind() == kind ? 1 : 0)
                            + part.parts().stream()
                                    .mapToInt(inner -> inner.count(kind))
                                    .sum());
        }
        part.parts().forEach(StationTest::counts);
    }

    /** Columns: what is written otherwise in the newer file, and whether some IED differs for it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            <EnumVal ord="1">    | <EnumVal ord="77">new</EnumVal><EnumVal ord="1"> | true
            dchg="true"          | dchg="false"                                     | true
            confRev="1"          | confRev="2"                                      | true
            <P type="IP">        | <P type="IP">192.0.2.250</P><P type="X-OLD">     | true
            toolID="             | toolID="made                                     | false
            """)
    void typesComparedOnceSayWhatEachPairOfIedsSays(String from, String to, boolean isDifferent) {
        SclFile newer = file(text.replaceFirst(from, to));
        TypeComparison types = TypeComparison.between(station, newer);
        int differences = 0;
        for (Ied ied : station.ieds()) {
            Ied other = newer.ied(ied.name()).orElseThrow();
            assertThat(IedComparison.of(ied, other, types)).isEqualTo(IedComparison.of(ied, other));
            differences += IedComparison.of(ied, other, types).size();
        }
        assertThat(differences > 0).isEqualTo(isDifferent);
    }
}
