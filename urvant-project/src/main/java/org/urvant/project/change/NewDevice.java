package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Example;
import org.urvant.core.device.ReadValue;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.Section;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.setting.GuidedStart;

/** Adds devices to a site: of a type, from an example, by the answers to a type's questions, from a configuration. */
public final class NewDevice {
    private static final String NAME = "[A-Za-z][A-Za-z0-9_-]{0,63}";

    private NewDevice() {}

    /**
     * What a new device begins with.
     *
     * @param type name of its type
     * @param said what is known of it: firmware version, hardware version, ordering code, link; without a firmware version the
     *     newest counts, and from an ordering code modules and licences follow
     * @param example name of a prepared example; empty for none
     */
    public record Start(String type, Map<Plate.Item, String> said, Optional<String> example) {
        public Start {
            said = Map.copyOf(said);
        }

        /** Returns the start of a device of a type with nothing else said. */
        public static Start of(String type) {
            return new Start(type, Map.of(), Optional.empty());
        }

        /** Returns the same with one more thing said; a null says nothing. */
        public Start with(Plate.Item item, @Nullable String text) {
            if (text == null) {
                return this;
            }
            Map<Plate.Item, String> more = new TreeMap<>(said);
            more.put(item, text);
            return new Start(type, more, example);
        }

        /** Returns the same from a prepared example; a null names none. */
        public Start withExample(String name) {
            return new Start(type, said, Optional.ofNullable(name));
        }
    }

    /**
     * Adds a device.
     *
     * @throws RefusedException when the name is not allowed or taken, or ordering code or link are wrong
     * @throws UnknownNameException when there is no such type, firmware, hardware or example
     */
    public static Project add(Project project, String name, Start start) {
        requireFree(project, name);
        DeviceType type = project.types().named(start.type());
        List<String> versions = type.firmware();
        String firmware = start.said().getOrDefault(Plate.Item.FIRMWARE, versions.get(versions.size() - 1));
        if (!versions.contains(firmware)) {
            throw new UnknownNameException("firmware version", firmware, versions);
        }
        String hardware = start.said().get(Plate.Item.HARDWARE);
        if (hardware != null && !type.hardware().versions().contains(hardware)) {
            throw new UnknownNameException(
                    "hardware version", hardware, type.hardware().versions());
        }
        String link = start.said().get(Plate.Item.LINK);
        ReadValue address = link == null ? ReadValue.sound("") : Plate.MAINTENANCE_LINK.read(link);
        if (!address.isSound()) {
            throw new RefusedException(address.message(), address.remedy());
        }
        Plate plate = Plate.of(type.name(), firmware, place(name));
        for (Map.Entry<Plate.Item, String> item : start.said().entrySet()) {
            plate = plate.with(item.getKey(), item.getValue());
        }
        plate = plate.with(
                Plate.Item.ORIGIN, start.example().map("example "::concat).orElse("catalogue"));
        Device device = Device.of(name, plate);
        String code = start.said().get(Plate.Item.ORDER_CODE);
        if (code != null) {
            device = HardwareChange.ordered(device, type, code);
        }
        if (start.example().isPresent()) {
            Example example = type.handling().examples().get(start.example().get());
            if (example == null) {
                throw new UnknownNameException(
                        "example",
                        start.example().get(),
                        type.handling().examples().keySet());
            }
            device = ValueChange.changed(project.with(device), device, example.values());
        }
        return project.with(device);
    }

    /**
     * Adds devices of a type as the answers to its questions make them: all of them, or none when one cannot be.
     *
     * @param origin where the answers came from
     * @param starts what the answers made, by the name of the device; must be sound
     * @throws RefusedException when a name is not allowed or taken
     * @throws UnknownNameException when a consequence sets what the device as fitted does not have
     */
    public static Project addGuided(Project project, String typeName, String origin, Map<String, GuidedStart> starts) {
        DeviceType type = project.types().named(typeName);
        List<String> versions = type.firmware();
        Project changed = project;
        for (Map.Entry<String, GuidedStart> start : starts.entrySet()) {
            String name = start.getKey();
            requireFree(changed, name);
            Plate plate = Plate.of(type.name(), versions.get(versions.size() - 1), place(name))
                    .with(Plate.Item.ORIGIN, origin);
            Device device = Device.of(name, plate);
            device = device.with(
                    device.fitted().withModules(entries(start.getValue().modules(), place(name))));
            changed = changed.with(ValueChange.changed(
                    changed.with(device), device, start.getValue().values()));
        }
        return changed;
    }

    /**
     * Adds a device that holds a configuration already: its type, make-up, connections, values and mappings are taken.
     *
     * @param origin where the configuration came from
     * @param link address and port of its maintenance link; empty when not known
     * @throws UnknownNameException when there is no such type
     */
    public static Project addHeld(
            Project project, String name, Configuration held, String origin, Optional<String> link) {
        Section hardware = held.parts().section("hardware");
        Start start = Start.of(hardware.text("type").orElse("unknown"))
                .with(Plate.Item.FIRMWARE, hardware.text("firmware").orElse(null))
                .with(Plate.Item.HARDWARE, hardware.text("version").orElse(null))
                .with(Plate.Item.LINK, link.orElse(null));
        Project changed = add(project, name, start);
        Device device = changed.device(name);
        device = device.with(device.plate().with(Plate.Item.ORIGIN, origin));
        Section modules = hardware.section("modules");
        SortedMap<String, String> fitted = new TreeMap<>();
        modules.nodes()
                .keySet()
                .forEach(slot -> fitted.put(slot, modules.text(slot).orElse("")));
        device = device.with(device.fitted().withModules(entries(fitted, place(name))));
        Section communications = held.parts().section("communications");
        for (String connection : communications.nodes().keySet()) {
            Section values = communications.section(connection);
            SortedMap<String, String> ied = new TreeMap<>();
            values.text(Connection.IED).ifPresent(text -> ied.put(Connection.IED, text));
            device = device.with(new Connection(
                    connection,
                    new Entry(values.text("kind").orElse("unknown"), place(name)),
                    entries(ied, place(name)),
                    place(name)));
        }
        return Adoption.adopt(changed.with(device), name, held);
    }

    static SortedMap<String, Entry> entries(Map<String, String> texts, Position position) {
        SortedMap<String, Entry> entries = new TreeMap<>();
        texts.forEach((key, text) -> entries.put(key, new Entry(text, position)));
        return entries;
    }

    static List<Entry> entries(Iterable<String> texts, Position position) {
        List<Entry> entries = new ArrayList<>();
        texts.forEach(text -> entries.add(new Entry(text, position)));
        return entries;
    }

    private static Position place(String name) {
        return Position.in("device " + name);
    }

    static void requireFree(Project project, String name) {
        if (!name.matches(NAME)) {
            throw new RefusedException(
                    "device name '" + name + "' is not allowed", "Use a letter, then letters, digits, _ and -.");
        }
        NamedFile.require("device", name, project.devices().keySet());
        if (project.devices().containsKey(name)) {
            throw new RefusedException("device " + name + " exists already", "Choose another name.");
        }
        if (project.lists().containsKey(name)) {
            throw new RefusedException(
                    "there is a point list " + name + ", whose points have the same names", "Choose another name.");
        }
    }
}
