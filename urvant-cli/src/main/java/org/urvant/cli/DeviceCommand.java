package org.urvant.cli;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Ref;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.Change;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.reference.References;
import picocli.CommandLine;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@CommandLine.Command(
        name = "device",
        description = "List the devices, add one by any route, copy or remove one.",
        footer = {
            "",
            "Examples: urvant device --find gateway --sort type",
            "          urvant device add GW1 --type ravnsund-g3 --link 192.0.2.20:8443",
            "          urvant device add F11 --type marrowby-f2 --order-code MF2-BVL-3",
            "          urvant device add RTU1 --type fjellmast-c2 --example pump-station",
            "          urvant device add GW9 --from GW9.json",
            "          urvant device copy RTU1 RTU2",
            "          urvant device remove RTU7"
        })
final class DeviceCommand extends ChangingCommand {
    @Option(
            names = "--find",
            paramLabel = "TEXT",
            defaultValue = "",
            description = "Only devices whose name, type, maker," + " labels or description contain a text.")
    private String find;

    @Option(names = "--sort", paramLabel = "COLUMN", defaultValue = "device", description = "device, type or firmware.")
    private String sort;

    DeviceCommand(Session session) {
        super(session);
    }

    @CommandLine.Command(
            name = "add",
            description = "Add a device: of a type with its defaults, from a prepared example, from"
                    + " a configuration's file, or from a unit that is there already.")
    int add(
            @Parameters(paramLabel = "NAME", description = "Name of the device.") String name,
            @Mixin NewDeviceOptions options) {
        options.add(this, changing(), name);
        return Exit.DONE;
    }

    @CommandLine.Command(
            name = "copy",
            description = "Add a device with the values, mappings and programs of another, but for what belongs to the"
                    + " one device; --twin for the other of a redundant pair, which must stay alike.")
    int copy(
            @Parameters(paramLabel = "DEVICE", description = "The device to copy.") String from,
            @Parameters(paramLabel = "NEW", description = "Name of the copy.") String name,
            @Option(names = "--twin", description = "The two are a redundant pair.") boolean twin) {
        ProjectFolder folder = changing();
        Project project = load(folder);
        DeviceChange.Copied copied = DeviceChange.copy(project, from, name, twin);
        folder.carryOut(copied.change(project));
        List<String> open = copied.open();
        int rows = project.device(from).mappings().size();
        sayDone(
                "added",
                "add",
                name + ", a copy of " + from + (rows == 0 ? "" : ", with " + count(rows, "row") + " of its mapping"));
        if (!copied.given().isEmpty()) {
            say("given by the conventions: " + BayView.pairs(copied.given()));
        }
        if (!open.isEmpty()) {
            say("to be given, for they belong to the one device: " + String.join(", ", open));
        }
        next("urvant open " + name);
        return Exit.DONE;
    }

    @CommandLine.Command(
            name = "remove",
            description = "Remove a device; refused while something refers to it, unless that" + " is to go too.")
    int remove(
            @Parameters(paramLabel = "DEVICE", description = "The device.") String name,
            @Option(names = "--cascade", description = "Take away what refers to it, too.") boolean cascade,
            @Mixin Consent consent) {
        ProjectFolder folder = changing();
        Project project = load(folder);
        Device device = project.device(name);
        say("goes: " + name + " with " + count(device.connections().size(), "connection") + " and "
                + count(device.mappings().size(), "mapping"));
        References.to(project, Ref.device(name)).forEach(referrer -> say("names it: " + referrer));
        Project rest = DeviceChange.remove(project, name, cascade);
        consent.ask("Remove " + name + "?", "nothing was removed");
        folder.carryOut(Change.of(project, rest).keepingOld()).forEach(this::sayKept);
        sayDone("removed", "remove", name);
        next("urvant undo");
        return Exit.DONE;
    }

    @Override
    public Integer call() {
        Project project = load(folder());
        List<Device> found = new ArrayList<>(project.devicesWith(find));
        found.sort(
                switch (sort) {
                    case "device" -> Comparator.comparing(Device::name);
                    case "type" ->
                        Comparator.comparing((Device device) -> device.type().text());
                    case "firmware" ->
                        Comparator.comparing(
                                (Device device) -> device.firmware().text());
                    default -> throw new UnknownNameException("column", sort, List.of("device", "type", "firmware"));
                });
        new DeviceListView(this, project).say(found, find);
        return Exit.DONE;
    }
}
