package org.urvant.core.protection;

import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;

/**
 * The rated ratio of an instrument transformer (IEC 61869-2, IEC 61869-3).
 *
 * @param primary rated primary value, in A or V; not below the secondary one
 * @param secondary rated secondary value in the same unit; above zero
 */
public record TransformerRatio(BigDecimal primary, BigDecimal secondary) {
    /** One to one. */
    public static final TransformerRatio ONE = new TransformerRatio(BigDecimal.ONE, BigDecimal.ONE);

    /** @throws IllegalArgumentException when the secondary value is not above zero, or the primary one is below it */
    public TransformerRatio {
        if (!isPossible(primary, secondary)) {
            throw new IllegalArgumentException("no ratio: " + primary + " to " + secondary);
        }
    }

    /** Returns whether two rated values make a ratio; null is unknown, and makes none. */
    public static boolean isPossible(@Nullable BigDecimal primary, @Nullable BigDecimal secondary) {
        return primary != null && secondary != null && secondary.signum() > 0 && primary.compareTo(secondary) >= 0;
    }

    Quotient value() {
        return new Quotient(primary, secondary);
    }
}
