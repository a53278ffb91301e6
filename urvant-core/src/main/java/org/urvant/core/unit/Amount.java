package org.urvant.core.unit;

import java.math.BigDecimal;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * A number with its unit, as a person writes it: {@code 1.2 kA}, {@code -20°C}, {@code 12}.
 *
 * @param number the number, exact
 * @param unit its unit; null when none was written
 */
public record Amount(BigDecimal number, @Nullable Unit unit) {
    private static final int MOST_DIGITS = 30;
    private static final Pattern PART = Pattern.compile("(\\d{1,12}(?:\\.\\d{1,12})?)\\s*(d|h|min|s|ms|µs|us)");

    public Amount {
        Objects.requireNonNull(number, "number");
    }

    /** Reads an amount; empty when the text does not begin with a number, or what follows the number is no unit. */
    public static Optional<Amount> parse(String written) {
        String text = written.strip();
        int end = numberEnd(text);
        if (end == 0) {
            return Optional.empty();
        }
        BigDecimal number = new BigDecimal(text.substring(0, end));
        return end == text.length()
                ? Optional.of(new Amount(number, null))
                : Unit.of(text.substring(end).strip()).map(unit -> new Amount(number, unit));
    }

    /** Returns where the number at the beginning of a text ends; 0 when there is none or it is too long. */
    private static int numberEnd(String text) {
        int start = text.startsWith("-") || text.startsWith("+") ? 1 : 0;
        int whole = digits(text, start);
        if (whole == start || whole - start > MOST_DIGITS) {
            return 0;
        }
        if (whole + 1 < text.length() && text.charAt(whole) == '.') {
            int fraction = digits(text, whole + 1);
            return fraction == whole + 1 || fraction - whole - 1 > MOST_DIGITS ? 0 : fraction;
        }
        return whole;
    }

    private static int digits(String text, int from) {
        int at = from;
        while (at < text.length() && text.charAt(at) >= '0' && text.charAt(at) <= '9') {
            at++;
        }
        return at;
    }

    /** Returns it as people write it, such as {@code 1.2 kA}. */
    public String text() {
        String digits = number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
        return unit == null ? digits : digits + " " + unit.symbol();
    }

    /**
     * Returns its number in a unit, as the double nearest to the exact one; an amount without unit is taken to be in that unit.
     *
     * @throws IllegalArgumentException when the two measure different things
     */
    public double in(Unit wanted) {
        return unit == null ? number.doubleValue() : unit.nearest(number, wanted);
    }

    /** Reads a stretch of time in parts from the longest to the shortest, such as {@code 1 h 30 min}; in seconds. */
    public static Optional<Amount> duration(String written) {
        Matcher part = PART.matcher(written.strip());
        BigDecimal seconds = BigDecimal.ZERO;
        int at = 0;
        BigDecimal last = null;
        while (part.lookingAt()) {
            Unit unit = Unit.of(part.group(2)).orElseThrow();
            BigDecimal length = unit.convert(BigDecimal.ONE, Unit.SECOND).orElseThrow();
            if (last != null && length.compareTo(last) >= 0) {
                return Optional.empty();
            }
            last = length;
            seconds = seconds.add(length.multiply(new BigDecimal(part.group(1))));
            at = part.end();
            while (at < written.strip().length() && written.strip().charAt(at) == ' ') {
                at++;
            }
            part.region(at, written.strip().length());
        }
        return last != null && at == written.strip().length()
                ? Optional.of(new Amount(seconds, Unit.SECOND))
                : Optional.empty();
    }
}
