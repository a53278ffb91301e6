package org.urvant.core.logic;

import java.math.BigDecimal;
import org.urvant.core.range.Interval;

/**
 * A variable of a program, a signal of the device, or a parameter of a block.
 *
 * @param slot where its value is kept
 * @param initial its first value as bits of a long, a Double or a String
 * @param isMissing whether it is invalid until it gets a value
 * @param range its range when known; null for that of its type
 */
record Variable(String name, DataType type, int slot, Use use, Object initial, boolean isMissing, Interval range) {
    /** Who may write it. */
    enum Use {
        INPUT,
        OUTPUT,
        LOCAL,
        PARAMETER
    }

    boolean isWritable() {
        return use == Use.OUTPUT || use == Use.LOCAL;
    }

    /** A local begins with its first value alone; what comes from outside can be all that it may be. */
    Interval initialRange() {
        if (range != null && use != Use.LOCAL) {
            return range;
        }
        if (use == Use.LOCAL || use == Use.OUTPUT) {
            if (initial instanceof Long bits && !type.isWide()) {
                return Interval.of(bits, bits);
            }
            if (initial instanceof Double number) {
                return Interval.of(new BigDecimal(number));
            }
        }
        return type.isReal() ? Interval.ALL : type.range();
    }
}
