package org.urvant.project.check;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.Meaning;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.network.Ipv4;
import org.urvant.core.network.NetworkRules;
import org.urvant.core.network.Station;
import org.urvant.core.point.iec61850.Iec61850Space;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.scl.ConnectedAccessPoint;
import org.urvant.scl.Ied;

/**
 * Looks at whom the connections of devices lead to, and who sets their clocks: stations that reach each other, at the addresses
 * that files give them, each but once.
 */
final class PeerCheck {
    private final Project project;
    private final Consumer<Finding> findings;
    private final Map<String, List<NetworkCheck.Owner>> addresses;
    private final Map<Ipv4, List<Station>> reachable;

    /**
     * @param addresses who has each IP address
     * @param reachable the stations at each of them, as far as their masks are known
     */
    PeerCheck(
            Project project,
            Consumer<Finding> findings,
            Map<String, List<NetworkCheck.Owner>> addresses,
            Map<Ipv4, List<Station>> reachable) {
        this.project = project;
        this.findings = findings;
        this.addresses = addresses;
        this.reachable = reachable;
    }

    void check(Device device, DeviceSheets sheets) {
        reach(device, sheets);
        twice(device, sheets);
        peers(device, sheets);
        link(device);
        project.ied(device.name()).ifPresent(ied -> own(device, sheets.own(), ied));
    }

    private void link(Device device) {
        Optional<Entry> link = device.plate().entry(Plate.Item.LINK);
        List<NetworkCheck.Owner> owners = link.flatMap(PeerCheck::address)
                .map(address -> addresses.getOrDefault(address.toString(), List.of()))
                .orElse(List.of());
        if (!owners.isEmpty() && owners.stream().noneMatch(owner -> owner.name().equals(device.name()))) {
            NetworkCheck.Owner other = owners.get(0);
            findings.accept(new Finding(
                            SiteRules.LINK_ELSEWHERE,
                            device.name() + " " + Plate.Item.LINK.word(),
                            link.get().position(),
                            "link is " + link.get().text().strip() + ", and that address is " + other.name() + "'s at "
                                    + other.position(),
                            SiteRules.LINK_ELSEWHERE.remedy())
                    .concerning(Ref.device(device.name()), other.ref()));
        }
    }

    /** A device that the imported files describe is found by others where they say that it is. */
    private void own(Device device, Sheet sheet, Ied ied) {
        Optional<Ipv4> own = sheet.entry(Meaning.NETWORK_ADDRESS).flatMap(PeerCheck::address);
        List<ConnectedAccessPoint> points = ied.connectedAccessPoints().stream()
                .filter(point -> part(point, "IP").isPresent())
                .toList();
        if (own.isEmpty() || points.isEmpty()) {
            return;
        }
        Optional<ConnectedAccessPoint> there =
                points.stream().filter(point -> part(point, "IP").equals(own)).findFirst();
        if (there.isEmpty()) {
            differs(device, sheet, Meaning.NETWORK_ADDRESS, own.get(), points.get(0), "IP");
            return;
        }
        Map.of(Meaning.NETWORK_MASK, "IP-SUBNET", Meaning.NETWORK_GATEWAY, "IP-GATEWAY")
                .forEach((meaning, name) -> sheet.entry(meaning)
                        .flatMap(PeerCheck::address)
                        .filter(value -> part(there.get(), name)
                                .filter(other -> !other.equals(value))
                                .isPresent())
                        .ifPresent(value -> differs(device, sheet, meaning, value, there.get(), name)));
    }

    private static Optional<Ipv4> part(ConnectedAccessPoint point, String name) {
        return Ipv4.of(point.address().getOrDefault(name, ""));
    }

    private void differs(
            Device device, Sheet sheet, Meaning meaning, Ipv4 value, ConnectedAccessPoint point, String name) {
        String path = sheet.path(meaning).orElseThrow(); // what is compared is there
        findings.accept(new Finding(
                        SiteRules.OWN_ADDRESS_DIFFERS,
                        device.name() + " " + path,
                        sheet.position(path),
                        path + " is " + value + "; " + point.position() + " gives " + device.name() + " "
                                + point.address().get(name),
                        SiteRules.OWN_ADDRESS_DIFFERS.remedy())
                .concerning(Ref.device(device.name()), Ref.ied(device.name())));
    }

    /** The address of another end, which may be given with a port. */
    private static Optional<Ipv4> address(Entry peer) {
        return Ipv4.of(peer.text().strip().split(":", 2)[0]);
    }

    /** A relay answers at an address of its file; a connection that was given another one asks nobody, or somebody else. */
    private void peers(Device device, DeviceSheets sheets) {
        for (Connection connection : device.connections().values()) {
            Optional<Sheet> sheet = sheets.sheet(connection.name());
            Entry given =
                    sheet.flatMap(values -> values.given(Meaning.PEER_ADDRESS)).orElse(null);
            Optional<Ied> ied = connection.ied().flatMap(project::ied);
            Optional<Ipv4> asked = given == null ? Optional.empty() : address(given);
            if (asked.isEmpty()) {
                continue;
            }
            if (ied.isEmpty()) {
                unlikely(device, sheets, sheet.get(), given, asked.get());
                continue;
            }
            List<Ipv4> there = ied.get().connectedAccessPoints().stream()
                    .flatMap(point -> Ipv4.of(point.address().getOrDefault("IP", "")).stream())
                    .filter(address -> !address.isNone())
                    .toList();
            if (!there.isEmpty() && !there.contains(asked.get())) {
                String path = sheet.get().path(Meaning.PEER_ADDRESS).orElseThrow();
                findings.accept(new Finding(
                                SiteRules.PEER_ADDRESS_DIFFERS,
                                device.name() + " " + path,
                                given.position(),
                                path + " is " + asked.get() + "; "
                                        + ied.get().position().source() + " gives "
                                        + ied.get().name() + " "
                                        + String.join(
                                                " and ",
                                                there.stream()
                                                        .map(Ipv4::toString)
                                                        .toList()),
                                SiteRules.PEER_ADDRESS_DIFFERS.remedy())
                        .concerning(Ref.device(device.name())));
            }
        }
    }

    /** An address that was copied from a relay leads to what answers in another protocol. */
    private void unlikely(Device device, DeviceSheets sheets, Sheet connection, Entry given, Ipv4 asked) {
        boolean asksRelays = sheets.type()
                .connection(connection.container())
                .filter(kind -> kind.protocol() instanceof Iec61850Space)
                .isPresent();
        if (asksRelays) {
            return;
        }
        addresses.getOrDefault(asked.toString(), List.of()).stream()
                .filter(owner -> owner.ref().equals(Ref.ied(owner.name())))
                .findFirst()
                .ifPresent(owner -> {
                    String path = connection.path(Meaning.PEER_ADDRESS).orElseThrow();
                    findings.accept(new Finding(
                                    SiteRules.PEER_UNLIKELY,
                                    device.name() + " " + path,
                                    given.position(),
                                    path + " is " + asked + ", which is that of " + owner.name() + " at "
                                            + owner.position() + ", asked over IEC 61850",
                                    SiteRules.PEER_UNLIKELY.remedy())
                            .concerning(Ref.device(device.name()), owner.ref()));
                });
    }

    /** Two links to one peer that differ in nothing are one link that was copied, or an address that was not changed. */
    private void twice(Device device, DeviceSheets sheets) {
        Map<List<Object>, Sheet> peers = new HashMap<>();
        for (Sheet sheet : sheets.of(Sheet.Kind.CONNECTION)) {
            Optional<Entry> given = sheet.given(Meaning.PEER_ADDRESS);
            Optional<Ipv4> peer = given.flatMap(PeerCheck::address).filter(address -> !address.isNone());
            if (peer.isEmpty()) {
                continue;
            }
            ConnectionKind kind = sheets.type().connection(sheet.container()).orElseThrow();
            Object port = sheet.value(Meaning.TCP_PORT);
            Sheet other = peers.putIfAbsent(
                    List.of(peer.get(), kind.protocol(), kind.role(), port == null ? "" : port), sheet);
            if (other != null) {
                String path = sheet.path(Meaning.PEER_ADDRESS).orElseThrow();
                findings.accept(new Finding(
                                SiteRules.PEER_TWICE,
                                device.name() + " " + path,
                                given.get().position(),
                                path + " is " + peer.get() + " like that of " + other.prefix()
                                        + (port == null ? "" : ", over the same port " + SiteWideCheck.shown(port)),
                                SiteRules.PEER_TWICE.remedy())
                        .concerning(Ref.device(device.name())));
            }
        }
    }

    /** Whoever a device has a connection to must be reached, and must reach it. */
    private void reach(Device device, DeviceSheets sheets) {
        Optional<Station> own =
                NetworkCheck.station(sheets.own()); // the values' own check says what of it is open or wrong
        own.ifPresent(station -> timeServer(device, sheets.own(), station));
        for (Connection connection : device.connections().values()) {
            Optional<Sheet> sheet = sheets.sheet(connection.name());
            Optional<Entry> peer = sheet.flatMap(values -> values.given(Meaning.PEER_ADDRESS));
            if (peer.isPresent()) {
                String path = sheet.get().path(Meaning.PEER_ADDRESS).orElseThrow();
                Position position = peer.get().position();
                address(peer.get())
                        .ifPresent(
                                other -> meant(device, own, connection.name() + " at " + other, path, position, other));
            } else if (own.isPresent()) {
                connection
                        .ied()
                        .flatMap(project::ied)
                        .flatMap(Ied::connectedAccessPoint)
                        .flatMap(ConnectedAccessPoint::station)
                        .ifPresent(station -> reach(
                                device,
                                own.get(),
                                connection.name() + " at " + station.address(),
                                connection.name() + "." + Connection.IED,
                                connection.position(),
                                station.address()));
            }
        }
    }

    /** A clock is set by a server that the device reaches. */
    private void timeServer(Device device, Sheet sheet, Station own) {
        sheet.definition()
                .setting(Meaning.TIME_SERVER)
                .filter(setting -> sheet.idle(setting).isEmpty())
                .ifPresent(setting -> sheet.text(setting).flatMap(Ipv4::of).ifPresent(server -> {
                    String path = setting.path();
                    meant(device, Optional.of(own), path + " at " + server, path, sheet.position(path), server);
                }));
    }

    /** An address that somebody gave for another station is one of a station, and is reached. */
    private void meant(Device device, Optional<Station> own, String with, String path, Position position, Ipv4 other) {
        Optional<String> mistake =
                own.map(station -> station.peerMistake(other)).orElseGet(other::special);
        if (mistake.isPresent()) {
            findings.accept(new Finding(
                            NetworkRules.ADDRESS_OUT_OF_RANGE,
                            device.name() + " " + path,
                            position,
                            path + " " + other + " is " + mistake.get(),
                            "Give the address of the station that is meant.")
                    .concerning(Ref.device(device.name())));
        } else {
            own.ifPresent(station -> reach(device, station, with, path, position, other));
        }
    }

    private void reach(Device device, Station own, String with, String path, Position position, Ipv4 other) {
        boolean there = own.reaches(other);
        List<Station> stations = reachable.getOrDefault(other, List.of());
        boolean back = stations.isEmpty() || stations.stream().anyMatch(station -> station.reaches(own.address()));
        if (!there || !back) {
            String message = there
                    ? with + " has no way back to " + device.name() + " at " + own.address()
                            + ": another subnet, and no gateway leads there"
                    : with + " is not in the subnet of " + device.name() + " at " + own.address()
                            + ", and no gateway leads there";
            findings.accept(new Finding(
                            NetworkRules.SUBNET_DIFFERS,
                            device.name() + " " + path,
                            position,
                            message,
                            NetworkRules.SUBNET_DIFFERS.remedy())
                    .concerning(Ref.device(device.name())));
        }
    }
}
