package org.urvant.core.device;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import org.urvant.core.point.AddressGroup;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Role;
import org.urvant.core.text.NameRule;

/**
 * A kind of connection that a device type can have.
 *
 * @param name name within the type, such as {@code relay}
 * @param protocol protocol that it speaks
 * @param role side of the protocol that the device is
 * @param meaning what it is for, in plain words
 * @param capacity how much of it there can be
 * @param ports ports that it can use; empty when the type does not tell ports apart
 * @param availability what a device must have so that it has it
 * @param sheet its settings, and rules about them
 */
public record ConnectionKind(
        String name,
        PointSpace protocol,
        Role role,
        String meaning,
        Capacity capacity,
        List<String> ports,
        Availability availability,
        SheetDefinition sheet) {
    /**
     * How much there can be.
     *
     * @param most greatest number of such connections on one device
     * @param names what names points can have
     * @param mostPoints greatest number of points; 0 for no bound
     * @param areFixed whether the maker fixed its points, so that no signal can be mapped to them
     * @param tellsLink whether the device tells if the other end answers
     */
    public record Capacity(int most, NameRule names, int mostPoints, boolean areFixed, boolean tellsLink) {}

    /** Setting of a connection that names the port of the device that it uses. */
    public static final String PORT = "on-port";

    private static final String PLAN = "plan.";

    /** Returns the path of the setting in which a connection has an address plan of its own for a group of points. */
    public static String plan(AddressGroup group) {
        return PLAN + group.word();
    }

    public ConnectionKind {
        Objects.requireNonNull(protocol, "protocol");
        Objects.requireNonNull(role, "role");
        ports = List.copyOf(ports);
    }

    /** Returns what names points of it can have: device and protocol hold them. */
    public NameRule names() {
        return capacity.names().and(protocol.names());
    }

    /** Returns whether signals can be mapped to points of it. */
    public boolean takesSignals() {
        return protocol.takesSignals(role) && !capacity.areFixed();
    }

    /** Returns the greatest number of such connections on one device. */
    public int most() {
        return capacity.most();
    }

    /** Returns its settings by path. */
    public SortedMap<String, SettingDefinition> settings() {
        return sheet.settings();
    }

    /** Returns the setting at a path, or empty. */
    public Optional<SettingDefinition> setting(String path) {
        return sheet.setting(path);
    }
}
