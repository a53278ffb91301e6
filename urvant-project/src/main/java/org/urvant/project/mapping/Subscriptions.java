package org.urvant.project.mapping;

import java.util.List;
import java.util.Optional;
import org.urvant.core.finding.Entry;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;

/** What the mappings of a device ask of a relay: follows from them, so nobody has to keep it up. */
public final class Subscriptions {
    /** The setting of a connection that says which instance of each report control block its client uses. */
    public static final String INSTANCE = "report-instance";

    private Subscriptions() {}

    /** Returns the blocks that carry the mapped signals of one connection, and the signals that none carries. */
    public static Subscription.Cover of(Project project, Device device, Connection connection) {
        Entry name = connection.values().get(Connection.IED);
        Optional<Ied> ied = name == null ? Optional.empty() : project.ied(name.text());
        if (ied.isEmpty()) {
            return new Subscription.Cover(List.of(), List.of());
        }
        List<DataAttribute> signals = device.mappings().stream()
                .filter(mapping -> mapping.from().equals(connection.name()))
                .flatMap(mapping -> ied.get().attributeAt(mapping.source()).stream())
                .distinct()
                .toList();
        return Subscription.cover(ied.get(), signals);
    }
}
