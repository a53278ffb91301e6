package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Ref.Kind;
import org.urvant.core.finding.Severity;
import org.urvant.file.SafeFile;
import org.urvant.project.Project;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.Renaming;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.kit.Sites;
import org.urvant.project.reference.Reference;
import org.urvant.project.reference.References;

/** A site in which everything that can name something does, written in several hands. */
class RenamingTest {
    private static final Prepared PREPARED = new Prepared(RenamingTest::prepare);

    @TempDir
    private Path root;

    private static void prepare(Path site) {
        ProjectFolder folder = ProjectFolder.create(site, "Skarholm tidal works", Skarholm.workplace("tester"));
        folder.importScl(Path.of("../demo/F01.cid"));
        folder.importScl(Path.of("../demo/F02.cid"));
        folder.change(before -> Sites.gateway(before.with(Sites.feeder()), "GW1", "192.0.2.20", "47"));
        folder.change(Sites::plant);
        folder.change(before -> DeviceChange.copy(before, "TD1", "TD2", true).project());
        folder.change(before -> ValueChange.set(
                before,
                "RTU1",
                Map.of(
                        "alarms.flood.channel", "AI1",
                        "alarms.flood.high", "6",
                        "alarms.flood.recipients", "Duty, Night",
                        "recipients.Night.number", "+46 31 390 06 03",
                        "report.recipients", "Night,  Duty")));
        folder.change(before -> before.with(before.device("RTU1")
                .withLogic("(* recipients.Night is on call *)\nPROGRAM pumps\n  ro1 := alarms.flood.high > 3.0"
                        + " AND Alarms.flood.high < 9.0;\nEND_PROGRAM\nPROGRAM lamps\n  ro2 := di1;\nEND_PROGRAM\n")));
        folder.saveQuery("trips", "kind:trip");
        folder.saveQuery("Positions", "kind:position");
        write(
                folder,
                SiteFile.NAME,
                "# plates\nbays:\n  F11: # first\n    devices: [F11, 'L21']\n    breakers: 1\n"
                        + "  \"K 2\":\n    devices:\n      - F11\n      - RTU1 # both\n");
        String twin = SafeFile.readText(site.resolve("devices/TD2.yaml"), 1_000_000, "TD2");
        write(folder, "devices/TD2.yaml", twin.replace("twin-of: TD1", "twin-of: 'TD1' # the other one"));
        String manifest = SafeFile.readText(site.resolve("urvant.yaml"), 1_000_000, "urvant.yaml");
        write(
                folder,
                "urvant.yaml",
                manifest
                        + "muted:\n  left-at-default RTU1 settings: seen\n  breaker-signal-missing bay F11 breaker 1: later\n"
                        + "  clear-text-service GW1 scada.port: the line is closed\n"
                        + "accepted-differences: # looked at\n  bay:K 2 bay:F11 devices: a → b; as wanted\n"
                        + "  TD1:steps RTU1 settings: 1 → 2; so be it\n  F11 L21 settings.unit.name: F11 → L21; names\n");
    }

    private static void write(ProjectFolder folder, String name, String text) {
        SafeFile.writeText(folder.root().resolve(name), text);
    }

    private static SortedMap<String, String> files(Path site) {
        try (Stream<Path> all = Files.walk(site)) {
            return all.filter(Files::isRegularFile)
                    .map(site::relativize)
                    .map(Path::toString)
                    .filter(name -> !name.startsWith(".urvant") && !name.startsWith("ledger"))
                    .collect(Collectors.toMap(
                            name -> name, name -> text(site.resolve(name)), (a, b) -> a, TreeMap::new));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String text(Path file) {
        return new String(SafeFile.read(file, 10_000_000), StandardCharsets.UTF_8);
    }

    /** What a finding says, with one name put in place of another. */
    private static List<String> said(Project project, String name, String other) {
        return ProjectCheck.check(project).stream()
                .map(finding -> (finding.rule() + " " + finding.subject() + ": " + finding.message() + " "
                                + finding.remedy() + " " + finding.isMuted() + " "
                                + finding.position().source())
                        .replace(name, other)
                        .replaceAll("\\b[0-9a-f]{8}\\b", "KEY")) // a key follows from the receiver's name
                .sorted()
                .toList();
    }

    private static String lastPart(Ref ref) {
        return ref.kind() == Kind.ROW ? ref.name().substring(ref.name().lastIndexOf('.') + 1) : ref.name();
    }

    @Test
    void whateverAProjectNamesIsRenamedAndBackByteForByte() {
        ProjectFolder folder = PREPARED.copy(root.resolve("site"));
        SortedMap<String, String> before = files(folder.root());
        int renamed = 0;
        for (Ref ref : References.everything(folder.load())) {
            Project project = folder.load();
            boolean isNumbered = ref.kind() == Kind.ROW && lastPart(ref).matches("\\d+");
            String name = isNumbered ? "7" : lastPart(ref) + "x"; // so that it comes in the same place in lists
            if (ref.kind() == Kind.CHANNEL || ref.kind() == Kind.IED) {
                assertThatThrownBy(() -> Renaming.of(project, ref, name)).isInstanceOf(RefusedException.class);
                continue;
            }
            Renaming there = Renaming.of(project, ref, name);
            folder.carryOut(there.change(project));
            Project between = folder.load();
            assertThat(References.isThere(between, ref)).as("%s", ref).isFalse();
            Ref next = ref.named(there.to());
            assertThat(References.isThere(between, next)).as("%s", next).isTrue();
            if (!isNumbered) {
                assertThat(said(between, name, lastPart(ref)))
                        .as("findings after %s", ref)
                        .isEqualTo(said(project, "-", "-"));
            }
            folder.carryOut(Renaming.of(between, next, lastPart(ref)).change(between));
            assertThat(files(folder.root())).as("files after %s and back", ref).isEqualTo(before);
            renamed++;
        }
        assertThat(renamed).isGreaterThan(40);
    }

    /** Columns: words for what is named, its places, and where else it must not be touched. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            device TD1               | TD2 twin-of
            device F11               | bay F11 devices; bay K 2 devices
            RTU1                     | bay K 2 devices; muted left-at-default RTU1 settings
            RTU1 recipients.Night    | RTU1 report.recipients; RTU1 alarms.flood.recipients
            RTU1 alarms.flood        | RTU1 programs
            RTU1 di1                 |
            RTU1 DI1                 | RTU1 programs; RTU1 alarms.pump.channel
            bay F11                  | muted breaker-signal-missing bay F11 breaker 1
            pick feeder              |
            F01CTRL/XCBR1.Pos.stVal  | GW1 mapping
            ied F01                  | GW1 F01.ied
            """)
    void whereAThingIsNamed(String words, String places) {
        Project project = PREPARED.copy(root.resolve("site")).load();
        List<String> named = List.of(words.split(" (?=\\S+$)|(?<=^device) |(?<=^bay) |(?<=^ied) "));
        if (words.equals("RTU1 di1")) {
            assertThatThrownBy(() -> References.find(project, named))
                    .isInstanceOfSatisfying(UrvantException.class, refusal -> assertThat(refusal.remedy())
                            .contains("DI1"));
            return;
        }
        List<String> found = References.to(project, References.find(project, named)).stream()
                .map(Reference::place)
                .map(Reference.Place::text)
                .map(text -> text.replaceFirst("mapping .*", "mapping"))
                .distinct()
                .toList();
        assertThat(found)
                .containsExactlyInAnyOrderElementsOf(Optional.ofNullable(places).stream()
                        .flatMap(all -> Stream.of(all.split("; ")))
                        .toList());
    }

    /** A text for people keeps its words; a device that is only spoken of can go. */
    @Test
    void textsForPeopleAreNeverTouched() {
        ProjectFolder folder = PREPARED.copy(root.resolve("site"));
        folder.change(site -> ValueChange.set(site, "TD2", Map.of("description", "F11 feeder is up")));
        folder.carryOut(Renaming.of(folder.load(), Ref.device("F11"), "F19").change(folder.load()));
        Project renamed = folder.load();
        assertThat(ValueChange.given(renamed, "TD2", "description")).contains("F11 feeder is up");
        assertThat(text(folder.root().resolve(SiteFile.NAME)))
                .contains("devices: [F19, 'L21']", "- F19\n", "  F11: # first");
        assertThat(renamed.remarks().accepted())
                .as("the bay keeps its name")
                .containsOnlyKeys("bay:K 2 bay:F11 devices", "TD1:steps RTU1 settings", "F19 L21 settings.unit.name");
        assertThatThrownBy(() -> DeviceChange.remove(renamed, "F19", false)).hasMessageContaining("bay F11 devices");
        Project rest = DeviceChange.remove(renamed, "F19", true);
        assertThat(rest.bays().get("F11").devices()).hasSize(1);
        assertThat(ProjectCheck.check(rest))
                .filteredOn(finding -> finding.severity() == Severity.ERROR)
                .extracting(Finding::message)
                .noneMatch(message -> message.contains("F19"));
    }

    /** An address that was given stays given, under the old name of its connection and under the new one. */
    @Test
    void addressesFollowAConnectionAndAreNeverFree() {
        ProjectFolder folder = PREPARED.copy(root.resolve("site"));
        Project before = folder.load();
        folder.carryOut(Renaming.of(before, Ref.of(Kind.CONNECTION, "scada", "GW1"), "grid")
                .change(before));
        folder.undo(false);
        Project undone = folder.load();
        assertThat(undone.device("GW1").mappings())
                .isEqualTo(before.device("GW1").mappings());
        assertThat(undone.device("GW1").addresses().owners())
                .containsAllEntriesOf(before.device("GW1").addresses().owners());
        assertThat(ProjectCheck.check(undone)).isEqualTo(ProjectCheck.check(before));
    }

    /** Columns: what gets another name, which, and what is said. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            device F11             | L21    | exists already
            device F11             | F11    | has that name already
            device F11             | 1 F    | is not allowed
            device F99             | F98    | F11
            GW1 scada              | F01    | has a connection F01 already
            GW1 scada              | a.b    | is not allowed
            RTU1 recipients.Night  | Duty   | already
            RTU1 recipients.Night  | a, b   | is not allowed
            RTU1 recipients.Night  | none   | is not allowed
            RTU1 pumps             | lamps  | already
            RTU1 pumps             | IF     | is not allowed
            RTU1 AI1               | level  | is a terminal that the type fjellmast-c2 names
            ied F01                | F03    | is named by an imported file
            F11                    | F12    | is a name of several things
            """)
    void aNameMustBeFreeAllowedAndTheProjectsOwn(String words, String to, String said) {
        Project project = PREPARED.copy(root.resolve("site")).load();
        List<String> named = List.of(words.split(" "));
        assertThatThrownBy(() -> Renaming.of(project, References.find(project, named), to))
                .isInstanceOfSatisfying(
                        UrvantException.class, refusal -> assertThat(refusal.getMessage() + " " + refusal.remedy())
                                .contains(said));
    }
}
