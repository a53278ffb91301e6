package org.urvant.core.protection;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How the windings of a transformer are connected (IEC 60076-1, clause 7), and what that makes of fault currents on their way
 * through it.
 *
 * @param high winding of the high-voltage side: {@code D}, {@code Y}, {@code YN}, {@code Z}, {@code ZN}
 * @param low winding of the low-voltage side: {@code d}, {@code y}, {@code yn}, {@code z}, {@code zn}
 * @param clock clock number, 0 to 11
 */
public record VectorGroup(String high, String low, int clock) {
    private static final Pattern FORM = Pattern.compile("(YN|Y|D|ZN|Z)(yn|y|d|zn|z)(\\d{1,2})");
    private static final double ROOT = Math.sqrt(3);

    /**
     * What a fault current on one side is on the other, beside the ratio of the voltages.
     *
     * @param phase greatest current of a phase there, of the fault current here
     * @param residual residual current there, of the fault current here
     */
    public record Passage(double phase, double residual) {}

    /** A line without a transformer: what flows out flows in. */
    public static Passage direct(FaultKind kind) {
        return new Passage(1, kind == FaultKind.PHASE_EARTH ? 1 : 0);
    }

    /** Returns the vector group that a text such as {@code Dyn11} names; empty when it names none that is possible. */
    public static Optional<VectorGroup> of(String text) {
        Matcher form = FORM.matcher(text);
        if (!form.matches()) {
            return Optional.empty();
        }
        VectorGroup group = new VectorGroup(form.group(1), form.group(2), Integer.parseInt(form.group(3)));
        // a star against a delta or a zigzag is turned by an odd number of twelfths, all others by an even one
        boolean isOdd = isStar(group.high) != isStar(group.low);
        return group.clock <= 11 && (group.clock % 2 == 1) == isOdd ? Optional.of(group) : Optional.empty();
    }

    private static boolean isStar(String winding) {
        return winding.toLowerCase(Locale.ROOT).startsWith("y");
    }

    private boolean isDelta(String winding) {
        return winding.equalsIgnoreCase("d");
    }

    /**
     * Returns what a fault on one side is on the other; empty where it depends on more than the vector group.
     *
     * @param isFaultHigh whether the fault is on the high-voltage side
     */
    public Optional<Passage> passage(FaultKind kind, boolean isFaultHigh) {
        String here = isFaultHigh ? high : low;
        String there = isFaultHigh ? low : high;
        boolean isTurned = clock % 2 == 1;
        return switch (kind) {
            case THREE_PHASE -> Optional.of(new Passage(1, 0));
            case PHASE_PHASE -> Optional.of(new Passage(isTurned ? 2 / ROOT : 1, 0));
            case PHASE_EARTH -> {
                if (here.equalsIgnoreCase("zn")) { // the zero sequence of a zigzag stays in it
                    yield Optional.of(new Passage(isTurned ? 1 / ROOT : 2.0 / 3, 0));
                }
                boolean isEarthed = here.equalsIgnoreCase("yn");
                if (isEarthed && isDelta(there)) {
                    yield Optional.of(new Passage(1 / ROOT, 0)); // the zero sequence stays in the delta
                }
                yield isEarthed && there.equalsIgnoreCase("yn") ? Optional.of(new Passage(1, 1)) : Optional.empty();
            }
        };
    }
}
