package org.urvant.core.network;

import java.util.Optional;

/** An IPv4 address as a number (RFC 791). */
public record Ipv4(int bits) {
    /** The address that stands for none. */
    public static final Ipv4 NONE = new Ipv4(0);

    /** Reads four decimal octets, with or without leading zeros; empty when a text is no address. */
    public static Optional<Ipv4> of(String text) {
        String[] octets = text.strip().split("\\.", -1);
        if (octets.length != 4) {
            return Optional.empty();
        }
        int bits = 0;
        for (String octet : octets) {
            if (!octet.matches("[0-9]{1,3}") || Integer.parseInt(octet) > 255) {
                return Optional.empty();
            }
            bits = bits << 8 | Integer.parseInt(octet);
        }
        return Optional.of(new Ipv4(bits));
    }

    /** Returns whether it stands for no address, {@code 0.0.0.0}. */
    public boolean isNone() {
        return bits == 0;
    }

    /** Returns what makes it no address of a station: a kind of address by its first octet (RFC 6890, RFC 5771). */
    Optional<String> special() {
        int first = bits >>> 24;
        if (first == 0) {
            return Optional.of("an address of no station");
        }
        if (first == 127) {
            return Optional.of("a loopback address");
        }
        if (first >= 240) {
            return Optional.of(bits == -1 ? "the broadcast address" : "a reserved address");
        }
        return first >= 224 ? Optional.of("a multicast address") : Optional.empty();
    }

    @Override
    public String toString() {
        return (bits >>> 24) + "." + (bits >>> 16 & 255) + "." + (bits >>> 8 & 255) + "." + (bits & 255);
    }
}
