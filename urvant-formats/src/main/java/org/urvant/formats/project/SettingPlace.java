package org.urvant.formats.project;

import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Effect;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.fault.UnknownNameException;
import org.urvant.core.project.Connection;
import org.urvant.core.project.Device;
import org.urvant.core.project.Entry;
import org.urvant.core.project.Project;

/**
 * Where a device's setting stands in its file.
 *
 * @param definition the setting
 * @param map keys of the map in the device file that holds it
 * @param present the value that stands there; empty when none does
 */
record SettingPlace(SettingDefinition definition, List<String> map, Optional<String> present) {
    private static final SettingDefinition LINK = new SettingDefinition(
            "link",
            SettingKind.HOST,
            "",
            null,
            null,
            null,
            List.of(),
            0,
            null,
            Effect.NONE,
            "",
            "",
            "address and port of the device's maintenance link");

    static SettingPlace find(Project project, Device device, String path) {
        if (path.equals(LINK.path())) {
            return new SettingPlace(LINK, List.of(), device.maintenanceLink().map(Entry::text));
        }
        DeviceType type = project.type(device)
                .orElseThrow(() -> new UnknownNameException(
                        "device type", device.type().text(), project.types().keySet()));
        Optional<SettingDefinition> own = type.setting(path);
        if (own.isPresent()) {
            return new SettingPlace(
                    own.get(),
                    List.of(DeviceFile.SETTINGS),
                    Optional.ofNullable(device.settings().get(path)).map(Entry::text));
        }
        TreeSet<String> known = new TreeSet<>(type.settings().keySet());
        for (Connection connection : device.connections().values()) {
            Optional<ConnectionKind> kind = type.connection(connection.kind().text());
            if (kind.isEmpty()) {
                continue;
            }
            for (SettingDefinition definition : kind.get().settings().values()) {
                if (path.equals(connection.name() + "." + definition.path())) {
                    return new SettingPlace(
                            definition,
                            List.of(DeviceFile.CONNECTIONS, connection.name()),
                            Optional.ofNullable(connection.values().get(definition.path()))
                                    .map(Entry::text));
                }
                known.add(connection.name() + "." + definition.path());
            }
        }
        throw new UnknownNameException("setting", path, known);
    }
}
