package org.urvant.core.device;

import java.math.BigDecimal;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;
import org.urvant.core.range.Interval;
import org.urvant.core.unit.Unit;

/**
 * A limit of a setting: a fixed number, or one that follows from other settings or from the modules fitted.
 *
 * @param fixed the number; null when it follows from the expression
 * @param expression what it follows from; null when it is fixed
 */
public record Bound(BigDecimal fixed, @Nullable Expression expression) {
    public Bound {
        if ((fixed == null) == (expression == null)) {
            throw new IllegalArgumentException("a bound is either fixed or follows from an expression");
        }
    }

    /** Returns a fixed bound. */
    public static Bound of(BigDecimal fixed) {
        return new Bound(Objects.requireNonNull(fixed, "fixed"), null);
    }

    /** Returns the paths of the settings that some bounds follow from, in any scope; a null is none. */
    static Set<String> paths(Stream<@Nullable Bound> bounds) {
        return bounds.filter(bound -> bound != null && bound.expression != null)
                .flatMap(bound -> bound.expression.paths().stream())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Returns the limit where the values of a scope hold; empty when they do not decide it. */
    public Optional<BigDecimal> at(Scope scope) {
        return fixed != null ? Optional.of(fixed) : expression.number(scope);
    }

    /**
     * Returns the number of a bound in a unit, where the values of a scope hold.
     *
     * @param bound the bound; null for none
     * @param unit the unit; null for the bound's own
     * @param otherwise what it is where there is no bound
     * @return NaN where the values do not decide it
     */
    static double number(@Nullable Bound bound, @Nullable Unit unit, Scope scope, double otherwise) {
        if (bound == null) {
            return otherwise;
        }
        Unit own = bound.expression == null ? null : bound.expression.type().unit();
        return bound.at(scope)
                .map(number -> own == null || unit == null || own == unit || own.dimension() != unit.dimension()
                        ? number.doubleValue()
                        : own.nearest(number, unit))
                .orElse(Double.NaN);
    }

    /** Returns what the limit can be, whatever the values that it follows from. */
    public Interval range() {
        return fixed != null ? Interval.of(fixed) : expression.range();
    }

    /** Returns the limit as it is written in a device type. */
    @Override
    public String toString() {
        return fixed != null ? fixed.toPlainString() : expression.text();
    }
}
