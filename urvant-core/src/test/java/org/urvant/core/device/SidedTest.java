package org.urvant.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Scope;
import org.urvant.core.expression.Type;
import org.urvant.core.protection.Ratings.Quantity;
import org.urvant.core.protection.View;
import org.urvant.core.unit.Unit;

/** Values written on any side of the transformers: 400/1 A, 11000/110 V, 60/1 A for the neutral, 380 A and 11 kV rated. */
class SidedTest {
    private static final Map<String, Object> RATED = Map.of(
            "ct.primary", new BigDecimal("400"),
            "ct.secondary", BigDecimal.ONE,
            "ct.neutral.primary", new BigDecimal("60"),
            "ct.neutral.secondary", BigDecimal.ONE,
            "vt.primary", new BigDecimal("11000"),
            "vt.secondary", new BigDecimal("110"),
            "rated.current", new BigDecimal("380"),
            "rated.voltage", new BigDecimal("11000"),
            "source", "measured");

    private static final Names NAMES = Names.NONE.within(types());

    private static Map<String, Type> types() {
        Map<String, Type> types = new HashMap<>();
        RATED.forEach((path, value) -> types.put(
                path,
                value instanceof BigDecimal
                        ? new Type(Type.Kind.NUMBER, null, List.of())
                        : new Type(Type.Kind.TEXT, null, List.of("measured", "summed"))));
        return types;
    }

    private static Scope scope(Map<String, Object> values) {
        return (depth, path) -> values.get(path);
    }

    private static Expression expression(String text, Type.Kind kind) {
        return Expression.parse(text, NAMES, kind, mistake -> {}).orElseThrow();
    }

    private static Sided.Pair pair(String prefix) {
        return new Sided.Pair(
                expression(prefix + ".primary", Type.Kind.NUMBER), expression(prefix + ".secondary", Type.Kind.NUMBER));
    }

    private static Sided.Basis basis(Quantity quantity) {
        Optional<Expression> rated =
                switch (quantity) {
                    case CURRENT -> Optional.of(expression("rated.current", Type.Kind.NUMBER));
                    case VOLTAGE -> Optional.of(expression("rated.voltage", Type.Kind.NUMBER));
                    default -> Optional.empty();
                };
        return new Sided.Basis(
                quantity,
                quantity.usesCurrents() ? Optional.of(pair("ct")) : Optional.empty(),
                quantity.usesVoltages() ? Optional.of(pair("vt")) : Optional.empty(),
                rated);
    }

    private static SettingDefinition setting(Unit unit, String least, String most, String step, Sided side) {
        Limits limits = Limits.NONE
                .with(new Limits.Bounds(
                        Bound.of(new BigDecimal(least)),
                        Bound.of(new BigDecimal(most)),
                        step.isEmpty() ? null : Bound.of(new BigDecimal(step))))
                .in(unit);
        Traits.Sense sense =
                new Traits.Sense(Optional.ofNullable(side), "", Optional.empty(), "", Traits.NamedChannels.ANY);
        return new SettingDefinition("level", SettingKind.NUMBER, limits, "")
                .with(new Traits(
                        Effect.NONE, Availability.ALWAYS, AccessRole.ENGINEER, false, false, Optional.empty(), sense));
    }

    private static Sided side(View view, Quantity quantity) {
        return new Sided(view, List.of(new Sided.Way(Optional.empty(), basis(quantity))));
    }

    private static SettingDefinition of(String kind) {
        return switch (kind) {
            case "current" -> setting(Unit.AMPERE, "0.05", "40", "0.01", side(View.SECONDARY, Quantity.CURRENT));
            case "milliamperes" ->
                setting(Unit.MILLIAMPERE, "10", "40000", "10", side(View.SECONDARY, Quantity.CURRENT));
            case "primary" -> setting(Unit.AMPERE, "10", "20000", "1", side(View.PRIMARY, Quantity.CURRENT));
            case "voltage" -> setting(Unit.VOLT, "10", "200", "0.1", side(View.SECONDARY, Quantity.VOLTAGE));
            case "percent" -> setting(Unit.PER_CENT, "20", "150", "0.5", side(View.PERCENT_OF_RATED, Quantity.VOLTAGE));
            case "impedance" -> setting(Unit.OHM, "0.1", "500", "0.01", side(View.SECONDARY, Quantity.IMPEDANCE));
            case "power" -> setting(Unit.WATT, "1", "5000", "", side(View.SECONDARY, Quantity.POWER));
            default -> setting(Unit.SECOND, "0", "100", "0.01", null);
        };
    }

    /** Columns: kind of setting, what is written, what the device gets (or what is said), whether it is rounded. */
    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            current      | 1.2                  | 1.2     | false
            current      | 1.2 A                | 1.2     | false
            current      | 1200 mA              | 1.2     | false
            current      | 1.2 A secondary      | 1.2     | false
            current      | 1.2 secondary        | 1.2     | false
            current      | 480 A primary        | 1.2     | false
            current      | 0.48 kA primary      | 1.2     | false
            current      | 480 primary          | 1.2     | false
            current      | 501 A primary        | 1.25    | true
            current      | 503 A primary        | 1.26    | true
            current      | 120 %                | 1.14    | false
            current      | 120 % of rated       | 1.14    | false
            current      | 75 %                 | 0.71    | true
            current      | 20 A primary         | 0.05    | false
            current      | 16 kA primary        | 40      | false
            current      | 19 A primary         | which is 0.0475 A; expected 0.05 to 40 A | false
            current      | 16001 A primary      | which is 40.0025 A; expected 0.05 to 40 A | false
            current      | 480 V primary        | which is voltage; expected current in A | false
            current      | 480 A of rated       | expected a number | false
            current      | 480 A left           | expected a number | false
            current      | primary              | expected a number | false
            current      | 1.204 A              | between two steps of 0.01 A | false
            milliamperes | 480 A primary        | 1200    | false
            milliamperes | 483 A primary        | 1210    | true
            primary      | 480                  | 480     | false
            primary      | 480 A primary        | 480     | false
            primary      | 1.2 A secondary      | 480     | false
            primary      | 100 %                | 380     | false
            voltage      | 8.8 kV primary       | 88      | false
            voltage      | 80 %                 | 88      | false
            voltage      | 8805 V primary       | 88      | true
            percent      | 80                   | 80      | false
            percent      | 80 %                 | 80      | false
            percent      | 8.8 kV primary       | 80      | false
            percent      | 88 V secondary       | 80      | false
            percent      | 0.8                  | expected 20 to 150 % | false
            percent      | 8.8 kV               | which is voltage; expected ratio | false
            percent      | 480 A primary        | which is current; expected voltage in V | false
            impedance    | 10 ohm primary       | 40      | false
            impedance    | 10 Ω secondary       | 10      | false
            impedance    | 75 %                 | cannot be said | false
            power        | 4 MW primary         | 100     | false
            power        | 4 kVA primary        | which is apparent power | false
            time         | 5 s primary          | does not lie on a side of instrument transformers | false
            time         | 75 %                 | which is ratio; expected time in s | false
            """)
    void aValueIsReadOnAnySide(String kind, String text, String result, boolean isRounded) {
        ReadValue read = of(kind).read(text, scope(RATED));
        if (read.isSound()) {
            assertThat(((BigDecimal) read.typed()).stripTrailingZeros().toPlainString())
                    .isEqualTo(result);
            assertThat(read.isRounded()).isEqualTo(isRounded);
        } else {
            assertThat(read.message()).contains(result);
        }
    }

    /** Columns: kind of setting, value on the device, side, how it is shown there. */
    @ParameterizedTest(name = "{0} {1}: {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            current   | 1.2  | primary          | 480 A
            current   | 1.2  | secondary        | 1.2 A
            current   | 1.14 | percent-of-rated | 120 %
            primary   | 480  | secondary        | 1.2 A
            percent   | 80   | primary          | 8800 V
            percent   | 80   | secondary        | 88 V
            percent   | 80   | percent-of-rated | 80 %
            impedance | 40   | primary          | 10 Ω
            power     | 100  | primary          | 4000000 W
            impedance | 40   | percent-of-rated | ''
            time      | 5    | primary          | ''
            """)
    void aValueIsShownOnAnySide(String kind, BigDecimal value, String side, String shown) {
        assertThat(of(kind).in(View.of(side).orElseThrow(), value, scope(RATED))
                        .map(amount -> amount.text())
                        .orElse(""))
                .isEqualTo(shown);
    }

    /** Columns: what of the ratings is other than it should be, and whether 480 A primary can be read then. */
    @ParameterizedTest
    @CsvSource({
        "ct.primary, 0.5, false",
        "ct.primary, '', false",
        "ct.secondary, 0, false",
        "ct.secondary, '', false",
        "ct.secondary, 5, true",
        "rated.current, '', true"
    })
    void withoutARatioNothingIsSaid(String path, String value, boolean isRead) {
        Map<String, Object> other = new HashMap<>(RATED);
        other.put(path, value.isEmpty() ? null : new BigDecimal(value));
        ReadValue read = of("current").read("480 A primary", scope(other));
        assertThat(read.isSound()).isEqualTo(isRead);
        if (!isRead) {
            assertThat(read.message()).contains("cannot be said");
            assertThat(read.remedy()).contains("ct.primary", "ct.secondary");
        }
    }

    @Test
    void theWayThroughTransformersCanDependOnASetting() {
        Sided.Basis neutral =
                new Sided.Basis(Quantity.CURRENT, Optional.of(pair("ct.neutral")), Optional.empty(), Optional.empty());
        Sided.Way summed =
                new Sided.Way(Optional.of(expression("source = 'summed'", Type.Kind.LOGICAL)), basis(Quantity.CURRENT));
        SettingDefinition earth = setting(
                Unit.AMPERE,
                "0.005",
                "10",
                "0.005",
                new Sided(View.SECONDARY, List.of(summed, new Sided.Way(Optional.empty(), neutral))));
        assertThat(earth.read("6 A primary", scope(RATED)).typed()).isEqualTo(new BigDecimal("0.100"));
        Map<String, Object> other = new HashMap<>(RATED);
        other.put("source", "summed");
        assertThat(earth.read("6 A primary", scope(other)).typed()).isEqualTo(new BigDecimal("0.015"));
        assertThat(earth.traits().side().orElseThrow().ownPaths()).contains("source", "ct.neutral.primary");
        SettingDefinition bare = setting(Unit.AMPERE, "1", "9", "1", new Sided(View.SECONDARY, List.of()));
        assertThat(bare.read("5 A primary", scope(RATED)).message()).contains("can only be given as secondary value");
    }
}
