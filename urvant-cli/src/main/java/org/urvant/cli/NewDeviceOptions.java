package org.urvant.cli;

import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.devices.link.Identity;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.transfer.RecordedLink;
import org.urvant.project.Plate;
import org.urvant.project.change.NewDevice;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.folder.ConfigurationFile;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** How a new device comes: of a type, from a configuration's file, or from a unit that is there. */
final class NewDeviceOptions {
    @ArgGroup(multiplicity = "1")
    private Route route;

    @Option(names = "--firmware", paramLabel = "VERSION", description = "Firmware; the newest when not given.")
    private String firmware;

    @Option(names = "--hardware", paramLabel = "VERSION", description = "Hardware version.")
    private String hardware;

    @Option(names = "--order-code", paramLabel = "CODE", description = "Ordering code: modules and licences follow.")
    private String orderCode;

    @Option(names = "--example", paramLabel = "NAME", description = "A prepared example of the type.")
    private String example;

    @Option(names = "--link", paramLabel = "ADDRESS:PORT", description = "Its maintenance link.")
    private String linkGiven;

    @Mixin
    private DeviceAccess access = new DeviceAccess();

    /** What a new device begins with; one of these. */
    static final class Route {
        @Option(names = "--type", paramLabel = "TYPE", description = "Device type; see 'urvant types'.")
        private String type;

        @Option(
                names = "--from",
                paramLabel = "FILE",
                description = "A configuration's file, as 'urvant configuration --portable' writes it.")
        private String file;

        @Option(
                names = "--from-unit",
                paramLabel = "ADDRESS:PORT",
                description = "A unit that is there already: its type" + " and configuration are read.")
        private String unit;
    }

    /** Adds it. */
    void add(ChangingCommand command, ProjectFolder folder, String name) {
        boolean isMore = firmware != null || hardware != null || orderCode != null || example != null;
        if (isMore && route.type == null) {
            throw command.wrongUse("--firmware, --hardware, --order-code and --example belong to --type; "
                    + (route.file == null ? "the unit" : "the file") + " says what the device is");
        }
        if (linkGiven != null && route.unit != null) {
            throw command.wrongUse("--from-unit gives the device its link; leave --link out");
        }
        if (route.type != null) {
            NewDevice.Start start = NewDevice.Start.of(route.type)
                    .with(Plate.Item.FIRMWARE, firmware)
                    .with(Plate.Item.HARDWARE, hardware)
                    .with(Plate.Item.ORDER_CODE, orderCode)
                    .with(Plate.Item.LINK, linkGiven)
                    .withExample(example);
            folder.change(site -> NewDevice.add(site, name, start));
            command.sayDone("added", "add", name + ", type " + route.type);
        } else if (route.file != null) {
            ConfigurationFile file = ConfigurationFile.read(command.session.path(route.file), route.file);
            folder.change(site -> NewDevice.addHeld(
                    site, name, file.configuration(), "file " + route.file, Optional.ofNullable(linkGiven)));
            command.sayDone("added", "add", name + " from " + route.file + ", made by " + file.madeBy());
        } else {
            addUnit(command, folder, name);
        }
        command.next("urvant show " + name);
    }

    private void addUnit(ChangingCommand command, ProjectFolder folder, String name) {
        try (MaintenanceLink link = new MaintenanceLink(
                route.unit, new KnownDevices(command.session.home().resolve("known-devices")))) {
            RecordedLink recorded = RecordedLink.of(link, folder.history(name), Optional.empty());
            Identity identity = recorded.identify();
            access.logOn(command, folder, name, identity.type(), link, recorded);
            Configuration held = recorded.read()
                    .orElseThrow(() -> new RefusedException(
                            "the unit at " + route.unit + " has no configuration yet",
                            "Add it with --type " + identity.type() + "."));
            folder.change(
                    site -> NewDevice.addHeld(site, name, held, "unit " + identity.serial(), Optional.of(route.unit)));
            command.sayDone("added", "add", name + " from the unit at " + route.unit + ", serial " + identity.serial());
        }
    }
}
