package org.urvant.core.logic;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.urvant.core.range.Interval;

/**
 * A type of values (IEC 61131-3, tables 10 and 11): an elementary type, a STRING of some length, or an enumeration. Whole
 * numbers, bits, lengths of time (nanoseconds) and places in an enumeration are kept in a long, ULINT and LWORD as unsigned ones.
 */
public final class DataType {
    /** What can be done with values of a type. */
    public enum Family {
        LOGICAL,
        BITS,
        INTEGER,
        REAL,
        TIME,
        TEXT,
        ENUMERATION
    }

    /** Greatest length of a text unless its type says another. */
    public static final int USUAL_LENGTH = 254;
    /** Greatest length that a type can give a text. */
    public static final int MOST_LENGTH = 16_000;

    public static final DataType BOOL = new DataType("BOOL", Family.LOGICAL, 1, false);
    public static final DataType BYTE = new DataType("BYTE", Family.BITS, 8, false);
    public static final DataType WORD = new DataType("WORD", Family.BITS, 16, false);
    public static final DataType DWORD = new DataType("DWORD", Family.BITS, 32, false);
    public static final DataType LWORD = new DataType("LWORD", Family.BITS, 64, false);
    public static final DataType SINT = new DataType("SINT", Family.INTEGER, 8, true);
    public static final DataType INT = new DataType("INT", Family.INTEGER, 16, true);
    public static final DataType DINT = new DataType("DINT", Family.INTEGER, 32, true);
    public static final DataType LINT = new DataType("LINT", Family.INTEGER, 64, true);
    public static final DataType USINT = new DataType("USINT", Family.INTEGER, 8, false);
    public static final DataType UINT = new DataType("UINT", Family.INTEGER, 16, false);
    public static final DataType UDINT = new DataType("UDINT", Family.INTEGER, 32, false);
    public static final DataType ULINT = new DataType("ULINT", Family.INTEGER, 64, false);
    public static final DataType REAL = new DataType("REAL", Family.REAL, 32, true);
    public static final DataType LREAL = new DataType("LREAL", Family.REAL, 64, true);
    public static final DataType TIME = new DataType("TIME", Family.TIME, 64, true);
    public static final DataType STRING = text(USUAL_LENGTH);

    private static final Map<String, DataType> NAMED = new TreeMap<>();

    static {
        for (DataType type : List.of(
                BOOL, BYTE, WORD, DWORD, LWORD, SINT, INT, DINT, LINT, USINT, UINT, UDINT, ULINT, REAL, LREAL, TIME,
                STRING)) {
            NAMED.put(type.name, type);
        }
        NAMED.put("LTIME", TIME);
    }

    private final String name;
    private final Family family;
    private final int size;
    private final boolean signed;
    private final List<String> values;

    private DataType(String name, Family family, int size, boolean signed) {
        this(name, family, size, signed, List.of());
    }

    private DataType(String name, Family family, int size, boolean signed, List<String> values) {
        this.name = name;
        this.family = family;
        this.size = size;
        this.signed = signed;
        this.values = List.copyOf(values);
    }

    /** Returns an enumeration; its values are told apart without case. */
    public static DataType enumeration(String name, List<String> values) {
        return new DataType(name, Family.ENUMERATION, 64, true, values);
    }

    /** Returns the type of texts of at most so many characters. */
    public static DataType text(int longest) {
        return new DataType(
                longest == USUAL_LENGTH ? "STRING" : "STRING[" + longest + "]", Family.TEXT, longest, false);
    }

    /** Returns an elementary type by its name; case does not count. */
    public static Optional<DataType> named(String name) {
        return Optional.ofNullable(NAMED.get(name.toUpperCase(Locale.ROOT)));
    }

    static List<String> names() {
        return List.copyOf(NAMED.keySet());
    }

    /** Returns its name, {@code INT} or that of the enumeration. */
    public String name() {
        return name;
    }

    /** Returns what can be done with its values. */
    public Family family() {
        return family;
    }

    /** Returns the number of bits; for texts the greatest number of characters. */
    public int size() {
        return size;
    }

    /** Returns the values of an enumeration, in order; empty for other types. */
    public List<String> values() {
        return values;
    }

    boolean isSigned() {
        return signed;
    }

    boolean isReal() {
        return family == Family.REAL;
    }

    boolean isText() {
        return family == Family.TEXT;
    }

    boolean isNumber() {
        return family == Family.INTEGER || family == Family.REAL;
    }

    /** Returns whether values need unsigned arithmetic on 64 bits. */
    boolean isWide() {
        return size == 64 && !signed && !isText();
    }

    /** Returns the least value of a whole number, as a long. */
    long least() {
        return !signed ? 0 : size == 64 ? Long.MIN_VALUE : -(1L << size - 1);
    }

    /** Returns the greatest value of a whole number, as a long; -1, all bits, for ULINT and LWORD. */
    long most() {
        return size == 64 ? (signed ? Long.MAX_VALUE : -1L) : (1L << (signed ? size - 1 : size)) - 1;
    }

    /** Returns the range of its numbers; for enumerations of their places. */
    public Interval range() {
        return switch (family) {
            case ENUMERATION -> Interval.of(0, Math.max(0, values.size() - 1));
            case REAL -> {
                BigDecimal most = new BigDecimal(size == 32 ? Float.MAX_VALUE : Double.MAX_VALUE);
                yield new Interval(most.negate(), most);
            }
            case TEXT -> Interval.ALL;
            default -> new Interval(BigDecimal.valueOf(least()), new BigDecimal(unsigned(most())));
        };
    }

    private BigInteger unsigned(long bits) {
        return isWide() ? new BigInteger(Long.toUnsignedString(bits)) : BigInteger.valueOf(bits);
    }

    /** Returns whether every value of this type is one of the other, so that it may be used there as it is (figure 12). */
    boolean widensTo(DataType other) {
        if (this == other || family == other.family && (family == Family.TEXT || equalEnumeration(other))) {
            return true;
        }
        return switch (family) {
            case LOGICAL -> other.family == Family.BITS;
            case BITS -> other.family == Family.BITS && size < other.size;
            case INTEGER ->
                other.family == Family.INTEGER
                        ? size < other.size && (!signed || other.signed)
                        : other.family == Family.REAL && size <= (other.size == 32 ? 16 : 32);
            case REAL -> other.family == Family.REAL && size < other.size;
            default -> false;
        };
    }

    private boolean equalEnumeration(DataType other) {
        return family == Family.ENUMERATION && values.equals(other.values);
    }

    /** Returns the place of a value in an enumeration, -1 when it has none such; {@code _} stands for {@code -} too. */
    int placeOf(String value) {
        for (int i = 0; i < values.size(); i++) {
            if (values.get(i).equalsIgnoreCase(value)
                    || values.get(i).replace('-', '_').equalsIgnoreCase(value)) {
                return i;
            }
        }
        return -1;
    }

    /** Returns what a long means as a value of this type. */
    Object meaning(long bits) {
        return switch (family) {
            case LOGICAL -> bits != 0;
            case ENUMERATION -> values.get((int) bits);
            case TIME -> Duration.ofNanos(bits);
            default -> isWide() && bits < 0 ? unsigned(bits) : (Object) bits;
        };
    }

    @Override
    public String toString() {
        return name;
    }
}
