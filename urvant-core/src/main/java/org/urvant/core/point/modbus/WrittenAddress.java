package org.urvant.core.point.modbus;

import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.point.ListColumn;

/**
 * An address as a list writes it: a number of the protocol, a reference number ({@code 40013}, {@code 4x0013}), in hexadecimal, or
 * the first and the last register of a value ({@code 40013-40014}).
 *
 * @param first the first address, with digits alone but for hexadecimal ones
 * @param registers how many registers there are from the first to the last; empty where one address is written
 * @param isKindApart whether it is a reference number by its form, the digit of its area standing apart
 */
record WrittenAddress(String first, OptionalInt registers, boolean isKindApart) {
    private static final String PROTOCOL = "protocol";
    private static final String REFERENCE = "reference";
    private static final Pattern HEX = Pattern.compile("0[xX][0-9a-fA-F]{1,4}");
    private static final Pattern KIND_APART = Pattern.compile("([0134])\\s*[xX:]\\s*(\\d{1,5})");
    private static final Pattern FROM_TO = Pattern.compile("(\\S.*?)\\s*(?:-|\u2013|\\.\\.+|\\bto\\b)\\s*(\\S.*)");

    /**
     * Reads an address.
     *
     * @throws IllegalArgumentException when the last register is before the first
     */
    static WrittenAddress of(String text) {
        if (isNumber(text) || HEX.matcher(text).matches()) {
            return new WrittenAddress(text, OptionalInt.empty(), false);
        }
        Matcher range = FROM_TO.matcher(text);
        if (!range.matches()) {
            return one(text);
        }
        WrittenAddress first = one(range.group(1));
        int count = one(range.group(2)).number() - first.number() + 1;
        if (count < 1) {
            throw new IllegalArgumentException("'" + text + "' ends before it begins");
        }
        return new WrittenAddress(first.first, OptionalInt.of(count), first.isKindApart);
    }

    /** Reads one address; a reference number whose first digit stands apart is put together. */
    private static WrittenAddress one(String text) {
        Matcher apart = KIND_APART.matcher(text);
        boolean isHexadecimal = HEX.matcher(text).matches(); // 0x12 is a number, and never coil 12
        boolean isApart = !isHexadecimal && apart.matches();
        String plain = isApart
                ? apart.group(1) + "0".repeat(Math.max(0, 4 - apart.group(2).length())) + apart.group(2)
                : text;
        return new WrittenAddress(plain, OptionalInt.empty(), isApart);
    }

    /**
     * Returns whether it is a reference number, which counts from 1.
     *
     * @param numbering what the list says of its addresses; empty text for nothing
     * @throws IllegalArgumentException when it can be either, or is of another area than the row is
     */
    boolean isReference(String numbering, Optional<Area> area) {
        String word = numbering.equals(PROTOCOL) ? PROTOCOL : ListColumn.plain(numbering);
        Optional<Area> own =
                first.length() >= 5 && isNumber(first) ? Area.ofKindDigit(first.charAt(0) - '0') : Optional.empty();
        boolean isOther = area.isPresent() && own.isPresent() && !own.equals(area);
        if (isKindApart && (word.equals(PROTOCOL) || isOther)) {
            throw new IllegalArgumentException(
                    first.charAt(0) + "x" + first.substring(1) + " is the reference number of "
                            + own.map(Area::shown).orElse("")
                            + (isOther ? "; the row says " + area.get().word() : ", and no address of the protocol"));
        }
        if (isOther && !area.get().isBits() && !own.get().isBits() && !word.equals(PROTOCOL)) {
            throw new IllegalArgumentException(
                    first + " can be the reference number of " + own.get().shown()
                            + ", and the row says " + area.get().word()
                            + "; correct the one that is wrong, or say numbering=protocol where it is an address of the protocol");
        }
        if (word.equals(REFERENCE) || word.equals(PROTOCOL)) {
            return word.equals(REFERENCE);
        }
        if (!word.isEmpty()) {
            throw new IllegalArgumentException(
                    "numbering '" + numbering + "' is neither " + PROTOCOL + " nor " + REFERENCE);
        }
        if (own.isPresent() && own.equals(area) && !isKindApart && Integer.parseInt(first) < Area.SIZE) {
            throw new IllegalArgumentException(first
                    + " can be a reference number, which counts from 1 behind a digit for the area, or an address of the"
                    + " protocol; say which by numbering=reference or numbering=protocol");
        }
        return own.isPresent() && !isOther;
    }

    /**
     * Returns the number that is written.
     *
     * @throws IllegalArgumentException when there is none
     */
    int number() {
        if (isNumber(first)) {
            return Integer.parseInt(first);
        }
        if (HEX.matcher(first).matches()) {
            return Integer.parseInt(first.substring(2), 16);
        }
        throw new IllegalArgumentException(
                first.isEmpty()
                        ? "there is no address"
                        : "'" + first + "' is no address; expected a number such as 12 or 0x0C");
    }

    /** Returns whether it has the form of a hexadecimal number and of a coil's reference number, and means another one in each. */
    boolean isTwofold() {
        return HEX.matcher(first).matches() && first.substring(2).matches("\\d{2,}");
    }

    private static boolean isNumber(String text) {
        boolean isNumber = !text.isEmpty() && text.length() <= 6;
        for (int i = 0; i < text.length() && isNumber; i++) {
            isNumber = text.charAt(i) >= '0' && text.charAt(i) <= '9';
        }
        return isNumber;
    }
}
