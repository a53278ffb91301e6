package org.urvant.core.point.modbus;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.range.Interval;

/**
 * What registers hold together. The standard defines 16-bit registers, high octet first; wider values and other orders are
 * custom, and so are always written out.
 */
enum RegisterType {
    INT16(1, "-32768", "32767"),
    UINT16(1, "0", "65535"),
    INT32(2, "-2147483648", "2147483647"),
    UINT32(2, "0", "4294967295"),
    INT64(4, "-9223372036854775808", "9223372036854775807"),
    UINT64(4, "0", "18446744073709551615"),
    BCD16(1, "0", "9999"),
    BCD32(2, "0", "99999999"),
    FLOAT32(2, null, null),
    FLOAT64(4, null, null),
    /** Characters, two in a register; the point says how many. */
    TEXT(0, null, null);

    /** Octets of a value as they come over the line; A is the one of highest weight. The first order is the usual one. */
    private static final List<List<String>> ORDERS = List.of(
            List.of("AB", "BA"),
            List.of("ABCD", "CDAB", "BADC", "DCBA"),
            List.of("ABCDEFGH", "GHEFCDAB", "BADCFEHG", "HGFEDCBA"));

    private static final Map<String, RegisterType> WORDS = Stream.of(values())
            .filter(type -> type != TEXT)
            .collect(Collectors.toUnmodifiableMap(RegisterType::word, type -> type));

    private final String word = name().toLowerCase(Locale.ROOT);
    private final int registers;
    private final Interval range;

    RegisterType(int registers, String low, String high) {
        this.registers = registers;
        this.range = low == null ? Interval.ALL : new Interval(new BigDecimal(low), new BigDecimal(high));
    }

    String word() {
        return word;
    }

    int registers() {
        return registers;
    }

    /** Returns whether it holds whole numbers only. */
    boolean isWhole() {
        return range.isBounded();
    }

    Interval range() {
        return range;
    }

    /** Floating point numbers have 24 or 53 bits before their exponent (ISO/IEC 60559). */
    Interval exactWholes() {
        return isWhole()
                ? range
                : this == FLOAT32 ? Interval.of(-(1L << 24), 1L << 24) : Interval.of(-(1L << 53), 1L << 53);
    }

    /** Returns the number that registers hold, whose octets come over the line in an order. */
    BigDecimal decoded(String order, List<Integer> words) {
        if (words.size() != registers) {
            throw new IllegalArgumentException(word() + " takes " + registers
                    + (registers == 1 ? " register" : " registers") + ", not " + words.size());
        }
        byte[] octets = new byte[2 * registers];
        for (int i = 0; i < octets.length; i++) {
            int word = words.get(i / 2);
            octets[order.charAt(i) - 'A'] = (byte) (i % 2 == 0 ? word >> 8 : word);
        }
        ByteBuffer buffer = ByteBuffer.wrap(octets);
        return switch (this) {
            case INT16, INT32, INT64 -> new BigDecimal(new BigInteger(octets));
            case UINT16, UINT32, UINT64 -> new BigDecimal(new BigInteger(1, octets));
            case BCD16, BCD32 -> binaryCoded(octets);
            case FLOAT32 -> finite(buffer.getFloat(), Float.toString(buffer.getFloat(0)));
            case FLOAT64 -> finite(buffer.getDouble(), Double.toString(buffer.getDouble(0)));
            case TEXT -> throw new IllegalArgumentException("a text is no number");
        };
    }

    /** Returns the registers that hold a number of the type, their octets in an order; the other way round of {@link #decoded}. */
    List<Integer> encoded(String order, BigDecimal number) {
        ByteBuffer buffer = ByteBuffer.allocate(2 * registers);
        switch (this) {
            case FLOAT32 -> buffer.putFloat(number.floatValue());
            case FLOAT64 -> buffer.putDouble(number.doubleValue());
            case BCD16, BCD32 ->
                buffer.put(HexFormat.of()
                        .parseHex(String.format(Locale.ROOT, "%0" + 4 * registers + "d", number.toBigIntegerExact())));
            default -> {
                byte[] octets = number.toBigIntegerExact().toByteArray(); // highest octet first, sign extended
                byte fill = (byte) (number.signum() < 0 ? 0xFF : 0);
                for (int i = 0; i < 2 * registers; i++) {
                    int at = octets.length - 2 * registers + i;
                    buffer.put(at < 0 ? fill : octets[at]);
                }
            }
        }
        List<Integer> words = new ArrayList<>();
        for (int i = 0; i < order.length(); i += 2) {
            int high = buffer.get(order.charAt(i) - 'A') & 0xFF;
            int low = buffer.get(order.charAt(i + 1) - 'A') & 0xFF;
            words.add(high << 8 | low);
        }
        return words;
    }

    /** The text of a floating point number has the digits that tell it from its neighbours, and no more. */
    private static BigDecimal finite(double number, String text) {
        if (!Double.isFinite(number)) {
            throw new IllegalArgumentException("these words are no number: " + text);
        }
        return new BigDecimal(text);
    }

    /** Returns the characters that registers hold, up to the first octet of zero. */
    static String text(String order, List<Integer> words) {
        StringBuilder text = new StringBuilder();
        for (int word : words) {
            text.append((char) (order.equals("AB") ? word >> Byte.SIZE : word & 0xFF));
            text.append((char) (order.equals("AB") ? word & 0xFF : word >> Byte.SIZE));
        }
        int end = text.indexOf("\0");
        return (end < 0 ? text.toString() : text.substring(0, end))
                .replaceAll("[^ -~]", "·")
                .stripTrailing();
    }

    private static BigDecimal binaryCoded(byte[] octets) {
        String digits = HexFormat.of().formatHex(octets);
        if (!digits.chars().allMatch(digit -> digit <= '9')) {
            throw new IllegalArgumentException("'" + digits + "' has digits above 9");
        }
        return new BigDecimal(digits);
    }

    List<String> orders() {
        return ORDERS.get(registers / 2); // a text has one order for each of its registers
    }

    static Optional<RegisterType> of(String word) {
        return Optional.ofNullable(WORDS.get(word));
    }
}
