package org.urvant.core.check;

import java.util.Optional;

/** An IPv4 address as a number (RFC 791). */
record Ipv4(int bits) {
    static Optional<Ipv4> of(String text) {
        String[] octets = text.strip().split("\\.", -1);
        if (octets.length != 4) {
            return Optional.empty();
        }
        int bits = 0;
        for (String octet : octets) {
            if (!octet.matches("\\d{1,3}") || Integer.parseInt(octet) > 255) {
                return Optional.empty();
            }
            bits = bits << 8 | Integer.parseInt(octet);
        }
        return Optional.of(new Ipv4(bits));
    }

    /** Returns whether two addresses have the same network part under a mask. */
    boolean isInSubnet(Ipv4 other, Ipv4 mask) {
        return (bits & mask.bits) == (other.bits & mask.bits);
    }

    boolean isNone() {
        return bits == 0;
    }
}
