package org.urvant.core.point.iec104;

import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.point.Access;
import org.urvant.core.point.Claim;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.text.NearestName;
import org.urvant.core.tree.Value;

/**
 * An information object of IEC 60870-5-104: type and address, written {@code M_DP_TB_1 1001}; a command that is selected before
 * it is executed, {@code C_DC_NA_1 6001 select}.
 *
 * @param type type identification
 * @param address information object address, {@value #LOWEST} to {@value #HIGHEST}: three octets, zero is kept for
 *     "irrelevant" (IEC 60870-5-101:2003, 7.2.5; IEC 60870-5-104:2006, 7.1)
 * @param isSelected whether the other side selects it before it executes it (IEC 60870-5-101:2003, 7.2.6.26, bit S/E)
 */
public record InformationObject(InformationType type, int address, boolean isSelected) implements PlacedPoint {
    /** What follows the address of a command that is selected first. */
    static final String SELECT = "select";

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
        if (isSelected && type.direction() == InformationType.Direction.MONITOR) {
            throw new IllegalArgumentException(
                    type.name() + " travels from the plant; only commands are selected before they are executed");
        }
    }

    /** Creates an object that is not selected first. */
    public InformationObject(InformationType type, int address) {
        this(type, address, false);
    }

    static InformationObject read(String text) {
        String[] parts = text.strip().split("\\s+");
        boolean isSelected = parts.length == 3 && parts[2].equals(SELECT);
        if (parts.length != 2 && !isSelected || !parts[1].matches("\\d{1,9}")) {
            throw new IllegalArgumentException("'" + text
                    + "' is not an information object; expected type and address, such as M_DP_TB_1 1001, and '"
                    + SELECT + "' after that of a command that is selected first");
        }
        InformationType type = InformationType.of(parts[0])
                .orElseThrow(() -> new IllegalArgumentException("'" + parts[0] + "' is no type that Urvant maps. "
                        + NearestName.hint(
                                "type",
                                parts[0],
                                Arrays.stream(InformationType.values())
                                        .map(Enum::name)
                                        .toList())));
        return new InformationObject(type, Integer.parseInt(parts[1]), isSelected);
    }

    @Override
    public String text() {
        return type.name() + " " + address + (isSelected ? " " + SELECT : "");
    }

    @Override
    public String carrier() {
        return type.name();
    }

    @Override
    public boolean permits(Access access) {
        return (type.direction() == InformationType.Direction.MONITOR) == (access == Access.READ);
    }

    /** Monitor and control direction have addresses of their own. */
    @Override
    public Claim claim() {
        return new Claim(type.direction().name().toLowerCase(Locale.ROOT), address, address + 1L);
    }

    @Override
    public String shownAddress() {
        return Integer.toString(address);
    }

    @Override
    public SortedMap<String, Value> fields() {
        SortedMap<String, Value> fields =
                new TreeMap<>(Map.of("type", Value.text(type.name()), "address", Value.number(address)));
        if (isSelected) {
            fields.put(SELECT, Value.logical(true));
        }
        return fields;
    }
}
