package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.point.Claim;
import org.urvant.project.AddressBook;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.kit.Sites;
import org.urvant.scl.DataAttribute;

/** Rows, types and addresses that are proposed for signals. */
class SignalMapperTest {
    private static final Project BARE = bare();
    private static final List<String> SIGNALS = BARE.ied("F01").orElseThrow().nodes().stream()
            .flatMap(node -> node.attributes().stream())
            .filter(attribute -> new MappedSignal.OfIed(attribute).shape().isPresent())
            .map(DataAttribute::reference)
            .toList();

    private static Project bare() {
        Project site = Sites.imported(Sites.with("GW1", "ravnsund-g3"), "F01.cid");
        site = ConnectionChange.connect(site, "GW1", "scada", "control-centre");
        return ConnectionChange.connectAll(site, site.device("GW1"), site.ieds())
                .project();
    }

    private static String point(Mapping row) {
        return row.to().equals("scada") ? row.destination() : row.source();
    }

    private static String signal(Mapping row) {
        return row.to().equals("scada") ? row.source() : row.destination();
    }

    /** Columns: signal, and the point that carries it: class and constraint by IEC TS 61850-80-1, with time where there is one. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F01CTRL/XCBR1.Pos.stVal               | M_DP_TB_1 | true
            F01PROT/PTRC1.Tr.general              | M_SP_TB_1 | true
            F01MEAS/MMXU1.A.phsA.cVal.mag.f       | M_ME_TF_1 | true
            F01CTRL/CSWI1.Pos.Oper.ctlVal         | C_DC_     | false
            """)
    void aSignalGetsTheTypeOfItsClassAndCommandsAreOffAtFirst(String reference, String type, boolean isUsed) {
        Device gateway =
                Sites.mapped(BARE, "GW1", OptionalInt.empty(), reference).device("GW1");
        assertThat(gateway.mappings()).singleElement().satisfies(row -> {
            assertThat(point(row)).startsWith(type);
            assertThat(signal(row)).isEqualTo(reference);
            assertThat(row.isUsed()).isEqualTo(isUsed);
            assertThat(row.name()).startsWith("F01").hasSizeLessThanOrEqualTo(28);
        });
    }

    /**
     * Whatever is mapped in whatever order, in one step or in several, with rows taken out between: no address is given to two
     * signals, none that was given changes its signal, and a signal that comes back gets its old one.
     */
    @Property(tries = 40)
    void anAddressOnceGivenNeverMoves(@ForAll long seed) {
        Random random = new Random(seed);
        Project site = BARE;
        Map<String, String> given = new HashMap<>();
        for (int step = 0; step < 8; step++) {
            List<String> wanted = new ArrayList<>(SIGNALS);
            Collections.shuffle(wanted, random);
            site = Sites.mapped(
                    site,
                    "GW1",
                    random.nextInt(4) == 0 ? OptionalInt.of(1001 + random.nextInt(900)) : OptionalInt.empty(),
                    wanted.subList(0, 1 + random.nextInt(6)).toArray(String[]::new));
            Device gateway = site.device("GW1");
            Set<String> points = new HashSet<>();
            for (Mapping row : gateway.mappings()) {
                String address = point(row).replaceAll("_[A-Z]{2}_", "_") + " " + signal(row);
                assertThat(points.add(place(row))).as(address).isTrue();
                assertThat(given.merge(place(row), signal(row), (old, now) -> old))
                        .as(place(row))
                        .isEqualTo(signal(row));
            }
            assertThat(gateway.mappings()).extracting(Mapping::key).doesNotHaveDuplicates();
            assertThat(gateway.mappings()).extracting(Mapping::name).doesNotHaveDuplicates();
            if (random.nextBoolean()) {
                int keep = random.nextInt(gateway.mappings().size());
                site = site.with(gateway.withMappings(gateway.mappings().subList(0, keep)));
            }
        }
        Map<String, Set<String>> places = new HashMap<>();
        given.forEach((place, signal) ->
                places.computeIfAbsent(signal, key -> new HashSet<>()).add(place));
        assertThat(places.values()).as("a signal has one address a receiver").allMatch(all -> all.size() == 1);
    }

    private static String place(Mapping row) {
        Matcher matcher = Pattern.compile("([MC])_\\S+ (\\d+)( select)?").matcher(point(row));
        assertThat(matcher.matches()).as(point(row)).isTrue();
        return matcher.group(1) + matcher.group(2);
    }

    @Test
    void whatIsMappedAlreadyKeepsItsRowAndIsSaid() {
        String position = "F01CTRL/XCBR1.Pos.stVal";
        Project once = Sites.mapped(BARE, "GW1", OptionalInt.of(1500), position);
        SignalMapper.Proposal again = SignalMapper.propose(
                once,
                once.device("GW1"),
                "scada",
                MappedSignal.of(List.of(once.signal(position))),
                OptionalInt.of(1600));
        assertThat(again.rows()).isEmpty();
        assertThat(again.present()).extracting(MappedSignal::reference).containsExactly(position);
        assertThat(again.addresses().owners()).hasSize(1);
        AddressBook.GivenAddress place =
                again.addresses().owners().keySet().iterator().next();
        assertThat(place).isEqualTo(new AddressBook.GivenAddress("scada", new Claim("monitor", 1500, 1501)));
        assertThat(again.addresses().with(Map.of(place, "another")).owner(place))
                .contains(position);
    }

    @Test
    void whatCannotBeCarriedIsLeftOutWithItsReason() {
        List<DataAttribute> texts = BARE.ied("F01").orElseThrow().nodes().stream()
                .flatMap(node -> node.attributes().stream())
                .filter(attribute -> !new MappedSignal.OfIed(attribute).shape().isPresent())
                .limit(20)
                .toList();
        SignalMapper.Proposal proposal =
                SignalMapper.propose(BARE, BARE.device("GW1"), "scada", MappedSignal.of(texts), OptionalInt.empty());
        assertThat(proposal.rows()).isEmpty();
        assertThat(proposal.leftOut()).hasSize(20).allSatisfy((signal, reason) -> assertThat(reason)
                .isNotBlank());
    }

    /** Columns: receiver, first address, and the refusal. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            skada | -1       | Did you mean 'scada'?
            F01   | -1       | Map to scada.
            scada | 16777216 | 16777215
            scada | 0        | 1
            """)
    void aReceiverOrAddressThatCannotBeIsRefused(String receiver, int start, String said) {
        assertThatThrownBy(() -> SignalMapper.propose(
                        BARE,
                        BARE.device("GW1"),
                        receiver,
                        MappedSignal.of(List.of(BARE.signal("F01CTRL/XCBR1.Pos.stVal"))),
                        start < 0 ? OptionalInt.empty() : OptionalInt.of(start)))
                .isInstanceOfAny(UrvantException.class, IllegalArgumentException.class)
                .satisfies(refusal -> assertThat(
                                refusal.getMessage() + (refusal instanceof UrvantException told ? told.remedy() : ""))
                        .contains(said));
    }

    @Test
    void aRelayThatIsNotConnectedCannotBeMapped() {
        Project site = Sites.imported(BARE, "F02.cid");
        List<DataAttribute> foreign = List.of(site.signal("F02CTRL/XCBR1.Pos.stVal"));
        SignalMapper.Proposal proposal =
                SignalMapper.propose(site, site.device("GW1"), "scada", MappedSignal.of(foreign), OptionalInt.empty());
        assertThat(proposal.rows()).isEmpty();
        assertThat(proposal.leftOut().values()).singleElement().asString().contains("F02");
        assertThatThrownBy(() -> site.signal("F03CTRL/XCBR1.Pos.stVal")).isInstanceOf(UnknownNameException.class);
    }

    @Test
    void aFullBlockIsRefusedAndNothingProposed() {
        Project full = Sites.mapped(BARE, "GW1", OptionalInt.of(16_777_215), "F01CTRL/XCBR1.Pos.stVal");
        assertThatThrownBy(() -> Sites.mapped(full, "GW1", OptionalInt.of(16_777_215), "F01CTRL/XSWI1.Pos.stVal"))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("no address is free");
        assertThat(full.device("GW1").mappings()).hasSize(1);
    }
}
