package org.urvant.project.check;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.function.Consumer;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Firmware;
import org.urvant.core.device.ModuleKind;
import org.urvant.core.device.OrderCode;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.ValueRules;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.text.NearestName;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.SelectorSheet;
import org.urvant.project.setting.Sheet;

/** Holds what a device is made up of against its type: versions, modules, licences, ordering code, channels, selectors. */
final class HardwareCheck {
    private final Device device;
    private final DeviceSheets sheets;
    private final DeviceType type;
    private final Consumer<Finding> findings;

    private HardwareCheck(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        this.device = device;
        this.sheets = sheets;
        this.type = sheets.type();
        this.findings = findings;
    }

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        HardwareCheck check = new HardwareCheck(device, sheets, findings);
        check.versions();
        check.modules();
        check.licences();
        check.orderCode();
        check.channels();
        check.connections();
        check.selectors();
        check.link();
        check.origin();
    }

    private void versions() {
        String firmware = device.firmware().text();
        if (!type.firmware().contains(firmware)) {
            report(
                    ValueRules.VALUE_OUT_OF_RANGE,
                    "firmware",
                    device.firmware().position(),
                    "firmware is '" + firmware + "'; the type is known in " + String.join(", ", type.firmware()),
                    "Give one of the known versions.");
        }
        if (device.plate().entry(Plate.Item.HARDWARE).isEmpty()) {
            type.software().firmware().stream()
                    .filter(candidate -> candidate.version().equals(firmware)
                            && !candidate.leastHardware().isEmpty())
                    .findFirst()
                    .ifPresent(candidate -> report(
                            DeviceRules.HARDWARE_UNKNOWN,
                            "hardware",
                            device.firmware().position(),
                            "firmware " + firmware + " needs hardware " + candidate.leastHardware()
                                    + ", and which the device has is not given",
                            DeviceRules.HARDWARE_UNKNOWN.remedy()));
        }
        device.plate().entry(Plate.Item.HARDWARE).ifPresent(version -> {
            List<String> known = type.hardware().versions();
            if (!known.contains(version.text())) {
                report(
                        ValueRules.VALUE_OUT_OF_RANGE,
                        "hardware",
                        version.position(),
                        "hardware version is '" + version.text() + "'; the type is known in "
                                + (known.isEmpty() ? "one only, without name" : String.join(", ", known)),
                        "Give one of the known versions.");
            }
            Optional<Firmware> runs = type.software().firmware().stream()
                    .filter(candidate -> candidate.version().equals(firmware))
                    .filter(candidate -> isOlder(version.text(), candidate.leastHardware()))
                    .findFirst();
            runs.ifPresent(candidate -> report(
                    DeviceRules.HARDWARE_DIFFERS,
                    "firmware",
                    device.firmware().position(),
                    "firmware " + firmware + " needs hardware " + candidate.leastHardware() + "; the device has "
                            + version.text(),
                    "Choose older firmware, or newer hardware."));
        });
    }

    private boolean isOlder(String version, String than) {
        List<String> known = type.hardware().versions();
        return !than.isEmpty() && known.contains(version) && known.indexOf(version) < known.indexOf(than);
    }

    private void modules() {
        device.fitted().modules().forEach((slot, entry) -> {
            String subject = "module." + slot;
            ModuleKind module = type.hardware().modules().get(entry.text());
            if (!type.hardware().slots().contains(slot)) {
                report(
                        DeviceRules.MODULE_NOT_FITTING,
                        subject,
                        entry.position(),
                        "there is no slot '" + slot + "'",
                        NearestName.hint("slot", slot, type.hardware().slots()));
            } else if (module == null) {
                report(
                        DeviceRules.MODULE_NOT_FITTING,
                        subject,
                        entry.position(),
                        "there is no module '" + entry.text() + "'",
                        NearestName.hint(
                                "module",
                                entry.text(),
                                type.hardware().modules().keySet()));
            } else {
                module(slot, entry, module);
            }
        });
    }

    private void module(String slot, Entry entry, ModuleKind module) {
        String subject = "module." + slot;
        if (!module.slots().isEmpty() && !module.slots().contains(slot)) {
            report(
                    DeviceRules.MODULE_NOT_FITTING,
                    subject,
                    entry.position(),
                    "module " + module.name() + " does not fit slot " + slot,
                    "It fits " + String.join(", ", module.slots()) + ".");
        }
        if (type.software().isOlder(device.firmware().text(), module.since())) {
            report(
                    DeviceRules.FIRMWARE_TOO_OLD,
                    subject,
                    entry.position(),
                    "module " + module.name() + " needs firmware " + module.since() + "; the device has "
                            + device.firmware().text(),
                    "Plan newer firmware, or another module.");
        }
        device.plate()
                .entry(Plate.Item.HARDWARE)
                .filter(version -> isOlder(version.text(), module.leastHardware()))
                .ifPresent(version -> report(
                        DeviceRules.HARDWARE_DIFFERS,
                        subject,
                        entry.position(),
                        "module " + module.name() + " needs hardware " + module.leastHardware() + "; the device has "
                                + version.text(),
                        "Choose another module, or newer hardware."));
        licence(module.licence(), subject, entry.position(), "module " + module.name());
    }

    private void licence(String licence, String subject, Position position, String what) {
        if (!licence.isEmpty() && !device.fitted().licenceNames().contains(licence)) {
            report(
                    DeviceRules.LICENCE_MISSING,
                    subject,
                    position,
                    what + " needs the licence '" + licence + "', which " + device.name() + " does not have",
                    "List it under 'licences' once it is ordered, or take out what needs it.");
        }
    }

    private void licences() {
        for (Entry licence : device.fitted().licences()) {
            if (!type.software().licences().containsKey(licence.text())) {
                report(
                        GeneralRules.UNKNOWN_REFERENCE,
                        "licences",
                        licence.position(),
                        "there is no licence '" + licence.text() + "'",
                        NearestName.hint(
                                "licence",
                                licence.text(),
                                type.software().licences().keySet()));
            }
        }
        for (Sheet sheet : sheets.all()) {
            for (SettingDefinition setting : sheet.definition().licensed()) {
                Entry entry = sheet.given().get(setting.path());
                if (entry != null && !entry.text().equals(setting.standard())) {
                    String path = sheet.path(setting.path());
                    licence(setting.traits().licence(), path, entry.position(), path);
                }
            }
        }
    }

    private void orderCode() {
        Optional<Entry> written = device.plate().entry(Plate.Item.ORDER_CODE);
        Optional<OrderCode> form = type.hardware().ordering();
        if (written.isEmpty()) {
            return;
        }
        Entry code = written.get();
        if (form.isEmpty()) {
            report(
                    DeviceRules.ORDER_CODE_WRONG,
                    "order-code",
                    code.position(),
                    type.name() + " has no ordering code",
                    "Take the key out.");
            return;
        }
        OrderCode.Decoded decoded = form.get().decode(code.text());
        decoded.mistakes()
                .forEach(mistake -> report(
                        DeviceRules.ORDER_CODE_WRONG,
                        "order-code",
                        code.position(),
                        "ordering code " + code.text() + ": " + mistake,
                        DeviceRules.ORDER_CODE_WRONG.remedy()));
        SortedMap<String, String> fitted = device.fitted().moduleNames();
        Set<String> slots = new HashSet<>();
        form.get().parts().forEach(part -> slots.add(part.slot()));
        fitted.keySet().retainAll(slots);
        if (decoded.mistakes().isEmpty() && !decoded.modules().equals(fitted)) {
            report(
                    DeviceRules.HARDWARE_DIFFERS,
                    "order-code",
                    code.position(),
                    "ordering code " + code.text() + " stands for modules " + decoded.modules() + "; the file has "
                            + fitted,
                    "Fit what it stands for, or correct the code.",
                    Step.of(Action.ORDER, device.name(), code.text()));
        }
        Set<String> licences = new HashSet<>(decoded.licences());
        device.fitted().licenceNames().forEach(licences::remove);
        if (decoded.mistakes().isEmpty() && !licences.isEmpty()) {
            report(
                    DeviceRules.HARDWARE_DIFFERS,
                    "licences",
                    code.position(),
                    "ordering code " + code.text() + " comes with " + String.join(", ", licences)
                            + ", which the file does not list",
                    "Fit what it stands for, or correct the code.",
                    Step.of(Action.ORDER, device.name(), code.text()));
        }
    }

    private void channels() {
        sheets.channels().forEach((name, kind) -> {
            Sheet sheet = sheets.sheet(name).orElseThrow();
            Entry carries = sheet.given().get(ChannelKind.CARRIES);
            if (carries != null
                    && !kind.carries().contains(carries.text())
                    && !carries.text().equals(ChannelKind.UNUSED)) {
                report(
                        DeviceRules.CHANNEL_CANNOT_CARRY,
                        name,
                        carries.position(),
                        name + " cannot carry '" + carries.text() + "': it is a " + kind.meaning(),
                        "It carries " + String.join(", ", kind.carries()) + "; or mark it unused.");
            }
        });
    }

    private void connections() {
        for (ConnectionKind kind : type.connections().values()) {
            List<Connection> made = device.connections().values().stream()
                    .filter(connection -> connection.kind().text().equals(kind.name()))
                    .toList();
            if (made.size() > kind.most()) {
                report(
                        ValueRules.VALUE_OUT_OF_RANGE,
                        "connections",
                        made.get(kind.most()).position(),
                        made.size() + " connections of kind " + kind.name() + "; the type holds " + kind.most(),
                        "Remove connections that are not needed.");
            }
            for (Connection connection : made) {
                licence(
                        kind.availability().licence(),
                        connection.name(),
                        connection.position(),
                        "connection " + connection.name());
                if (type.software()
                        .isOlder(device.firmware().text(), kind.availability().since())) {
                    report(
                            DeviceRules.FIRMWARE_TOO_OLD,
                            connection.name(),
                            connection.position(),
                            "connections of kind " + kind.name() + " need firmware "
                                    + kind.availability().since() + "; the device has "
                                    + device.firmware().text(),
                            "Plan newer firmware, or another connection.");
                }
            }
        }
    }

    private void selectors() {
        for (SelectorSheet.SelectorLine line : SelectorSheet.of(sheets, device)) {
            String name = line.selector().name();
            if (!line.place().isExact()) {
                String path = line.selector().follows();
                report(
                        ValueRules.VALUE_OFF_STEP,
                        path,
                        sheets.seek(path)
                                .map(found ->
                                        found.sheet().position(found.setting().path()))
                                .orElse(device.position()),
                        path + " is " + line.wanted() + ", and " + name + " has no position for it; the nearest is for "
                                + line.place().value(),
                        "Give a value that " + name + " has.",
                        Step.of(Action.SET, device.name(), path, line.place().value()));
            }
            if (line.isTicked()) {
                continue;
            }
            Entry ticked = device.fitted().ticked().get(name);
            report(
                    ticked == null ? DeviceRules.SELECTOR_SHEET_NOT_TICKED : DeviceRules.SELECTOR_STANDS_WRONG,
                    "selector." + name,
                    ticked == null ? device.position() : ticked.position(),
                    name + " must stand at " + line.place().position() + " for "
                            + line.selector().follows() + " = " + line.wanted()
                            + (ticked == null ? "; nobody has confirmed it" : "; " + ticked.text() + " was confirmed"),
                    "Set it on the device, then confirm it.",
                    Step.of(Action.TICK, device.name(), name));
        }
    }

    private void link() {
        device.plate().entry(Plate.Item.LINK).ifPresent(link -> {
            ReadValue read = Plate.MAINTENANCE_LINK.read(link.text());
            if (!read.isSound()) {
                report(read.broken(), "link", link.position(), read.message(), read.remedy());
            }
        });
    }

    private void origin() {
        if (device.plate().entry(Plate.Item.ORIGIN).isEmpty()) {
            report(
                    DeviceRules.ORIGIN_UNKNOWN,
                    "origin",
                    device.position(),
                    "nothing says where " + device.name() + " came from",
                    DeviceRules.ORIGIN_UNKNOWN.remedy());
        }
    }

    private void report(Rule rule, String subject, Position position, String message, String remedy, Step... steps) {
        Remedy mend = steps.length == 0 && remedy.equals(rule.remedy()) ? rule.mend() : Remedy.of(remedy, steps);
        findings.accept(new Finding(rule, device.name() + " " + subject, position, message, mend));
    }
}
