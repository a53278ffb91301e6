package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.text.ShortName;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.project.mapping.Subscription;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SclReader;
import org.urvant.scl.selection.FoundSignal;
import org.urvant.scl.selection.Query;

class SelectionTest {
    private static final Ied F01 = new SclReader()
            .read(Path.of("../demo/F01.cid"), "F01.cid")
            .ied("F01")
            .orElseThrow();

    private static final SclFile STATION = new SclReader().read(Path.of("../demo/skarholm.scd"), "skarholm.scd");

    @TempDir
    Path root;

    private static List<DataAttribute> find(String query) {
        return Query.parse(query).find(F01);
    }

    @Test
    void aPickServesTheNextRelayOfItsTypeAndKeepsWhatWasMappedBefore() {
        ProjectFolder folder = Skarholm.make(root.resolve("site"));
        Project project = folder.load();
        List<Mapping> rows = project.device("GW1").mappings();
        assertThat(project.pick("feeder").queries()).isEqualTo(Skarholm.pick().queries());
        assertThat(rows).hasSize(2 * Skarholm.pick().signals(F01).size());
        assertThat(rows).extracting(Mapping::destination).doesNotHaveDuplicates();
        assertThat(rows).extracting(Mapping::name).doesNotHaveDuplicates();
        assertThat(rows)
                .filteredOn(row -> !row.isUsed())
                .as("commands arrive switched off")
                .allSatisfy(row -> assertThat(row.source()).startsWith("C_DC_NA_1"))
                .hasSize(2);
        SignalMapper.Proposal again = SignalMapper.propose(
                project,
                project.device("GW1"),
                "scada",
                MappedSignal.of(project.ieds().stream()
                        .flatMap(ied -> project.pick("feeder").signals(ied).stream())
                        .toList()),
                OptionalInt.empty());
        assertThat(again.rows()).isEmpty();
        assertThat(again.present()).hasSize(rows.size());
    }

    /** A search reads the index by a short way; whatever the index looks like, it must find what the whole project has. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            sources:    | sources:
            sources:    | # by hand⏎sources:
            sources:    | sources: # by hand
            F01.cid:    | "F01.cid":
            F01.cid:    | F01.cid:⏎    unwanted: [F01]
            """)
    void aSearchFindsWhatTheProjectHas(String from, String to) throws Exception {
        ProjectFolder folder = Skarholm.make(root.resolve("site"));
        Path index = folder.root().resolve("sources/index.yaml");
        Files.writeString(index, Files.readString(index).replace(from, to.replace("⏎", "\n")));
        for (int round = 0; round < 2; round++) { // made, then from the cache
            assertThat(folder.signals().stream()
                            .flatMap(found -> found.ieds().stream())
                            .toList())
                    .isNotEmpty()
                    .isEqualTo(folder.load().iedNames());
            assertThat(Query.parse("").search(folder.signals()).signals(0, Long.MAX_VALUE))
                    .extracting(FoundSignal::reference)
                    .isEqualTo(folder.load()
                            .signals()
                            .map(DataAttribute::reference)
                            .toList());
        }
    }

    @Test
    void whatCannotBeCarriedIsLeftOutWithTheReason() {
        assertThat(find("do:Pos ln:XCBR")).allSatisfy(signal -> {
            MappedSignal mapped = new MappedSignal.OfIed(signal);
            assertThat(mapped.shape().isPresent()).isEqualTo(signal.path().endsWith(".stVal"));
            assertThat(mapped.reason().isEmpty()).isEqualTo(mapped.shape().isPresent());
        });
        assertThat(new MappedSignal.OfIed(find("ln:XCBR do:Pos da:q").get(0)).reason())
                .contains("travels with its value");
    }

    @Test
    void reportsFollowFromWhatIsMappedAndNothingElse() {
        Subscription.Cover cover = Subscription.cover(
                F01,
                find("kind:position").stream()
                        .filter(s -> s.node().nodeClass().startsWith("X"))
                        .toList());
        assertThat(cover.subscriptions())
                .extracting(s -> s.report().reference())
                .containsExactly("F01CTRL/LLN0.BR.status");
        assertThat(cover.uncarried()).isEmpty();
        Subscription.Cover all = Subscription.cover(F01, find("kind:voltage"));
        assertThat(all.subscriptions()).extracting(s -> s.signals().size()).containsExactly(3);
        assertThat(all.uncarried()).as("phase voltages are in no dataset").hasSize(3);
        assertThat(Subscription.cover(F01, find("kind:command")).subscriptions())
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "F01 Line earthing switch position,28,F01 Line earth. sw. pos.",
        "F01 Trip,28,F01 Trip",
        "F01 Trip,4,F01",
        "Taken,28,Taken 2",
        "Taken too long to hold,5,Tak 2"
    })
    void namesAreShortenedAndStayUnlike(String full, int longest, String expected) {
        String name = ShortName.of(
                full, longest, Map.of("earthing", "earth.", "switch", "sw.", "position", "pos."), Set.of("Taken"));
        assertThat(name).isEqualTo(expected);
        assertThat(name.length()).isLessThanOrEqualTo(longest);
    }

    @Test
    void anImportSaysWhatItBringsBeforeItDoes() throws Exception {
        ProjectFolder folder = Skarholm.make(root.resolve("site"));
        Path newer = root.resolve("F01-rev3.cid");
        String text = Files.readString(Path.of("../demo/F01.cid"));
        Files.writeString(
                newer,
                text.replace("configVersion=\"2.0\"", "configVersion=\"3.0\"")
                        .replace("<DO name=\"SupWh\" type=\"MF7_BCR\"/>", "<DO name=\"TotWh\" type=\"MF7_BCR\"/>"));
        ImportPlan plan = folder.planImport(newer);
        assertThat(plan.rows()).singleElement().satisfies(row -> {
            assertThat(row.mark()).isEqualTo(ImportPlan.Standing.CHANGED);
            assertThat(row.differences())
                    .extracting(each -> each.change() + " " + each.what())
                    .contains(
                            "CHANGED F01 configVersion",
                            "REMOVED F01MEAS/MMTR1.SupWh.actVal",
                            "ADDED F01MEAS/MMTR1.TotWh.actVal");
        });
        assertThat(plan.replaced(List.of("F01"))).containsExactly("F01.cid");
        assertThat(folder.planImport(Path.of("../demo/F01.cid")).rows())
                .allMatch(row -> row.mark() == ImportPlan.Standing.SAME);
        folder.carryOut(plan, List.of("F01"));
        assertThat(folder.root().resolve("sources/F01.cid")).doesNotExist();
        assertThat(folder.load().ied("F01").orElseThrow().configVersion()).isEqualTo("3.0");
        folder.carryOut(folder.planImport(newer), List.of());
        assertThat(folder.load().iedNames()).as("nobody ticked F01").containsExactly("F02");
    }
}
