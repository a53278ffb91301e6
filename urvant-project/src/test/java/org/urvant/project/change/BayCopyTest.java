package org.urvant.project.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Severity;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.DeviceRecord;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.compare.Side;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;

/** A gateway and a relay as one bay, copied. */
class BayCopyTest {
    private static final Position TABLE = Position.line("bays.csv", 2);
    private static final Project SITE = site();

    private static Project site() {
        Project project = Sites.skarholm();
        project = NewDevice.add(project, "K7", NewDevice.Start.of("marrowby-f2"));
        project = ValueChange.set(
                project, "K7", Map.of("description", "relay of bay K7, not of K77", "unit.name", "K7 relay"));
        return project.with(
                new Bay("K7", 1, List.of(new Entry("K7", TABLE), new Entry("GW1", TABLE)), new TreeMap<>(), TABLE));
    }

    private static BayCopy.Wanted wanted(Map<String, String> names, Map<String, String> values) {
        Map<String, Entry> entries = new TreeMap<>();
        values.forEach((path, text) -> entries.put(path, new Entry(text, TABLE)));
        return new BayCopy.Wanted("K8", names, entries);
    }

    @Test
    void aCopyIsTheOriginalButForWhatBelongsToTheOne() {
        BayCopy copy = BayCopy.plan(
                SITE, "K7", List.of(wanted(Map.of("GW1", "GW8"), Map.of("GW1.network.address", "192.0.2.88"))), false);
        Project after = copy.after();
        assertThat(copy.drawn()).isEqualTo(Map.of("K8", "K7", "GW8", "GW1"));
        Side original = Side.of(SITE, SITE.bays().get("K7"));
        assertThat(original.against(Side.of(after, after.bays().get("K8")), original.identity())
                        .leaves())
                .isEmpty();
        Device gateway = after.device("GW8");
        assertThat(gateway.settings().get("network.address").text()).isEqualTo("192.0.2.88");
        assertThat(gateway.plate().text(Plate.Item.ORIGIN)).isEqualTo("copy of GW1");
        assertThat(gateway.record()).isEqualTo(DeviceRecord.empty());
        assertThat(gateway.addresses().owners()).hasSameSizeAs(gateway.mappings());
        BayCopy.Made made = copy.made().get(0);
        assertThat(made.open()).contains("K8.unit.name").doesNotContain("GW8.network.address");
        assertThat(made.outward()).contains(Ref.ied("F01"));
        assertThat(made.texts()).containsOnlyKeys("K8 description");
        assertThat(after.device("GW1")).isEqualTo(SITE.device("GW1"));
        assertThat(ProjectCheck.check(after, gateway).stream()
                        .filter(finding -> finding.severity() == Severity.ERROR)
                        .map(finding -> finding.rule().id())
                        .distinct())
                .containsExactlyInAnyOrder("open-items", "report-instance-taken"); // both ask one relay
    }

    @Test
    void anIedThatIsReaimedTakesConnectionSignalsAndKeysAlong() {
        BayCopy copy = BayCopy.plan(SITE, "K7", List.of(wanted(Map.of("GW1", "GW8", "F01", "F09"), Map.of())), true);
        Device gateway = copy.after().device("GW8");
        assertThat(gateway.connections()).containsKey("F09").doesNotContainKey("F01");
        assertThat(gateway.mappings())
                .isNotEmpty()
                .allMatch(row -> !row.source().startsWith("F01") && !row.from().equals("F01"));
        assertThat(gateway.mappings().stream().map(Mapping::key).distinct().count())
                .isEqualTo(gateway.mappings().size());
        assertThat(copy.after().device("K8").plate().text(Plate.Item.DESCRIPTION))
                .isEqualTo("relay of bay K8, not of K77");
        assertThat(ProjectCheck.check(copy.after(), gateway).stream()
                        .map(finding -> finding.rule().id()))
                .contains("unknown-reference") // F09 was never imported
                .doesNotContain("mapping-key-altered", "address-taken");
    }

    @Test
    void twentyBaysAreOneChangeAndWhatCannotBeIsRefusedWhole() {
        List<BayCopy.Wanted> many = new ArrayList<>();
        for (int i = 10; i < 30; i++) {
            many.add(new BayCopy.Wanted("K" + i, Map.of("GW1", "GW" + i), Map.of()));
        }
        BayCopy copy = BayCopy.plan(SITE, "K7", many, false);
        assertThat(copy.after().bays()).hasSize(SITE.bays().size() + 20);
        assertThat(ConfigurationBuilder.build(copy.after(), copy.after().device("K29"))
                        .parts()
                        .section("settings")
                        .section("group"))
                .isEqualTo(ConfigurationBuilder.build(SITE, SITE.device("K7"))
                        .parts()
                        .section("settings")
                        .section("group"));
        many.add(new BayCopy.Wanted("K30", Map.of("GW1", "GW29"), Map.of()));
        assertThatThrownBy(() -> BayCopy.plan(SITE, "K7", many, false)).isInstanceOf(RefusedException.class);
        assertThatThrownBy(() -> BayCopy.plan(SITE, "K7", List.of(wanted(Map.of("GW1", "K8"), Map.of())), false))
                .hasMessageContaining("two devices of bay K8");
        assertThatThrownBy(() -> BayCopy.plan(SITE, "K7", List.of(wanted(Map.of(), Map.of())), false))
                .hasMessageContaining("the copy of GW1 in bay K8 has no name");
        assertThatThrownBy(() -> BayCopy.plan(
                        SITE,
                        "K7",
                        List.of(wanted(Map.of("GW1", "GW8"), Map.of("K7.inputs.threshold", "9 kV"))),
                        false))
                .isInstanceOf(MalformedInputException.class)
                .hasMessageContaining("bay K8: inputs.threshold");
    }

    /** The copies of a redundant pair are a pair; the copy of one whose twin stands elsewhere is nobody's twin, and that is said. */
    @Test
    void pairsStayTogetherOrAreNoPair() {
        Project pair = DeviceChange.copy(SITE, "K7", "K7b", true).project();
        List<Entry> both = List.of(new Entry("K7", TABLE), new Entry("K7b", TABLE));
        Project within = pair.with(new Bay("K7", 1, both, new TreeMap<>(), TABLE));
        BayCopy copy = BayCopy.plan(within, "K7", List.of(wanted(Map.of(), Map.of())), false);
        assertThat(copy.after().device("K8b").plate().text(Plate.Item.TWIN_OF)).isEqualTo("K8");
        assertThat(copy.made().get(0).twinless()).isEmpty();
        Project alone = pair.with(new Bay("K7", 1, List.of(both.get(1)), new TreeMap<>(), TABLE));
        BayCopy lone = BayCopy.plan(alone, "K7", List.of(wanted(Map.of(), Map.of())), false);
        assertThat(lone.after().device("K8b").plate().text(Plate.Item.TWIN_OF)).isEmpty();
        assertThat(lone.made().get(0).twinless()).containsExactly(Ref.device("K7"));
    }
}
