package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.list.ListReader;
import org.urvant.core.point.list.ListReading;
import org.urvant.core.point.list.ListRequest;
import org.urvant.core.point.list.ListRows;
import org.urvant.core.point.list.PointList;
import org.urvant.core.point.list.PointSet;
import org.urvant.project.Project;
import org.urvant.project.change.Change;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.ListChange;
import org.urvant.project.change.ListImport;
import org.urvant.project.change.ListRemoval;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.Renaming;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.check.ProjectCheck;
import org.urvant.scl.selection.FoundSignal;
import org.urvant.scl.selection.Query;

/** Lists of points in a project's folder: written and read, kept from being written over, found by queries. */
class PointListFolderTest {
    private static final List<String> HEADINGS = List.of(
            "name", "area", "address", "type", "access", "factor", "unit", "least", "most", "place", "description");
    private static final List<String> SPEED = List.of(
            "Speed, \"n\"", "input", "0", "int16", "r", "0.1", "A", "0", "300", "Skarholm/K1/F01/P1", "at; the\tshaft");
    private static final List<String> START = List.of("Start", "coil", "0", "", "rw", "", "", "", "", "", "");

    @TempDir
    private Path root;

    private ProjectFolder folder;

    @BeforeEach
    void begin() {
        folder = ProjectFolder.create(
                root.resolve("site"), "Site", new Workplace("tester", InstantSource.system(), root.resolve("user")));
        folder.change(site -> ConnectionChange.connect(
                ConnectionChange.connect(
                        NewDevice.add(site, "GW1", NewDevice.Start.of("ravnsund-g3")),
                        "GW1",
                        "scada",
                        "control-centre"),
                "GW1",
                "bus",
                "field-bus"));
        take(SPEED, START);
    }

    @SafeVarargs
    @SuppressWarnings("varargs") // the rows are only read
    private void take(List<String>... rows) {
        ListReading reading = ListReader.read(
                new ListRequest(
                        "PD1",
                        PointSpaces.byId("modbus"),
                        Map.of(),
                        Map.of("station", "7"),
                        PointListFile.kinds(),
                        false),
                HEADINGS,
                Position.line("in.csv", 1),
                Arrays.stream(rows)
                        .map(row -> new ListReader.Row(row, Map.of(), null, Position.line("in.csv", 2)))
                        .toList());
        folder.change(site -> ListImport.plan(site, reading, false).after());
    }

    private Path file() {
        return folder.root().resolve("points/PD1.csv");
    }

    private static List<List<String>> rows(PointList list) {
        return ListRows.cells(list);
    }

    private List<String> found(String query) {
        return Query.parse(query).search(folder.signals()).signals(0, 100).stream()
                .map(FoundSignal::reference)
                .toList();
    }

    @Test
    void aListIsReadBackAsItWasTakenIn() throws IOException {
        PointList list = folder.load().list("PD1");
        assertThat(rows(list))
                .containsExactly(
                        List.of(
                                "speed-n",
                                "Speed, \"n\"",
                                "modbus",
                                "7",
                                "input:0 int16",
                                "read",
                                "A",
                                "0.1",
                                "0",
                                "0",
                                "300",
                                "",
                                "Skarholm/K1/F01/P1",
                                "at; the shaft"),
                        List.of("start", "Start", "modbus", "7", "coil:0", "both", "", "", "", "", "", "", "", ""));
        String text = Files.readString(file());
        take(SPEED, START);
        assertThat(Files.readString(file())).isEqualTo(text);
        assertThat(folder.load().findings()).isEmpty();
    }

    @Test
    void rowsAndTheListGoTogetherAndUndoBringsThemBack() throws IOException {
        folder.change(site -> SignalMapping.plan(site, "GW1", SignalMapping.Request.ofSignals("PD1/*"))
                .after());
        String mapped = Files.readString(folder.root().resolve("mappings/GW1.csv"));
        folder.change(site -> ListRemoval.of(site, "PD1").carriedOut(site));
        assertThat(file()).doesNotExist();
        assertThat(folder.load().device("GW1").mappings()).isEmpty();
        folder.undo(false);
        assertThat(file()).exists();
        assertThat(Files.readString(folder.root().resolve("mappings/GW1.csv"))).isEqualTo(mapped);
        assertThat(folder.load().device("GW1").addresses().owners()).containsValue("PD1/speed-n");
    }

    /** The file that a list came from stays as it came, goes by the list's name, and comes back with it. */
    @Test
    void theFileThatAListCameFromIsKept() throws IOException {
        Path kept = folder.root().resolve("sources/lists");
        byte[] content = {(byte) 0xFF, (byte) 0xFE, 'a', 0};
        Project site = folder.load();
        folder.carryOut(Change.of(site, site).keeping("PD1", new Change.Original("drive.v2.XLSX", content)));
        assertThat(kept.resolve("PD1.XLSX")).hasBinaryContent(content);
        Project again = folder.load();
        folder.carryOut(Change.of(again, again).keeping("PD1", new Change.Original("drive", new byte[] {1})));
        assertThat(kept.toFile().list()).containsExactly("PD1");
        folder.undo(false);
        assertThat(kept.toFile().list()).containsExactly("PD1.XLSX");
        Project named = folder.load();
        folder.carryOut(Renaming.of(named, Ref.of(Ref.Kind.LIST, "PD1"), "PD2").change(named));
        assertThat(kept.toFile().list()).containsExactly("PD2.XLSX");
        folder.change(last -> ListRemoval.of(last, "PD2").carriedOut(last));
        assertThat(kept.toFile().list()).isNullOrEmpty();
        folder.undo(false);
        folder.undo(false);
        assertThat(kept.resolve("PD1.XLSX")).hasBinaryContent(content);
    }

    /** What a person wrote beside it is never lost, and a list that cannot be read closes nothing else. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "start,Start | start,Start,more | the row has 15 cells",
                "coil:0 | coil:70000 | coil 70000 is outside 0 to 65535",
                "modbus,7,coil | modbus,900000,coil | expected a whole number from 0 to 65535",
                "key,name | key,nome | a column 'nome' that would be lost",
                "start,Start | speed-n,Start | key 'speed-n' stands already"
            })
    void aListThatWasEditedIsNotWrittenOver(String before, String after, String said) throws IOException {
        Files.writeString(file(), Files.readString(file()).replace(before, after));
        assertThatThrownBy(() -> take(SPEED))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining(said);
        assertThat(Files.readString(file())).contains(after);
    }

    @Test
    void aBadListIsAFindingWithItsPlaceAndBlocksWhoReadsIt() throws IOException {
        folder.change(site -> SignalMapping.plan(site, "GW1", SignalMapping.Request.ofSignals("PD1/start"))
                .after());
        Files.writeString(file(), "key,name\n\"open,x\n");
        Project site = folder.load();
        assertThat(site.lists()).isEmpty();
        assertThat(ProjectCheck.check(site, site.device("GW1")))
                .extracting(Finding::message)
                .anyMatch(text -> text.contains("a quotation mark opens here"))
                .anyMatch(text -> text.contains("point list 'PD1' does not exist"));
    }

    /** The index of what a site offers is kept, and made anew when a device, a type or a list changes. */
    @Test
    void queriesSeeWhatAListSaysNow() throws IOException {
        assertThat(found("kind:current")).containsExactly("PD1/speed-n");
        assertThat(found("bay:F01")).containsExactly("PD1/speed-n");
        Path kept = root.resolve("user/cache");
        assertThat(kept).isDirectoryContaining("glob:**.index");
        assertThat(found("kind:current")).containsExactly("PD1/speed-n");
        take(START, List.of("Flow", "input", "9", "uint16", "r", "", "A", "", "", "", ""));
        assertThat(found("kind:current")).containsExactly("PD1/flow");
        try (Stream<Path> files = Files.list(kept)) {
            for (Path index :
                    files.filter(file -> file.toString().endsWith(".index")).toList()) {
                Files.write(index, new byte[] {1, 2, 3});
            }
        }
        assertThat(found("kind:current")).containsExactly("PD1/flow");
        folder.change(site -> NewDevice.add(site, "RTU1", NewDevice.Start.of("fjellmast-c2")));
        assertThat(found("ied:RTU1")).isNotEmpty().allMatch(reference -> reference.startsWith("RTU1/"));
    }

    private void follow(String name, String... only) {
        folder.change(site -> ListChange.following(site, new PointSet("PD1", List.of(only), OptionalInt.of(8)), name)
                .after());
    }

    /** A list that follows has no points in its file, and those of the other one, whatever becomes of that. */
    @Test
    void aListThatFollowsChangesWithTheOther() throws IOException {
        follow("PD2", "sp*", "start");
        Path set = folder.root().resolve("points/PD2.yaml");
        String text = "# the panel's\nfollows: PD1 # the manual\nonly: [sp*, start]\nstation: 8\n";
        Files.writeString(set, text);
        assertThat(found("kind:current")).containsExactly("PD1/speed-n", "PD2/speed-n");
        take(List.of("Speed \"n\"", "input", "9", "int16", "r", "", "V", "", "", "", ""), START);
        assertThat(rows(folder.load().list("PD2")))
                .extracting(row -> row.subList(3, 7))
                .containsExactly(List.of("8", "input:9 int16", "read", "V"), List.of("8", "coil:0", "both", ""));
        assertThat(found("kind:current")).isEmpty();
        assertThat(Files.readString(set)).isEqualTo(text);
        Project site = folder.load();
        folder.carryOut(Renaming.of(site, Ref.of(Ref.Kind.LIST, "PD1"), "M1").change(site));
        Project named = folder.load();
        folder.carryOut(Renaming.of(named, Ref.of(Ref.Kind.LIST, "PD2"), "M2").change(named));
        assertThat(set).doesNotExist();
        assertThat(folder.root().resolve("points/M2.yaml")).hasContent(text.replace("PD1", "M1"));
        Project before = folder.load();
        folder.change(last -> ListChange.released(last, "M2").after());
        assertThat(folder.root().resolve("points").toFile().list()).containsExactlyInAnyOrder("M1.csv", "M2.csv");
        assertThat(rows(folder.load().list("M2"))).isEqualTo(rows(before.list("M2")));
        folder.undo(false);
        assertThat(folder.load().list("M2")).isEqualTo(before.list("M2"));
    }

    /** Another name leaves a list as its people wrote it. */
    @Test
    void aListIsRenamedAsItStands() throws IOException {
        String text = Files.readString(file()).replace("\n", "\r\n").replace("coil:0,both", "coil:0 ,both");
        Files.writeString(file(), text);
        Project site = folder.load();
        folder.carryOut(Renaming.of(site, Ref.of(Ref.Kind.LIST, "PD1"), "PD9").change(site));
        assertThat(folder.root().resolve("points/PD9.csv")).hasContent(text);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "follows: PD1\\nonly: [seped-n] | 2:8 | list PD1 has no point 'seped-n'",
                "follows: PD1\\nstation: 300 | 2:10 | unit address 300 is neither 0, 1 to 247 nor 255",
                "follows: PD1\\nstation: eight | 2:10 | 'eight' is no address of a station",
                "follows: PD3 | 1:10 | there is no list with points of its own 'PD3'",
                "follows: BAD | 1:10 | list PD2 follows BAD, which cannot be read",
                "follows: PD2 | 1:10 | there is no list with points of its own 'PD2'",
                "only: [start] | 1:1 | key 'follows' is missing",
                "follows: PD1\\nwithout: [start] | 2:1 | key 'without' is not known here",
                "follows: [PD1 | 2:1 | not YAML"
            })
    void whatAListCannotFollowIsFoundAtItsPlace(String text, String place, String said) throws IOException {
        follow("PD3");
        Files.writeString(folder.root().resolve("points/BAD.csv"), "key,name\n\"open,x\n");
        Files.writeString(folder.root().resolve("points/PD2.yaml"), text.replace("\\n", "\n") + "\n");
        assertThat(folder.load().findings())
                .anySatisfy(finding -> assertThat(finding.position() + " " + finding.message())
                        .startsWith("points/PD2.yaml:" + place + " ")
                        .contains(said));
    }
}
