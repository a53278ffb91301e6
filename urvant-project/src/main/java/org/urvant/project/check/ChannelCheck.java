package org.urvant.project.check;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.device.Traits;
import org.urvant.core.device.ValueRules;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.range.Interval;
import org.urvant.project.Device;
import org.urvant.project.setting.ChannelScale;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Checks what channels can measure and what is made of them: ranges against sensors, limits against ranges, references to
 * channels that are unused, values that share bits of a frame.
 */
final class ChannelCheck {
    private static final int FRAME_BITS = 64;

    private final Device device;
    private final DeviceSheets sheets;
    private final Consumer<Finding> findings;

    private ChannelCheck(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        this.device = device;
        this.sheets = sheets;
        this.findings = findings;
    }

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        ChannelCheck check = new ChannelCheck(device, sheets, findings);
        check.sheets.channels().keySet().forEach(name -> ChannelScale.of(sheets, name)
                .ifPresent(scale -> check.sensor(name, scale)));
        check.outOfService();
        for (Sheet sheet : sheets.all()) {
            for (SettingDefinition setting : sheet.definition().settings().values()) {
                if (sheet.idle(setting).isEmpty()) {
                    check.unused(sheet, setting);
                    check.named(sheet, setting);
                    check.limit(sheet, setting);
                }
            }
        }
        sheets.type().tables().values().forEach(table -> table.bits()
                .ifPresent(columns -> check.frames(table, columns)));
        SentSignals.check(device, sheets, findings);
    }

    /** What was switched off for a day is found until it is on again (N84). */
    private void outOfService() {
        sheets.of(Sheet.Kind.CHANNEL)
                .forEach(channel -> channel.given(Meaning.OUT_OF_SERVICE).ifPresent(reason -> {
                    String path = channel.path(Meaning.OUT_OF_SERVICE).orElseThrow();
                    report(
                            DeviceRules.CHANNEL_OUT_OF_SERVICE,
                            path,
                            reason.position(),
                            channel.prefix() + " is out of service: " + reason.text(),
                            DeviceRules.CHANNEL_OUT_OF_SERVICE.remedy(),
                            Step.of(Action.TAKE_BACK, device.name(), path));
                }));
    }

    /** A range beyond what the sensor can measure shows values that never come. */
    private void sensor(String name, ChannelScale scale) {
        Optional<Interval> can = scale.sensor();
        Sheet sheet = sheets.sheet(name).orElseThrow();
        if (can.isEmpty() || scale.low().isEmpty() || scale.high().isEmpty()) {
            return;
        }
        Optional<Interval> bounds = scale.sensorInUnit();
        if (bounds.isEmpty()) {
            report(
                    DeviceRules.RANGE_BEYOND_SENSOR,
                    sheet.path(scale.law().ends().unit()),
                    sheet.position(scale.law().ends().unit()),
                    name + " is shown in " + (scale.unit().isEmpty() ? "no unit" : scale.unit()) + ", and "
                            + scale.sensorName() + " measures a temperature",
                    "Choose °C or °F.");
            return;
        }
        String path = !bounds.get().contains(scale.low().get())
                ? scale.law().ends().low()
                : bounds.get().contains(scale.high().get())
                        ? ""
                        : scale.law().ends().high();
        if (!path.isEmpty()) {
            report(
                    DeviceRules.RANGE_BEYOND_SENSOR,
                    sheet.path(path),
                    sheet.position(path),
                    name + " goes from " + plain(scale.low().get()) + " to "
                            + plain(scale.high().get()) + " "
                            + scale.unit() + "; " + scale.sensorName() + " measures from "
                            + plain(can.get().low())
                            + " to " + plain(can.get().high()) + " °C",
                    DeviceRules.RANGE_BEYOND_SENSOR.remedy());
        }
    }

    private void unused(Sheet sheet, SettingDefinition setting) {
        if (setting.kind() != SettingKind.REFERENCE || sheet.text(setting).isEmpty()) {
            return;
        }
        String to = setting.limits().refersTo();
        if (!to.equals("channels") && !sheets.type().hardware().channels().containsKey(to)) {
            return;
        }
        for (String name : sheet.text(setting).get().split("\\s*,\\s*")) {
            boolean isUnused = sheets.channels().containsKey(name)
                    && sheets.sheet(name)
                            .filter(channel -> ChannelKind.UNUSED.equals(channel.value(ChannelKind.CARRIES)))
                            .isPresent();
            if (isUnused) {
                report(
                        DeviceRules.CHANNEL_CANNOT_CARRY,
                        sheet.path(setting.path()),
                        sheet.position(setting.path()),
                        sheet.path(setting.path()) + " names " + name + ", which is unused",
                        "Say what " + name + " carries, or name another channel.",
                        Step.of(Action.SET, device.name(), name + "." + ChannelKind.CARRIES, "WORD"));
            }
        }
    }

    /** Channels that one setting names must carry what it is for, and be of one kind among each other. */
    private void named(Sheet sheet, SettingDefinition setting) {
        Traits.NamedChannels wanted = setting.traits().named();
        if (wanted.equals(Traits.NamedChannels.ANY)) {
            return;
        }
        String path = sheet.path(setting.path());
        List<Sheet> channels = Stream.of(sheet.text(setting).orElse("").split("\\s*,\\s*"))
                .filter(sheets.channels()::containsKey)
                .flatMap(name -> sheets.sheet(name).stream())
                .filter(channel -> !ChannelKind.UNUSED.equals(channel.value(ChannelKind.CARRIES)))
                .toList();
        for (Sheet channel : channels) {
            String carried = String.valueOf(channel.value(ChannelKind.CARRIES));
            if (!wanted.carrying().isEmpty() && !wanted.carrying().contains(carried)) {
                report(
                        DeviceRules.CHANNEL_CANNOT_CARRY,
                        path,
                        sheet.position(setting.path()),
                        path + " names " + channel.prefix() + ", which carries " + carried + "; expected "
                                + String.join(" or ", wanted.carrying()),
                        "Name another channel, or say what " + channel.prefix() + " carries.");
                return;
            }
        }
        wanted.alike().forEach(column -> alike(sheet, setting, channels, column));
    }

    private void alike(Sheet sheet, SettingDefinition setting, List<Sheet> channels, String column) {
        Sheet first = null;
        for (Sheet channel : channels) {
            Object value = channel.value(column);
            if (value == null) {
                continue;
            }
            if (first != null && !isSame(first.value(column), value)) {
                boolean isKind = column.equals(ChannelKind.CARRIES);
                String path = sheet.path(setting.path());
                report(
                        isKind ? DeviceRules.CHANNEL_CANNOT_CARRY : DeviceRules.CHANNELS_UNLIKE,
                        path,
                        sheet.position(setting.path()),
                        path + " names " + first.prefix() + " and " + channel.prefix() + ", which differ in "
                                + (isKind ? "what they carry" : column) + ": " + shown(first.value(column)) + " and "
                                + shown(value),
                        (isKind ? DeviceRules.CHANNEL_CANNOT_CARRY : DeviceRules.CHANNELS_UNLIKE).remedy());
                return;
            }
            first = first == null ? channel : first;
        }
    }

    private static boolean isSame(Object one, Object other) {
        return one instanceof BigDecimal number && other instanceof BigDecimal same
                ? number.compareTo(same) == 0
                : one.equals(other);
    }

    private static String shown(Object value) {
        return value instanceof BigDecimal number ? plain(number) : String.valueOf(value);
    }

    private void limit(Sheet sheet, SettingDefinition setting) {
        String column = setting.traits().limitOf();
        if (column.isEmpty()
                || !(sheet.value(setting.path()) instanceof BigDecimal limit)
                || !(sheet.value(column) instanceof String channel)
                || !sheets.channels().containsKey(channel)) {
            return;
        }
        String path = sheet.path(setting.path());
        Optional<ChannelScale> scale = ChannelScale.of(sheets, channel);
        if (scale.isEmpty()) {
            report(
                    ValueRules.VALUE_NOT_USED,
                    path,
                    sheet.position(setting.path()),
                    path + " is a limit, and " + channel + " has no value to hold against it",
                    ValueRules.VALUE_NOT_USED.remedy());
            return;
        }
        Interval ends = scale.get().ends().orElse(Interval.ALL);
        if (!ends.contains(limit)) {
            String unit = scale.get().unit();
            report(
                    ValueRules.VALUE_OUT_OF_RANGE,
                    path,
                    sheet.position(setting.path()),
                    path + " is " + plain(limit) + "; " + channel + " goes from " + plain(ends.low()) + " to "
                            + plain(ends.high()) + (unit.isEmpty() ? "" : " " + unit),
                    "Give a limit that " + channel + " can reach.");
        }
    }

    /** Two values in one frame must not share bits. */
    private void frames(TableDefinition table, TableDefinition.FrameBits columns) {
        Map<String, List<Sheet>> frames = new HashMap<>();
        for (Sheet row : sheets.of(Sheet.Kind.ROW, table.name())) {
            columns.value().ifPresent(value -> range(row, columns, value));
            if (row.value(columns.frame()) instanceof BigDecimal frame) {
                frames.computeIfAbsent(frame.stripTrailingZeros().toPlainString(), key -> new ArrayList<>())
                        .add(row);
            }
        }
        frames.forEach((frame, rows) -> {
            Map<Integer, Sheet> taken = new HashMap<>();
            for (Sheet row : rows) {
                Sheet other = null;
                BitSet bits = bits(row, columns);
                for (int bit = bits.nextSetBit(0); bit >= 0 && other == null; bit = bits.nextSetBit(bit + 1)) {
                    other = taken.get(bit);
                }
                bits.stream().forEach(bit -> taken.putIfAbsent(bit, row));
                if (other != null) {
                    report(
                            DeviceRules.BITS_OVERLAP,
                            row.path(columns.start()),
                            row.position(columns.start()),
                            row.prefix() + " and " + other.prefix() + " share bits of frame " + frame,
                            DeviceRules.BITS_OVERLAP.remedy());
                }
            }
        });
    }

    /** What bits carry goes from the least raw number to the greatest; a value beyond is never sent and never comes. */
    private void range(Sheet row, TableDefinition.FrameBits columns, TableDefinition.BitValue value) {
        if (!(row.value(columns.length()) instanceof BigDecimal length
                && row.value(value.factor()) instanceof BigDecimal factor
                && row.value(value.offset()) instanceof BigDecimal offset
                && row.value(value.least()) instanceof BigDecimal least
                && row.value(value.most()) instanceof BigDecimal most)) {
            return;
        }
        boolean isSigned = Boolean.TRUE.equals(row.value(value.signed()));
        BigDecimal steps = BigDecimal.valueOf(2).pow(isSigned ? length.intValue() - 1 : length.intValue());
        Interval can = new Interval(isSigned ? steps.negate() : BigDecimal.ZERO, steps.subtract(BigDecimal.ONE))
                .multiply(Interval.of(factor))
                .add(Interval.of(offset));
        String beyond = !can.contains(least) ? value.least() : can.contains(most) ? "" : value.most();
        if (!beyond.isEmpty()) {
            report(
                    DeviceRules.BEYOND_BITS,
                    row.path(beyond),
                    row.position(beyond),
                    row.prefix() + " goes from " + plain(least) + " to " + plain(most) + "; " + plain(length)
                            + " bits carry " + can,
                    DeviceRules.BEYOND_BITS.remedy());
        }
    }

    private static BitSet bits(Sheet row, TableDefinition.FrameBits columns) {
        BitSet bits = new BitSet(FRAME_BITS);
        if (row.value(columns.start()) instanceof BigDecimal start
                && row.value(columns.length()) instanceof BigDecimal length) {
            int first = start.intValue();
            boolean isBig = "big-endian".equals(row.value(columns.order()));
            // counted from the most significant bit of the first byte, a big-endian value is one stretch
            int from = isBig ? first / Byte.SIZE * Byte.SIZE + Byte.SIZE - 1 - first % Byte.SIZE : first;
            for (int bit = from; bit < Math.min(FRAME_BITS, from + length.intValue()); bit++) {
                bits.set(isBig ? bit / Byte.SIZE * Byte.SIZE + Byte.SIZE - 1 - bit % Byte.SIZE : bit);
            }
        }
        return bits;
    }

    private static String plain(BigDecimal number) {
        return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
    }

    private void report(Rule rule, String subject, Position position, String message, String remedy, Step... steps) {
        Remedy mend = steps.length == 0 && remedy.equals(rule.remedy()) ? rule.mend() : Remedy.of(remedy, steps);
        findings.accept(new Finding(rule, device.name() + " " + subject, position, message, mend));
    }
}
