package org.urvant.report.plot;

import java.text.FieldPosition;
import java.text.NumberFormat;
import java.text.ParsePosition;
import org.urvant.core.text.FewDigits;

/** Numbers on axes: with few digits, and never with an exponent. */
final class PlainNumbers extends NumberFormat {
    private static final long serialVersionUID = 1L;

    @Override
    public StringBuffer format(double number, StringBuffer to, FieldPosition position) {
        return to.append(FewDigits.of(number));
    }

    @Override
    public StringBuffer format(long number, StringBuffer to, FieldPosition position) {
        return to.append(FewDigits.of(number));
    }

    @Override
    public Number parse(String source, ParsePosition position) {
        throw new UnsupportedOperationException("numbers on axes are written only");
    }

    /** Returns the least of 1, 2 and 5 times a power of ten that is no less than a number. */
    static double step(double rough) {
        double decade = Math.pow(10, Math.floor(Math.log10(rough)));
        for (double step : new double[] {1, 2, 5}) {
            if (step * decade >= rough) {
                return step * decade;
            }
        }
        return 10 * decade;
    }
}
