package org.urvant.core.device;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;
import org.urvant.core.protection.Quotient;
import org.urvant.core.protection.Ratings;
import org.urvant.core.protection.TransformerRatio;
import org.urvant.core.protection.View;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Dimension;
import org.urvant.core.unit.Unit;

/**
 * The side of the instrument transformers on which a value is given, and what its other views follow from.
 *
 * @param view the side on which the device keeps it
 * @param ways what its other views follow from: the first whose condition holds; empty when it has none
 */
public record Sided(View view, List<Way> ways) {
    private static final String OF_RATED = " of rated";
    private static final List<View> SIDES = List.of(View.PRIMARY, View.SECONDARY);

    public Sided {
        ways = List.copyOf(ways);
    }

    /**
     * A way through transformers.
     *
     * @param when when the value comes this way; empty for always
     * @param basis what its other views follow from then
     */
    public record Way(Optional<Expression> when, Basis basis) {}

    /** Returns what its other views follow from where the values of a scope hold; empty when it has none. */
    public Optional<Basis> basis(Scope scope) {
        for (Way way : ways) { // asked for each value that is shown from a side
            if (way.when().isEmpty() || way.when().get().test(scope).orElse(false)) {
                return Optional.of(way.basis());
            }
        }
        return Optional.empty();
    }

    /** Returns the paths of the same sheet that its views depend on. */
    public List<String> ownPaths() {
        TreeSet<String> paths = new TreeSet<>();
        for (Way way : ways) {
            way.when().ifPresent(when -> paths.addAll(when.ownPaths()));
            way.basis().expressions().forEach(expression -> paths.addAll(expression.ownPaths()));
        }
        return List.copyOf(paths);
    }

    /**
     * The ratings of a device that other views follow from.
     *
     * @param quantity what the value is
     * @param currents rated values of the current transformers; empty when the type has none
     * @param voltages rated values of the voltage transformers; empty when the type has none
     * @param rated rated value of what is protected; empty when the type has none
     */
    public record Basis(
            Ratings.Quantity quantity, Optional<Pair> currents, Optional<Pair> voltages, Optional<Expression> rated) {
        /** Returns the ratings where the values of a scope hold. */
        public Ratings at(Scope scope) {
            return new Ratings(
                    quantity,
                    currents.flatMap(pair -> pair.at(scope)).orElse(null),
                    voltages.flatMap(pair -> pair.at(scope)).orElse(null),
                    rated.flatMap(expression -> expression.number(scope)).orElse(null));
        }

        /** Returns the paths of the settings that it rests on. */
        public List<String> paths() {
            TreeSet<String> paths = new TreeSet<>();
            expressions().forEach(expression -> paths.addAll(expression.paths()));
            return List.copyOf(paths);
        }

        private List<Expression> expressions() {
            List<Expression> all = new ArrayList<>();
            currents.ifPresent(pair -> all.addAll(List.of(pair.primary(), pair.secondary())));
            voltages.ifPresent(pair -> all.addAll(List.of(pair.primary(), pair.secondary())));
            rated.ifPresent(all::add);
            return all;
        }

        /** Returns the unit in which its values are converted. */
        @Nullable
        Unit unit(@Nullable Unit own) {
            return switch (quantity) {
                case CURRENT -> Unit.AMPERE;
                case VOLTAGE -> Unit.VOLT;
                case IMPEDANCE -> Unit.OHM;
                case POWER -> own;
            };
        }
    }

    /** The rated values of one set of transformers, in the same unit. */
    public record Pair(Expression primary, Expression secondary) {
        Optional<TransformerRatio> at(Scope scope) {
            BigDecimal first = primary.number(scope).orElse(null);
            BigDecimal second = secondary.number(scope).orElse(null);
            return TransformerRatio.isPossible(first, second)
                    ? Optional.of(new TransformerRatio(first, second))
                    : Optional.empty();
        }
    }

    /**
     * A value as a person writes it in a view: {@code 300 A primary}, {@code 1.2 A secondary}, {@code 75 %}.
     *
     * @param amount number and unit; the unit is null when none was written
     * @param view the view; empty for the one of the setting
     */
    public record Written(Amount amount, Optional<View> view) {}

    /** Reads a value in a view; empty when the text does not begin with a number. */
    static Optional<Written> read(String text, Unit own) {
        for (View view : SIDES) {
            int begin = text.length() - view.word().length() - 1;
            if (begin >= 0 && text.charAt(begin) == ' ' && text.endsWith(view.word())) {
                return Amount.parse(text.substring(0, begin)).map(amount -> new Written(amount, Optional.of(view)));
            }
        }
        String plain = text.endsWith(OF_RATED) ? text.substring(0, text.length() - OF_RATED.length()) : text;
        boolean ofRated = plain.length() < text.length();
        return Amount.parse(plain)
                .filter(amount -> !ofRated || amount.unit() == Unit.PER_CENT)
                .map(amount -> new Written(
                        amount,
                        amount.unit() == Unit.PER_CENT && (ofRated || own == null || own.dimension() != Dimension.RATIO)
                                ? Optional.of(View.PERCENT_OF_RATED)
                                : Optional.empty()));
    }

    /** Returns the unit of values in a view. */
    public @Nullable Unit unit(View of, @Nullable Unit own) {
        if (of == View.PERCENT_OF_RATED) {
            return Unit.PER_CENT;
        }
        return view == View.PERCENT_OF_RATED && !ways.isEmpty()
                ? ways.get(0).basis().unit(own)
                : own;
    }

    /**
     * Returns a value of one view in another; empty when a rating that it needs is unknown.
     *
     * @param value the value
     * @param to the view wanted; the result is in {@link #unit} of it
     * @param own unit of the setting
     * @param scope gives the ratings
     */
    public Optional<Quotient> convert(Written value, View to, @Nullable Unit own, Scope scope) {
        return basis(scope).flatMap(on -> {
            View from = value.view().orElse(view);
            Unit given = value.amount().unit() == null
                    ? unit(from, own)
                    : value.amount().unit();
            Quotient number = Quotient.of(value.amount().number());
            return on.at(scope)
                    .convert(
                            from == View.PERCENT_OF_RATED ? number : number.times(scale(given, on.unit(own))), from, to)
                    .map(result ->
                            to == View.PERCENT_OF_RATED ? result : result.times(scale(on.unit(own), unit(to, own))));
        });
    }

    private static Quotient scale(Unit from, Unit to) {
        return Quotient.of(from.convert(BigDecimal.ONE, to)
                .orElseThrow(() -> new IllegalStateException(from + " to " + to + " has no end")));
    }
}
