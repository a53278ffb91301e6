package org.urvant.core.network;

import java.util.Optional;

/** An IPv4 address as a number (RFC 791). */
public record Ipv4(int bits) {
    /** The address that stands for none. */
    public static final Ipv4 NONE = new Ipv4(0);

    /** Reads four decimal octets, with or without leading zeros; empty when a text is no address. */
    public static Optional<Ipv4> of(String text) {
        String address = text.strip(); // read letter by letter: a station's file has thousands
        int bits = 0;
        int at = 0;
        for (int octet = 0; octet < 4; octet++) {
            int value = 0;
            int first = at;
            while (at < address.length() && at - first < 3 && address.charAt(at) >= '0' && address.charAt(at) <= '9') {
                value = 10 * value + address.charAt(at++) - '0';
            }
            int digits = at - first;
            boolean isEnded = octet == 3 ? at == address.length() : at < address.length() && address.charAt(at) == '.';
            if (digits == 0 || value > 255 || !isEnded) {
                return Optional.empty();
            }
            at++;
            bits = bits << 8 | value;
        }
        return Optional.of(new Ipv4(bits));
    }

    /** Returns whether it stands for no address, {@code 0.0.0.0}. */
    public boolean isNone() {
        return bits == 0;
    }

    /** Returns what makes it no address of a station: a kind of address by its first octet (RFC 6890, RFC 5771, RFC 3927). */
    public Optional<String> special() {
        int first = bits >>> 24;
        if (first == 0) {
            return Optional.of("an address of no station");
        }
        if (first == 127) {
            return Optional.of("a loopback address");
        }
        if (bits >>> 16 == 0xA9FE) {
            return Optional.of("a link-local address, which nobody gives a station by hand");
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
