package org.urvant.core.signal;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.StringJoiner;

/**
 * How far a value can be trusted (IEC 61850-7-3:2010, 6.2): validity, its reasons, and whether it was substituted, is for a test
 * or was blocked by an operator. Kept as bits such that the worst of two qualities is their union.
 */
public record Quality(int bits) {
    /** Bits of a questionable value. */
    public static final int QUESTIONABLE = 1;
    /** Bits of an invalid value; they hold those of a questionable one. */
    public static final int INVALID = 3;

    /** Nothing is wrong. */
    public static final Quality GOOD = new Quality(0);

    /** A reason or source, with its bit. */
    public enum Mark {
        OVERFLOW,
        OUT_OF_RANGE,
        BAD_REFERENCE,
        OSCILLATORY,
        FAILURE,
        OLD_DATA,
        INCONSISTENT,
        INACCURATE,
        SUBSTITUTED,
        TEST,
        OPERATOR_BLOCKED;

        /** Returns its bit. */
        public int bit() {
            return 4 << ordinal();
        }

        String title() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    /** Bits that a value gets which its type cannot hold: invalid, with the reason overflow (table 2 there). */
    public static final int OVERFLOWED = INVALID | Mark.OVERFLOW.bit();

    /** Returns the quality with a reason or source added; the validity stays. */
    public Quality with(Mark mark) {
        return new Quality(bits | mark.bit());
    }

    /** Returns the worst of both: invalid before questionable before good, with the reasons of both. */
    public Quality worst(Quality other) {
        return new Quality(bits | other.bits);
    }

    /** Returns whether the value is valid. */
    public boolean isGood() {
        return (bits & INVALID) == 0;
    }

    /** Returns whether the value must not be used. */
    public boolean isInvalid() {
        return (bits & INVALID) == INVALID;
    }

    /** Returns whether it has a mark. */
    public boolean has(Mark mark) {
        return (bits & mark.bit()) != 0;
    }

    /**
     * Reads a quality as {@link #toString} writes it, its words separated by blanks; empty when a word is unknown. A reason without
     * a validity makes the value questionable.
     */
    public static Optional<Quality> parse(String text) {
        int bits = 0;
        for (String word : text.strip().toLowerCase(Locale.ROOT).split("\\s+")) {
            int more = bitsOf(word);
            if (more < 0) {
                return Optional.empty();
            }
            bits |= more;
        }
        return Optional.of(new Quality(bits));
    }

    /**
     * A value as people write it, with words of its quality after it.
     *
     * @param text the value
     * @param quality its quality; good when no word says otherwise
     */
    public record Written(String text, Quality quality) {
        /** Takes the words of quality from the end of a text; its first word is never one of them. */
        public static Written of(String text) {
            String[] words = text.strip().split("\\s+");
            int first = words.length;
            while (first > 1 && bitsOf(words[first - 1].toLowerCase(Locale.ROOT)) >= 0) {
                first--;
            }
            return first == words.length
                    ? new Written(text, GOOD)
                    : new Written(
                            String.join(" ", List.of(words).subList(0, first)),
                            parse(String.join(" ", List.of(words).subList(first, words.length)))
                                    .orElseThrow());
        }
    }

    private static int bitsOf(String word) {
        switch (word) {
            case "good", "":
                return 0;
            case "questionable":
                return QUESTIONABLE;
            case "invalid":
                return INVALID;
            default:
                for (Mark mark : Mark.values()) {
                    if (mark.title().equals(word)) {
                        boolean isReason = mark.ordinal() <= Mark.INACCURATE.ordinal();
                        return mark.bit() | (isReason ? QUESTIONABLE : 0);
                    }
                }
                return -1;
        }
    }

    /** Returns its words: {@code good}, {@code invalid overflow}, {@code good test}. */
    @Override
    public String toString() {
        StringJoiner words = new StringJoiner(" ");
        words.add(isInvalid() ? "invalid" : isGood() ? "good" : "questionable");
        for (Mark mark : Mark.values()) {
            if (has(mark)) {
                words.add(mark.title());
            }
        }
        return words.toString();
    }
}
