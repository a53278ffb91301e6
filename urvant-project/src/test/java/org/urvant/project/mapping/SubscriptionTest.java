package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.DataSet;
import org.urvant.scl.Ied;
import org.urvant.scl.ReportControl;
import org.urvant.scl.SclSketch;

/** The fewest blocks, held against all sets of blocks. */
class SubscriptionTest {
    private static final int OBJECTS = 8;

    private static Ied made(Random random, int blocks) {
        StringBuilder sketch = new StringBuilder();
        sketch.append(
                "IED name=A\n  AccessPoint name=P\n    Server\n      LDevice inst=L\n        LN0 lnClass=LLN0 lnType=N\n");
        for (int i = 0; i < blocks; i++) {
            sketch.append("          DataSet name=d").append(i).append('\n');
            for (int object = 0; object < OBJECTS; object++) {
                if (random.nextInt(3) == 0) {
                    sketch.append("            FCDA ldInst=L lnClass=LLN0 doName=O")
                            .append(object)
                            .append(" fc=")
                            .append(object % 2 == 0 ? "ST" : "MX")
                            .append('\n');
                }
            }
        }
        for (int i = 0; i < blocks; i++) {
            sketch.append("          ReportControl name=r")
                    .append(i)
                    .append(" datSet=d")
                    .append(i)
                    .append(" buffered=")
                    .append(random.nextBoolean())
                    .append('\n');
        }
        sketch.append("DataTypeTemplates\n  LNodeType id=N lnClass=LLN0\n");
        for (int object = 0; object < OBJECTS; object++) {
            sketch.append("    DO name=O")
                    .append(object)
                    .append(" type=")
                    .append(object % 2 == 0 ? "S" : "M")
                    .append('\n');
        }
        sketch.append("  DOType id=S cdc=SPS\n    DA name=stVal bType=BOOLEAN fc=ST\n");
        sketch.append("  DOType id=M cdc=MV\n    DA name=mag bType=FLOAT32 fc=MX\n");
        return SclSketch.file("version=2007 revision=B", sketch.toString())
                .ied("A")
                .orElseThrow();
    }

    private static Set<DataAttribute> carried(ReportControl report, List<DataAttribute> signals) {
        Set<DataAttribute> carried = new HashSet<>();
        DataSet set = report.dataSet().orElseThrow();
        signals.stream().filter(set::carries).forEach(carried::add);
        return carried;
    }

    @Property(tries = 120)
    void theFewestBlocksThatCarryEverythingAreChosen(
            @ForAll long seed, @ForAll @IntRange(min = 1, max = 7) int blocks) {
        Ied ied = made(new Random(seed), blocks);
        List<DataAttribute> signals = ied.nodes().get(0).attributes();
        List<ReportControl> reports = ied.nodes().get(0).reportControls();
        Set<DataAttribute> reachable = new HashSet<>();
        reports.forEach(report -> reachable.addAll(carried(report, signals)));
        int fewest = reachable.isEmpty() ? 0 : blocks;
        for (int set = 1; set < 1 << blocks; set++) {
            Set<DataAttribute> covered = new HashSet<>();
            for (int i = 0; i < blocks; i++) {
                if ((set >> i & 1) != 0) {
                    covered.addAll(carried(reports.get(i), signals));
                }
            }
            fewest = covered.equals(reachable) ? Math.min(fewest, Integer.bitCount(set)) : fewest;
        }
        Subscription.Cover cover = Subscription.cover(ied, signals);
        assertThat(cover.subscriptions()).hasSize(fewest);
        List<DataAttribute> given = new ArrayList<>();
        cover.subscriptions().forEach(subscription -> given.addAll(subscription.signals()));
        assertThat(given).doesNotHaveDuplicates().containsExactlyInAnyOrderElementsOf(reachable);
        assertThat(cover.uncarried())
                .containsExactlyElementsOf(signals.stream()
                        .filter(signal -> !reachable.contains(signal))
                        .toList());
    }

    /** Beyond the exact bound the answer may be larger than the smallest, but still carries all that can be carried. */
    @Property(tries = 20)
    void manyBlocksStillCarryEverything(@ForAll long seed) {
        Ied ied = made(new Random(seed), 20);
        List<DataAttribute> signals = ied.nodes().get(0).attributes();
        Subscription.Cover cover = Subscription.cover(ied, signals);
        assertThat(cover.uncarried()).allSatisfy(signal -> assertThat(ied.nodes().get(0).reportControls().stream()
                        .filter(report -> report.dataSet().orElseThrow().carries(signal)))
                .isEmpty());
        assertThat(cover.subscriptions().size()).isLessThanOrEqualTo(OBJECTS);
    }
}
