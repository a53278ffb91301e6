package org.urvant.project.check;

import java.util.List;
import java.util.function.Consumer;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.project.Device;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Checks who sets a device's clock: one owner, a second source, a zone that follows daylight saving. Where the source is the
 * name of a kind of connection, one connection of that kind must set the clock.
 */
final class ClockCheck {
    private ClockCheck() {}

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        Sheet own = sheets.own();
        Object source = own.value(Meaning.CLOCK_SOURCE);
        Object backup = own.value(Meaning.CLOCK_BACKUP);
        if ("none".equals(backup) || source != null && source.equals(backup)) {
            SettingDefinition setting =
                    own.definition().setting(Meaning.CLOCK_BACKUP).orElseThrow();
            String path = setting.path();
            findings.accept(new Finding(
                    DeviceRules.NO_BACKUP_CLOCK,
                    device.name() + " " + path,
                    own.position(path),
                    "none".equals(backup)
                            ? path + " is none: nobody sets the clock when the main source fails"
                            : path + " is " + backup + " like "
                                    + own.path(Meaning.CLOCK_SOURCE).orElseThrow()
                                    + ": when one fails, so does the other",
                    Remedy.of(
                            "Give it another of " + setting.allowed() + ".",
                            Step.of(Action.SET, device.name(), path, "SOURCE"))));
        }
        if (source != null) {
            owners(device, sheets, source.toString(), findings);
        }
        if (own.value(Meaning.CLOCK_ZONE) instanceof String zone && isFixed(zone)) {
            String path = own.path(Meaning.CLOCK_ZONE).orElseThrow();
            findings.accept(new Finding(
                    DeviceRules.FIXED_OFFSET_WITHOUT_DAYLIGHT_SAVING,
                    device.name() + " " + path,
                    own.position(path),
                    path + " is " + zone + ", an offset that is the same all year",
                    DeviceRules.FIXED_OFFSET_WITHOUT_DAYLIGHT_SAVING.remedy()));
        }
    }

    private static void owners(Device device, DeviceSheets sheets, String source, Consumer<Finding> findings) {
        List<Sheet> setting = sheets.all().stream()
                .filter(sheet -> sheet.kind() == Sheet.Kind.CONNECTION)
                .filter(sheet -> Boolean.TRUE.equals(sheet.value(Meaning.SETS_CLOCK)))
                .toList();
        boolean fromConnection = sheets.type()
                .connection(source)
                .filter(kind -> kind.sheet().setting(Meaning.SETS_CLOCK).isPresent())
                .isPresent();
        String names = String.join(", ", setting.stream().map(Sheet::prefix).toList());
        Sheet own = sheets.own();
        String path = own.path(Meaning.CLOCK_SOURCE).orElseThrow();
        String mistake = "";
        if (fromConnection && setting.isEmpty()) {
            mistake = path + " is " + source + ", but no connection of that kind sets the clock";
        } else if (fromConnection && setting.size() > 1) {
            mistake = "the clock is set by " + names + "; one may do so";
        } else if (!fromConnection && !setting.isEmpty()) {
            mistake = path + " is " + source + ", but the clock is set by " + names + " too";
        }
        if (!mistake.isEmpty()) {
            Position position = setting.isEmpty()
                    ? own.position(path)
                    : setting.get(setting.size() - 1).position();
            findings.accept(new Finding(
                    DeviceRules.CLOCK_OWNERS,
                    device.name() + " " + path,
                    position,
                    mistake,
                    "Let exactly one connection set the clock, or choose another source."));
        }
    }

    /** UTC itself is what many sites run on, and has no daylight saving by definition. */
    private static boolean isFixed(String zone) {
        return zone.matches("Etc/GMT[+-]\\d{1,2}|EST|MST|HST|(GMT|UTC)?[+-]\\d.*");
    }
}
