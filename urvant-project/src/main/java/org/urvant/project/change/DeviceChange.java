package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.Remarks;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/** Copies, renames and removes the devices of a site; what refers to them follows. */
public final class DeviceChange {
    private DeviceChange() {}

    /**
     * A project with a copy in it.
     *
     * @param project the project with the copy
     * @param open paths of the settings that the copy must be given, as they belong to the one device
     */
    public record Copied(Project project, List<String> open) {}

    /**
     * Adds a device with the values, modules and connections of another, but for what belongs to the one device.
     *
     * @param isTwin whether the two are a redundant pair that must stay alike
     * @throws RefusedException when the name is not allowed or taken
     */
    public static Copied copy(Project project, String from, String name, boolean isTwin) {
        NewDevice.requireFree(project, name);
        Device device = project.device(from);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        List<String> open = new ArrayList<>();
        Map<String, String> taken = new TreeMap<>();
        for (Sheet sheet : sheets.all()) {
            for (SettingDefinition setting : sheet.definition().settings().values()) {
                if (setting.traits().isIdentity() && sheet.given().containsKey(setting.path())) {
                    taken.put(sheet.path(setting.path()), null);
                    open.add(sheet.path(setting.path()));
                }
            }
        }
        Plate plate = device.plate()
                .with(Plate.Item.ORIGIN, "copy of " + from)
                .without(Plate.Item.LINK)
                .without(Plate.Item.SERIAL)
                .without(Plate.Item.TWIN_OF);
        Device copy = sheets.with(taken)
                .named(name)
                .with(isTwin ? plate.with(Plate.Item.TWIN_OF, from) : plate)
                .with(device.fitted().withTicked(new TreeMap<>()))
                .withMappings(List.of());
        return new Copied(project.with(copy), open);
    }

    /** Returns what in the project refers to a device: twins, signals of its channels. */
    public static List<String> referrers(Project project, String name) {
        List<String> referrers = new ArrayList<>();
        for (Device other : project.devices().values()) {
            if (other.name().equals(name)) {
                continue;
            }
            other.plate()
                    .entry(Plate.Item.TWIN_OF)
                    .filter(entry -> entry.text().equals(name))
                    .ifPresent(entry -> referrers.add(other.name() + " twin-of, " + entry.position()));
            project.type(other)
                    .ifPresent(type -> DeviceSheets.of(type, other).all().forEach(sheet -> sheet.given()
                            .forEach((path, entry) -> {
                                if (entry.text().startsWith(name + " ")) {
                                    referrers.add(other.name() + " " + sheet.path(path) + " = " + entry.text() + ", "
                                            + entry.position());
                                }
                            })));
        }
        return referrers;
    }

    /**
     * Removes a device with its mappings.
     *
     * @param isCascade whether to take away what refers to it too
     * @throws RefusedException when something refers to it and that is not to go too
     */
    public static Project remove(Project project, String name, boolean isCascade) {
        project.device(name);
        List<String> referrers = referrers(project, name);
        if (!referrers.isEmpty() && !isCascade) {
            throw new RefusedException(
                    name + " is still named by " + String.join("; ", referrers),
                    "Change these first, or take them away too with --cascade.");
        }
        return withReferrers(project, name, null).withoutDevice(name);
    }

    /** Points what refers to a device to another name; a null takes it away. */
    private static Project withReferrers(Project project, String name, String other) {
        Project changed = project;
        for (Device device : project.devices().values()) {
            if (device.name().equals(name)) {
                continue;
            }
            Map<String, String> values = new TreeMap<>();
            device.plate()
                    .entry(Plate.Item.TWIN_OF)
                    .filter(entry -> entry.text().equals(name))
                    .ifPresent(entry -> values.put(Plate.Item.TWIN_OF.word(), other));
            project.type(device).ifPresent(type -> DeviceSheets.of(type, device)
                    .all()
                    .forEach(sheet -> sheet.given().forEach((path, entry) -> {
                        if (entry.text().startsWith(name + " ")) {
                            values.put(
                                    sheet.path(path),
                                    other == null ? null : other + entry.text().substring(name.length()));
                        }
                    })));
            if (!values.isEmpty()) {
                changed = ValueChange.set(changed, device.name(), values);
            }
        }
        return changed;
    }

    /**
     * Gives a device another name; all that refers to it follows, and its past goes on.
     *
     * @throws RefusedException when the name is not allowed or taken
     */
    public static Project rename(Project project, String from, String to) {
        Device device = project.device(from);
        NewDevice.requireFree(project, to);
        Project both = project.with(device.named(to).with(device.past()));
        Project changed = withReferrers(both, from, to).withoutDevice(from);
        return changed.with(renamed(project.remarks(), from, to));
    }

    private static Remarks renamed(Remarks remarks, String from, String to) {
        SortedMap<String, String> muted = new TreeMap<>();
        remarks.muted().forEach((place, reason) -> {
            String subject = place.substring(place.indexOf(' ') + 1);
            boolean isOfDevice = subject.startsWith(from + " ");
            muted.put(
                    isOfDevice
                            ? place.substring(0, place.length() - subject.length())
                                    + to
                                    + subject.substring(from.length())
                            : place,
                    reason);
        });
        return new Remarks(muted, remarks.findings());
    }
}
