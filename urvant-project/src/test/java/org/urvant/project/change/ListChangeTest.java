package org.urvant.project.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.list.ListReading;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.point.list.PointSet;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.kit.Sites;

/** Lists for further stations, and points that belong to none. */
class ListChangeTest {
    private static final Project SITE = site();

    private static Project site() {
        Project site = Sites.skarholm();
        return site.with(site.imported()
                .with(Sites.list(
                        "PD1",
                        "speed,Speed,modbus,7,input:0 int16,read,rpm,,,0,3000,,,",
                        "current,Current,modbus,7,input:1 uint16,read,A,0.1,0,0,400,,,",
                        "energy,Energy,modbus,7,input:5 uint32 ABCD,read,,,,,,,,",
                        "start,Start,modbus,7,coil:0,both,,,,,,,,",
                        "set-point,Set-point,modbus,7,holding:0 uint16,both,%,0.1,0,0,100,,,"))
                .with(Sites.list("NB1", "tide,Tide,iec60870-5-104,12,M_ME_TF_1 1001,read,,,,,,,,")));
    }

    private static PointSet set(String list, int station, String... only) {
        return new PointSet(list, List.of(only), OptionalInt.of(station));
    }

    private static List<String> findings(Project site) {
        return ProjectCheck.check(site).stream()
                .map(finding -> finding.rule().id() + ": " + finding.message())
                .toList();
    }

    /** The next station of the same kind has the same points, or some; what was mapped stays with the first. */
    @Test
    void aListIsCopiedForAnotherStationWholeOrLeaner() {
        ListChange copy = ListChange.copied(SITE, set("PD1", 8, "s*", "energy"), "PD2");
        assertThat(copy.after().list("PD2").points().values())
                .extracting(point -> point.key() + " " + point.station() + " "
                        + point.point().text())
                .containsExactly(
                        "speed 8 input:0 int16",
                        "energy 8 input:5 uint32 ABCD",
                        "start 8 coil:0",
                        "set-point 8 holding:0 uint16");
        assertThat(copy.after().list("PD1")).isEqualTo(SITE.list("PD1"));
        assertThat(ListChange.copied(SITE, new PointSet("NB1", List.of(), OptionalInt.empty()), "NB2")
                        .list()
                        .points())
                .isEqualTo(SITE.list("NB1").points());
        for (String name : List.of("PD1", "nb1", "GW1", "own", "a b")) {
            assertThatThrownBy(() -> ListChange.copied(SITE, set("PD1", 8), name))
                    .isInstanceOf(RefusedException.class);
        }
        assertThatThrownBy(() -> ListChange.copied(SITE, set("PD1", 8, "speed", "gone"), "PD2"))
                .hasMessageContaining("'gone'");
        assertThatThrownBy(() -> ListChange.copied(SITE, set("PD1", 248), "PD2"))
                .hasMessageContaining("248");
    }

    @Test
    void onlyPointsWithoutStationAreBound() {
        Project site = SITE.with(SITE.imported()
                .with(Sites.list(
                        "L",
                        "a,A,modbus,3,coil:1,read,,,,,,,,",
                        "b,B,modbus,,coil:2,read,,,,,,,,",
                        "c,C,modbus,3,coil:2,read,,,,,,,,",
                        "d,D,modbus,,coil:4,read,,,,,,,,")));
        assertThat(findings(site))
                .contains("list-station-impossible: list L does not say the unit address of 'B' and of 1 more");
        ListChange bound = ListChange.bound(site, "L", 9);
        assertThat(bound.points()).extracting(ListedPoint::key).containsExactly("b", "d");
        assertThat(bound.after().list("L").points().values())
                .extracting(ListedPoint::station)
                .containsExactly(3, 9, 3, 9);
        assertThat(findings(bound.after())).noneMatch(finding -> finding.startsWith("list-station-impossible"));
        assertThatThrownBy(() -> ListChange.bound(bound.after(), "L", 9)).hasMessageContaining("each point");
    }

    /** What is defined once is changed there, and nowhere else. */
    @Test
    void aListThatFollowsHasWhatTheOtherHas() {
        Project site =
                ListChange.following(SITE, set("PD1", 8, "speed", "e*"), "PD2").after();
        ListedPoint flow = SITE.list("PD1").points().get("current").keyed("extra");
        Project changed = site.with(
                site.imported().with(PointList.of("PD1", SITE.list("PD1").space(), List.of(flow))));
        assertThat(changed.list("PD2").points()).containsOnlyKeys("extra");
        assertThat(changed.list("PD2").points().get("extra").station()).isEqualTo(8);
        assertThat(changed.list("PD2").set().orElseThrow().without(changed.list("PD1")))
                .containsExactly("speed");
        Project mapped = SignalMapping.plan(
                        ConnectionChange.connect(site, "GW1", "bus", "field-bus"),
                        "GW1",
                        SignalMapping.Request.ofSignals("PD2/speed"))
                .after();
        ListReading newer = new ListReading(Optional.of(changed.list("PD1")), List.of(), List.of(), 0, Map.of());
        assertThat(ListImport.plan(mapped, newer, false).rows())
                .filteredOn(row -> row.point().key().equals("speed"))
                .singleElement()
                .satisfies(row -> assertThat(row.uses()).containsExactly("GW1 PD2 Speed"));
        Map<String, ThrowingCallable> refused = Map.of(
                "list PD2 follows PD1 itself", () -> ListChange.following(site, set("PD2", 9), "PD3"),
                "list PD2 follows PD1 and", () -> ListChange.bound(site, "PD2", 9),
                "list PD1 has the points of PD2", () -> ListRemoval.of(site, "PD1"),
                "list PD1 follows no other", () -> ListChange.released(site, "PD1"),
                "list PD2 follows PD1 and has",
                        () -> ListImport.plan(
                                site,
                                new ListReading(
                                        Optional.of(SITE.list("PD1").named("PD2")), List.of(), List.of(), 0, Map.of()),
                                false));
        refused.forEach((text, call) ->
                assertThatThrownBy(call).isInstanceOf(RefusedException.class).hasMessageContaining(text));
    }
}
