package org.urvant.core.protection;

import java.math.BigDecimal;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What the views of a value rest on. Primary to secondary: a current by the current ratio, a voltage by the voltage ratio, an
 * impedance by the current ratio over the voltage ratio, a power by both. Per cent are of the rated value of what is
 * protected, on the primary side, never of the transformer's.
 *
 * @param quantity what the value is
 * @param currents ratio of the current transformers; null when it is unknown
 * @param voltages ratio of the voltage transformers; null when it is unknown
 * @param rated rated value of what is protected, on the primary side in the base unit of the quantity; null when it is
 *     unknown, or there is none
 */
public record Ratings(
        Quantity quantity,
        @Nullable TransformerRatio currents,
        @Nullable TransformerRatio voltages,
        @Nullable BigDecimal rated) {
    /** What a value is, for the ratio that it goes through. */
    public enum Quantity {
        CURRENT,
        VOLTAGE,
        IMPEDANCE,
        POWER;

        /** Returns whether the ratio of current transformers is in it. */
        public boolean usesCurrents() {
            return this != VOLTAGE;
        }

        /** Returns whether the ratio of voltage transformers is in it. */
        public boolean usesVoltages() {
            return this != CURRENT;
        }
    }

    public Ratings {
        Objects.requireNonNull(quantity, "quantity");
    }

    /** Returns a value of one view in another; empty when a ratio or rated value that it needs is unknown. */
    public Optional<Quotient> convert(Quotient value, View from, View to) {
        if (from == to) {
            return Optional.of(value);
        }
        Optional<Quotient> here = ofPrimary(from);
        Optional<Quotient> there = ofPrimary(to);
        return here.isEmpty() || there.isEmpty()
                ? Optional.empty()
                : Optional.of(value.times(here.get().inverse()).times(there.get()));
    }

    /** The factor from a primary value to a view. */
    private Optional<Quotient> ofPrimary(View view) {
        return switch (view) {
            case PRIMARY -> Optional.of(Quotient.ONE);
            case SECONDARY -> ofPrimary();
            case PERCENT_OF_RATED ->
                rated == null || rated.signum() <= 0
                        ? Optional.empty()
                        : Optional.of(new Quotient(BigDecimal.valueOf(100), rated));
        };
    }

    private Optional<Quotient> ofPrimary() {
        if (quantity.usesCurrents() && currents == null || quantity.usesVoltages() && voltages == null) {
            return Optional.empty();
        }
        return Optional.of(
                switch (quantity) {
                    case CURRENT -> currents.value().inverse();
                    case VOLTAGE -> voltages.value().inverse();
                    case IMPEDANCE -> currents.value().times(voltages.value().inverse());
                    case POWER ->
                        currents.value().inverse().times(voltages.value().inverse());
                });
    }
}
