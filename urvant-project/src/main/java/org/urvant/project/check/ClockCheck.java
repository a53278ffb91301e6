package org.urvant.project.check;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
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
        String lost = noBackup(sheets, source, backup);
        if (!lost.isEmpty()) {
            SettingDefinition setting =
                    own.definition().setting(Meaning.CLOCK_BACKUP).orElseThrow();
            String path = setting.path();
            findings.accept(new Finding(
                    DeviceRules.NO_BACKUP_CLOCK,
                    device.name() + " " + path,
                    own.position(path),
                    path + " is " + backup + lost,
                    Remedy.of(
                            "Give it another of " + setting.allowed() + ".",
                            Step.of(Action.SET, device.name(), path, "SOURCE"))));
        }
        if (source != null) {
            owners(device, sheets, findings);
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

    /** Returns why nobody would set the clock when the main source fails; empty text when somebody does. */
    private static String noBackup(DeviceSheets sheets, @Nullable Object source, @Nullable Object backup) {
        if ("none".equals(backup)) {
            return ": nobody sets the clock when the main source fails";
        }
        if (source != null && source.equals(backup)) {
            return " like " + sheets.own().path(Meaning.CLOCK_SOURCE).orElseThrow()
                    + ": when one fails, so does the other";
        }
        return backup != null
                        && setsClock(sheets, backup.toString())
                        && setters(sheets, backup).isEmpty()
                ? ", but no connection of that kind sets the clock"
                : "";
    }

    private static List<Sheet> setters(DeviceSheets sheets, Object kind) {
        return setters(sheets).stream()
                .filter(sheet -> sheet.container().equals(kind))
                .toList();
    }

    private static List<Sheet> setters(DeviceSheets sheets) {
        return sheets.of(Sheet.Kind.CONNECTION).stream()
                .filter(sheet -> Boolean.TRUE.equals(sheet.value(Meaning.SETS_CLOCK)))
                .toList();
    }

    /** One connection of the kind that is the source sets the clock, at most one of that which is the backup, and no other. */
    private static void owners(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        Sheet own = sheets.own();
        String path = own.path(Meaning.CLOCK_SOURCE).orElseThrow();
        String source = String.valueOf(own.value(Meaning.CLOCK_SOURCE));
        List<Sheet> others = new ArrayList<>(setters(sheets));
        if (setsClock(sheets, source) && setters(sheets, source).isEmpty()) {
            report(
                    device,
                    path,
                    own.position(path),
                    path + " is " + source + ", but no connection of that kind sets the clock",
                    findings);
        }
        for (Meaning meaning : List.of(Meaning.CLOCK_SOURCE, Meaning.CLOCK_BACKUP)) {
            Object kind = own.value(meaning);
            List<Sheet> setters = kind == null ? List.of() : setters(sheets, kind);
            if (others.removeAll(setters) && setters.size() > 1) {
                report(
                        device,
                        path,
                        setters.get(setters.size() - 1).position(),
                        "the clock is set by " + names(setters) + "; one may do so",
                        findings);
            }
        }
        if (!others.isEmpty()) {
            report(
                    device,
                    path,
                    others.get(others.size() - 1).position(),
                    path + " is " + source + ", but the clock is set by " + names(others) + " too",
                    findings);
        }
    }

    private static boolean setsClock(DeviceSheets sheets, String kind) {
        return sheets.type()
                .connection(kind)
                .filter(found -> found.sheet().setting(Meaning.SETS_CLOCK).isPresent())
                .isPresent();
    }

    private static String names(List<Sheet> connections) {
        return String.join(", ", connections.stream().map(Sheet::prefix).toList());
    }

    private static void report(
            Device device, String path, Position position, String message, Consumer<Finding> findings) {
        findings.accept(new Finding(
                DeviceRules.CLOCK_OWNERS,
                device.name() + " " + path,
                position,
                message,
                "Let exactly one connection set the clock, or choose another source."));
    }

    /** UTC itself is what many sites run on, and has no daylight saving by definition. */
    private static boolean isFixed(String zone) {
        return zone.matches("Etc/GMT[+-]\\d{1,2}|EST|MST|HST|(GMT|UTC)?[+-]\\d.*");
    }
}
