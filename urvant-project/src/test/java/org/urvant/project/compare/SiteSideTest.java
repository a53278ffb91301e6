package org.urvant.project.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.compare.Comparison;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.list.PointList;
import org.urvant.project.Bay;
import org.urvant.project.Conventions;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;

/** Whatever is changed in a site is seen when the site is held against what it was. */
class SiteSideTest {
    private static final Position HERE = Position.in("test");
    private static final Project SITE = site();

    private static Project site() {
        Project site = Sites.skarholm();
        Bay bay = new Bay("K7", 1, List.of(new Entry("GW1", HERE)), new TreeMap<>(), HERE)
                .withRatings(Map.of("ct.primary", "400 A"));
        return site.with(bay)
                .with(site.choices().withQuery("trips", "kind:trip"))
                .with(site.imported()
                        .with(PointList.of("PD1", PointSpaces.byId("modbus").orElseThrow(), List.of())));
    }

    private static Project changed(String what) {
        Device gateway = SITE.device("GW1");
        return switch (what) {
            case "devices.GW1.settings.watchdog.time" -> ValueChange.set(SITE, "GW1", Map.of("watchdog.time", "12"));
            case "devices.GW1.communications.scada.peer" ->
                ValueChange.set(SITE, "GW1", Map.of("scada.peer", "198.51.100.9"));
            case "devices.GW1.plate.description" ->
                ValueChange.set(SITE, "GW1", Map.of("description", "in the control room"));
            case "devices.GW2" -> DeviceChange.copy(SITE, "GW1", "GW2", false).project();
            case "devices.GW1.plate.order-code" ->
                SITE.with(gateway.with(gateway.plate().with(Plate.Item.ORDER_CODE, "RG3-X")));
            case "devices.GW1." -> SITE.with(gateway.withMappings(List.of()));
            case "bays.K7.ratings.ct.primary" ->
                SITE.with(SITE.bays().get("K7").withRatings(Map.of("ct.primary", "600 A")));
            case "bays.K7" -> SITE.withoutBay("K7");
            case "bays.K8" -> SITE.with(SITE.bays().get("K7").named("K8"));
            case "lists.PD1" -> SITE.with(SITE.imported().withoutList("PD1"));
            case "picks.feeder" -> SITE.with(SITE.choices().withoutPick("feeder"));
            case "queries.trips" -> SITE.with(SITE.choices().withQuery("trips", "kind:alarm"));
            case "muted" -> SITE.with(SITE.remarks().withMuted("channel-unmapped GW1", "spare"));
            case "conventions.region" -> {
                Conventions old = SITE.conventions();
                yield SITE.with(new Conventions(
                        old.names(),
                        old.addresses(),
                        old.ownValues(),
                        old.words(),
                        "europe",
                        old.arePlacesRequired(),
                        old.expectedDifferences()));
            }
            default -> throw new IllegalArgumentException(what);
        };
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "devices.GW1.settings.watchdog.time",
                "devices.GW1.communications.scada.peer",
                "devices.GW1.plate.description",
                "devices.GW1.plate.order-code",
                "devices.GW2",
                "devices.GW1.",
                "bays.K7.ratings.ct.primary",
                "bays.K7",
                "bays.K8",
                "lists.PD1",
                "picks.feeder",
                "queries.trips",
                "muted",
                "conventions.region"
            })
    void aChangeOfAnyPartIsSeenAndNothingElse(String what) {
        Side before = Side.of(SITE);
        assertThat(before.against(Side.of(SITE), List.of()).isEqual()).isTrue();
        Comparison comparison = before.against(Side.of(changed(what)), List.of());
        assertThat(comparison.leaves()).isNotEmpty().allMatch(placed -> placed.path()
                .startsWith(what));
        assertThat(Side.of(changed(what)).against(before, List.of()).count()).isEqualTo(comparison.count());
        List<Side> both = Side.sites(SITE, changed(what));
        assertThat(both.get(0).against(both.get(1), List.of()).leaves())
                .as("what is alike is passed over, what is not is not")
                .isEqualTo(comparison.leaves());
    }

    /** Relays stand on their own, so that those written alike are passed over; one changed value of one is seen all the same. */
    @Test
    void devicesThatAreWrittenAlikeArePassedOver() {
        Project plant = Sites.plant();
        Project other = ValueChange.set(plant, "F11", Map.of("BI3.hold", "20 ms"));
        List<Side> both = Side.sites(plant, other);
        assertThat(both.get(0).against(both.get(1), List.of()).leaves())
                .isEqualTo(Side.of(plant).against(Side.of(other), List.of()).leaves())
                .hasSize(1);
        assertThat(both.get(0).tree().section("devices").section("L21").valueCount())
                .isEqualTo(1);
        assertThat(both.get(0).tree().section("devices").section("F11").valueCount())
                .isGreaterThan(100);
        Project wrong = Sites.written(plant, "L21", "supervision.power-swing=never");
        assertThat(Side.sites(plant, wrong).get(1).unread())
                .singleElement()
                .asString()
                .contains("power-swing");
    }

    /** A file of one name and another content is another file. */
    @Test
    void theContentOfAFileCounts() {
        Project other = Sites.skarholm();
        Project renamed = Project.of(other.name(), Sites.TYPES);
        Project one = Sites.imported(renamed, "F01.cid");
        Project two = Sites.imported(renamed, "F02.cid");
        assertThat(one.sources().get(0).contentHash())
                .isEqualTo(Sites.demo("F01.cid").contentHash())
                .isNotEqualTo(two.sources().get(0).contentHash());
    }

    /** What a check calls an error stands in no configuration; a comparison says so, or two wrong values would be equal. */
    @Test
    void whatCannotBeReadIsNamed() {
        Project wrong = Sites.written(SITE, "GW1", "watchdog.time=9999 h");
        Side side = Side.of(wrong, wrong.device("GW1"));
        assertThat(side.unread()).containsExactly("GW1 watchdog.time '9999 h'");
        assertThat(Side.of(wrong).unread()).isEqualTo(side.unread());
        assertThat(Side.of(SITE).unread()).isEmpty();
        assertThat(side.at("settings").unread()).isEqualTo(side.unread());
        assertThat(side.at("network").unread()).isEmpty();
        assertThat(side.at("mappings").unread()).isEmpty();
        Device gateway = SITE.device("GW1");
        Mapping row = gateway.mappings().get(0);
        Project torn = SITE.with(gateway.withMappings(
                List.of(row.with(row.origins(), new Mapping.End(row.target().connection(), "no point")))));
        assertThat(Side.of(torn, torn.device("GW1")).unread()).singleElement().satisfies(text -> assertThat(text)
                .contains(row.name()));
    }

    /** What a person accepted is accepted as long as both values stay. */
    @Test
    void anAcceptedDifferenceIsTheOneThatWasLookedAt() {
        Project plant = DeviceChange.copy(Sites.plant(), "F11", "F12", false).project();
        Project edited = ValueChange.set(plant, "F12", Map.of("inputs.threshold", "80 V", "BI3.hold", "20 ms"));
        Project accepted = Accepted.accept(
                edited, side(edited, "F11"), side(edited, "F12"), compared(edited), List.of("*threshold"), "wires");
        assertThat(reasons(accepted)).isEqualTo("settings.inputs.threshold: wires");
        Side f11 = side(accepted, "F11");
        Side f12 = side(accepted, "F12");
        assertThat(Accepted.of(accepted, f12, f11, f12.against(f11, f12.identity()))
                        .reason("settings.inputs.threshold"))
                .as("seen from the other side")
                .contains("wires");
        Project moved = ValueChange.set(accepted, "F11", Map.of("inputs.threshold", "81 V"));
        assertThat(reasons(moved)).isEmpty();
        assertThat(reasons(ValueChange.set(moved, "F11", Map.of("inputs.threshold", "77 V"))))
                .isEqualTo("settings.inputs.threshold: wires");
        Project open = Accepted.accept(
                accepted, side(accepted, "F11"), side(accepted, "F12"), compared(accepted), List.of("*"), "");
        assertThat(open.remarks()).isEqualTo(edited.remarks());
    }

    private static Side side(Project project, String device) {
        return Side.of(project, project.device(device));
    }

    private static Comparison compared(Project project) {
        return side(project, "F11")
                .against(side(project, "F12"), side(project, "F11").identity());
    }

    private static String reasons(Project project) {
        return Accepted.of(project, side(project, "F11"), side(project, "F12"), compared(project))
                .reasons()
                .entrySet()
                .stream()
                .map(entry -> entry.getKey() + ": " + entry.getValue())
                .collect(Collectors.joining(", "));
    }
}
