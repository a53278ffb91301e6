package org.urvant.core.point;

import java.util.Arrays;
import java.util.Objects;
import org.urvant.core.text.NearestName;

/**
 * An information object of IEC 60870-5-104: type and address, written {@code M_DP_TB_1 1001}.
 *
 * @param type type identification
 * @param address information object address, {@value #LOWEST} to {@value #HIGHEST}: three octets, zero is kept for
 *     "irrelevant" (IEC 60870-5-101:2003, 7.2.5; IEC 60870-5-104:2006, 7.1)
 */
public record InformationObject(InformationType type, int address) implements Point {
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

    static InformationObject parse(String text) {
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
}
