package org.urvant.core.point;

import java.math.BigDecimal;

/** Numbers as floating point numbers hold them (ISO/IEC 60559): the one next to it, with the fewest digits that stand for it. */
public final class FloatingPoint {
    private FloatingPoint() {}

    /** Returns the number of 32 bits next to one; beyond the greatest that one. */
    public static BigDecimal ofShort(BigDecimal number) {
        float held = number.floatValue();
        return new BigDecimal(Float.toString(Float.isInfinite(held) ? Math.copySign(Float.MAX_VALUE, held) : held));
    }

    /** Returns the number of 64 bits next to one; beyond the greatest that one. */
    public static BigDecimal ofLong(BigDecimal number) {
        double held = number.doubleValue();
        return new BigDecimal(Double.toString(Double.isInfinite(held) ? Math.copySign(Double.MAX_VALUE, held) : held));
    }
}
