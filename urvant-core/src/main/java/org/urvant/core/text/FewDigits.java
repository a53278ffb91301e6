package org.urvant.core.text;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/** Writes measured and calculated numbers for people: four digits, all of whole numbers, and never an exponent. */
public final class FewDigits {
    private static final MathContext FOUR = new MathContext(4);
    private static final BigDecimal LONGER = BigDecimal.valueOf(10_000);

    private FewDigits() {}

    /**
     * Returns a number as people read it: {@code 0.5641}, {@code 25025}.
     *
     * @throws NumberFormatException when it is infinite or NaN
     */
    public static String of(double number) {
        BigDecimal exact = new BigDecimal(number);
        BigDecimal shown =
                exact.abs().compareTo(LONGER) < 0 ? exact.round(FOUR) : exact.setScale(0, RoundingMode.HALF_UP);
        return shown.signum() == 0 ? "0" : shown.stripTrailingZeros().toPlainString();
    }
}
