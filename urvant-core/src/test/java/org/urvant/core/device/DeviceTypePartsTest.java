package org.urvant.core.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Scope;
import org.urvant.core.expression.Template;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Position;
import org.urvant.core.unit.Unit;

/** The parts of a device type, each on its own. */
class DeviceTypePartsTest {
    private static final OrderCode CODE = new OrderCode(
            List.of(
                    new OrderCode.Part("MR", "", Map.of()),
                    new OrderCode.Part("supply", "", letters("A=24 V", "B=110 V")),
                    new OrderCode.Part(
                            "slot",
                            "S1",
                            Map.of(
                                    "00", new OrderCode.Letter("empty", "", "", List.of()),
                                    "T3", new OrderCode.Letter("three sensors", "temp", "", List.of()))),
                    new OrderCode.Part("-", "", Map.of()),
                    new OrderCode.Part(
                            "functions",
                            "",
                            Map.of(
                                    "1", new OrderCode.Letter("plain", "", "A", List.of()),
                                    "2", new OrderCode.Letter("all", "", "B", List.of("arc", "voice"))))),
            List.of(new OrderCode.Exclusion(
                    new TreeMap<>(Map.of("supply", "A", "functions", "2")), "24 V does not feed all functions")));

    private static Map<String, OrderCode.Letter> letters(String... words) {
        Map<String, OrderCode.Letter> letters = new LinkedHashMap<>();
        for (String word : words) {
            letters.put(word.substring(0, 1), new OrderCode.Letter(word.substring(2), "", "", List.of()));
        }
        return letters;
    }

    /** Columns: code, modules, licences, hardware, and a part of the mistakes. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            MRBT3-2   | {S1=temp} | [arc, voice] | B | []
            MR B T3-2 | {S1=temp} | [arc, voice] | B | []
            MRA00-1   | {}        | []           | A | []
            MRA00-2   | {}        | [arc, voice] | B | 24 V does not feed all functions
            MRC00-1   | {}        | []           | A | position 3 (supply) is 'C'; expected one of A, B
            MRA00     | {}        | []           |   | expected '-' at position 6
            MRA00-    | {}        | []           |   | position 7 (functions) is ''
            MRA00-1X  | {}        | []           | A | 'X' stands after the end
            XRA00-1   | {}        | []           |   | expected 'MR' at position 1
            """)
    void anOrderingCodeIsReadByPositions(
            String code, String modules, String licences, String hardware, String mistakes) {
        OrderCode.Decoded decoded = CODE.decode(code);
        assertThat(decoded.modules()).hasToString(modules);
        assertThat(decoded.licences()).hasToString(licences);
        assertThat(decoded.hardware()).isEqualTo(hardware == null ? "" : hardware);
        assertThat(decoded.mistakes().toString()).contains(mistakes);
        assertThat(CODE.form()).isEqualTo("MR{supply}{slot}-{functions}");
    }

    @Test
    void anOrderingCodeIsMadeOfWhatIsFitted() {
        assertThat(CODE.encode(Map.of("S1", "temp"), Set.of("arc", "voice"), "B", Map.of("supply", "B")))
                .contains("MRBT3-2");
        assertThat(CODE.encode(Map.of(), Set.of(), "", Map.of())).contains("MRA00-1");
        assertThat(CODE.encode(Map.of("S1", "other"), Set.of(), "", Map.of())).isEmpty();
        assertThat(CODE.encode(Map.of(), Set.of("arc"), "", Map.of()))
                .as("half of the licences")
                .isEmpty();
        assertThat(CODE.encode(Map.of(), Set.of(), "B", Map.of()))
                .as("no letter for the hardware")
                .isEmpty();
    }

    @ParameterizedTest(name = "{0} stands at {1}")
    @CsvSource({"0.4, left, true", "0.44, left, false", "0.5, middle, true", "0.7, right, false", "99, right, false"})
    void aDialStandsAtTheNearestPosition(BigDecimal wanted, String position, boolean exact) {
        Map<String, String> positions = new LinkedHashMap<>();
        positions.put("0.4", "left");
        positions.put("0.5", "middle");
        positions.put("0.6 A", "right");
        Selector dial = new Selector("Ir", "current", "long-time.current", positions);
        assertThat(dial.place(wanted)).hasValueSatisfying(place -> {
            assertThat(place.position()).isEqualTo(position);
            assertThat(place.isExact()).isEqualTo(exact);
        });
    }

    @Test
    void aSwitchHasAPositionForEachWordOrNone() {
        Selector selector = new Selector("S1", "", "on", Map.of("yes", "up", "no", "down", "4-20 mA", "right"));
        assertThat(selector.place(true).map(Selector.Setpoint::position)).contains("up");
        assertThat(selector.place(false).map(Selector.Setpoint::position)).contains("down");
        assertThat(selector.place("4-20 mA").map(Selector.Setpoint::position)).contains("right");
        assertThat(selector.place("0-10 V")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "4.0, 4.1, true",
        "4.0, 4.3, false",
        "4.1, 4.3, true",
        "4.3, 4.3, false",
        "4.3, 4.0, false",
        "3.9, 4.1, false",
        "4.0, 5.0, false"
    })
    void firmwareGoesOnlyOnAllowedWays(String from, String to, boolean allowed) {
        Software software = new Software(
                List.of(
                        new Firmware("4.0", "", List.of(), ""),
                        new Firmware("4.1", "", List.of(), ""),
                        new Firmware("4.3", "arc", List.of("4.1"), "B")),
                new TreeMap<>());
        assertThat(software.mayUpgrade(from, to)).isEqualTo(allowed);
        assertThat(software.isOlder("4.0", "4.3")).isTrue();
        assertThat(software.isOlder("4.3", "4.0")).isFalse();
        assertThat(software.isOlder("9", "4.0"))
                .as("what is not known is not called old")
                .isFalse();
        assertThat(software.isOlder("4.0", "")).isFalse();
    }

    @ParameterizedTest
    @CsvSource({
        "BI3.name, true",
        "BI.name, true",
        "BI3.sense, false",
        "XBI3.name, false",
        "text.long, true",
        "text, false"
    })
    void aGapOfReadingBackIsAPathOrManyPaths(String path, boolean gap) {
        Handling handling = new Handling(
                false,
                true,
                new TreeMap<>(Map.of("BI*.name", "keeps none", "text.*", "not sent")),
                new TreeMap<>(),
                Guide.NONE,
                List.of(),
                Protecting.NOTHING);
        assertThat(handling.isGap(path)).isEqualTo(gap);
        assertThat(Handling.ORDINARY.isGap(path)).isFalse();
    }

    private static final Names NAMES = Names.NONE.within(Map.of(
            "ct.primary", new Type(Type.Kind.NUMBER, Unit.AMPERE, List.of()),
            "on", Type.LOGICAL,
            "note", Type.TEXT));

    private static Expression expression(String text, Type.Kind kind) {
        return Expression.parse(text, NAMES, kind, mistake -> {
                    throw new AssertionError(mistake.message());
                })
                .orElseThrow();
    }

    @Test
    void aRuleIsBrokenOnlyByWhatIsKnown() {
        TypeRule rule = new TypeRule(
                "enough",
                false,
                expression("on", Type.Kind.LOGICAL),
                expression("ct.primary >= 100", Type.Kind.LOGICAL),
                ValueRules.RULE_BROKEN,
                new TypeRule.Wording(
                        Template.parse("it is {ct.primary}, {on}, {note}, {nothing}", NAMES, mistake -> assertThat(
                                        mistake.message())
                                .contains("'nothing'")),
                        Template.parse("Mend {it", NAMES, mistake -> {})),
                List.of("ct.primary"),
                Position.in("test"));
        Map<String, Object> values = new TreeMap<>();
        Scope scope = (depth, path) -> values.get(path);
        assertThat(rule.isBroken(scope)).as("nothing is known").isFalse();
        values.put("on", true);
        assertThat(rule.isBroken(scope)).as("the number is not known").isFalse();
        values.put("ct.primary", new BigDecimal("50.0"));
        assertThat(rule.isBroken(scope)).isTrue();
        assertThat(rule.wording().message().fill(scope)).isEqualTo("it is 50 A, yes, –, ");
        assertThat(rule.wording().remedy().fill(scope)).isEqualTo("Mend {it");
        Scope enough = (depth, path) -> new BigDecimal(100);
        assertThat(rule.isBroken(scope, List.of())).as("no row at all").isTrue();
        assertThat(rule.isBroken(scope, List.of(scope))).as("no row keeps it").isTrue();
        assertThat(rule.isBroken(scope, List.of(scope, enough)))
                .as("one keeps it")
                .isFalse();
        assertThat(rule.isBroken(scope, List.of(scope, (depth, path) -> null)))
                .as("of one it is not known")
                .isFalse();
        values.put("on", false);
        assertThat(rule.isBroken(scope)).as("it does not count").isFalse();
        assertThat(rule.isBroken(scope, List.of())).as("it does not count").isFalse();
    }

    @Test
    void limitsMayFollowFromOtherValues() {
        Bound most = new Bound(null, expression("ct.primary * 2", Type.Kind.NUMBER));
        Limits limits = Limits.NONE
                .with(new Limits.Bounds(Bound.of(BigDecimal.ONE), most, Bound.of(new BigDecimal("0.5"))))
                .in(Unit.AMPERE);
        SettingDefinition setting = new SettingDefinition("pick-up", SettingKind.NUMBER, limits, "current");
        Scope fifty = (depth, path) -> new BigDecimal("50");
        assertThat(setting.allowed(fifty)).isEqualTo("1 to 100 A in steps of 0.5");
        assertThat(setting.allowed()).isEqualTo("1 to (ct.primary * 2) A in steps of 0.5");
        assertThat(setting.read("100", fifty).isSound()).isTrue();
        assertThat(setting.read("100.5", fifty).broken()).isEqualTo(ValueRules.VALUE_OUT_OF_RANGE);
        assertThat(setting.read("100.5").isSound())
                .as("what the limit follows from is not known")
                .isTrue();
        assertThat(setting.read("0.0755 kA", fifty).typed()).isEqualTo(new BigDecimal("75.5"));
        assertThatThrownBy(() -> new Bound(null, null)).isInstanceOf(IllegalArgumentException.class);
    }

    /** Ranges as the standards named beside each word give them. */
    @ParameterizedTest
    @CsvSource({
        "modbus-unit, 1, 247",
        "common-address, 1, 65534",
        "short-common-address, 1, 254",
        "ieee1815-address, 0, 65519",
        "mstp-master, 0, 127",
        "object-instance, 0, 4194302",
        "can-identifier, 0, 2047",
        "extended-can-identifier, 0, 536870911",
        "vlan, 0, 4094",
        "tcp-port, 1, 65535"
    })
    void addressesHaveTheRangesOfTheirStandards(String word, int least, int most) {
        assertThat(AddressRange.of(word)).hasValueSatisfying(range -> {
            assertThat(range.least()).isEqualTo(least);
            assertThat(range.most()).isEqualTo(most);
            assertThat(range.word()).isEqualTo(word);
        });
        assertThat(AddressRange.of(word + "x")).isEqualTo(Optional.empty());
    }
}
