package org.urvant.core.network;

import java.util.Objects;
import java.util.Optional;

/**
 * What a station knows of its network.
 *
 * @param address its own address
 * @param mask mask of its subnet
 * @param gateway the way to other subnets; {@link Ipv4#NONE} for none
 */
public record Station(Ipv4 address, Ipv4 mask, Ipv4 gateway) {
    /** Bits of the host part of a subnet with two members and neither network nor broadcast address (RFC 3021). */
    private static final int POINT_TO_POINT = 1;

    public Station {
        Objects.requireNonNull(address, "address");
        Objects.requireNonNull(mask, "mask");
        Objects.requireNonNull(gateway, "gateway");
    }

    /** Reads a station from texts; empty when address or mask are none. A gateway that is no address counts as none. */
    public static Optional<Station> of(String address, String mask, String gateway) {
        Optional<Ipv4> own = Ipv4.of(address);
        Optional<Ipv4> subnet = Ipv4.of(mask);
        return own.isEmpty() || subnet.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        new Station(own.get(), subnet.get(), Ipv4.of(gateway).orElse(Ipv4.NONE)));
    }

    private int hostBits() {
        return ~mask.bits();
    }

    /** Returns what is wrong with the mask (RFC 950: ones, then zeros); empty when nothing is. */
    public Optional<String> maskMistake() {
        int host = hostBits();
        if (host == -1) {
            return Optional.of("leaves no network part");
        }
        return (host & host + 1) == 0 ? Optional.empty() : Optional.of("has holes: ones come first, then zeros");
    }

    /** Returns what makes an address none of a station in this subnet; empty when it is one, or when the mask is wrong. */
    private Optional<String> unfit(Ipv4 other) {
        if (other.special().isPresent() || maskMistake().isPresent()) {
            return other.special();
        }
        int host = hostBits();
        if (host <= POINT_TO_POINT && host >= 0) {
            return Optional.empty();
        }
        if ((other.bits() & host) == 0) {
            return Optional.of("the address of the network itself");
        }
        return (other.bits() & host) == host ? Optional.of("the broadcast address of the network") : Optional.empty();
    }

    /** Returns what makes the own address none of a station, such as {@code the broadcast address of the network}. */
    public Optional<String> addressMistake() {
        return unfit(address);
    }

    /** Returns what makes the gateway none, though it lies in the subnet; empty when nothing does, or there is none. */
    public Optional<String> gatewayMistake() {
        if (gateway.isNone()) {
            return Optional.empty();
        }
        return gateway.equals(address) ? Optional.of("the station's own address") : unfit(gateway);
    }

    /** Returns what makes an address none of another station that this one talks to; empty when nothing does. */
    public Optional<String> peerMistake(Ipv4 other) {
        if (other.equals(address)) {
            return Optional.of("the address of the device itself");
        }
        return isInSubnet(other) ? unfit(other) : other.special();
    }

    /** Returns whether the gateway lies outside the subnet, so that it cannot be reached. */
    public boolean isGatewayOutside() {
        return !gateway.isNone() && gateway.special().isEmpty() && !isInSubnet(gateway);
    }

    /** Returns whether an address lies in the subnet. */
    public boolean isInSubnet(Ipv4 other) {
        return (other.bits() & mask.bits()) == (address.bits() & mask.bits());
    }

    /** Returns whether what is sent to an address leaves on the right way: in the subnet, or over a gateway that can be reached. */
    public boolean reaches(Ipv4 other) {
        return isInSubnet(other) || !gateway.isNone() && gatewayMistake().isEmpty() && !isGatewayOutside();
    }
}
