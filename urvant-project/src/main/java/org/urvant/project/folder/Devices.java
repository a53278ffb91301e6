package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Example;
import org.urvant.core.device.ModuleKind;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.tree.Section;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.file.yaml.YamlText;
import org.urvant.project.AddressBook;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.DeviceRecord;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.GuidedStart;
import org.urvant.project.setting.Sheet;

/** Adds, copies, renames and removes the devices of a project, and fits their modules. Got from {@code ProjectFolder}. */
public final class Devices {
    private static final String NAME = "[A-Za-z][A-Za-z0-9_-]{0,63}";

    private final ProjectFolder folder;
    private final ProjectFiles files;

    Devices(ProjectFolder folder, ProjectFiles files) {
        this.folder = folder;
        this.files = files;
    }

    /**
     * What a new device begins with.
     *
     * @param type name of its type
     * @param firmware firmware version; null for the newest
     * @param hardware hardware version; null when not known
     * @param orderCode ordering code, from which modules and licences follow; null for none
     * @param link address and port of its maintenance link; null when not known
     * @param example name of a prepared example; null for none
     */
    public record Start(String type, String firmware, String hardware, String orderCode, String link, String example) {
        /** Returns the start of a device of a type with nothing else said. */
        public static Start of(String type) {
            return new Start(type, null, null, null, null, null);
        }

        /** Returns the same with a link. */
        public Start withLink(String other) {
            return new Start(type, firmware, hardware, orderCode, other, example);
        }
    }

    /**
     * Adds a device.
     *
     * @throws RefusedException when the name is not allowed or taken, or the ordering code has mistakes
     * @throws UnknownNameException when there is no such type, firmware or example
     */
    public void add(String name, Start start) {
        free(name);
        DeviceType type = folder.types().named(start.type());
        List<String> versions = type.firmware();
        String firmware = start.firmware() == null ? versions.get(versions.size() - 1) : start.firmware();
        if (!versions.contains(firmware)) {
            throw new UnknownNameException("firmware version", firmware, versions);
        }
        if (start.hardware() != null && !type.hardware().versions().contains(start.hardware())) {
            throw new UnknownNameException(
                    "hardware version", start.hardware(), type.hardware().versions());
        }
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("device", name);
        fields.put("type", type.name());
        fields.put("firmware", firmware);
        fields.put("origin", start.example() == null ? "catalogue" : "example " + start.example());
        put(fields, "hardware", start.hardware());
        put(fields, "link", start.link());
        if (start.orderCode() != null) {
            fields.putAll(ordered(type, start.orderCode()));
        }
        YamlDocument document = YamlDocument.parse(DeviceFile.name(name), YamlText.map(fields));
        if (start.example() != null) {
            Example example = type.handling().examples().get(start.example());
            if (example == null) {
                throw new UnknownNameException(
                        "example", start.example(), type.handling().examples().keySet());
            }
            Device device = DeviceFile.read(
                    name, document, List.of(), AddressBook.empty(), DeviceRecord.empty(), finding -> {});
            Project project = folder.load().withDevice(device);
            document = DeviceEdit.with(project, device, document, example.values());
        }
        files.write(DeviceFile.name(name), document.text());
    }

    private static void put(Map<String, Object> fields, String key, String value) {
        if (value != null) {
            fields.put(key, value);
        }
    }

    /**
     * Adds devices of a type as the answers to its questions make them: all of them, or none when one cannot be.
     *
     * @param origin where the answers came from
     * @param starts what the answers made, by the name of the device; must be sound
     * @throws RefusedException when a name is not allowed or taken
     * @throws UnknownNameException when a consequence sets what the device as fitted does not have
     */
    public void addGuided(String typeName, String origin, Map<String, GuidedStart> starts) {
        DeviceType type = folder.types().named(typeName);
        List<String> versions = type.firmware();
        Project project = folder.load();
        Map<String, String> texts = new LinkedHashMap<>();
        starts.forEach((name, start) -> {
            free(name);
            Map<String, Object> fields = new LinkedHashMap<>();
            fields.put("device", name);
            fields.put("type", type.name());
            fields.put("firmware", versions.get(versions.size() - 1));
            fields.put("origin", origin);
            if (!start.modules().isEmpty()) {
                fields.put(DeviceFile.MODULES, start.modules());
            }
            YamlDocument document = YamlDocument.parse(DeviceFile.name(name), YamlText.map(fields));
            Device device = DeviceFile.read(
                    name, document, List.of(), AddressBook.empty(), DeviceRecord.empty(), finding -> {});
            texts.put(
                    DeviceFile.name(name),
                    DeviceEdit.with(project.withDevice(device), device, document, start.values())
                            .text());
        });
        texts.forEach(files::write);
    }

    /**
     * Adds a device that holds a configuration already: its type, make-up, connections, values and mappings are taken.
     *
     * @param origin where the configuration came from
     * @param link address and port of its maintenance link; null when not known
     * @throws UnknownNameException when there is no such type
     */
    public void addHeld(String name, Configuration held, String origin, String link) {
        Section hardware = held.parts().section("hardware");
        add(
                name,
                new Start(
                        hardware.text("type").orElse("unknown"),
                        hardware.text("firmware").orElse(null),
                        hardware.text("version").orElse(null),
                        null,
                        link,
                        null));
        YamlDocument document = files.yaml(DeviceFile.name(name)).with(List.of("origin"), origin);
        Section modules = hardware.section("modules");
        for (String slot : modules.nodes().keySet()) {
            document = document.with(
                    List.of(DeviceFile.MODULES, slot), modules.text(slot).orElse(""));
        }
        Section communications = held.parts().section("communications");
        for (String connection : communications.nodes().keySet()) {
            Section values = communications.section(connection);
            List<String> at = List.of(DeviceFile.CONNECTIONS, connection);
            document = document.with(
                    DeviceEdit.append(at, "kind"), values.text("kind").orElse("unknown"));
            if (values.text(Connection.IED).isPresent()) {
                document = document.with(
                        DeviceEdit.append(at, Connection.IED),
                        values.text(Connection.IED).get());
            }
        }
        files.write(DeviceFile.name(name), document.text());
        Project project = folder.load();
        folder.adopt(project, project.device(name), held);
    }

    /** Returns the keys of a device file that follow from an ordering code. */
    private static Map<String, Object> ordered(DeviceType type, String code) {
        var form = type.hardware()
                .ordering()
                .orElseThrow(() ->
                        new RefusedException(type.name() + " has no ordering code", "Fit modules with 'urvant fit'."));
        var decoded = form.decode(code);
        if (!decoded.mistakes().isEmpty()) {
            throw new RefusedException(
                    "ordering code " + code + ": " + String.join("; ", decoded.mistakes()),
                    "The form is " + form.form() + "; 'urvant order-code " + type.name() + "' lists the letters.");
        }
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("order-code", code);
        if (!decoded.modules().isEmpty()) {
            fields.put(DeviceFile.MODULES, decoded.modules());
        }
        if (!decoded.licences().isEmpty()) {
            fields.put("licences", List.copyOf(decoded.licences()));
        }
        if (!decoded.hardware().isEmpty()) {
            fields.put("hardware", decoded.hardware());
        }
        return fields;
    }

    private void free(String name) {
        if (!name.matches(NAME)) {
            throw new RefusedException(
                    "device name '" + name + "' is not allowed", "Use a letter, then letters, digits, _ and -.");
        }
        if (Files.exists(files.path(DeviceFile.name(name)))) {
            throw new RefusedException("device " + name + " exists already", "Choose another name.");
        }
    }

    /**
     * Adds a device with the values, modules and connections of another, but for what belongs to the one device.
     *
     * @param isTwin whether the two are a redundant pair that must stay alike
     * @return paths of the settings that the copy must be given, as they belong to the one device
     */
    public List<String> copy(Project project, String from, String name, boolean isTwin) {
        free(name);
        Device device = project.device(from);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        YamlDocument document = YamlDocument.parse(DeviceFile.name(name), files.text(DeviceFile.name(from)))
                .with(List.of("device"), name)
                .with(List.of("origin"), "copy of " + from)
                .without(List.of("link"))
                .without(List.of("serial"))
                .without(List.of(DeviceFile.SELECTORS));
        document = isTwin ? document.with(List.of("twin-of"), from) : document.without(List.of("twin-of"));
        List<String> open = new ArrayList<>();
        for (Sheet sheet : sheets.all()) {
            for (SettingDefinition setting : sheet.definition().settings().values()) {
                if (setting.traits().isIdentity() && sheet.given().containsKey(setting.path())) {
                    document = document.without(document.keys(sheet.keys(), setting.path()));
                    open.add(sheet.path(setting.path()));
                }
            }
        }
        files.write(DeviceFile.name(name), document.text());
        folder.logic().copy(from, name);
        return open;
    }

    /** Returns what in the project refers to a device: twins, signals of its channels, muted findings. */
    public List<String> referrers(Project project, String name) {
        List<String> referrers = new ArrayList<>();
        for (Device other : project.devices().values()) {
            if (other.name().equals(name)) {
                continue;
            }
            other.particulars()
                    .twinOf()
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
     * @return names of the files in which the old state is kept
     * @throws RefusedException when something refers to it and that is not to go too
     */
    public List<String> remove(Project project, String name, boolean isCascade) {
        project.device(name);
        List<String> referrers = referrers(project, name);
        if (!referrers.isEmpty() && !isCascade) {
            throw new RefusedException(
                    name + " is still named by " + String.join("; ", referrers),
                    "Change these first, or take them away too with --cascade.");
        }
        List<String> kept = new ArrayList<>(folder.keepCopies(name));
        changeReferrers(project, name, null);
        files.delete(DeviceFile.name(name));
        if (Files.exists(files.path(mappings(name)))) {
            files.delete(mappings(name));
        }
        folder.logic().delete(name);
        return kept;
    }

    private static String mappings(String name) {
        return "mappings/" + name + ".csv";
    }

    /** Points what refers to a device to another name; a null takes it away. */
    private void changeReferrers(Project project, String name, String other) {
        for (Device device : project.devices().values()) {
            if (device.name().equals(name)) {
                continue;
            }
            Map<String, String> values = new TreeMap<>();
            device.particulars()
                    .twinOf()
                    .filter(entry -> entry.text().equals(name))
                    .ifPresent(entry -> values.put("twin-of", other));
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
                folder.set(project, device.name(), values);
            }
        }
    }

    /**
     * Gives a device another name; all that refers to it follows, and its history goes on.
     *
     * @throws RefusedException when the name is not allowed or taken
     */
    public void rename(Project project, String from, String to) {
        project.device(from);
        free(to);
        String text =
                files.yaml(DeviceFile.name(from)).with(List.of("device"), to).text();
        files.write(DeviceFile.name(to), text);
        if (Files.exists(files.path(mappings(from)))) {
            files.write(mappings(to), files.text(mappings(from)));
            files.delete(mappings(from));
        }
        folder.logic().copy(from, to);
        changeReferrers(folder.load(), from, to);
        folder.logic().delete(from);
        files.delete(DeviceFile.name(from));
        project.muted().forEach((place, reason) -> {
            String subject = place.substring(place.indexOf(' ') + 1);
            if (subject.startsWith(from + " ")) {
                folder.mute(place, "");
                folder.mute(place.replaceFirst(" " + from + " ", " " + to + " "), reason);
            }
        });
        folder.history(to).follow(files.path("ledger/" + from + ".jsonl"), from);
    }

    /**
     * What another module in a slot would do.
     *
     * @param slot the slot
     * @param before kind of module that is there; empty text for none
     * @param after kind of module that comes; empty text for none
     * @param kept channels whose values stay, since the new module has them too
     * @param freed channels that go, with what is given for them
     * @param added channels that come
     */
    public record Exchange(
            String slot,
            String before,
            String after,
            List<String> kept,
            SortedMap<String, List<String>> freed,
            List<String> added) {}

    /**
     * Says what another module in a slot would do; changes nothing.
     *
     * @param module kind of module; empty text for none
     * @throws UnknownNameException when there is no such slot or module
     */
    public Exchange planFit(Project project, String name, String slot, String module) {
        Device device = project.device(name);
        DeviceType type = project.typeOf(device);
        if (!type.hardware().slots().contains(slot)) {
            throw new UnknownNameException("slot", slot, type.hardware().slots());
        }
        SortedMap<String, ModuleKind> modules = type.hardware().modules();
        if (!module.isEmpty() && !modules.containsKey(module)) {
            throw new UnknownNameException("module", module, modules.keySet());
        }
        if (!module.isEmpty()
                && !modules.get(module).slots().isEmpty()
                && !modules.get(module).slots().contains(slot)) {
            throw new RefusedException(
                    "module " + module + " does not fit slot " + slot,
                    "It fits " + String.join(", ", modules.get(module).slots()) + ".");
        }
        Entry fitted = device.fitted().modules().get(slot);
        String before = fitted == null ? "" : fitted.text();
        SortedMap<String, ChannelKind> old = channels(type, slot, modules.get(before));
        SortedMap<String, ChannelKind> next = channels(type, slot, modules.get(module));
        DeviceSheets sheets = DeviceSheets.of(type, device);
        List<String> kept = new ArrayList<>();
        SortedMap<String, List<String>> freed = new TreeMap<>();
        List<String> added = new ArrayList<>();
        next.keySet().stream().filter(channel -> !old.containsKey(channel)).forEach(added::add);
        old.forEach((channel, kind) -> {
            List<String> values = sheets.sheet(channel).stream()
                    .flatMap(sheet -> sheet.given().entrySet().stream())
                    .map(entry -> entry.getKey() + " = " + entry.getValue().text())
                    .toList();
            if (Objects.equals(kind, next.get(channel))) {
                kept.add(channel);
            } else {
                freed.put(channel, values);
            }
        });
        return new Exchange(slot, before, module, kept, freed, added);
    }

    private static SortedMap<String, ChannelKind> channels(DeviceType type, String slot, ModuleKind module) {
        return module == null ? new TreeMap<>() : DeviceSheets.channels(type, slot, module);
    }

    /**
     * Exchanges modules. The values of channels that go are taken away.
     *
     * @return names of the files in which the old state is kept
     */
    public List<String> fit(String name, List<Exchange> exchanges) {
        List<String> kept = folder.keepCopies(name);
        YamlDocument document = files.yaml(DeviceFile.name(name));
        for (Exchange exchange : exchanges) {
            for (String channel : exchange.freed().keySet()) {
                document = document.without(List.of(DeviceSheets.CHANNELS, channel));
            }
            List<String> slot = List.of(DeviceFile.MODULES, exchange.slot());
            document = exchange.after().isEmpty() ? document.without(slot) : document.with(slot, exchange.after());
        }
        files.write(DeviceFile.name(name), document.text());
        return kept;
    }

    /**
     * Gives a device the modules, licences and hardware version that an ordering code stands for.
     *
     * @return names of the files in which the old state is kept
     * @throws RefusedException when the code has mistakes
     */
    public List<String> order(Project project, String name, String code) {
        Device device = project.device(name);
        DeviceType type = project.typeOf(device);
        Map<String, Object> fields = ordered(type, code);
        List<String> kept = folder.keepCopies(name);
        YamlDocument document = files.yaml(DeviceFile.name(name)).with(List.of("order-code"), code);
        for (String slot : device.fitted().modules().keySet()) {
            document = document.without(List.of(DeviceFile.MODULES, slot));
        }
        if (fields.get(DeviceFile.MODULES) instanceof Map<?, ?> modules) {
            for (Map.Entry<?, ?> module : modules.entrySet()) {
                document = document.with(
                        List.of(DeviceFile.MODULES, String.valueOf(module.getKey())),
                        String.valueOf(module.getValue()));
            }
        }
        document = document.without(List.of("licences"));
        if (fields.get("licences") instanceof List<?> licences) {
            document =
                    YamlDocument.parse(document.source(), document.text() + YamlText.map(Map.of("licences", licences)));
        }
        if (fields.get("hardware") instanceof String hardware) {
            document = document.with(List.of("hardware"), hardware);
        }
        files.write(DeviceFile.name(name), document.text());
        return kept;
    }

    /** Records that a person has set selectors to their positions. */
    public void tick(String name, Map<String, String> positions) {
        YamlDocument document = files.yaml(DeviceFile.name(name));
        for (Map.Entry<String, String> position : new TreeMap<>(positions).entrySet()) {
            document = document.with(List.of(DeviceFile.SELECTORS, position.getKey()), position.getValue());
        }
        files.write(DeviceFile.name(name), document.text());
    }
}
