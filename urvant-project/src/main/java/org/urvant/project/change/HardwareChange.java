package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.ModuleKind;
import org.urvant.core.device.OrderCode;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;

/** Changes what devices are made up of: modules, what an ordering code stands for, selectors set by hand. */
public final class HardwareChange {
    private HardwareChange() {}

    /**
     * What another module in a slot would do.
     *
     * @param slot the slot
     * @param before kind of module that is there; empty text for none
     * @param after kind of module that comes; empty text for none
     * @param kept channels whose values stay, since the new module has them too
     * @param freed channels that go, with what is given for them
     * @param added channels that come
     */
    public record Exchange(
            String slot,
            String before,
            String after,
            List<String> kept,
            SortedMap<String, List<String>> freed,
            List<String> added) {}

    /**
     * Says what another module in a slot would do.
     *
     * @param module kind of module; empty text for none
     * @throws UnknownNameException when there is no such slot or module
     * @throws RefusedException when the module does not fit the slot
     */
    public static Exchange exchange(Project project, String name, String slot, String module) {
        Device device = project.device(name);
        DeviceType type = project.typeOf(device);
        if (!type.hardware().slots().contains(slot)) {
            throw new UnknownNameException("slot", slot, type.hardware().slots());
        }
        SortedMap<String, ModuleKind> modules = type.hardware().modules();
        if (!module.isEmpty() && !modules.containsKey(module)) {
            throw new UnknownNameException("module", module, modules.keySet());
        }
        if (!module.isEmpty()
                && !modules.get(module).slots().isEmpty()
                && !modules.get(module).slots().contains(slot)) {
            throw new RefusedException(
                    "module " + module + " does not fit slot " + slot,
                    "It fits " + String.join(", ", modules.get(module).slots()) + ".");
        }
        Entry fitted = device.fitted().modules().get(slot);
        String before = fitted == null ? "" : fitted.text();
        SortedMap<String, ChannelKind> old = channels(type, slot, modules.get(before));
        SortedMap<String, ChannelKind> next = channels(type, slot, modules.get(module));
        DeviceSheets sheets = DeviceSheets.of(type, device);
        List<String> kept = new ArrayList<>();
        SortedMap<String, List<String>> freed = new TreeMap<>();
        old.forEach((channel, kind) -> {
            if (Objects.equals(kind, next.get(channel))) {
                kept.add(channel);
            } else {
                freed.put(
                        channel,
                        sheets.sheet(channel).stream()
                                .flatMap(sheet -> sheet.given().entrySet().stream())
                                .map(entry -> entry.getKey() + " = "
                                        + entry.getValue().text())
                                .toList());
            }
        });
        List<String> added = next.keySet().stream()
                .filter(channel -> !old.containsKey(channel))
                .toList();
        return new Exchange(slot, before, module, kept, freed, added);
    }

    private static SortedMap<String, ChannelKind> channels(DeviceType type, String slot, ModuleKind module) {
        return module == null ? new TreeMap<>() : DeviceSheets.channels(type, slot, module);
    }

    /** Exchanges modules. The values of channels that go are taken away. */
    public static Project fit(Project project, String name, List<Exchange> exchanges) {
        Device device = project.device(name);
        SortedMap<String, Entry> modules = new TreeMap<>(device.fitted().modules());
        for (Exchange exchange : exchanges) {
            for (String channel : exchange.freed().keySet()) {
                device = device.with(device.given().without(channel));
            }
            if (exchange.after().isEmpty()) {
                modules.remove(exchange.slot());
            } else {
                modules.put(exchange.slot(), new Entry(exchange.after(), device.position()));
            }
        }
        return project.with(device.with(device.fitted().withModules(modules)));
    }

    /**
     * Gives a device the modules, licences and hardware version that an ordering code stands for.
     *
     * @throws RefusedException when the code is wrong, or the type has none
     */
    public static Project order(Project project, String name, String code) {
        Device device = project.device(name);
        return project.with(ordered(device, project.typeOf(device), code));
    }

    static Device ordered(Device device, DeviceType type, String code) {
        OrderCode form = type.hardware()
                .ordering()
                .orElseThrow(() -> new RefusedException(
                        type.name() + " has no ordering code",
                        "Fit modules one by one.",
                        Step.of(Action.FIT, "DEVICE", "SLOT", "MODULE")));
        OrderCode.Decoded decoded = form.decode(code);
        if (!decoded.mistakes().isEmpty()) {
            throw new RefusedException(
                    "ordering code " + code + ": " + String.join("; ", decoded.mistakes()),
                    "The form is " + form.form() + ".",
                    Step.of(Action.READ_ORDER_CODE, type.name()));
        }
        Plate plate = device.plate().with(Plate.Item.ORDER_CODE, code);
        if (!decoded.hardware().isEmpty()) {
            plate = plate.with(Plate.Item.HARDWARE, decoded.hardware());
        }
        return device.with(plate)
                .with(device.fitted()
                        .withModules(NewDevice.entries(decoded.modules(), device.position()))
                        .withLicences(NewDevice.entries(decoded.licences(), device.position())));
    }

    /**
     * Records that a person has set selectors to their positions.
     *
     * @param positions positions by selector
     */
    public static Project tick(Project project, String name, Map<String, String> positions) {
        Device device = project.device(name);
        SortedMap<String, Entry> ticked = new TreeMap<>(device.fitted().ticked());
        ticked.putAll(NewDevice.entries(positions, device.position()));
        return project.with(device.with(device.fitted().withTicked(ticked)));
    }
}
