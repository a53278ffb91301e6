package org.urvant.project.behaviour;

import java.math.BigDecimal;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.logic.DataType;
import org.urvant.core.logic.Signal;
import org.urvant.core.logic.Signal.Flow;
import org.urvant.core.range.Interval;
import org.urvant.core.unit.Unit;
import org.urvant.project.setting.ChannelScale;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * The signals of a device. A channel is BOOL when its type says that what it carries is on or off, LREAL otherwise; a setting has
 * the type of its kind, and its value. A setting that names a channel stands for that channel.
 */
final class DeviceSignals {
    private static final BigDecimal NANOS = BigDecimal.valueOf(1_000_000_000L);

    private final Map<String, Signal> signals = new LinkedHashMap<>();
    private final Map<String, String> otherNames = new TreeMap<>();
    private final Map<String, Sheet> owners = new TreeMap<>();
    private final List<List<Sheet>> clashes = new ArrayList<>();

    private DeviceSignals() {}

    static DeviceSignals of(DeviceSheets sheets, List<Signal> rows) {
        DeviceSignals made = new DeviceSignals();
        rows.forEach(made::put);
        sheets.channels().forEach((name, kind) -> made.channel(sheets, name, kind));
        made.followed(sheets);
        for (Sheet sheet : sheets.all()) {
            boolean isChannel = sheet.kind() == Sheet.Kind.CHANNEL;
            if (sheet.kind() == Sheet.Kind.DEVICE
                    || sheet.kind() == Sheet.Kind.ROW
                    || isChannel && made.has(sheet.prefix())) {
                made.own(sheet);
                made.sheet(sheets, sheet);
            }
        }
        sheets.type().tables().values().stream()
                .filter(TableDefinition::isNumbered)
                .forEach(table -> made.rows(sheets, table));
        return made;
    }

    /** Two rows whose names differ in case or signs alone are one name in programs. */
    private void own(Sheet sheet) {
        Sheet other = owners.putIfAbsent(name(sheet.prefix()), sheet);
        if (other != null) {
            clashes.add(List.of(other, sheet));
        }
    }

    /** Returns pairs of sheets that programs could not tell apart. */
    List<List<Sheet>> clashes() {
        return clashes;
    }

    /** Returns how programs write a name: small letters, digits, dots between its parts, {@code _} for all else. */
    static String name(String path) {
        String name = path.toLowerCase(Locale.ROOT).replace('/', '.').replaceAll("[^a-z0-9_.]", "_");
        return !name.isEmpty() && Character.isDigit(name.charAt(0)) ? "_" + name : name;
    }

    boolean has(String channel) {
        return signals.containsKey(name(channel));
    }

    List<Signal> all() {
        return new ArrayList<>(signals.values());
    }

    /** Returns further names of channels: those of settings that name them. */
    Map<String, String> otherNames() {
        return otherNames;
    }

    private void put(Signal signal) {
        signals.putIfAbsent(signal.name(), signal);
    }

    private void channel(DeviceSheets sheets, String name, ChannelKind kind) {
        Sheet sheet = sheets.sheet(name).orElseThrow();
        String carries = String.valueOf(sheet.value(ChannelKind.CARRIES));
        if (carries.equals(ChannelKind.UNUSED)) {
            return;
        }
        DataType type = kind.logical().contains(carries) ? DataType.BOOL : DataType.LREAL;
        Object given = sheet.value(Meaning.DISPLAY_NAME);
        String meaning = kind.meaning() + (given instanceof String text && !text.isEmpty() ? ", " + text : "");
        put(new Signal(
                name(name),
                type,
                kind.isInput() ? Flow.INPUT : Flow.OUTPUT,
                range(sheets, sheet, type),
                null,
                meaning));
    }

    /** A channel with values at the ends of its signal has the range between them. */
    private static Interval range(DeviceSheets sheets, Sheet sheet, DataType type) {
        if (type != DataType.LREAL) {
            return null;
        }
        return ChannelScale.of(sheets, sheet.prefix())
                .flatMap(ChannelScale::values)
                .orElse(null);
    }

    /** A row that outputs follow is a value from elsewhere, which is missing until it comes. */
    private void followed(DeviceSheets sheets) {
        for (String channel : sheets.channels().keySet()) {
            ChannelScale.of(sheets, channel)
                    .flatMap(ChannelScale::row)
                    .ifPresent(row -> put(new Signal(
                            name(row.prefix()),
                            DataType.LREAL,
                            Flow.INPUT,
                            null,
                            null,
                            true,
                            "value that outputs follow")));
        }
    }

    private void sheet(DeviceSheets sheets, Sheet sheet) {
        for (SettingDefinition setting : sheet.definition().settings().values()) {
            setting(sheets, name(sheet.path(setting.path())), setting, sheet.value(setting.path()));
        }
    }

    /** Rows of a numbered table that nobody gave are there too, with nothing in them. */
    private void rows(DeviceSheets sheets, TableDefinition table) {
        int most = table.most() == null
                ? 0
                : table.most().range().high() == null
                        ? 0
                        : table.most().range().high().intValue();
        for (int row = 1; row <= Math.min(most, 1_000); row++) {
            String prefix = table.name() + "." + row;
            if (sheets.sheet(prefix).isEmpty()) {
                for (SettingDefinition setting : table.row().settings().values()) {
                    setting(sheets, name(prefix + "." + setting.path()), setting, null);
                }
            }
            put(new Signal(
                    name(prefix + ".row"),
                    DataType.INT,
                    Flow.INPUT,
                    Interval.of(row, row),
                    (long) row,
                    "number of the row"));
        }
    }

    private void setting(DeviceSheets sheets, String name, SettingDefinition setting, Object value) {
        if (setting.kind() == SettingKind.REFERENCE) {
            Object channel = value instanceof String text && has(text) ? text : null;
            boolean namesChannels = setting.limits().refersTo().equals("channels")
                    || sheets.type()
                            .hardware()
                            .channels()
                            .containsKey(setting.limits().refersTo());
            if (channel != null) {
                otherNames.put(name, name((String) channel));
            } else if (namesChannels) {
                put(new Signal(name, DataType.BOOL, Flow.INPUT, null, null, "names no channel"));
            }
            return;
        }
        DataType type = type(name, setting);
        Object initial = initial(type, setting, value);
        Interval range = initial instanceof Long whole
                ? Interval.of(whole, whole)
                : initial instanceof Double number ? Interval.of(new BigDecimal(number)) : null;
        boolean isMissing = value == null || setting.kind() == SettingKind.TIME_OF_DAY && "".equals(value);
        put(new Signal(name, type, Flow.INPUT, range, initial, isMissing, "setting: " + setting.meaning()));
    }

    private static DataType type(String name, SettingDefinition setting) {
        return switch (setting.kind()) {
            case LOGICAL -> DataType.BOOL;
            case INTEGER -> DataType.LINT;
            case NUMBER -> DataType.LREAL;
            case DURATION, TIME_OF_DAY -> DataType.TIME;
            case CHOICE -> DataType.enumeration(name, setting.limits().choices());
            default -> DataType.STRING;
        };
    }

    private static Object initial(DataType type, SettingDefinition setting, Object value) {
        if (value instanceof BigDecimal number) {
            if (setting.kind() == SettingKind.DURATION) {
                return setting.limits()
                        .unit()
                        .convert(number, Unit.SECOND)
                        .map(seconds -> seconds.multiply(NANOS).longValue())
                        .orElse(0L);
            }
            return type == DataType.LREAL ? (Object) number.doubleValue() : number.longValue();
        }
        if (setting.kind() == SettingKind.TIME_OF_DAY) {
            String text = value instanceof String clock ? clock : "";
            return text.matches("\\d{2}:\\d{2}(:\\d{2})?")
                    ? LocalTime.parse(text).toNanoOfDay()
                    : 0L;
        }
        if (type.family() == DataType.Family.ENUMERATION && !(value instanceof String)) {
            return 0L;
        }
        return value instanceof String || value instanceof Boolean ? value : null;
    }
}
