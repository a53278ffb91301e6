package org.urvant.project.check;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.TypeRules;
import org.urvant.core.finding.Finding;
import org.urvant.project.Device;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/** Finds channels that a setting takes for itself, and that something else names too. */
final class UnsharedChannels {
    private UnsharedChannels() {}

    /** A setting that names a channel, or that says what the channel itself does. */
    private record Use(Sheet sheet, SettingDefinition setting) {
        boolean isUnshared() {
            return setting.traits().named().isUnshared();
        }

        /** The same column of several rows of a table may name one channel: it does one thing. */
        boolean isAlike(Use other) {
            return setting.equals(other.setting) && sheet.container().equals(other.sheet.container());
        }

        String path() {
            return sheet.path(setting.path());
        }
    }

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        Map<String, List<Use>> uses = new LinkedHashMap<>();
        for (Sheet sheet : sheets.all()) {
            for (SettingDefinition setting : sheet.definition().settings().values()) {
                if (setting.kind() == SettingKind.REFERENCE
                        && sheet.idle(setting).isEmpty()) {
                    for (String name : sheet.text(setting).orElse("").split("\\s*,\\s*")) {
                        if (sheets.channels().containsKey(name)) {
                            uses.computeIfAbsent(name, key -> new ArrayList<>()).add(new Use(sheet, setting));
                        }
                    }
                }
            }
        }
        for (Sheet channel : sheets.of(Sheet.Kind.CHANNEL)) {
            channel.definition()
                    .setting(Meaning.BREAKER_DUTY)
                    .filter(duty -> uses.containsKey(channel.prefix())
                            && channel.text(duty)
                                    .filter(word -> !word.equals(BayCheck.NOTHING))
                                    .isPresent())
                    .ifPresent(duty -> uses.get(channel.prefix()).add(new Use(channel, duty)));
        }
        uses.forEach((name, all) -> all.stream()
                .filter(Use::isUnshared)
                .flatMap(
                        use -> all.stream().filter(other -> !use.isAlike(other)).map(other -> List.of(use, other)))
                .findFirst()
                .ifPresent(two -> findings.accept(told(device, name, two.get(0), two.get(1)))));
    }

    private static Finding told(Device device, String channel, Use use, Use other) {
        return new Finding(
                TypeRules.SAME_INPUT_TWICE,
                device.name() + " " + use.path(),
                use.sheet().position(use.setting().path()),
                channel + " is there for " + use.path() + " alone, and " + other.path() + " takes it too",
                TypeRules.SAME_INPUT_TWICE.remedy());
    }
}
