package org.urvant.core.network;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;

/** Rules about addresses on IP networks. */
public final class NetworkRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule DUPLICATE_IP = ALL.error(
            "duplicate-ip",
            "N42",
            "Two devices have the same IP address; neither can be reached reliably.",
            "Give one of them a free address.");
    public static final Rule DUPLICATE_MAC = ALL.error(
            "duplicate-mac",
            "N142",
            "Two stations have the same MAC address, or two GOOSE or sampled-value control blocks of a network send to the same multicast address.",
            "Copy the station's address from its label again; give one of the blocks a free address.");
    public static final Rule DUPLICATE_STATION_ADDRESS = ALL.error(
            "duplicate-station-address",
            "N41",
            "Two stations answer to the same common address.",
            "Give one of them the address of the list that the control centre uses.");
    public static final Rule SUBNET_DIFFERS = ALL.error(
            "subnet-differs",
            "N42",
            "Two devices that must talk are in different subnets, and no gateway leads from one to the other, or none back.",
            "Correct address or mask, or give the one without a way out a gateway.");
    public static final Rule SUBNET_ALONE = ALL.warning(
            "subnet-alone",
            "N42",
            "A device has no gateway, and no other device or IED of the project is in its subnet, so none of them reaches it; or so an IED within its subnetwork of a file.",
            "Correct address or mask, or give it a gateway.");
    public static final Rule MASK_DIFFERS = ALL.warning(
            "mask-differs",
            "N42",
            "A station has another mask than those in one subnet with it, so one of them takes stations to be near that are not, or far that are near.",
            "Give all of them the mask of their subnet.");
    public static final Rule GATEWAY_OUTSIDE = ALL.error(
            "gateway-outside",
            "N42",
            "The gateway is not in the device's own subnet, so the device cannot reach it.",
            "Give a gateway within the subnet.");
    public static final Rule ADDRESS_OUT_OF_RANGE = ALL.error(
            "address-out-of-range",
            "N142",
            "An address is not of its form, outside the range that the standard gives it, or none that a station, gateway or mask can have.",
            "Give an address in the range that the message names.");

    /** Made when the rules are first asked for. */
    public NetworkRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
