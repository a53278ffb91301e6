package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.point.AddressGroup.Block;
import org.urvant.core.point.AddressPlan;
import org.urvant.project.AddressBook;
import org.urvant.project.Connection;
import org.urvant.project.Conventions;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.scl.selection.Query;

/** Points move when the plan does, and no address gets another owner by that. */
class AddressMovesTest {
    private static final Project SITE = SignalMapping.plan(
                    Sites.skarholm(),
                    "GW1",
                    SignalMapping.Request.ofQuery(Query.parse("kind:current or kind:trip or kind:position"))
                            .to("scada"))
            .after();

    private static Project planned(Project site, Map<String, AddressPlan> blocks) {
        Conventions old = site.conventions();
        return site.with(new Conventions(
                old.names(),
                blocks,
                old.ownValues(),
                old.words(),
                old.region(),
                old.arePlacesRequired(),
                old.expectedDifferences()));
    }

    private static final Block WHOLE = new Block(1, 16_777_215);

    private static AddressPlan plan(String text) {
        AddressPlan plan = AddressPlan.read(text, WHOLE);
        assertThat(AddressPlan.read(plan.text(), WHOLE)).isEqualTo(plan);
        return plan;
    }

    private static Map<String, String> points(Project site) {
        Map<String, String> points = new TreeMap<>();
        site.device("GW1").mappings().stream()
                .filter(row -> row.to().equals("scada") || row.from().equals("scada"))
                .forEach(row -> points.put(row.key(), row.to().equals("scada") ? row.destination() : row.source()));
        return points;
    }

    /** Whatever the plans are, one after the other: what lies in its block stays, and an address once given keeps its owner. */
    @Property(tries = 60)
    void noAddressEverGetsAnotherOwner(
            @ForAll @IntRange(min = 1, max = 60) int first, @ForAll @IntRange(max = 3) int again) {
        Project site = SITE;
        Map<AddressBook.GivenAddress, String> owners = new HashMap<>();
        for (int round = 0; round <= again + 1; round++) {
            int start = 20_000 + 10_000 * ((first + round) % 7) + first;
            Map<String, AddressPlan> blocks = round == again + 1
                    ? SITE.conventions().addresses()
                    : Map.of(
                            "measured",
                            plan(start + "-" + (start + 800) + " step " + (1 + again) + " except " + (start + 3) + "-"
                                    + (start + 20)),
                            "command",
                            plan("9000-" + (9000 + first)));
            site = planned(site, blocks);
            AddressMoves moves = AddressMoves.plan(site, "GW1", "scada");
            Map<String, String> before = points(site);
            site = moves.after();
            Map<String, String> after = points(site);
            moves.moves().forEach(move -> assertThat(before.put(move.row().key(), move.to()))
                    .isEqualTo(move.from()));
            assertThat(after).isEqualTo(before);
            site.device("GW1").addresses().owners().forEach((place, owner) -> assertThat(
                            Optional.ofNullable(owners.put(place, owner)).orElse(owner))
                    .isEqualTo(owner));
            assertThat(AddressMoves.plan(site, "GW1", "scada").moves()).isEmpty();
            assertThat(ProjectCheck.check(site))
                    .extracting(finding -> finding.rule().id())
                    .doesNotContain("address-taken", "point-duplicate");
        }
        assertThat(points(site)).as("the plan is as it was").isEqualTo(points(SITE));
    }

    /** Each relay has a part of the block for itself, and goes on in it; what has no room left is refused. */
    @Test
    void eachRelayHasAPartOfItsOwn() {
        Project parted = planned(SITE, Map.of("measured", plan("5000-5099 each 20")));
        Project site = AddressMoves.plan(parted, "GW1", "scada").after();
        Map<String, TreeSet<Integer>> parts = new TreeMap<>();
        site.device("GW1").mappings().stream()
                .filter(row -> row.destination().matches("M_ME_T[EF]_1 5\\d+"))
                .forEach(row -> parts.computeIfAbsent(row.from(), relay -> new TreeSet<>())
                        .add((Integer.parseInt(row.destination().substring(10)) - 5000) / 20));
        assertThat(parts).isEqualTo(Map.of("F01", new TreeSet<>(List.of(0)), "F02", new TreeSet<>(List.of(1))));
        Project more = SignalMapping.plan(
                        site,
                        "GW1",
                        SignalMapping.Request.ofQuery(Query.parse("kind:voltage"))
                                .to("scada"))
                .after();
        assertThat(more.device("GW1").mappings().stream()
                        .filter(row -> row.destination().matches("M_ME_T[EF]_1 50[01]\\d"))
                        .map(Mapping::from)
                        .distinct())
                .containsExactly("F01");
        assertThat(AddressMoves.plan(more, "GW1", "scada").moves()).isEmpty();
        assertThatThrownBy(() ->
                        AddressMoves.plan(planned(SITE, Map.of("measured", plan("5000-5004 each 3"))), "GW1", "scada"))
                .hasMessageContaining("no address is free for F0");
    }

    /** Columns: a plan, and the first four addresses that it has; or why it is none. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "10-99               | 10 11 12 13",
                "10-99 step 10       | 10 20 30 40",
                "10 - 99 except 11   | 10 12 13 14",
                "10-99 step 5 except 15-29, 35 | 10 30 40 45",
                "10-10               | 10",
                "99-10               | !99-10",
                "10-99 each 20 step 10 | 10 20 30 40",
                "10-99 each 91       | !does not fit",
                "10-99 step 0        | !at least 1",
                "10-99 stepp 2       | !is no block",
                "10-99 except        | !is no block",
                "10-99 except a      | !is no block",
                "10-99 except 5      | !what it leaves out within itself",
                "10-99999999         | !within 1 to 16777215"
            })
    void plansSayWhichAddressesThereAre(String text, String expected) {
        if (expected.startsWith("!")) {
            assertThatThrownBy(() -> AddressPlan.read(text, WHOLE)).hasMessageContaining(expected.substring(1));
        } else {
            AddressPlan plan = plan(text);
            assertThat(IntStream.range(0, 200).filter(plan::contains).limit(4).mapToObj(String::valueOf))
                    .containsExactly(expected.split(" "));
        }
    }

    @Test
    void whatCannotBePlacedIsRefused() {
        Project narrow = planned(SITE, Map.of("measured", plan("8000-8001")));
        assertThatThrownBy(() -> AddressMoves.plan(narrow, "GW1", "scada")).hasMessageContaining("no address is free");
        assertThatThrownBy(() -> AddressMoves.plan(SITE, "GW1", "F01")).hasMessageContaining("cannot be mapped to F01");
        assertThatThrownBy(() -> AddressMoves.plan(SITE, "GW1", "scda")).hasMessageContaining("scda");
    }

    /** A plan of the connection goes before that of the site; one that cannot be read moves nothing. */
    @Test
    void aConnectionHasAPlanOfItsOwn() {
        Project own = ValueChange.set(SITE, "GW1", Map.of("scada.plan.measured", "7001-7999 step 10"));
        AddressMoves moves = AddressMoves.plan(own, "GW1", "scada");
        assertThat(moves.moves())
                .isNotEmpty()
                .allMatch(move -> move.from().contains(" 4") && move.to().matches("M_ME_\\S+ 7\\d\\d1"));
        assertThat(AddressMoves.plan(moves.after(), "GW1", "scada").moves()).isEmpty();
        Connection scada = SITE.device("GW1").connections().get("scada");
        Project wrong = SITE.with(SITE.device("GW1").with(scada.with("plan.measured", "7001 to 7999")));
        assertThatThrownBy(() -> AddressMoves.plan(wrong, "GW1", "scada"))
                .hasMessageContaining("the address plan for measured of scada cannot be read");
        assertThat(ConfigurationBuilder.build(own, own.device("GW1")).fingerprint())
                .isEqualTo(ConfigurationBuilder.build(SITE, SITE.device("GW1")).fingerprint());
    }

    @Test
    void aRowThatIsWrongStays() {
        Mapping row = SITE.device("GW1").mappings().get(0);
        Project broken = SITE.with(SITE.device("GW1")
                .withMappings(
                        List.of(row.with(List.of(new Mapping.End("F01", "F01CTRL/NONE1.Pos.stVal")), row.target()))));
        AddressMoves moves = AddressMoves.plan(
                planned(broken, Map.of("double-point", plan("8000-8100"), "measured", plan("8200-8300"))),
                "GW1",
                "scada");
        assertThat(moves.wrong()).containsExactly(row.name());
        assertThat(moves.moves()).isEmpty();
    }
}
