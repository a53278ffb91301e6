package org.urvant.scl;

import java.util.function.Predicate;
import java.util.regex.Pattern;
import org.urvant.core.network.NetworkRules;
import org.urvant.core.network.Station;
import org.urvant.core.network.Subnets;

/** Checks the addresses that access points have as hosts: their forms, what no station can have, and masks beside each other. */
final class HostAddressCheck {
    static final Pattern MAC = Pattern.compile("([0-9A-Fa-f]{2}-){5}[0-9A-Fa-f]{2}");
    private static final Pattern IP = Pattern.compile(
            "(25[0-5]|2[0-4]\\d|1?\\d?\\d)(\\.(25[0-5]|2[0-4]\\d|1?\\d?\\d)){3}|[0-9A-Fa-f:]{0,39}:[0-9A-Fa-f:.]{0,39}");
    private static final Pattern OSI = Pattern.compile("[0-9A-Fa-f]{0,40}");

    private static final Pattern TITLE = Pattern.compile("([0-9]{1,10}([,.][0-9]{1,10}){0,40})?");
    private static final Pattern NUMBER = Pattern.compile("[0-9]{0,10}");

    private final SclCheck check;
    private final Predicate<String> wanted;

    HostAddressCheck(SclCheck check, Predicate<String> wanted) {
        this.check = check;
        this.wanted = wanted;
    }

    void check(String ied, ConnectedAccessPoint point) {
        point.address().forEach((type, value) -> part(ied, point, type, value));
        point.station().ifPresent(station -> station(ied, point, station));
    }

    /** Checks that those of one subnetwork who are near each other have one mask, and that none is left alone. */
    void among(Subnetwork subnetwork) {
        Subnets<ConnectedAccessPoint> subnets = new Subnets<>();
        subnetwork.members().forEach(point -> point.station().ifPresent(station -> subnets.add(station, point)));
        for (Subnets.Odd<ConnectedAccessPoint> odd : subnets.odd()) {
            String ied = odd.owner().iedName();
            if (wanted.test(ied)) {
                String text = "IP-SUBNET of " + ied + " is " + odd.text(ConnectedAccessPoint::iedName);
                check.report(NetworkRules.MASK_DIFFERS, ied, ied + " IP-SUBNET", odd.owner().row, text);
            }
        }
        for (Subnets.Member<ConnectedAccessPoint> alone : subnets.alone()) {
            String ied = alone.owner().iedName();
            if (wanted.test(ied)) {
                check.report(
                        NetworkRules.SUBNET_ALONE,
                        ied,
                        ied + " IP",
                        alone.owner().row,
                        ied + " is " + alone.station().address() + " with the mask "
                                + alone.station().mask() + "; nothing else of " + subnetwork.name()
                                + " is in that subnet, and no gateway leads out");
            }
        }
    }

    private void part(String ied, ConnectedAccessPoint point, String type, String value) {
        boolean fits =
                switch (type) {
                    case "IP", "IP-SUBNET", "IP-GATEWAY" ->
                        value.isEmpty() || IP.matcher(value).matches();
                    case "MAC-Address" -> MAC.matcher(value).matches();
                    case "OSI-TSEL", "OSI-SSEL", "OSI-PSEL", "OSI-NSAP" ->
                        OSI.matcher(value).matches();
                    case "MMS-Port", "SNTP-Port", "IP-TCP-PORT", "IP-UDP-PORT", "C37-118-IP-Port" ->
                        Numbers.parse(value, 0) >= 1 && Numbers.parse(value, 0) <= 65_535;
                    case "OSI-AP-Title" -> TITLE.matcher(value).matches();
                    case "OSI-AP-Invoke", "OSI-AE-Qualifier", "OSI-AE-Invoke" ->
                        NUMBER.matcher(value).matches();
                    default -> true;
                };
        if (!fits) {
            outOfRange(
                    ied, ied + " " + type, point.row, type + " '" + value + "' of " + ied, "an address of that form");
        }
    }

    /** What no station can have: RFC 791, RFC 950. */
    private void station(String ied, ConnectedAccessPoint point, Station station) {
        station.maskMistake()
                .ifPresent(mistake -> outOfRange(
                        ied,
                        ied + " IP-SUBNET",
                        point.row,
                        "IP-SUBNET " + station.mask() + " of " + ied + " " + mistake,
                        "a mask of ones, then zeros"));
        station.addressMistake()
                .ifPresent(mistake -> outOfRange(
                        ied,
                        ied + " IP",
                        point.row,
                        "IP " + station.address() + " of " + ied + " is " + mistake,
                        "the address of a station"));
        station.gatewayMistake()
                .ifPresent(mistake -> outOfRange(
                        ied,
                        ied + " IP-GATEWAY",
                        point.row,
                        "IP-GATEWAY " + station.gateway() + " of " + ied + " is " + mistake,
                        "the address of a router"));
        if (station.isGatewayOutside()) {
            check.report(
                    NetworkRules.GATEWAY_OUTSIDE,
                    ied,
                    ied + " IP-GATEWAY",
                    point.row,
                    "IP-GATEWAY " + station.gateway() + " of " + ied + " is not in the subnet of " + station.address());
        }
    }

    private void outOfRange(String ied, String subject, int row, String what, String expected) {
        check.report(NetworkRules.ADDRESS_OUT_OF_RANGE, ied, subject, row, what + "; expected " + expected);
    }
}
