package org.urvant.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.project.kit.Sites;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;

/** A site is a value: what is made of it leaves it as it was. */
class ProjectTest {
    private static final Project SITE = Sites.skarholm();

    @ParameterizedTest
    @EnumSource(Plate.Item.class)
    void whatStandsOnAPlateIsSetAndTakenAway(Plate.Item item) {
        Plate plate = Plate.of("marrowby-f2", "4.3", Position.in("test"));
        Plate with = plate.with(item, "x");
        assertThat(with.text(item)).isEqualTo("x");
        assertThat(with.without(item).entry(item)).isEmpty();
        assertThat(with.without(item).text(item)).isEmpty();
        assertThat(Plate.Item.of(item.word())).contains(item);
        assertThat(plate.text(Plate.Item.TYPE)).isEqualTo("marrowby-f2");
        assertThatThrownBy(() -> with.entries().clear()).isInstanceOf(UnsupportedOperationException.class);
    }

    @Test
    void aDeviceKeepsEverythingButWhatIsReplaced() {
        Device device = SITE.device("GW1");
        Device other = device.with(Given.NOTHING)
                .with(Fitted.BARE)
                .withMappings(List.of())
                .withConnections(new TreeMap<>())
                .withLogic("PROGRAM p END_PROGRAM");
        assertThat(other.name()).isEqualTo("GW1");
        assertThat(other.plate()).isEqualTo(device.plate());
        assertThat(other.past()).isEqualTo(device.past());
        assertThat(other.logic()).startsWith("PROGRAM");
        assertThat(other.connectionTo("F01")).isEmpty();
        assertThat(device.connectionTo("F01")).isPresent();
        assertThat(device.mappings()).isNotEmpty();
        assertThat(device.named("GW9").past()).isEqualTo(Past.NONE);
        assertThatThrownBy(() -> device.mappings().clear()).isInstanceOf(UnsupportedOperationException.class);
        assertThatThrownBy(() -> device.settings().clear()).isInstanceOf(UnsupportedOperationException.class);
    }

    @Test
    void aSiteKeepsEverythingButWhatIsReplaced() {
        Project other = SITE.withoutDevice("GW1").with(SITE.remarks().withMuted("rule subject", "why"));
        assertThat(other.devices()).isEmpty();
        assertThat(other.muted()).containsEntry("rule subject", "why");
        assertThat(other.with(other.remarks().withMuted("rule subject", "")).muted())
                .isEmpty();
        assertThat(SITE.devices()).containsOnlyKeys("GW1");
        assertThat(SITE.muted()).isEmpty();
        assertThat(other.ieds()).isEqualTo(SITE.ieds());
        assertThat(other.pick("feeder")).isEqualTo(SITE.pick("feeder"));
        assertThatThrownBy(() -> SITE.devices().clear()).isInstanceOf(UnsupportedOperationException.class);
    }

    /** Columns: what is asked for, the name, and the nearest that is proposed. */
    @ParameterizedTest
    @CsvSource({
        "device,GW2,GW1",
        "pick,feedr,feeder",
        "signal,F01CTRL/XCBR1.Poz.stVal,F01CTRL/XCBR1.Pos.stVal",
    })
    void whatIsNotThereIsRefusedWithTheNearest(String kind, String name, String nearest) {
        assertThatThrownBy(() -> {
                    switch (kind) {
                        case "device" -> SITE.device(name);
                        case "pick" -> SITE.pick(name);
                        default -> SITE.signal(name);
                    }
                })
                .isInstanceOfSatisfying(
                        UnknownNameException.class, refusal -> assertThat(refusal.getMessage() + refusal.remedy())
                                .contains(name, nearest));
    }

    @Test
    void iedsThatNobodyTickedAreCopiesAndNotFound() {
        SclFile station = Sites.demo("skarholm.scd");
        Project site = Sites.empty().with(Imported.NOTHING.with(station, List.of("F01", "T01")));
        assertThat(site.iedNames()).containsExactly("F01", "T01");
        assertThat(site.ied("F02")).isEmpty();
        assertThat(site.copies()).extracting(Ied::name).contains("F02").doesNotContain("F01");
        assertThat(site.unwanted(station)).contains("F02");
        assertThatThrownBy(() -> site.signal("F02CTRL/XCBR1.Pos.stVal")).isInstanceOf(UnknownNameException.class);
        assertThat(site.with(site.imported().without("skarholm.scd")).ieds()).isEmpty();
        assertThat(site.signals().count())
                .isEqualTo(site.ieds().stream()
                        .flatMap(ied -> ied.nodes().stream())
                        .mapToLong(node -> node.attributes().size())
                        .sum());
    }

    /** Columns: prefix of a sheet, its kind, and whether it is a row within a setting group. */
    @ParameterizedTest
    @CsvSource({
        "group.1,GROUP,false",
        "group.1.overcurrent.2,ROW,true",
        "group.x,ROW,false",
        "recipients.Duty,ROW,false",
        "AI1,CHANNEL,false"
    })
    void aSheetKnowsWhetherItLiesInAGroup(String prefix, GivenSheet.Kind kind, boolean isGroupRow) {
        assertThat(new GivenSheet(kind, prefix, new TreeMap<>(), Position.in("test")).isGroupRow())
                .isEqualTo(isGroupRow);
    }

    @Test
    void ratingsOfABayAreReplacedOneByOne() {
        Position position = Position.in("site");
        Bay bay = new Bay(
                "K1",
                1,
                List.of(new Entry("F11", position)),
                new TreeMap<>(Map.of("ct.primary", new Entry("400 A", position))),
                position);
        Bay other = bay.withRatings(Map.of("ct.primary", "600 A", "vt.primary", "11 kV"));
        assertThat(other.ratings()).hasSize(2);
        assertThat(other.ratings().get("ct.primary").text()).isEqualTo("600 A");
        assertThat(bay.ratings().get("ct.primary").text()).isEqualTo("400 A");
    }
}
