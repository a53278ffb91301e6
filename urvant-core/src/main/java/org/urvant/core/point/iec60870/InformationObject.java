package org.urvant.core.point.iec60870;

import java.util.Arrays;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.point.Access;
import org.urvant.core.point.Claim;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.text.NearestName;
import org.urvant.core.text.Word;
import org.urvant.core.tree.Value;

/**
 * An information object of IEC 60870-5-101 and -104: type and address, written {@code M_DP_TB_1 1001}; a command that is selected before
 * it is executed, {@code C_DC_NA_1 6001 select}; one of another station than that of its connection, {@code M_DP_TB_1 1001 of 48}.
 *
 * @param type type identification
 * @param address information object address, {@value #LOWEST} to {@value #HIGHEST}: three octets, zero is kept for
 *     "irrelevant" (IEC 60870-5-101:2003, 7.2.5; IEC 60870-5-104:2006, 7.1)
 * @param common common address of its station, {@value #LOWEST_COMMON} to {@value #HIGHEST_COMMON}; {@value #OWN} for that of
 *     the connection (IEC 60870-5-101:2003, 7.2.4: two octets, all ones are for all stations)
 * @param isSelected whether the other side selects it before it executes it (IEC 60870-5-101:2003, 7.2.6.26, bit S/E)
 */
public record InformationObject(InformationType type, int address, int common, boolean isSelected)
        implements PlacedPoint {
    private static final int OCTET = 0xFF;
    private static final int MOST_DIGITS = 9;
    private static final String OCTETS = "\\d{1,3}(?:\\.\\d{1,3}){1,2}";
    private static final Pattern FORM =
            Pattern.compile("(\\S+)\\s+(\\d{1,9}|" + OCTETS + ")(?:\\s+of\\s+(\\d{1,9}))?(\\s+select)?");

    /** Says in a configuration of which station it is. */
    static final String COMMON = "common-address";

    /** What follows the address of a command that is selected first. */
    static final String SELECT = "select";

    /** What stands before a common address. */
    static final String OF = "of";

    /** Stands for the common address of the connection. */
    public static final int OWN = 0;
    /** The lowest common address. */
    public static final int LOWEST_COMMON = 1;
    /** The highest common address. */
    public static final int HIGHEST_COMMON = 65_534;

    /** The lowest address of a point. */
    public static final int LOWEST = 1;
    /** The highest address of a point. */
    public static final int HIGHEST = 0xFFFFFF;

    public InformationObject {
        Objects.requireNonNull(type, "type");
        if (address < LOWEST || address > HIGHEST) {
            throw new IllegalArgumentException("information object address " + address + " is outside " + LOWEST
                    + " to " + HIGHEST + "; three octets hold no more, and 0 addresses no object");
        }
        if (common != OWN && (common < LOWEST_COMMON || common > HIGHEST_COMMON)) {
            throw new IllegalArgumentException("common address " + common + " is outside " + LOWEST_COMMON + " to "
                    + HIGHEST_COMMON + "; 65535 stands for all stations");
        }
        if (isSelected && type.direction() == InformationType.Direction.MONITOR) {
            throw new IllegalArgumentException(
                    type.name() + " travels from the plant; only commands are selected before they are executed");
        }
    }

    /** Creates an object of the connection's own station that is not selected first. */
    public InformationObject(InformationType type, int address) {
        this(type, address, OWN, false);
    }

    static InformationObject read(String text) {
        Optional<InformationObject> plain = plain(text);
        if (plain.isPresent()) {
            return plain.get();
        }
        Matcher form = FORM.matcher(text.strip());
        if (!form.matches()) {
            throw new IllegalArgumentException("'" + text
                    + "' is not an information object; expected type and address, such as M_DP_TB_1 1001, with '" + OF
                    + " 48' after it for another common address, and '" + SELECT
                    + "' after that of a command that is selected first");
        }
        InformationType type = InformationType.of(form.group(1))
                .orElseThrow(() -> new IllegalArgumentException("'" + form.group(1) + "' is no type that Urvant maps. "
                        + NearestName.hint(
                                "type",
                                form.group(1),
                                Arrays.stream(InformationType.values())
                                        .map(Enum::name)
                                        .toList())));
        return new InformationObject(
                type,
                address(form.group(2)),
                form.group(3) == null ? OWN : given(Integer.parseInt(form.group(3))),
                form.group(4) != null);
    }

    /** Most are a type and an address with one space between, and mappings have them by the ten thousand. */
    private static Optional<InformationObject> plain(String text) {
        int space = text.indexOf(' ');
        int digits = text.length() - space - 1;
        if (space < 0 || digits < 1 || digits > MOST_DIGITS) {
            return Optional.empty();
        }
        int address = 0;
        for (int i = space + 1; i < text.length(); i++) {
            char digit = text.charAt(i);
            if (digit < '0' || digit > '9') {
                return Optional.empty();
            }
            address = 10 * address + digit - '0';
        }
        int found = address;
        return InformationType.of(text.substring(0, space)).map(type -> new InformationObject(type, found));
    }

    /** Returns an address that is written as a number, or octet by octet, the highest first: {@code 1.2.3}. */
    static int address(String text) {
        int address = 0;
        String[] octets = text.split("\\.");
        if (octets.length == 1) {
            return Integer.parseInt(text);
        }
        for (String octet : octets) {
            if (Integer.parseInt(octet) > OCTET) {
                throw new IllegalArgumentException(
                        "'" + text + "' has the octet " + octet + "; one holds 0 to " + OCTET);
            }
            address = address << Byte.SIZE | Integer.parseInt(octet);
        }
        return address;
    }

    /** Returns whether a text is an address as {@link #address} reads it. */
    static boolean isAddress(String text) {
        return text.matches("\\d{1,9}|" + OCTETS);
    }

    /** Zero stands for nothing that could be written. */
    private static int given(int common) {
        return common == OWN ? -1 : common;
    }

    @Override
    public String text() {
        return type.name() + " " + address + (common == OWN ? "" : " " + OF + " " + common)
                + (isSelected ? " " + SELECT : "");
    }

    @Override
    public OptionalInt station() {
        return common == OWN ? OptionalInt.empty() : OptionalInt.of(common);
    }

    @Override
    public PlacedPoint alone() {
        return new InformationObject(type, address, OWN, isSelected);
    }

    @Override
    public Optional<Boolean> selects() {
        return permits(Access.COMMAND) ? Optional.of(isSelected) : Optional.empty();
    }

    @Override
    public PlacedPoint selected() {
        return permits(Access.COMMAND) ? new InformationObject(type, address, common, true) : this;
    }

    @Override
    public String carrier() {
        return type.name();
    }

    @Override
    public boolean permits(Access access) {
        return (type.direction() == InformationType.Direction.MONITOR) == (access == Access.READ);
    }

    /** Monitor and control direction have addresses of their own, and so has each station. */
    @Override
    public Claim claim() {
        String direction = Word.of(type.direction());
        return new Claim(common == OWN ? direction : direction + " " + common, address, address + 1L);
    }

    @Override
    public String shownAddress() {
        return address + (common == OWN ? "" : " " + OF + " " + common);
    }

    @Override
    public SortedMap<String, Value> fields() {
        SortedMap<String, Value> fields =
                new TreeMap<>(Map.of("type", Value.text(type.name()), "address", Value.number(address)));
        if (common != OWN) {
            fields.put(COMMON, Value.number(common));
        }
        if (isSelected) {
            fields.put(SELECT, Value.logical(true));
        }
        return fields;
    }
}
