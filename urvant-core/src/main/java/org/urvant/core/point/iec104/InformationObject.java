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
 * An information object of IEC 60870-5-104: type and address, written {@code M_DP_TB_1 1001}.
 *
 * @param type type identification
 * @param address information object address, {@value #LOWEST} to {@value #HIGHEST}: three octets, zero is kept for
 *     "irrelevant" (IEC 60870-5-101:2003, 7.2.5; IEC 60870-5-104:2006, 7.1)
 */
public record InformationObject(InformationType type, int address) implements PlacedPoint {
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
    }

    static InformationObject read(String text) {
        String[] parts = text.strip().split("\\s+");
        if (parts.length != 2 || !parts[1].matches("\\d{1,9}")) {
            throw new IllegalArgumentException(
                    "'" + text + "' is not an information object; expected type and address, such as M_DP_TB_1 1001");
        }
        InformationType type = InformationType.of(parts[0])
                .orElseThrow(() -> new IllegalArgumentException("'" + parts[0] + "' is no type that Urvant maps. "
                        + NearestName.hint(
                                "type",
                                parts[0],
                                Arrays.stream(InformationType.values())
                                        .map(Enum::name)
                                        .toList())));
        return new InformationObject(type, Integer.parseInt(parts[1]));
    }

    @Override
    public String text() {
        return type.name() + " " + address;
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
        return new TreeMap<>(Map.of("type", Value.text(type.name()), "address", Value.number(address)));
    }
}
