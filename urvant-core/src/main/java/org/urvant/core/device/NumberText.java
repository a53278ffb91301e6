package org.urvant.core.device;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;
import org.urvant.core.expression.Scope;
import org.urvant.core.protection.Quotient;
import org.urvant.core.protection.View;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Unit;

/** Reads the numbers of one setting where the values of a scope hold. */
final class NumberText {
    private final SettingDefinition setting;
    private final Limits limits;
    private final Scope scope;
    private final BigDecimal least;
    private final BigDecimal most;

    NumberText(SettingDefinition setting, Scope scope) {
        this.setting = setting;
        this.limits = setting.limits();
        this.scope = scope;
        this.least = limits.least() == null ? null : limits.least().at(scope).orElse(null);
        this.most = limits.most() == null ? null : limits.most().at(scope).orElse(null);
    }

    ReadValue read(String text) {
        Optional<Sided> side = setting.traits().side();
        Optional<Sided.Written> viewed = Sided.read(text, limits.unit());
        if (viewed.flatMap(Sided.Written::view).isPresent()) {
            View view = viewed.get().view().get();
            if (side.isPresent()) {
                return side.get().view() == view
                        ? inOwnUnit(viewed.get().amount(), text)
                        : inOtherView(side.get(), viewed.get(), text);
            }
            if (view != View.PERCENT_OF_RATED) {
                return mistake(
                        "is " + text + ", but does not lie on a side of instrument transformers",
                        "Give " + setting.allowed(scope) + ".");
            }
        }
        Optional<Amount> amount = Amount.parse(text);
        if (amount.isEmpty() && setting.kind() == SettingKind.DURATION) {
            amount = Amount.duration(text);
        }
        return amount.map(found -> inOwnUnit(found, text)).orElseGet(() -> setting.notOfKind(text, scope));
    }

    private ReadValue inOwnUnit(Amount amount, String text) {
        Unit given = amount.unit();
        if (given == null || given == limits.unit()) {
            return held(amount.number(), text);
        }
        if (limits.unit() == null || given.dimension() != limits.unit().dimension()) {
            return ofOtherKind(given, limits.unit(), text);
        }
        Optional<BigDecimal> converted = limits.isDifference()
                ? given.convertDifference(amount.number(), limits.unit())
                : given.convert(amount.number(), limits.unit());
        return converted
                .map(number -> held(number, text))
                .orElseGet(() -> ReadValue.mistake(
                        ValueRules.VALUE_OFF_STEP,
                        setting.path() + " is " + text + ", which has no end as a decimal in " + limits.symbol(),
                        "Give it in " + limits.symbol() + "."));
    }

    /** A value on another side is exact as it was written, and goes to the nearest step of the setting. */
    private ReadValue inOtherView(Sided side, Sided.Written written, String text) {
        Amount amount = written.amount();
        Optional<Sided.Basis> basis = side.basis(scope);
        if (basis.isEmpty()) {
            return mistake(
                    "is " + text + ", but can only be given as " + side.view().title(),
                    "Give " + setting.allowed(scope) + ".");
        }
        Unit expected = side.unit(written.view().orElseThrow(), limits.unit());
        if (amount.unit() != null && amount.unit().dimension() != expected.dimension()) {
            return ofOtherKind(amount.unit(), expected, text);
        }
        Quotient exact =
                side.convert(written, side.view(), limits.unit(), scope).orElse(null);
        if (exact == null) {
            return mistake(
                    "is " + text + ", and what that is as " + side.view().title() + " cannot be said",
                    "Give " + String.join(", ", basis.get().paths()) + ", a primary not below its secondary.");
        }
        String shown = exact.digits(6).toPlainString() + " " + setting.unit();
        if (least != null && exact.compareTo(least) < 0 || most != null && exact.compareTo(most) > 0) {
            return mistake(
                    "is " + text + ", which is " + shown + "; expected " + setting.allowed(scope),
                    "Give a value within the range.");
        }
        BigDecimal grid = grid();
        BigDecimal kept =
                grid == null ? exact.digits(12) : exact.onSteps(least == null ? BigDecimal.ZERO : least, grid);
        if (most != null && kept.compareTo(most) > 0) {
            kept = kept.subtract(grid); // the range need not end on a step
        }
        return exact.compareTo(kept) == 0
                ? ReadValue.sound(kept)
                : ReadValue.rounded(
                        kept,
                        setting.path() + " is " + text + ", which is " + shown + "; the device holds "
                                + kept.toPlainString() + " " + setting.unit());
    }

    private ReadValue held(BigDecimal value, String text) {
        if (least != null && value.compareTo(least) < 0 || most != null && value.compareTo(most) > 0) {
            return mistake(
                    "is " + text + "; expected " + setting.allowed(scope),
                    "Give a value within the range" + otherSide());
        }
        BigDecimal grid = grid();
        if (grid != null) {
            BigDecimal below = gridBelow(value, grid);
            if (below.compareTo(value) != 0) {
                BigDecimal above = below.add(grid);
                String unit = setting.unit().isEmpty() ? "" : " " + setting.unit();
                return ReadValue.mistake(
                        ValueRules.VALUE_OFF_STEP,
                        setting.path() + " is " + text + ", between two steps of " + grid.toPlainString() + unit,
                        "Give " + below.toPlainString()
                                + (most == null || above.compareTo(most) <= 0 ? " or " + above.toPlainString() : "")
                                + unit + ".");
            }
        }
        return ReadValue.sound(value);
    }

    /** Who gives a value of the other side is told how that is written. */
    private String otherSide() {
        return setting.traits()
                .side()
                .filter(side -> side.basis(scope).isPresent() && side.view() != View.PERCENT_OF_RATED)
                .map(side -> ", or with 'primary', 'secondary' or % behind it; without, it is a "
                        + side.view().title() + ".")
                .orElse(".");
    }

    /** Returns the distance of the values that the device holds; null for any value. */
    BigDecimal grid() {
        BigDecimal step = limits.step() == null ? null : limits.step().at(scope).orElse(null);
        BigDecimal grid = step == null && setting.kind() == SettingKind.INTEGER ? BigDecimal.ONE : step;
        return grid == null || grid.signum() <= 0 ? null : grid;
    }

    private BigDecimal gridBelow(BigDecimal value, BigDecimal grid) {
        BigDecimal origin = least == null ? BigDecimal.ZERO : least;
        BigDecimal steps = value.subtract(origin).divide(grid, 0, RoundingMode.FLOOR);
        return origin.add(steps.multiply(grid));
    }

    /** Returns the nearest value that the device holds; empty when that lies off the range. */
    Optional<BigDecimal> snap(BigDecimal number) {
        BigDecimal exact = number;
        BigDecimal grid = grid();
        if (grid != null) {
            exact = gridBelow(exact.add(grid.divide(BigDecimal.valueOf(2))), grid);
        }
        return Optional.of(exact)
                .filter(value -> held(value, value.toPlainString()).isSound());
    }

    private ReadValue ofOtherKind(Unit given, Unit expected, String text) {
        return mistake(
                "is " + text + ", which is " + given.dimension().title() + "; expected "
                        + (expected == null
                                ? "a number without unit"
                                : expected.dimension().title() + " in " + expected.symbol()),
                "Give " + setting.allowed(scope) + ".");
    }

    private ReadValue mistake(String message, String remedy) {
        return ReadValue.mistake(ValueRules.VALUE_OUT_OF_RANGE, setting.path() + " " + message, remedy);
    }
}
