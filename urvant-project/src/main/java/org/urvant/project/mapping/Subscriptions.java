package org.urvant.project.mapping;

import java.util.List;
import java.util.Optional;
import org.urvant.core.device.Meaning;
import org.urvant.core.finding.Entry;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;

/** What the mappings of a device ask of a relay: follows from them, so nobody has to keep it up. */
public final class Subscriptions {
    private Subscriptions() {}

    /** Returns which instance of report control blocks a connection is given; empty when it is not said. */
    public static Optional<Entry> instance(Project project, Device device, Connection connection) {
        return sheet(project, device, connection).flatMap(sheet -> sheet.given(Meaning.REPORT_INSTANCE));
    }

    /** Returns the path at which a connection is given its instance; that of the connection when its type has none. */
    public static String instancePath(Project project, Device device, Connection connection) {
        return sheet(project, device, connection)
                .flatMap(sheet -> sheet.path(Meaning.REPORT_INSTANCE))
                .orElse(connection.name());
    }

    private static Optional<Sheet> sheet(Project project, Device device, Connection connection) {
        return project.type(device)
                .flatMap(type -> DeviceSheets.of(type, device).sheet(connection.name()));
    }

    /** Returns the blocks that carry the mapped signals of one connection, and the signals that none carries. */
    public static Subscription.Cover of(Project project, Device device, Connection connection) {
        Entry name = connection.values().get(Connection.IED);
        Optional<Ied> ied = name == null ? Optional.empty() : project.ied(name.text());
        if (ied.isEmpty()) {
            return new Subscription.Cover(List.of(), List.of());
        }
        List<DataAttribute> signals = device.mappings().stream()
                .flatMap(mapping -> mapping.origins().stream())
                .filter(end -> end.connection().equals(connection.name()))
                .flatMap(end -> ied.get().attributeAt(end.point()).stream())
                .distinct()
                .toList();
        return Subscription.cover(ied.get(), signals);
    }
}
