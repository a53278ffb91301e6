package org.urvant.project.check;

import java.util.List;
import java.util.function.Consumer;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.project.Device;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Checks who sets a device's clock: one owner, a second source, a zone that follows daylight saving. A device type takes part
 * with the settings {@code clock.source}, {@code clock.backup} and {@code clock.zone}, and {@code sets-clock} on
 * connections; where the source is the name of a kind of connection, one connection of that kind must set the clock.
 */
final class ClockCheck {
    private static final String SOURCE = "clock.source";
    private static final String BACKUP = "clock.backup";
    private static final String ZONE = "clock.zone";
    private static final String SETS_CLOCK = "sets-clock";

    private ClockCheck() {}

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        Sheet own = sheets.own();
        Object source = own.value(SOURCE);
        Object backup = own.value(BACKUP);
        if ("none".equals(backup) || source != null && source.equals(backup)) {
            String allowed = own.definition()
                    .setting(BACKUP)
                    .map(SettingDefinition::allowed)
                    .orElse("");
            findings.accept(new Finding(
                    Rule.NO_BACKUP_CLOCK,
                    device.name() + " " + BACKUP,
                    position(device, BACKUP),
                    "none".equals(backup)
                            ? "clock.backup is none: nobody sets the clock when the main source fails"
                            : "clock.backup is " + backup + " like clock.source: when one fails, so does the other",
                    Remedy.of(
                            "Give it another of " + allowed + ".",
                            Step.of(Action.SET, device.name(), BACKUP, "SOURCE"))));
        }
        if (source != null) {
            owners(device, sheets, source.toString(), findings);
        }
        if (own.value(ZONE) instanceof String zone && isFixed(zone)) {
            findings.accept(new Finding(
                    Rule.FIXED_OFFSET_WITHOUT_DAYLIGHT_SAVING,
                    device.name() + " " + ZONE,
                    position(device, ZONE),
                    "clock.zone is " + zone + ", an offset that is the same all year",
                    Rule.FIXED_OFFSET_WITHOUT_DAYLIGHT_SAVING.remedy()));
        }
    }

    private static void owners(Device device, DeviceSheets sheets, String source, Consumer<Finding> findings) {
        List<Sheet> setting = sheets.all().stream()
                .filter(sheet -> sheet.kind() == Sheet.Kind.CONNECTION)
                .filter(sheet -> Boolean.TRUE.equals(sheet.value(SETS_CLOCK)))
                .toList();
        boolean fromConnection = sheets.type()
                .connection(source)
                .filter(kind -> kind.setting(SETS_CLOCK).isPresent())
                .isPresent();
        String names = String.join(", ", setting.stream().map(Sheet::prefix).toList());
        String mistake = "";
        if (fromConnection && setting.isEmpty()) {
            mistake = "clock.source is " + source + ", but no connection of that kind sets the clock";
        } else if (fromConnection && setting.size() > 1) {
            mistake = "the clock is set by " + names + "; one may do so";
        } else if (!fromConnection && !setting.isEmpty()) {
            mistake = "clock.source is " + source + ", but the clock is set by " + names + " too";
        }
        if (!mistake.isEmpty()) {
            Position position = setting.isEmpty()
                    ? position(device, SOURCE)
                    : setting.get(setting.size() - 1).position();
            findings.accept(new Finding(
                    Rule.CLOCK_OWNERS,
                    device.name() + " " + SOURCE,
                    position,
                    mistake,
                    "Set sets-clock to yes on exactly one connection, or choose another clock.source."));
        }
    }

    /** UTC itself is what many sites run on, and has no daylight saving by definition. */
    private static boolean isFixed(String zone) {
        return zone.matches("Etc/GMT[+-]\\d{1,2}|EST|MST|HST|(GMT|UTC)?[+-]\\d.*");
    }

    private static Position position(Device device, String path) {
        Entry entry = device.settings().get(path);
        return entry == null ? device.position() : entry.position();
    }
}
