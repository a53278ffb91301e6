package org.urvant.project.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingKind;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Rule;
import org.urvant.core.network.Ipv4;
import org.urvant.core.network.NetworkRules;
import org.urvant.core.network.Station;
import org.urvant.core.network.Subnets;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.scl.ConnectedAccessPoint;
import org.urvant.scl.Ied;

/**
 * Checks the network over the whole project: addresses that two devices have or no station can have, masks that differ in one
 * subnet, stations that answer to one address, links that cannot be told apart.
 */
final class NetworkCheck {
    private final Project project;
    private final Consumer<Finding> findings;
    private final Map<String, List<Owner>> addresses = new TreeMap<>();
    private final Map<String, List<Owner>> links = new TreeMap<>();
    private final Map<String, List<Owner>> cards = new TreeMap<>();
    private final Map<String, List<Owner>> stations = new TreeMap<>();
    private final Map<Ipv4, List<Station>> reachable = new HashMap<>();
    private final Subnets<Owner> subnets = new Subnets<>();

    private NetworkCheck(Project project, Consumer<Finding> findings) {
        this.project = project;
        this.findings = findings;
    }

    /**
     * Something with an address: what it is, its name, where the address stands, and the subnetwork of its file that it
     * is on; empty for what can be on any.
     */
    record Owner(Ref ref, String name, Position position, String subnetwork) {
        Owner(Ref ref, String name, Position position) {
            this(ref, name, position, "");
        }

        /** A file says which of its addresses are on other networks; between files, and beside devices, nobody does. */
        boolean isApartFrom(Owner other) {
            return isOfOneFile(other) && !subnetwork.equals(other.subnetwork);
        }

        boolean isOfOneFile(Owner other) {
            return !subnetwork.isEmpty()
                    && !other.subnetwork.isEmpty()
                    && position.source().equals(other.position.source());
        }
    }

    static void check(Project project, Consumer<Finding> findings) {
        NetworkCheck check = new NetworkCheck(project, findings);
        project.ieds().forEach(check::ied);
        check.each(check::device);
        check.doubled(check.addresses, NetworkRules.DUPLICATE_IP, "IP address ");
        check.doubled(check.links, NetworkRules.DUPLICATE_IP, "link ");
        check.doubled(check.cards, NetworkRules.DUPLICATE_MAC, "MAC address ");
        check.doubled(check.stations, NetworkRules.DUPLICATE_STATION_ADDRESS, "common address ");
        check.subnets.odd().forEach(check::masks);
        check.each(check::alone);
        PeerCheck peers = new PeerCheck(project, findings, check.addresses, check.reachable);
        check.each(peers::check);
    }

    private void each(BiConsumer<Device, DeviceSheets> check) {
        project.devices().values().forEach(device -> project.type(device)
                .ifPresent(type -> check.accept(device, DeviceSheets.of(type, device))));
    }

    private void ied(Ied ied) {
        if (project.devices().containsKey(ied.name())) {
            return; // a station's file describes the device itself too
        }
        for (ConnectedAccessPoint point : ied.connectedAccessPoints()) {
            Owner owner = new Owner(Ref.ied(ied.name()), ied.name(), point.position(), point.subnetwork());
            Map<String, String> parts = point.address();
            Ipv4.of(parts.getOrDefault("IP", ""))
                    .filter(address -> !address.isNone())
                    .ifPresent(address -> add(addresses, address.toString(), owner));
            Owner anywhere = new Owner(owner.ref, owner.name, owner.position); // a card has one address on all networks
            SettingKind.MAC.normal(parts.getOrDefault("MAC-Address", "")).ifPresent(card -> add(cards, card, anywhere));
            point.station().ifPresent(station -> reachable(station, owner));
        }
    }

    private void device(Device device, DeviceSheets sheets) {
        device.plate()
                .entry(Plate.Item.LINK)
                .ifPresent(link -> add(
                        links,
                        link.text().strip(),
                        new Owner(Ref.device(device.name()), device.name(), link.position())));
        Sheet own = sheets.own();
        Optional<Entry> address = own.entry(Meaning.NETWORK_ADDRESS);
        address.ifPresent(entry -> add(
                addresses,
                Ipv4.of(entry.text()).map(Ipv4::toString).orElse(entry.text()),
                new Owner(Ref.device(device.name()), device.name(), entry.position())));
        own.definition().settings(Meaning.MAC_ADDRESS).forEach(setting -> own.text(setting)
                .flatMap(SettingKind.MAC::normal)
                .ifPresent(card -> add(
                        cards,
                        card,
                        new Owner(Ref.device(device.name()), device.name(), own.position(setting.path())))));
        for (Sheet connection : sheets.of(Sheet.Kind.CONNECTION)) {
            Entry station = connection.given(Meaning.COMMON_ADDRESS).orElse(null);
            if (station != null) {
                String number = station.text().strip().replaceFirst("^0+(?=.)", "");
                add(
                        stations,
                        number,
                        new Owner(
                                Ref.device(device.name()),
                                device.name() + " " + connection.prefix(),
                                station.position()));
            }
        }
        station(own).ifPresent(station -> {
            String mask = own.path(Meaning.NETWORK_MASK).orElseThrow(); // which is there, as the station is
            reachable(station, new Owner(Ref.device(device.name()), device.name(), own.position(mask)));
            own(device, own, station);
        });
    }

    private void reachable(Station station, Owner owner) {
        subnets.add(station, owner);
        reachable
                .computeIfAbsent(station.address(), address -> new ArrayList<>())
                .add(station);
    }

    static Optional<Station> station(Sheet own) {
        return Station.of(
                text(own, Meaning.NETWORK_ADDRESS),
                text(own, Meaning.NETWORK_MASK),
                text(own, Meaning.NETWORK_GATEWAY));
    }

    private static String text(Sheet own, Meaning meaning) {
        return own.entry(meaning).map(Entry::text).orElse("");
    }

    /** What a device says of its own network: RFC 791, RFC 950. */
    private void own(Device device, Sheet own, Station station) {
        station.maskMistake()
                .ifPresent(mistake -> report(
                        NetworkRules.ADDRESS_OUT_OF_RANGE,
                        device,
                        own,
                        Meaning.NETWORK_MASK,
                        station.mask() + " " + mistake));
        station.addressMistake()
                .ifPresent(mistake -> report(
                        NetworkRules.ADDRESS_OUT_OF_RANGE,
                        device,
                        own,
                        Meaning.NETWORK_ADDRESS,
                        station.address() + " is " + mistake));
        station.gatewayMistake()
                .ifPresent(mistake -> report(
                        NetworkRules.ADDRESS_OUT_OF_RANGE,
                        device,
                        own,
                        Meaning.NETWORK_GATEWAY,
                        station.gateway() + " is " + mistake));
        if (station.isGatewayOutside()) {
            report(
                    NetworkRules.GATEWAY_OUTSIDE,
                    device,
                    own,
                    Meaning.NETWORK_GATEWAY,
                    station.gateway() + " is not in the subnet of " + station.address());
        }
    }

    private void report(Rule rule, Device device, Sheet own, Meaning meaning, String message) {
        String path = own.path(meaning).orElseThrow(); // what is calculated with is there
        findings.accept(
                new Finding(rule, device.name() + " " + path, own.position(path), path + " " + message, rule.remedy())
                        .concerning(Ref.device(device.name())));
    }

    private static void add(Map<String, List<Owner>> owners, String address, Owner owner) {
        owners.computeIfAbsent(address, key -> new ArrayList<>()).add(owner);
    }

    /** Masks of IEDs beside those of their own file are told with the file. */
    private void masks(Subnets.Odd<Owner> odd) {
        Owner owner = odd.owner();
        if (odd.others().stream().noneMatch(owner::isOfOneFile)) {
            findings.accept(new Finding(
                            NetworkRules.MASK_DIFFERS,
                            owner.name,
                            owner.position,
                            "the mask of " + owner.name + " is " + odd.text(Owner::name),
                            NetworkRules.MASK_DIFFERS.remedy())
                    .concerning(owner.ref));
        }
    }

    private void doubled(Map<String, List<Owner>> owners, Rule rule, String what) {
        owners.forEach((address, all) -> {
            Owner first = all.get(0);
            Map<String, Owner> apart = new HashMap<>();
            Owner elsewhere = null;
            for (Owner owner : all.subList(1, all.size())) {
                if (!owner.isApartFrom(first)) {
                    doubled(rule, what + address, owner, first);
                    elsewhere = elsewhere == null && !owner.isOfOneFile(first) ? owner : elsewhere;
                    continue;
                }
                Owner beside = apart.putIfAbsent(owner.subnetwork, owner);
                if (beside != null || elsewhere != null) {
                    doubled(rule, what + address, owner, beside != null ? beside : elsewhere);
                }
            }
        });
    }

    private void doubled(Rule rule, String what, Owner owner, Owner first) {
        findings.accept(new Finding(
                        rule,
                        owner.name,
                        owner.position,
                        what + " is also that of " + first.name + " at " + first.position,
                        rule.remedy())
                .concerning(owner.ref, first.ref));
    }

    /** Whoever is to set the device up, ask it or set its clock stands somewhere among the others. */
    private void alone(Device device, DeviceSheets sheets) {
        Sheet own = sheets.own();
        station(own)
                .filter(station -> station.gateway().isNone()
                        && station.maskMistake().isEmpty()
                        && station.addressMistake().isEmpty())
                .ifPresent(station -> {
                    List<Ipv4> others = addresses.keySet().stream()
                            .flatMap(text -> Ipv4.of(text).stream())
                            .filter(address -> !address.equals(station.address()))
                            .toList();
                    if (!others.isEmpty() && others.stream().noneMatch(station::isInSubnet)) {
                        report(
                                NetworkRules.SUBNET_ALONE,
                                device,
                                own,
                                Meaning.NETWORK_ADDRESS,
                                "is " + station.address() + " with the mask " + station.mask()
                                        + "; nothing else of the project is in that subnet, and no gateway leads out");
                    }
                });
    }
}
