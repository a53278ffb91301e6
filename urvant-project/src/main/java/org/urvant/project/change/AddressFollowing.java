package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.urvant.core.device.Meaning;
import org.urvant.core.finding.Entry;
import org.urvant.core.network.Ipv4;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.scl.ConnectedAccessPoint;
import org.urvant.scl.Ied;

/**
 * What follows in devices when an IED comes anew with another address: connections that have the address of the older file get
 * the new one. One that a person gave another address keeps it, and the check tells that the two differ.
 *
 * @param project the site with the new addresses
 * @param followed what changed
 */
public record AddressFollowing(Project project, List<Followed> followed) {
    /**
     * A value that followed.
     *
     * @param device name of the device
     * @param path whole path of the value
     * @param before what was given
     * @param after what is given now
     */
    public record Followed(String device, String path, String before, String after) {}

    /**
     * Returns the site in which connections follow.
     *
     * @param newer IEDs of the newer file by those that the site knows
     */
    public static AddressFollowing of(Project project, Map<Ied, Ied> newer) {
        List<Followed> followed = new ArrayList<>();
        Project changed = project;
        for (Map.Entry<Ied, Ied> pair : newer.entrySet()) {
            String before = address(pair.getKey());
            String after = address(pair.getValue());
            if (before.isEmpty() || after.isEmpty() || before.equals(after)) {
                continue;
            }
            for (Device device : changed.devices().values()) {
                for (Connection connection : device.connections().values()) {
                    Sheet sheet = project.type(device)
                            .flatMap(type -> DeviceSheets.of(type, device).sheet(connection.name()))
                            .orElse(null);
                    Entry given = sheet == null
                            ? null
                            : sheet.given(Meaning.PEER_ADDRESS).orElse(null);
                    boolean follows = connection
                                    .ied()
                                    .filter(pair.getKey().name()::equals)
                                    .isPresent()
                            && given != null
                            && given.text().equals(before);
                    if (follows) {
                        String path = sheet.path(Meaning.PEER_ADDRESS).orElseThrow();
                        Device moved = DeviceSheets.of(project.typeOf(device), changed.device(device.name()))
                                .with(Map.of(path, after));
                        changed = changed.with(moved);
                        followed.add(new Followed(device.name(), path, before, after));
                    }
                }
            }
        }
        return new AddressFollowing(changed, followed);
    }

    /** Returns the IP address of an IED's first access point that has one; empty text when the file gives none. */
    static String address(Ied ied) {
        return ied.connectedAccessPoint()
                .map(ConnectedAccessPoint::address)
                .map(parts -> parts.getOrDefault("IP", ""))
                .map(text -> Ipv4.of(text).map(Ipv4::toString).orElse(text))
                .orElse("");
    }
}
