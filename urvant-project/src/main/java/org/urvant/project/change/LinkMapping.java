package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.LinkPoint;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.MappingKey;

/** Points of their own for what no value tells its receiver: whether the other end of a connection answers. */
public final class LinkMapping {
    private LinkMapping() {}

    /**
     * Says what it would bring to map, for each connection of a device whose type can tell, whether the other end answers; changes
     * nothing. Connections that have such a point keep it.
     *
     * @param receiver connection to map to; empty where the device has only one
     * @throws RefusedException when the device has no such connection, or it is not clear where to
     */
    public static SignalMapping plan(Project project, String deviceName, Optional<String> receiver) {
        Device device = project.device(deviceName);
        String to = receiver.orElseGet(() -> SignalMapping.onlyReceiver(project, device));
        Set<String> keys = MappingKey.taken(device);
        List<MappedSignal> wanted = new ArrayList<>();
        List<MappedSignal> present = new ArrayList<>();
        for (Connection connection : device.connections().values()) {
            if (!tells(project, device, connection)) {
                continue;
            }
            Optional<Mapping> row = device.mappings().stream()
                    .filter(known -> known.to().equals(to)
                            && known.origin().isLink()
                            && known.from().equals(connection.name()))
                    .findFirst();
            String key = row.map(Mapping::key)
                    .orElseGet(() -> MappingKey.of(LinkPoint.TEXT + " " + connection.name(), to, keys));
            keys.add(key);
            (row.isPresent() ? present : wanted).add(new MappedSignal.OfLink(connection.name(), key));
        }
        if (wanted.isEmpty() && present.isEmpty()) {
            throw new RefusedException(
                    deviceName + " has no connection of which it tells whether the other end answers",
                    "Connect it to what it is to watch.");
        }
        return SignalMapping.ofOwnPoints(project, device, to, wanted, present);
    }

    private static boolean tells(Project project, Device device, Connection connection) {
        return project.typeOf(device)
                .connection(connection.kind().text())
                .filter(kind -> kind.capacity().tellsLink())
                .isPresent();
    }
}
