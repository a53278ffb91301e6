package org.urvant.project.change;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Limits;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.ValueRules;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Unit;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Given;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.check.DeviceRules;
import org.urvant.project.setting.DeviceSheets;

/** Sets the values of devices, takes them back to their defaults, clears them. */
public final class ValueChange {
    private static final String OPEN = "(open)";

    private ValueChange() {}

    /**
     * Sets values of devices by their paths, having held them against their definitions: all of them, or none when one does not
     * fit. A path is a setting's, one of a connection, channel, row or setting group with its name before it, or an item of
     * the plate. A null takes the value away, so that the default counts.
     *
     * @param values new texts by path, by the name of the device
     * @throws UnknownNameException when there is no such setting
     * @throws MalformedInputException when a value does not fit, held against the other new ones
     */
    public static Project set(Project project, Map<String, ? extends Map<String, String>> values) {
        Project changed = project;
        for (Map.Entry<String, ? extends Map<String, String>> device : values.entrySet()) {
            changed = changed.with(changed(project, project.device(device.getKey()), device.getValue()));
        }
        return changed;
    }

    /** Sets values of one device, as {@link #set(Project, Map)} does. */
    public static Project set(Project project, String device, Map<String, String> values) {
        return set(project, Map.of(device, values));
    }

    static Device changed(Project project, Device device, Map<String, String> values) {
        DeviceType type = project.typeOf(device);
        DeviceSheets before = DeviceSheets.of(type, device);
        Plate plate = device.plate();
        SortedMap<String, String> settings = new TreeMap<>();
        for (Map.Entry<String, String> value : new TreeMap<>(values).entrySet()) {
            Optional<Plate.Item> item = Plate.Item.of(value.getKey());
            if (item.isEmpty()) {
                before.find(value.getKey());
                settings.put(value.getKey(), value.getValue());
            } else {
                plate = value.getValue() == null ? plate.without(item.get()) : plate.with(item.get(), value.getValue());
            }
        }
        Device after = before.with(settings).with(plate);
        DeviceSheets sheets = DeviceSheets.of(type, after);
        values.forEach((path, value) -> {
            if (value != null) {
                Optional<Plate.Item> item = Plate.Item.of(path);
                ReadValue read = item.isPresent()
                        ? plateItem(project, type, item.get(), value)
                        : setting(sheets.find(path), value, device.position());
                if (!read.isSound()) {
                    throw new MalformedInputException(
                            Position.in(device.position().source()), read.message(), read.remedy());
                }
            }
        });
        return after;
    }

    private static ReadValue setting(DeviceSheets.SheetSetting at, String value, Position device) {
        SettingDefinition setting = at.setting();
        if (setting.isDerived()) {
            throw new MalformedInputException(
                    Position.in(device.source()),
                    at.path() + " cannot be given: it follows from "
                            + setting.derivation().text(),
                    "Change one of " + String.join(", ", setting.derivation().paths()) + ".");
        }
        ReadValue read = setting.read(value, at.sheet());
        String prefix = at.sheet().prefix();
        return read.isSound() || prefix.isEmpty()
                ? read
                : ReadValue.mistake(read.broken(), prefix + "." + read.message(), read.remedy());
    }

    private static ReadValue plateItem(Project project, DeviceType type, Plate.Item item, String value) {
        return switch (item) {
            case LINK -> Plate.MAINTENANCE_LINK.read(value);
            case FIRMWARE -> oneOf(item, type.firmware(), value);
            case HARDWARE -> oneOf(item, type.hardware().versions(), value);
            case TWIN_OF -> oneOf(item, List.copyOf(project.devices().keySet()), value);
            case ORDER_CODE -> orderCode(type, value);
            case TYPE ->
                value.equals(type.name())
                        ? ReadValue.sound(value)
                        : ReadValue.mistake(
                                ValueRules.VALUE_OUT_OF_RANGE,
                                "type is " + type.name() + " and cannot become '" + value
                                        + "': the values of one type mean nothing in another",
                                "Add a device of the other type, and remove this one.");
            case DESCRIPTION, SERIAL, ORIGIN -> ReadValue.sound(value);
        };
    }

    private static ReadValue orderCode(DeviceType type, String code) {
        List<String> mistakes = type.hardware()
                .ordering()
                .map(form -> form.decode(code).mistakes())
                .orElse(List.of(type.name() + " has no ordering code"));
        return mistakes.isEmpty()
                ? ReadValue.sound(code)
                : ReadValue.mistake(
                        DeviceRules.ORDER_CODE_WRONG,
                        "order-code is '" + code + "': " + String.join("; ", mistakes),
                        DeviceRules.ORDER_CODE_WRONG.remedy());
    }

    private static ReadValue oneOf(Plate.Item item, List<String> words, String value) {
        return new SettingDefinition(item.word(), SettingKind.CHOICE, Limits.choices(words), "").read(value);
    }

    /**
     * Returns what is given for a device at a path; empty when its default counts, or nothing does.
     *
     * @throws UnknownNameException when there is no such setting
     */
    public static Optional<String> given(Project project, String name, String path) {
        Device device = project.device(name);
        return given(DeviceSheets.of(project.typeOf(device), device), path);
    }

    static Optional<String> given(DeviceSheets sheets, String path) {
        Optional<Plate.Item> item = Plate.Item.of(path);
        if (item.isPresent()) {
            return sheets.device().plate().entry(item.get()).map(Entry::text);
        }
        DeviceSheets.SheetSetting at = sheets.find(path);
        return Optional.ofNullable(at.sheet().given().get(at.setting().path())).map(Entry::text);
    }

    /**
     * Returns what stands at a path of a device for people: the value given, its default, {@code (open)}, or that there is no row
     * or group of that name.
     *
     * @throws UnknownNameException when there is no such setting
     */
    public static String shown(Project project, String name, String path) {
        Device device = project.device(name);
        return shown(DeviceSheets.of(project.typeOf(device), device), path);
    }

    static String shown(DeviceSheets sheets, String path) {
        return shown(sheets, path, given(sheets, path));
    }

    /** @param given what is given at the path */
    static String shown(DeviceSheets sheets, String path, Optional<String> given) {
        if (Plate.Item.of(path).isPresent()) {
            return given.orElse(OPEN);
        }
        DeviceSheets.SheetSetting at = sheets.find(path);
        if (at.sheet() != sheets.own() && sheets.sheet(at.sheet().prefix()).isEmpty()) {
            return "(no " + at.sheet().prefix() + ")";
        }
        if (at.setting().isDerived()) {
            return at.sheet().text(at.setting()).orElse("(follows)");
        }
        return given.map(text -> withUnit(at.setting(), text)).orElseGet(() -> at.setting()
                .standardValue()
                .map(text -> withUnit(at.setting(), text) + " (default)")
                .orElse(at.setting().isOptional() ? "(none)" : OPEN));
    }

    /** A number that was written without a unit is in that of its setting, and people are told so. */
    private static String withUnit(SettingDefinition setting, String text) {
        boolean isBare = setting.kind().isNumber()
                && !setting.unit().isEmpty()
                && !setting.unit().equals(Unit.ONE.symbol())
                && Amount.parse(text).filter(amount -> amount.unit() == null).isPresent();
        return isBare ? text + " " + setting.unit() : text;
    }

    /** Returns how the value at a path of a device is rounded to what the device can hold; empty when it is not. */
    public static Optional<String> rounding(Project project, String name, String path) {
        Device device = project.device(name);
        return DeviceSheets.of(project.typeOf(device), device)
                .seek(path)
                .flatMap(at -> at.sheet().reading(at.setting()))
                .filter(ReadValue::isRounded)
                .map(ReadValue::message);
    }

    /** Takes all values from a device; what identifies it, its make-up and its connections stays. */
    public static Project cleared(Project project, String name) {
        Device device = project.device(name);
        Device cleared = device.with(Given.NOTHING);
        for (Connection connection : device.connections().values()) {
            SortedMap<String, Entry> kept = new TreeMap<>(connection.values());
            kept.keySet().retainAll(List.of(Connection.IED));
            cleared = cleared.with(new Connection(connection.name(), connection.kind(), kept, connection.position()));
        }
        return project.with(cleared);
    }
}
