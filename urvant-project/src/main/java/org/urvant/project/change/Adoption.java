package org.urvant.project.change;

import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.urvant.core.compare.Comparison;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.RefusedException;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * What a device holds, taken into a site.
 *
 * @param after the site with it
 * @param brings in what the device differs from the site
 * @param left what of that cannot be taken over
 */
public record Adoption(Project after, Comparison brings, Comparison left) {
    private static final Set<String> FOLLOWS = Set.of("kind", "protocol", "role", "reports", "ied");

    /**
     * Says what taking over a configuration would change; changes nothing.
     *
     * @throws RefusedException when the configuration is of another type of device
     */
    public static Adoption plan(Project project, String name, Configuration held) {
        Device device = project.device(name);
        String type = held.parts().section("hardware").text("type").orElse("unknown");
        if (!type.equals(device.type().text())) {
            throw new RefusedException(
                    "the configuration is for a " + type + ", and " + name + " is a "
                            + device.type().text(),
                    "Take one of a device of the same type.");
        }
        Comparison brings = ConfigurationBuilder.build(project, device).differencesTo(held);
        if (brings.isEqual()) {
            return new Adoption(project, brings, brings);
        }
        Project after = DeviceChange.withAddressesGiven(adopt(project, name, held), name);
        return new Adoption(
                after,
                brings,
                ConfigurationBuilder.build(after, after.device(name)).differencesTo(held));
    }

    /** Returns how many differences are taken over. */
    public int count() {
        return brings.count() - left.count();
    }

    /**
     * Takes the settings, connection values, mappings and programs of a configuration into a device, as far as the device has
     * such connections. What cannot be read back stays as it is.
     */
    static Project adopt(Project project, String name, Configuration held) {
        return adopt(project, name, held, project.typeOf(project.device(name)).handling()::isGap);
    }

    /**
     * Does so.
     *
     * @param isUnseen whether the value at a path stays as it is
     */
    static Project adopt(Project project, String name, Configuration held, Predicate<String> isUnseen) {
        Device device = project.device(name);
        DeviceType type = project.typeOf(device);
        Section present = ConfigurationBuilder.build(project, device).parts();
        Map<String, String> values = new TreeMap<>();
        values("", present.section("settings"), held.parts().section("settings"), values);
        for (String connection : device.connections().keySet()) {
            values(
                    connection + ".",
                    present.section("communications").section(connection),
                    held.parts().section("communications").section(connection),
                    values);
        }
        // what cannot be read back was not seen, so it must not be lost
        values.keySet().removeIf(isUnseen);
        DeviceSheets sheets = DeviceSheets.of(type, device);
        values.keySet()
                .removeIf(path ->
                        sheets.seek(path).filter(at -> at.setting().isDerived()).isPresent());
        Device adopted = withoutRows(
                type, ValueChange.changed(project, device, values), held.parts().section("settings"));
        if (!isSame(present, held, "mappings")) {
            adopted = adopted.withMappings(
                    new HeldRows(project, sheets).all(held.parts().section("mappings")));
        }
        return project.with(
                isSame(present, held, "logic")
                        ? adopted
                        : adopted.withLogic(programs(held.parts().section("logic"))));
    }

    /** What is the same stays as people wrote it. */
    private static boolean isSame(Section present, Configuration held, String part) {
        return present.section(part).equals(held.parts().section(part));
    }

    /** Rows that the unit does not have go; a value can be set, but a row must be taken out. */
    private static Device withoutRows(DeviceType type, Device device, Section held) {
        Device rest = device;
        for (Sheet sheet : DeviceSheets.of(type, device).all()) {
            Section at = held;
            for (String part : sheet.prefix().split("\\.")) {
                at = at.section(part);
            }
            if (sheet.kind() == Sheet.Kind.ROW && at.nodes().isEmpty()) {
                rest = rest.with(rest.given().without(sheet.prefix()));
            }
        }
        return rest;
    }

    private static String programs(Section held) {
        return held.nodes().keySet().stream()
                .map(key -> held.text(key).orElse(""))
                .collect(Collectors.joining("\n"));
    }

    /** Adds the values that differ, by their paths. What follows from other things is left out. */
    private static void values(String prefix, Section present, Section held, Map<String, String> values) {
        for (Map.Entry<String, Node> entry : held.nodes().entrySet()) {
            if (entry.getValue() instanceof Section inner) {
                if (!FOLLOWS.contains(entry.getKey())) {
                    values(prefix + entry.getKey() + ".", present.section(entry.getKey()), inner, values);
                }
            } else if (entry.getValue() instanceof Value value
                    && !FOLLOWS.contains(entry.getKey())
                    && !value.equals(present.nodes().get(entry.getKey()))) {
                values.put(prefix + entry.getKey(), value.text());
            }
        }
    }
}
