package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.urvant.core.finding.Entry;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
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
                    Entry given = connection.values().get(Connection.ADDRESS);
                    boolean follows = connection
                                    .ied()
                                    .filter(pair.getKey().name()::equals)
                                    .isPresent()
                            && given != null
                            && given.text().equals(before);
                    if (follows) {
                        changed = changed.with(
                                changed.device(device.name()).with(connection.with(Connection.ADDRESS, after)));
                        followed.add(new Followed(
                                device.name(), connection.name() + "." + Connection.ADDRESS, before, after));
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
                .orElse("");
    }
}
