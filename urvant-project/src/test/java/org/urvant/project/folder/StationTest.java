package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.SourceRemoval;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.mapping.ConnectionFit;
import org.urvant.project.mapping.MappingRules;
import org.urvant.project.mapping.ReportPlan;
import org.urvant.project.mapping.SignalUse;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.SclRules;
import org.urvant.scl.reading.SclReader;
import org.urvant.scl.selection.Hits;
import org.urvant.scl.selection.Query;
import org.urvant.scl.selection.SignalIndex;

/** Choosing from a station, and what hangs on an import: expected by hand from the demo station's file. */
class StationTest {
    private static final SclFile STATION =
            new SclReader().read(Path.of("../demo/skarholm.scd"), "sources/skarholm.scd");
    private static final SignalIndex INDEX = SignalIndex.of(STATION);

    @TempDir
    Path root;

    private ProjectFolder folder;

    @BeforeEach
    void skarholm() {
        folder = Skarholm.make(root.resolve("site"));
    }

    private static Hits search(String query) {
        return Query.parse(query, Map.of("trips", "kind:trip not ln:PTRC")).search(List.of(INDEX));
    }

    @Test
    void aKeptIndexIsReadBackOrMadeAgain() throws IOException {
        byte[] octets = INDEX.octets();
        SignalIndex back = SignalIndex.read(octets, "sources/skarholm.scd").orElseThrow();
        assertThat(back.octets()).isEqualTo(octets);
        assertThat(Query.parse("kind:trip breaker")
                        .search(List.of(back))
                        .signals(0, 50)
                        .toString())
                .isEqualTo(search("kind:trip breaker").signals(0, 50).toString());
        for (int length = 0; length < octets.length; length += 997) {
            assertThat(SignalIndex.read(java.util.Arrays.copyOf(octets, length), "x"))
                    .isEmpty();
            byte[] broken = octets.clone();
            broken[length] ^= 1;
            assertThat(SignalIndex.read(broken, "x")).isEmpty();
        }
    }

    @Test
    void savedQueriesAreKeptWithTheProject() {
        folder.saveQuery("trips", "kind:trip not ln:PTRC");
        assertThat(folder.queries()).containsEntry("trips", "kind:trip not ln:PTRC");
        assertThat(Query.parse("saved:trips", folder.queries())
                        .search(folder.signals())
                        .count())
                .isEqualTo(8);
        folder.saveQuery("trips", "");
        assertThat(folder.queries()).isEmpty();
        assertThatThrownBy(() -> folder.saveQuery("a b", "kind:trip")).isInstanceOf(RefusedException.class);
    }

    @Test
    void aStationReplacesTheFilesOfItsRelaysAndKeepsWhatHangsOnThem() {
        Project before = folder.load();
        List<String> addresses = before.device("GW1").mappings().stream()
                .map(Mapping::destination)
                .toList();
        ImportPlan plan = folder.planImport(Path.of("../demo/skarholm.scd"));
        assertThat(plan.rows())
                .extracting(row -> row.ied().name(), ImportPlan.IedRow::mark)
                .contains(tuple("F01", ImportPlan.Standing.CHANGED), tuple("T01", ImportPlan.Standing.NEW));
        List<String> all = plan.file().ieds().stream().map(Ied::name).toList();
        assertThat(plan.replaced(all)).containsExactly("F01.cid", "F02.cid");
        assertThat(plan.replaced(List.of("T01", "S01")))
                .as("only what is wanted replaces")
                .isEmpty();
        folder.carryOut(plan, all);
        Project after = folder.load();
        assertThat(after.device("GW1").mappings().stream()
                        .map(Mapping::destination)
                        .toList())
                .isEqualTo(addresses);
        assertThat(ProjectCheck.blocks(ProjectCheck.check(after))).isFalse();
        assertThat(after.signal("F01CTRL/XCBR1.Pos.stVal").node().place()).isPresent();
    }

    /** The station's file has an IED named as the gateway, and other IEDs that the gateway does not ask. */
    @Test
    void aCheckOfOneDeviceSaysAllThatConcernsItAndNothingElse() throws IOException {
        folder.importScl(Path.of("../demo/skarholm.scd"));
        Skarholm.edit(folder, "mappings/GW1.csv", "M_DP_TB_1 1002", "M_DP_TB_1 1001");
        Project project = folder.load();
        List<Finding> own = ProjectCheck.check(project, project.device("GW1"));
        assertThat(ProjectCheck.blocks(own)).isTrue();
        assertThat(own).extracting(Finding::rule).contains(MappingRules.POINT_DUPLICATE, MappingRules.POINT_DISABLED);
        assertThat(own).extracting(Finding::subject).noneMatch(subject -> subject.startsWith("S01"));
        assertThat(ProjectCheck.check(project))
                .filteredOn(finding -> finding.rule() == MappingRules.NOBODY_POLLS)
                .extracting(Finding::subject)
                .containsExactlyInAnyOrder("F03", "T01", "S01");
    }

    @Test
    void aMappedSignalWithoutAPlaceIsNoticedWhereTheSiteIsKnown() throws IOException {
        assertThat(ProjectCheck.check(folder.load()))
                .as("nothing is known of the site yet")
                .noneMatch(finding -> finding.rule() == MappingRules.SIGNAL_WITHOUT_PLACE);
        Path made = root.resolve("skarholm.scd");
        Files.writeString(
                made,
                Files.readString(Path.of("../demo/skarholm.scd")).replaceAll("<LNode iedName=\"F01\"[^>]*/>", ""));
        folder.importScl(made);
        assertThat(ProjectCheck.check(folder.load()))
                .filteredOn(finding -> finding.rule() == MappingRules.SIGNAL_WITHOUT_PLACE)
                .isNotEmpty()
                .allSatisfy(finding -> assertThat(finding.message()).startsWith("F01"));
    }

    @Test
    void namesAndPlacesComeFromTheSite() throws IOException {
        folder.importScl(Path.of("../demo/skarholm.scd"));
        Skarholm.edit(folder, "urvant.yaml", "{ied} {description} {phase}", "{level} {bay} {equipment} {object}");
        Skarholm.map(folder, "GW1", "F01CTRL/XSWI1.BlkOpn.stVal");
        Mapping row = folder.load().device("GW1").mappings().stream()
                .filter(mapping -> mapping.source().contains("BlkOpn"))
                .findFirst()
                .orElseThrow();
        assertThat(row.name()).isEqualTo("K1 F01 QB1 BlkOpn");
        assertThat(row.place()).isEqualTo("Skarholm/K1/F01/QB1");
        assertThat(Files.readString(folder.root().resolve("mappings/GW1.csv")))
                .contains("use,place\n", ",Skarholm/K1/F01/QB1");
    }

    @Test
    void anImportIsTakenOutInOneStep() {
        Project project = folder.load();
        SourceRemoval removal = SourceRemoval.of(project, "F02.cid");
        assertThat(removal.ieds()).containsExactly("F02");
        assertThat(removal.connections()).containsEntry("GW1", List.of("F02"));
        assertThat(removal.mappingCount())
                .isEqualTo(project.device("GW1").mappings().size() / 2);
        assertThat(removal.orphans()).as("F01 still fits the pick").isEmpty();
        List<String> kept = folder.carryOut(removal.change(project));
        assertThat(kept)
                .allSatisfy(copy -> assertThat(folder.root().resolve(copy)).exists());
        Project after = folder.load();
        assertThat(after.iedNames()).containsExactly("F01");
        assertThat(after.device("GW1").connections()).doesNotContainKey("F02").containsKey("F01");
        assertThat(after.device("GW1").mappings()).allMatch(row -> !(row.from() + row.to()).contains("F02"));
        assertThat(after.device("GW1").addresses().owners())
                .as("given stays given")
                .isEqualTo(project.device("GW1").addresses().owners());
        assertThat(SourceRemoval.of(after, "F01.cid").orphans()).containsExactly("feeder");
        assertThatThrownBy(() -> SourceRemoval.of(after, "F02.cid")).isInstanceOf(UnknownNameException.class);
    }

    @Test
    void twoTypesOfTemplateDoNotPassForOne() {
        folder.importScl(Path.of("../demo/tp4.icd"));
        assertThatThrownBy(() -> folder.importScl(Path.of("../demo/nb2.icd")))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("TP4");
        assertThat(folder.load().iedNames()).contains("TEMPLATE").hasSize(3);
    }

    /** The copy of F01 that F02 was made with has another revision than F01's own file; datasets changed without a new one. */
    @Test
    void revisionsAreHeldAgainstEachOther() throws IOException {
        String text = Files.readString(Path.of("../demo/skarholm.scd"));
        Path made = root.resolve("subscriber.cid");
        Files.writeString(
                made, text.replaceFirst("name=\"trips_out\"([^>]*)confRev=\"1\"", "name=\"trips_out\"$1confRev=\"7\""));
        ImportPlan plan = folder.planImport(made);
        folder.carryOut(plan, List.of("T01"));
        assertThat(ProjectCheck.check(folder.load())).anySatisfy(finding -> {
            assertThat(finding.rule()).isEqualTo(SclRules.GOOSE_REVISION_DIFFERS);
            assertThat(finding.message())
                    .contains("revision 7 of F01PROT/LLN0.GO.trips_out here; 1 in the sender's file");
        });
        Path newer = root.resolve("F01.cid");
        Files.writeString(
                newer,
                Files.readString(Path.of("../demo/F01.cid"))
                        .replaceFirst(
                                "<FCDA ldInst=\"PROT\" lnClass=\"PTRC\" lnInst=\"1\" doName=\"Tr\" fc=\"ST\"/>", ""));
        assertThat(folder.planImport(newer).check().findings())
                .extracting(Finding::rule)
                .contains(SclRules.REVISION_NOT_RAISED);
    }

    @Test
    void reportsAreTheFewestThatCarryTheSignals() throws IOException {
        folder.importScl(Path.of("../demo/skarholm.scd"));
        Project project = folder.load();
        Ied section = project.ied("S01").orElseThrow();
        ReportPlan plan = ReportPlan.of(
                project,
                "GW1",
                section,
                Query.parse("kind:position ln:X* or kind:current,voltage,frequency")
                        .find(section));
        assertThat(plan.subscriptions())
                .extracting(subscription -> subscription.report().reference())
                .containsExactly("S01BAY/LLN0.BR.positions", "S01BAY/LLN0.RP.measurements");
        assertThat(plan.uncarried()).isEmpty();
        assertThat(plan.instance()).as("instance 1 is kept for GW1 in the file").hasValue(1);
        assertThat(ReportPlan.of(
                                project,
                                "GW2",
                                section,
                                Query.parse("kind:position ln:X*").find(section))
                        .instance())
                .hasValue(2);
        ReportPlan wanting = ReportPlan.of(
                project, "GW1", section, Query.parse("kind:interlocking,health").find(section));
        assertThat(wanting.subscriptions()).isEmpty();
        assertThat(wanting.proposals()).singleElement().satisfies(proposal -> {
            assertThat(proposal.isBuffered()).isTrue();
            assertThat(proposal.dataSet()).isEqualTo("status_more");
            assertThat(proposal.members())
                    .contains("<FCDA ldInst=\"BAY\" lnClass=\"CILO\" lnInst=\"1\" doName=\"EnaOpn\" fc=\"ST\"/>");
            assertThat(proposal.obstacle()).isEmpty();
        });
        Ied relay = project.ied("F01").orElseThrow();
        assertThat(ReportPlan.of(
                                project,
                                "GW1",
                                relay,
                                Query.parse("fc:ST do:Beh da:stVal").find(relay))
                        .proposals())
                .singleElement()
                .satisfies(proposal -> assertThat(proposal.members()).hasSizeGreaterThan(20));
    }

    /** One dataset carries everything, two others a half each: one block is enough, though two would suit better. */
    @Test
    void oneBlockIsTakenWhereOneIsEnough() throws IOException {
        String text = Files.readString(Path.of("../demo/skarholm.scd"));
        String both = text.replaceFirst(
                "(<DataSet name=\"positions\"[^>]*>)",
                "$1<FCDA ldInst=\"BAY\" lnClass=\"MMXU\" lnInst=\"1\" doName=\"Hz\" fc=\"MX\"/>");
        Ied section = new SclReader().read(both.getBytes(), "s.scd").ied("S01").orElseThrow();
        ReportPlan plan = ReportPlan.of(
                folder.load(),
                "GW9",
                section,
                Query.parse("kind:position ln:X* or kind:frequency").find(section));
        assertThat(plan.subscriptions())
                .extracting(subscription -> subscription.report().name())
                .containsExactly("positions");
    }

    @Test
    void aSignalIsExplained() {
        folder.importScl(Path.of("../demo/skarholm.scd"));
        Project project = folder.load();
        SignalUse use = SignalUse.of(project, project.signal("F01PROT/PTOC1.Str.general"));
        assertThat(use.steps())
                .extracting(SignalUse.PathStep::part)
                .containsExactly("F01", "F01PROT", "PTOC1", "Str", "general");
        assertThat(use.steps().get(2).meaning()).contains("time overcurrent");
        assertThat(use.carriers())
                .extracting(block -> block.reference())
                .containsExactly("F01PROT/LLN0.BR.trips", "F01PROT/LLN0.GO.trips_out");
        assertThat(use.receivers())
                .extracting(input -> input.node().reference() + " " + input.internalAddress())
                .containsExactly("T01PROT/LLN0 block-F01");
        SignalUse mapped = SignalUse.of(project, project.signal("F01CTRL/XCBR1.Pos.stVal"));
        assertThat(mapped.mappings()).extracting(SignalUse.Use::device).containsExactly("GW1");
    }

    @Test
    void theFitOfAConnectionIsKnownBeforeAnImport() {
        Project project = folder.load();
        List<ConnectionFit> fits = ConnectionFit.of(
                project.device("GW1"), project.type(project.device("GW1")).orElseThrow(), STATION.ieds());
        assertThat(fits)
                .filteredOn(fit -> !fit.fits())
                .extracting(fit -> fit.ied().name())
                .containsExactly("GW1");
        assertThat(fits)
                .filteredOn(fit -> fit.ied().name().equals("M01"))
                .singleElement()
                .satisfies(fit -> assertThat(fit.hints()).anyMatch(hint -> hint.contains("no report control block")));
        Ied template = new SclReader()
                .read(Path.of("../demo/tp4.icd"), "tp4.icd")
                .ieds()
                .get(0);
        List<Ied> many = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            many.add(template);
        }
        List<ConnectionFit> full = ConnectionFit.of(
                project.device("GW1"), project.type(project.device("GW1")).orElseThrow(), many);
        assertThat(full.get(0).hints()).anyMatch(hint -> hint.contains("gives no address"));
        assertThat(full)
                .filteredOn(ConnectionFit::fits)
                .as("32, of which 2 are used")
                .hasSize(30);
        assertThat(new TreeSet<>(full.get(39).obstacles())).anyMatch(text -> text.contains("all 32 connections"));
    }
}
