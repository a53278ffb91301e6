package org.urvant.core.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.project.Connection;
import org.urvant.core.project.Device;
import org.urvant.core.project.Entry;
import org.urvant.core.project.Project;
import org.urvant.core.scl.Ied;

/**
 * Checks the network over the whole project: addresses that two devices have, peers that cannot reach each other, stations
 * that answer to one address. A device type takes part with the settings {@code network.address}, {@code network.mask}
 * and {@code network.gateway}.
 */
final class NetworkCheck {
    private static final String ADDRESS = "network.address";
    private static final String MASK = "network.mask";
    private static final String GATEWAY = "network.gateway";

    private NetworkCheck() {}

    /** A name of something with an address, and where that stands. */
    private record Owner(String name, Position position) {}

    static void check(Project project, Consumer<Finding> findings) {
        Map<String, List<Owner>> owners = new HashMap<>();
        Map<String, List<Owner>> stations = new HashMap<>();
        for (Ied ied : project.ieds()) {
            if (project.devices().containsKey(ied.name())) {
                continue; // a station's file describes the device itself too
            }
            ied.connectedAccessPoint().ifPresent(point -> {
                String address = point.address().getOrDefault("IP", "");
                if (!address.isEmpty()) {
                    add(owners, address, new Owner(ied.name(), point.position()));
                }
            });
        }
        for (Device device : project.devices().values()) {
            value(project, device, ADDRESS)
                    .ifPresent(entry -> add(owners, entry.text(), new Owner(device.name(), entry.position())));
            for (Connection connection : device.connections().values()) {
                Entry station = connection.values().get("common-address");
                if (station != null) {
                    add(
                            stations,
                            station.text(),
                            new Owner(device.name() + " " + connection.name(), station.position()));
                }
            }
            reach(project, device, findings);
        }
        doubled(owners, Rule.DUPLICATE_IP, "IP address ", findings);
        doubled(stations, Rule.DUPLICATE_STATION_ADDRESS, "common address ", findings);
    }

    private static void add(Map<String, List<Owner>> owners, String address, Owner owner) {
        owners.computeIfAbsent(address, key -> new ArrayList<>()).add(owner);
    }

    private static void doubled(Map<String, List<Owner>> owners, Rule rule, String what, Consumer<Finding> findings) {
        owners.forEach((address, all) -> {
            for (Owner owner : all.subList(1, all.size())) {
                Owner first = all.get(0);
                findings.accept(new Finding(
                        rule,
                        owner.name,
                        owner.position,
                        what + address + " is also that of " + first.name + " at " + first.position,
                        rule.remedy()));
            }
        });
    }

    private static void reach(Project project, Device device, Consumer<Finding> findings) {
        Optional<Entry> own = value(project, device, ADDRESS);
        Optional<Ipv4> address = own.map(Entry::text).flatMap(Ipv4::of);
        Optional<Ipv4> mask = value(project, device, MASK).map(Entry::text).flatMap(Ipv4::of);
        if (address.isEmpty() || mask.isEmpty()) {
            return; // the values' own check says what is open or wrong
        }
        Optional<Entry> gatewayEntry = value(project, device, GATEWAY);
        Optional<Ipv4> gateway = gatewayEntry.map(Entry::text).flatMap(Ipv4::of).filter(given -> !given.isNone());
        boolean reachable = gateway.isPresent() && gateway.get().isInSubnet(address.get(), mask.get());
        if (gateway.isPresent() && !reachable) {
            findings.accept(new Finding(
                    Rule.GATEWAY_OUTSIDE,
                    device.name() + " " + GATEWAY,
                    gatewayEntry.get().position(),
                    GATEWAY + " " + gatewayEntry.get().text() + " is not in the subnet of "
                            + own.get().text(),
                    Rule.GATEWAY_OUTSIDE.remedy()));
        }
        for (Connection connection : device.connections().values()) {
            for (String peer : List.of("address", "peer")) {
                Entry entry = connection.values().get(peer);
                Optional<Ipv4> other = entry == null ? Optional.empty() : Ipv4.of(entry.text());
                if (other.isPresent() && !reachable && !other.get().isInSubnet(address.get(), mask.get())) {
                    findings.accept(new Finding(
                            Rule.SUBNET_DIFFERS,
                            device.name() + " " + connection.name() + "." + peer,
                            entry.position(),
                            connection.name() + " at " + entry.text() + " is not in the subnet of " + device.name()
                                    + " at " + own.get().text() + ", and no gateway leads there",
                            Rule.SUBNET_DIFFERS.remedy()));
                }
            }
        }
    }

    /** Returns the value given for a setting, else its default with the device's place. */
    private static Optional<Entry> value(Project project, Device device, String path) {
        Entry given = device.settings().get(path);
        if (given != null) {
            return Optional.of(given);
        }
        return project.type(device)
                .flatMap((DeviceType type) -> type.setting(path))
                .flatMap(SettingDefinition::standardValue)
                .map(text -> new Entry(text, device.position()));
    }
}
