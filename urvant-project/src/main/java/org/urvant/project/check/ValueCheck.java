package org.urvant.project.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.urvant.core.device.Applicability;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.ValueRules;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.text.NearestName;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.behaviour.LogicRules;
import org.urvant.project.reference.References;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Holds a device's values against its type: unknown names, ranges, steps, what does not apply, what is still open. Cost: one
 * reading of each value.
 */
final class ValueCheck {
    private static final int FEW = 12;

    private final Project project;
    private final Device device;
    private final Consumer<Finding> findings;
    private final Optional<DeviceSheets> known;

    private ValueCheck(Project project, Device device, Consumer<Finding> findings) {
        this.project = project;
        this.device = device;
        this.findings = findings;
        this.known = project.type(device).map(type -> DeviceSheets.of(type, device));
    }

    static void check(Project project, Device device, Consumer<Finding> findings) {
        new ValueCheck(project, device, findings).run();
    }

    private void run() {
        if (known.isEmpty()) {
            String name = device.type().text();
            report(
                    GeneralRules.UNKNOWN_REFERENCE,
                    "type",
                    device.type().position(),
                    "device type '" + name + "' is not in the catalogue",
                    NearestName.hint("device type", name, project.types().names()));
            return;
        }
        DeviceSheets sheets = known.get();
        DeviceType type = sheets.type();
        HardwareCheck.check(device, sheets, findings);
        for (DeviceSheets.Stranger stranger : sheets.strangers()) {
            report(
                    GeneralRules.UNKNOWN_REFERENCE,
                    stranger.prefix(),
                    stranger.position(),
                    stranger.message(),
                    stranger.remedy());
        }
        for (Connection connection : device.connections().values()) {
            connection(type, connection);
        }
        List<String> left = new ArrayList<>();
        for (Sheet sheet : sheets.all()) {
            given(type, sheet);
            missing(sheet, left);
        }
        if (!left.isEmpty()) {
            String some = String.join(", ", left.subList(0, Math.min(FEW, left.size())));
            report(
                    ValueRules.LEFT_AT_DEFAULT,
                    "settings",
                    device.position(),
                    left.size() + " settings are at their defaults: " + some + (left.size() > FEW ? ", …" : ""),
                    "Look through them.",
                    Step.of(Action.SHOW, device.name()));
        }
        TypeRuleCheck.check(device, sheets, findings);
        TableCheck.check(project, device, sheets, findings);
        ChannelCheck.check(device, sheets, findings);
        UnsharedChannels.check(device, sheets, findings);
        StageCheck.check(device, sheets, findings);
        ZoneCheck.check(device, sheets, findings);
        ServiceCheck.check(device, sheets, findings);
        ClockCheck.check(device, sheets, findings);
        FunctionCheck.check(sheets, findings);
    }

    private void connection(DeviceType type, Connection connection) {
        String kindName = connection.kind().text();
        Optional<ConnectionKind> kind = type.connection(kindName);
        if (kind.isEmpty()) {
            report(
                    GeneralRules.UNKNOWN_REFERENCE,
                    connection.name(),
                    connection.kind().position(),
                    "connection kind '" + kindName + "' does not exist in " + type.name(),
                    NearestName.hint("kind", kindName, type.connections().keySet()));
            return;
        }
        Entry ied = connection.values().get(Connection.IED);
        if (ied != null && project.ied(ied.text()).isEmpty()) {
            report(
                    GeneralRules.UNKNOWN_REFERENCE,
                    connection.name() + "." + Connection.IED,
                    ied.position(),
                    "IED '" + ied.text() + "' is in no imported file",
                    NearestName.hint("IED", ied.text(), project.iedNames()));
        }
    }

    private void given(DeviceType type, Sheet sheet) {
        Map<String, SettingDefinition> definitions = sheet.definition().settings();
        for (Map.Entry<String, Entry> value : sheet.given().entrySet()) {
            SettingDefinition setting =
                    sheet.definition().setting(value.getKey()).orElse(null);
            String path = sheet.path(value.getKey());
            Position position = value.getValue().position();
            if (setting == null) {
                report(
                        GeneralRules.UNKNOWN_REFERENCE,
                        path,
                        position,
                        "setting '" + path + "' does not exist",
                        NearestName.hint("setting", value.getKey(), definitions.keySet()));
                continue;
            }
            String needed = setting.traits().since(value.getValue().text());
            if (type.software().isOlder(device.firmware().text(), needed)) {
                boolean isWord = !needed.equals(setting.traits().since());
                report(
                        DeviceRules.FIRMWARE_TOO_OLD,
                        path,
                        position,
                        path + (isWord ? " = " + value.getValue().text() : "") + " needs firmware " + needed
                                + "; the device has " + device.firmware().text(),
                        isWord ? "Choose another, or plan a newer firmware." : DeviceRules.FIRMWARE_TOO_OLD.remedy());
            }
            value(sheet, setting, path, value.getValue());
        }
    }

    private void value(Sheet sheet, SettingDefinition setting, String path, Entry entry) {
        Optional<Applicability> idle = sheet.idle(setting);
        if (idle.isPresent()) {
            report(
                    ValueRules.VALUE_NOT_USED,
                    path,
                    entry.position(),
                    path + " does not apply: " + idle.get().reason(),
                    "Take it out, or change what makes it idle.");
        }
        if (sheet.kind() == Sheet.Kind.CHANNEL && setting.path().equals(ChannelKind.CARRIES)) {
            return; // the check of the hardware says what the channel can carry
        }
        if (setting.isDerived()) {
            report(
                    ValueRules.DERIVED_VALUE_GIVEN,
                    path,
                    entry.position(),
                    path + " is given, but follows from " + setting.derivation().text(),
                    "Take it out.",
                    Step.of(Action.TAKE_BACK, device.name(), path));
            return;
        }
        ReadValue reading = setting.read(entry.text(), sheet);
        if (!reading.isSound() && setting.path().equals(ConnectionKind.PORT)) {
            report(
                    DeviceRules.PROTOCOL_NOT_ON_PORT,
                    path,
                    entry.position(),
                    path + " is '" + entry.text() + "'; " + sheet.container() + " goes over "
                            + String.join(", ", setting.limits().choices()),
                    reading.remedy());
        } else if (!reading.isSound()) {
            String message = sheet.prefix().isEmpty() ? reading.message() : sheet.prefix() + "." + reading.message();
            report(reading.broken(), path, entry.position(), message, reading.remedy());
        } else if (reading.isRounded()) {
            String message = sheet.prefix().isEmpty() ? reading.message() : sheet.prefix() + "." + reading.message();
            report(ValueRules.VALUE_ROUNDED, path, entry.position(), message, ValueRules.VALUE_ROUNDED.remedy());
        } else {
            reference(sheet, setting, path, entry);
        }
    }

    /** A reference to a signal of the project: of an IED, or a channel of one of its devices. */
    private void reference(Sheet sheet, SettingDefinition setting, String path, Entry entry) {
        if (setting.kind() != SettingKind.SIGNAL) {
            return;
        }
        for (Ref target : References.named(known.orElseThrow(), sheet, setting, entry.text())) {
            if (!References.isThere(project, target)) {
                report(
                        GeneralRules.UNKNOWN_REFERENCE,
                        path,
                        entry.position(),
                        path + " is '" + entry.text() + "', which is no signal of the project",
                        hint(target));
                return;
            }
        }
    }

    private String hint(Ref target) {
        return switch (target.kind()) {
            case DEVICE ->
                NearestName.hint("device", target.name(), project.devices().keySet());
            case CHANNEL ->
                NearestName.hint(
                        "channel",
                        target.name(),
                        References.channels(project, target.device().map(project.devices()::get)));
            default -> GeneralRules.UNKNOWN_REFERENCE.remedy();
        };
    }

    private void missing(Sheet sheet, List<String> left) {
        for (SettingDefinition setting : sheet.definition().settings().values()) {
            if (setting.isDerived()) {
                derived(sheet, setting);
            }
            if (setting.isOptional() || setting.isDerived() || sheet.given().containsKey(setting.path())) {
                continue;
            }
            if (setting.standard() != null) {
                boolean bareChannel =
                        sheet.kind() == Sheet.Kind.CHANNEL && sheet.given().isEmpty();
                if (!setting.traits().isExpert()
                        && !bareChannel
                        && sheet.idle(setting).isEmpty()) {
                    left.add(sheet.path(setting.path()));
                }
            } else if (sheet.idle(setting).isEmpty()) {
                String path = sheet.path(setting.path());
                report(
                        GeneralRules.OPEN_ITEMS,
                        path,
                        sheet.position(),
                        path + " is open: " + setting.meaning(),
                        "Give it " + setting.allowed(sheet) + ".",
                        Step.of(Action.SET, device.name(), path, "VALUE"));
            }
        }
    }

    /** A value that follows from others must be one that the device can hold. */
    private void derived(Sheet sheet, SettingDefinition setting) {
        Optional<ReadValue> reading = sheet.idle(setting).isPresent() ? Optional.empty() : sheet.reading(setting);
        reading.filter(found -> !found.isSound()).ifPresent(found -> {
            Position position = setting.derivation().ownPaths().stream()
                    .map(sheet.given()::get)
                    .filter(entry -> entry != null)
                    .map(Entry::position)
                    .findFirst()
                    .orElse(sheet.position());
            report(
                    LogicRules.RESULT_DOES_NOT_FIT,
                    sheet.path(setting.path()),
                    position,
                    found.message() + "; it follows from "
                            + setting.derivation().text(),
                    "Change one of " + String.join(", ", setting.derivation().paths()) + ".");
        });
    }

    private void report(Rule rule, String subject, Position position, String message, String remedy, Step... steps) {
        Remedy mend = steps.length == 0 && remedy.equals(rule.remedy()) ? rule.mend() : Remedy.of(remedy, steps);
        findings.accept(new Finding(rule, device.name() + " " + subject, position, message, mend));
    }
}
