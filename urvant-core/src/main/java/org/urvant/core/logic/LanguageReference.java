package org.urvant.core.logic;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** What can be written in programs, explained: functions and function blocks, of the standard and of our own. */
public final class LanguageReference {
    private static final String FUNCTIONS =
            """
            ABS | ABS(x) | size of a number or length of time, without its sign
            SQRT | SQRT(x) | square root
            LN | LN(x) | natural logarithm
            LOG | LOG(x) | logarithm to base 10
            EXP | EXP(x) | e to the power of x
            SIN | SIN(x) | sine of an angle in radians
            COS | COS(x) | cosine of an angle in radians
            TAN | TAN(x) | tangent of an angle in radians
            ASIN | ASIN(x) | angle in radians with that sine
            ACOS | ACOS(x) | angle in radians with that cosine
            ATAN | ATAN(x) | angle in radians with that tangent
            ATAN2 | ATAN2(y, x) | angle in radians of the point (x, y)
            TRUNC | TRUNC(x) | whole part as DINT, cut towards zero; TRUNC_INT and the like give other types
            MOVE | MOVE(x) | the value itself
            ADD | ADD(a, b, …) | sum, as +
            SUB | SUB(a, b) | difference, as -
            MUL | MUL(a, b, …) | product, as *
            DIV | DIV(a, b) | quotient, as /
            EXPT | EXPT(x, y) | x to the power of y, as **
            ADD_TIME | ADD_TIME(t1, t2) | sum of two lengths of time
            SUB_TIME | SUB_TIME(t1, t2) | difference of two lengths of time
            MUL_TIME | MUL_TIME(t, x) | length of time, x times
            DIV_TIME | DIV_TIME(t, x) | length of time divided by x
            SHL | SHL(bits, n) | bits shifted to the left by n, filled with zeros
            SHR | SHR(bits, n) | bits shifted to the right by n, filled with zeros
            ROL | ROL(bits, n) | bits turned to the left by n
            ROR | ROR(bits, n) | bits turned to the right by n
            SEL | SEL(condition, otherwise, when true) | one of two values
            MUX | MUX(n, value 0, value 1, …) | the value with number n, counted from 0
            MAX | MAX(a, b, …) | greatest value
            MIN | MIN(a, b, …) | least value
            LIMIT | LIMIT(least, x, most) | x kept within its limits
            GT | GT(a, b, …) | whether each is greater than the next
            GE | GE(a, b, …) | whether none is less than the next
            EQ | EQ(a, b, …) | whether all are equal
            LE | LE(a, b, …) | whether none is greater than the next
            LT | LT(a, b, …) | whether each is less than the next
            NE | NE(a, b) | whether two differ
            LEN | LEN(text) | number of characters
            LEFT | LEFT(text, n) | the first n characters
            RIGHT | RIGHT(text, n) | the last n characters
            MID | MID(text, n, position) | n characters from a position on, counted from 1
            CONCAT | CONCAT(text, text, …) | texts joined
            INSERT | INSERT(text, other, position) | text with another inserted after a position
            DELETE | DELETE(text, n, position) | text without n characters from a position on
            REPLACE | REPLACE(text, other, n, position) | text with n characters from a position on replaced by another
            FIND | FIND(text, other) | position of another text, from 1; 0 when it is not there
            IS_GOOD | IS_GOOD(x) | own: whether the quality of x is good
            HAS_VALUE | HAS_VALUE(x) | own: whether x is not invalid
            VALUE_OR | VALUE_OR(x, y) | own: x, or y marked as substituted when x is invalid
            COUNT_DIFFERENCE | COUNT_DIFFERENCE(n1, n2, bits) | own: pulses between two readings of a counter that rolls over at that many bits
            """;

    private static final Map<String, Word> ENTRIES = new TreeMap<>();

    static {
        for (String line : FUNCTIONS.split("\n")) {
            String[] parts = line.split(" \\| ", 3);
            boolean isOwn = parts[2].startsWith("own: ");
            put(new Word(
                    parts[0],
                    isOwn ? Kind.OWN_FUNCTION : Kind.FUNCTION,
                    parts[1],
                    parts[2].replaceFirst("^own: ", "")));
        }
        for (BlockKind block : Blocks.all()) {
            Kind kind = block.isStandard() ? Kind.BLOCK : Kind.OWN_BLOCK;
            put(new Word(block.name(), kind, form(block), block.meaning()));
        }
    }

    private LanguageReference() {}

    /** What an entry is. */
    public enum Kind {
        FUNCTION("function"),
        OWN_FUNCTION("function of our own"),
        BLOCK("function block"),
        OWN_BLOCK("function block of our own");

        private final String title;

        Kind(String title) {
            this.title = title;
        }

        /** Returns what it is, in plain words. */
        public String title() {
            return title;
        }
    }

    /**
     * Something that can be written.
     *
     * @param form how it is written
     * @param meaning what it gives or does
     */
    public record Word(String name, Kind kind, String form, String meaning) {}

    private static void put(Word entry) {
        ENTRIES.put(entry.name(), entry);
    }

    private static String form(BlockKind block) {
        List<String> inputs = new ArrayList<>();
        List<String> outputs = new ArrayList<>();
        for (BlockKind.Parameter parameter : block.parameters()) {
            (parameter.isOutput() ? outputs : inputs).add(parameter.name() + " : " + parameter.type());
        }
        return block.name() + "(" + String.join(", ", inputs) + " → " + String.join(", ", outputs) + ")";
    }

    /** Returns all functions and blocks by name. */
    public static Collection<Word> entries() {
        return List.copyOf(ENTRIES.values());
    }

    /** Returns a function or block; case does not count. */
    public static Optional<Word> find(String name) {
        return Optional.ofNullable(ENTRIES.get(name.toUpperCase(Locale.ROOT)));
    }
}
