package org.urvant.project.check;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Rule;
import org.urvant.project.Device;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Channels that are sent as signals on a bus, and channels that follow such signals: one signal has one source, and so has a
 * frame (ISO 11898-1, 6.6: of two nodes that send one identifier with other data, neither gets through).
 */
final class SentSignals {
    private final Device device;
    private final DeviceSheets sheets;
    private final Consumer<Finding> findings;
    private final Map<String, Use> sent = new TreeMap<>();
    private final Map<String, Use> followed = new TreeMap<>();

    /** A channel with the setting that names a signal. */
    private record Use(Sheet channel, SettingDefinition setting) {
        String path() {
            return channel.path(setting.path());
        }
    }

    private SentSignals(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        this.device = device;
        this.sheets = sheets;
        this.findings = findings;
    }

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        boolean isSending = sheets.type().hardware().channels().values().stream()
                .map(ChannelKind::settings)
                .anyMatch(settings -> settings.setting(Meaning.SENDS).isPresent());
        if (isSending) {
            SentSignals check = new SentSignals(device, sheets, findings);
            sheets.of(Sheet.Kind.CHANNEL).forEach(check::channel);
            check.sent.forEach(check::both);
            sheets.type().tables().values().forEach(table -> table.bits().ifPresent(bits -> check.frames(table, bits)));
        }
    }

    private void channel(Sheet channel) {
        Optional<SettingDefinition> sends = channel.definition().setting(Meaning.SENDS);
        for (SettingDefinition setting : channel.definition().settings().values()) {
            String to = setting.limits().refersTo();
            String name = channel.text(setting).orElse("");
            boolean isSignal = setting.kind() == SettingKind.REFERENCE
                    && sheets.type().tables().containsKey(to)
                    && channel.idle(setting).isEmpty()
                    && sheets.sheet(to + "." + name).isPresent();
            if (!isSignal) {
                continue;
            }
            Use use = new Use(channel, setting);
            if (sends.filter(setting::equals).isEmpty()) {
                followed.putIfAbsent(to + "." + name, use);
                continue;
            }
            Use other = sent.putIfAbsent(to + "." + name, use);
            if (other != null) {
                report(
                        DeviceRules.SIGNAL_SENT_TWICE,
                        use,
                        channel.prefix() + " and " + other.channel().prefix() + " are both sent as " + name);
            }
        }
    }

    private void both(String row, Use use) {
        Use follower = followed.get(row);
        if (follower != null) {
            report(
                    DeviceRules.OWN_SIGNAL_FOLLOWED,
                    follower,
                    follower.channel().prefix() + " follows " + row.substring(row.indexOf('.') + 1) + ", as which "
                            + use.channel().prefix() + " of the device itself is sent");
        }
    }

    private void frames(TableDefinition table, TableDefinition.FrameBits bits) {
        Map<BigDecimal, String> frames = new HashMap<>();
        sent.keySet().forEach(row -> frame(table, bits, row).ifPresent(frame -> frames.putIfAbsent(frame, row)));
        followed.forEach((row, use) -> frame(table, bits, row)
                .map(frames::get)
                .filter(other -> !sent.containsKey(row))
                .ifPresent(other -> report(
                        DeviceRules.FRAME_OF_TWO,
                        use,
                        row + " comes from elsewhere in the frame in which the device itself sends " + other)));
    }

    private Optional<BigDecimal> frame(TableDefinition table, TableDefinition.FrameBits bits, String row) {
        return sheets.sheet(row)
                .filter(sheet -> sheet.container().equals(table.name()))
                .map(sheet -> sheet.value(bits.frame()))
                .map(frame -> ((BigDecimal) frame).stripTrailingZeros());
    }

    private void report(Rule rule, Use use, String message) {
        findings.accept(new Finding(
                rule,
                device.name() + " " + use.path(),
                use.channel().position(use.setting().path()),
                message,
                rule.mend()));
    }
}
