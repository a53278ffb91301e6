package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.project.Device;
import org.urvant.scl.Ied;

/**
 * Whether a device can be the client of an IED: the type must speak IEC 61850 in that role, and have a connection free.
 *
 * @param ied the IED
 * @param kind kind of connection that would be used; empty when there is none
 * @param obstacles why it cannot be; empty when it can
 * @param hints what a person should know all the same
 */
public record ConnectionFit(Ied ied, Optional<ConnectionKind> kind, List<String> obstacles, List<String> hints) {
    public ConnectionFit {
        obstacles = List.copyOf(obstacles);
        hints = List.copyOf(hints);
    }

    /** Returns whether the device can be connected. */
    public boolean fits() {
        return obstacles.isEmpty();
    }

    /** Returns the fit of a device to each IED, in their order; each takes one connection of those that are free. */
    public static List<ConnectionFit> of(Device device, DeviceType type, List<Ied> ieds) {
        Optional<ConnectionKind> kind = type.connections().values().stream()
                .filter(candidate -> candidate.protocol().reachesIeds(candidate.role()))
                .findFirst();
        long used = device.connections().values().stream()
                .filter(connection -> kind.filter(
                                wanted -> wanted.name().equals(connection.kind().text()))
                        .isPresent())
                .count();
        List<ConnectionFit> fits = new ArrayList<>();
        for (Ied ied : ieds) {
            boolean known = device.connectionTo(ied.name()).isPresent();
            List<String> obstacles = new ArrayList<>();
            List<String> hints = new ArrayList<>();
            if (kind.isEmpty()) {
                obstacles.add(type.name() + " cannot ask an IED: it is " + roles(type));
            } else if (!known && used >= kind.get().most()) {
                obstacles.add("all " + kind.get().most() + " connections of kind "
                        + kind.get().name() + " are used");
            } else if (!known) {
                used++;
            }
            if (ied.logicalDevices().isEmpty()) {
                obstacles.add("it has no server, so there is nothing to ask it for");
            } else {
                hints(ied, hints);
            }
            fits.add(new ConnectionFit(ied, kind, obstacles, hints));
        }
        return fits;
    }

    private static String roles(DeviceType type) {
        return type.connections().values().stream()
                .map(kind -> kind.role().word() + " of " + kind.protocol().id())
                .distinct()
                .collect(Collectors.joining(", "));
    }

    private static void hints(Ied ied, List<String> hints) {
        boolean addressed = ied.connectedAccessPoint()
                .filter(point -> point.address().containsKey("IP"))
                .isPresent();
        if (!addressed) {
            hints.add("the file gives no address; it must be given by hand");
        }
        boolean reports =
                ied.nodes().stream().anyMatch(node -> !node.reportControls().isEmpty());
        if (!reports) {
            hints.add("it has no report control block, so its signals can only be polled");
        }
    }
}
