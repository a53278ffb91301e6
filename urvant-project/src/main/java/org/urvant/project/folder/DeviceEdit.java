package org.urvant.project.folder;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Limits;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;

/** Changes a device's file as text: values set, taken back to their defaults, cleared. */
final class DeviceEdit {
    private static final SettingDefinition LINK = new SettingDefinition(
            "link", SettingKind.HOST, Limits.NONE, "address and port of the device's maintenance link");

    private DeviceEdit() {}

    static List<String> append(List<String> path, String last) {
        List<String> longer = new ArrayList<>(path);
        longer.add(last);
        return longer;
    }

    /**
     * Returns the document with values set by their paths; a null takes a value away, so that its default counts.
     *
     * @throws UnknownNameException when there is no such setting
     * @throws MalformedInputException when a value does not fit, held against the other new ones
     */
    static YamlDocument with(Project project, Device device, YamlDocument document, Map<String, String> values) {
        DeviceType type = project.typeOf(device);
        DeviceSheets before = DeviceSheets.of(type, device);
        YamlDocument edited = document;
        for (Map.Entry<String, String> value : new TreeMap<>(values).entrySet()) {
            List<String> keys = keys(edited, before, value.getKey());
            edited = value.getValue() == null ? edited.without(keys) : edited.with(keys, value.getValue());
        }
        Device after = DeviceFile.read(
                device.name(), edited, device.mappings(), device.addresses(), device.record(), finding -> {});
        DeviceSheets sheets = DeviceSheets.of(type, after);
        values.forEach((path, value) -> {
            if (value != null) {
                verify(project, type, sheets, path, value, document.source());
            }
        });
        return edited;
    }

    private static List<String> keys(YamlDocument document, DeviceSheets sheets, String path) {
        if (DeviceFile.PLATE.contains(path)) {
            return List.of(path);
        }
        DeviceSheets.SheetSetting place = sheets.find(path);
        return document.keys(place.sheet().keys(), place.setting().path());
    }

    private static void verify(
            Project project, DeviceType type, DeviceSheets sheets, String path, String value, String file) {
        ReadValue reading;
        String whole = path;
        if (path.equals(LINK.path())) {
            reading = LINK.read(value);
        } else if (path.equals("firmware")) {
            reading = word(path, type.firmware(), value);
        } else if (path.equals("hardware")) {
            reading = word(path, type.hardware().versions(), value);
        } else if (path.equals("type")) {
            reading = value.equals(type.name())
                    ? ReadValue.sound(value)
                    : ReadValue.mistake(
                            Rule.VALUE_OUT_OF_RANGE,
                            "type is " + type.name() + " and cannot become '" + value
                                    + "': the values of one type mean nothing in another",
                            "Add a device of the other type, and remove this one.");
        } else if (path.equals("twin-of")) {
            reading = word(path, List.copyOf(project.devices().keySet()), value);
        } else if (path.equals("order-code")) {
            reading = orderCode(type, value);
        } else if (DeviceFile.PLATE.contains(path)) {
            return;
        } else {
            DeviceSheets.SheetSetting place = sheets.find(path);
            if (place.setting().isDerived()) {
                throw new MalformedInputException(
                        Position.in(file),
                        path + " cannot be given: it follows from "
                                + place.setting().derivation().text(),
                        "Change one of "
                                + String.join(", ", place.setting().derivation().paths()) + ".");
            }
            reading = place.setting().read(value, place.sheet());
            whole = place.sheet().prefix();
        }
        if (!reading.isSound()) {
            String message =
                    whole.isEmpty() || whole.equals(path) ? reading.message() : whole + "." + reading.message();
            throw new MalformedInputException(Position.in(file), message, reading.remedy());
        }
    }

    private static ReadValue orderCode(DeviceType type, String code) {
        List<String> mistakes = type.hardware()
                .ordering()
                .map(form -> form.decode(code).mistakes())
                .orElse(List.of(type.name() + " has no ordering code"));
        return mistakes.isEmpty()
                ? ReadValue.sound(code)
                : ReadValue.mistake(
                        Rule.ORDER_CODE_WRONG,
                        "order-code is '" + code + "': " + String.join("; ", mistakes),
                        Rule.ORDER_CODE_WRONG.remedy());
    }

    private static ReadValue word(String path, List<String> words, String value) {
        return new SettingDefinition(path, SettingKind.CHOICE, Limits.choices(words), "").read(value);
    }

    /** Returns what the device's file gives at a path; empty when it gives nothing. */
    static Optional<String> given(Project project, Device device, YamlDocument document, String path) {
        return document.textAt(keys(document, DeviceSheets.of(project.typeOf(device), device), path));
    }

    /** Returns what stands at a path: the value given, its default, or {@code (open)}. */
    static String shown(Project project, Device device, YamlDocument document, String path) {
        if (DeviceFile.PLATE.contains(path)) {
            return document.textAt(List.of(path)).orElse("(open)");
        }
        DeviceSheets.SheetSetting place =
                DeviceSheets.of(project.typeOf(device), device).find(path);
        Optional<String> given = Optional.ofNullable(
                        place.sheet().given().get(place.setting().path()))
                .map(Entry::text);
        if (place.setting().isDerived()) {
            return place.sheet().text(place.setting()).orElse("(follows)");
        }
        return given.orElseGet(() ->
                place.setting().standardValue().map(text -> text + " (default)").orElse("(open)"));
    }

    /** Returns the document without any values; what identifies the device, its make-up and its connections stays. */
    static YamlDocument cleared(Device device, YamlDocument document) {
        YamlDocument cleared = document.without(List.of(DeviceFile.SETTINGS))
                .without(List.of(DeviceSheets.CHANNELS))
                .without(List.of(DeviceSheets.TABLES))
                .without(List.of(DeviceSheets.GROUPS));
        for (Connection connection : device.connections().values()) {
            for (String path : connection.values().keySet()) {
                if (!path.equals(Connection.IED)) {
                    cleared = cleared.without(cleared.keys(List.of(DeviceFile.CONNECTIONS, connection.name()), path));
                }
            }
        }
        return cleared;
    }
}
