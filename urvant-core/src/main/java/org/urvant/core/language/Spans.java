package org.urvant.core.language;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Lengths of time as literals write them, {@code 1d2h30m}, {@code 1.5s} (IEC 61131-3, 6.3.4, table 8), and back. */
public final class Spans {
    /** Nothing in it can be taken in two ways, so that no text makes it try many. */
    private static final Pattern FORM =
            Pattern.compile("([0-9]++(?:_[0-9]++)*+(?:\\.[0-9]{1,9}+)?+)(ms|us|ns|d|h|m|s)_?");

    private static final List<String> UNITS = List.of("d", "h", "m", "s", "ms", "us", "ns");
    private static final List<Long> NANOS =
            List.of(86_400_000_000_000L, 3_600_000_000_000L, 60_000_000_000L, 1_000_000_000L, 1_000_000L, 1_000L, 1L);

    private Spans() {}

    /** Returns a length of time in nanoseconds, what is written after {@code T#}; null when it is none or too long. */
    public static @Nullable Long parse(String written) {
        String text = written.toLowerCase(Locale.ROOT);
        boolean negative = text.startsWith("-");
        if (negative || text.startsWith("+")) {
            text = text.substring(1);
        }
        if (text.isEmpty() || text.length() > 200) {
            return null;
        }
        Matcher part = FORM.matcher(text);
        BigDecimal sum = BigDecimal.ZERO;
        int last = -1;
        int at = 0;
        boolean hadFraction = false;
        while (at < text.length()) {
            // Units fall from left to right, each once; only the last may have a fraction.
            if (!part.find(at) || part.start() != at || hadFraction || UNITS.indexOf(part.group(2)) <= last) {
                return null;
            }
            last = UNITS.indexOf(part.group(2));
            hadFraction = part.group(1).contains(".");
            sum = sum.add(new BigDecimal(part.group(1).replace("_", "")).multiply(BigDecimal.valueOf(NANOS.get(last))));
            at = part.end();
        }
        BigDecimal rounded = sum.setScale(0, RoundingMode.HALF_EVEN);
        if (text.endsWith("_") || rounded.compareTo(BigDecimal.valueOf(Long.MAX_VALUE)) > 0) {
            return null;
        }
        return negative ? -rounded.longValueExact() : rounded.longValueExact();
    }

    /** Returns a length of time as a literal writes it, {@code T#1h30m}. */
    public static String written(long nanos) {
        if (nanos == 0) {
            return "T#0s";
        }
        StringBuilder text = new StringBuilder(nanos < 0 ? "T#-" : "T#");
        long left = nanos;
        for (int i = 0; i < UNITS.size(); i++) {
            long count = left / NANOS.get(i);
            if (count != 0) {
                text.append(Long.toString(count).replace("-", "")).append(UNITS.get(i));
                left -= count * NANOS.get(i);
            }
        }
        return text.toString();
    }
}
