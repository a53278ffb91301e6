package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.error.RefusedException;
import org.urvant.core.text.NumberedNames;
import org.urvant.devices.link.Identity;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.transfer.UnitCheck;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.Change;
import org.urvant.project.change.HardwareChange;
import org.urvant.project.change.ValueChange;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "fit",
        description =
                "Fit a module into a slot of a device, or empty the slot. Says first which channels stay, go and come;"
                        + " what was given for channels that go is taken away.",
        footer = {"", "Examples: urvant fit RTU1 E1 di8", "          urvant fit RTU1 --as-built"})
final class FitCommand extends ChangingCommand {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Parameters(index = "1", arity = "0..1", paramLabel = "SLOT", description = "Name of the slot.")
    private String slot;

    @Parameters(index = "2", arity = "0..1", defaultValue = "", paramLabel = "MODULE", description = "Kind of module.")
    private String module;

    @Option(names = "--empty", description = "Take the module out.")
    private boolean empty;

    @Option(
            names = "--as-built",
            description =
                    "Ask the device what it is, and take it over: modules, firmware, hardware revision, serial number,"
                            + " MAC address.")
    private boolean asBuilt;

    @Mixin
    private Consent consent;

    FitCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = load(folder);
        SortedMap<String, String> wanted = new TreeMap<>();
        Map<String, String> plate = new TreeMap<>();
        if (asBuilt) {
            asBuilt(project, project.device(name), wanted, plate);
        } else if (slot == null || module.isEmpty() != empty) {
            throw new RefusedException(
                    "what to fit is not clear", "Name slot and module, or slot and --empty, or --as-built.");
        } else {
            wanted.put(slot, module);
        }
        List<HardwareChange.Exchange> exchanges = new ArrayList<>();
        wanted.forEach((place, kind) -> exchanges.add(HardwareChange.exchange(project, name, place, kind)));
        exchanges.removeIf(exchange -> exchange.before().equals(exchange.after()));
        exchanges.forEach(this::say);
        plate.forEach((key, value) -> say(name + " " + key + " → " + value));
        if (json) {
            sayJson(
                    asBuilt
                            ? Json.object(
                                    "modules",
                                    exchanges.stream().map(FitCommand::json).toList(),
                                    "unit",
                                    plate)
                            : exchanges.stream().map(FitCommand::json).toList());
        }
        if (exchanges.isEmpty() && plate.isEmpty()) {
            say(name + " is fitted so already");
            return Exit.DONE;
        }
        boolean loses = exchanges.stream()
                .flatMap(exchange -> exchange.freed().values().stream())
                .anyMatch(values -> !values.isEmpty());
        if (!plate.isEmpty()) {
            consent.ask("Is this the unit that " + name + " is to be?", "nothing was changed");
        } else if (loses) {
            consent.ask("Exchange " + (exchanges.size() == 1 ? "the module?" : "the modules?"), "nothing was changed");
        }
        Project changed = HardwareChange.fit(ValueChange.set(project, name, plate), name, exchanges);
        folder.carryOut(Change.of(project, changed).keepingOld()).forEach(this::sayKept);
        next("urvant check " + name);
        return Exit.DONE;
    }

    /** Asks the unit what it is: its modules by slot, and what differs of its plate by the key in the device's file. */
    private void asBuilt(Project project, Device device, SortedMap<String, String> modules, Map<String, String> plate) {
        try (MaintenanceLink link = DeviceAccess.link(session, device)) {
            Identity identity = DeviceAccess.confirm(this, link, device);
            device.fitted().modules().keySet().forEach(place -> modules.put(place, ""));
            modules.putAll(identity.modules()
                    .orElseThrow(() -> new RefusedException(
                            name + " does not say which modules it has", "Look at it, and name slot and module.")));
            for (UnitCheck.Mismatch mismatch : UnitCheck.mismatches(identity, project, device)) {
                mismatch.key().ifPresent(key -> plate.put(key, mismatch.found()));
            }
        }
    }

    private void say(HardwareChange.Exchange exchange) {
        say(name + " slot " + exchange.slot() + ": " + word(exchange.before()) + " → " + word(exchange.after()));
        say("  channels that stay: " + list(exchange.kept()));
        say("  channels that come: " + list(exchange.added()));
        List<String> bare = new ArrayList<>();
        exchange.freed().forEach((channel, values) -> {
            if (values.isEmpty()) {
                bare.add(channel);
            } else {
                say("  " + paint.warn("goes: ") + channel + " with " + String.join(", ", values));
            }
        });
        say("  channels that go, of which nothing is given: " + list(bare));
    }

    private static Object json(HardwareChange.Exchange exchange) {
        return Json.object(
                "slot", exchange.slot(),
                "before", exchange.before(),
                "after", exchange.after(),
                "kept", exchange.kept(),
                "freed", List.copyOf(exchange.freed().keySet()),
                "added", exchange.added());
    }

    private static String word(String module) {
        return module.isEmpty() ? "empty" : module;
    }

    private static String list(List<String> channels) {
        return channels.isEmpty() ? "none" : NumberedNames.brief(channels);
    }
}
