package org.urvant.cli;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.urvant.core.device.Meaning;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.transfer.UnitCheck;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.setting.DeviceSheets;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "clock",
        description = "Compare a device's clock with this computer's, or set it.",
        footer = {"", "Example: urvant clock GW1 --set"})
final class ClockCommand extends Command {
    private static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss xxx", Locale.ROOT);

    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--set", description = "Set the device's clock from this computer.")
    private boolean set;

    @Mixin
    private DeviceAccess access;

    ClockCommand(Session session) {
        super(session);
        this.access = new DeviceAccess();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = load(folder);
        Device device = project.device(name);
        if (set) {
            try (DeviceAccess.Open open = access.openToWrite(this, folder, project, device)) {
                say(name + ": clock " + UnitCheck.setClock(open.link(), session.clock()));
                return Exit.DONE;
            }
        }
        try (MaintenanceLink link = DeviceAccess.link(session, device)) {
            DeviceAccess.confirm(this, link, device);
            Instant shown = link.clock();
            Duration ahead = UnitCheck.clockAhead(shown, session.clock());
            boolean alike = UnitCheck.isClockRight(ahead);
            ZoneId zone = zone(project, device);
            if (json) {
                sayJson(Json.object("device", name, "utc", shown.toString(), "aheadMillis", ahead.toMillis()));
            } else {
                say(name + " shows " + LOCAL.format(shown.atZone(zone)) + " " + zone.getId());
                say(alike ? paint.good(UnitCheck.clockText(ahead)) : paint.warn(UnitCheck.clockText(ahead)));
            }
            if (!alike) {
                next("urvant clock " + name + " --set");
            }
            return alike ? Exit.DONE : Exit.DIFFERENT;
        }
    }

    private static ZoneId zone(Project project, Device device) {
        Object zone = DeviceSheets.of(project.typeOf(device), device).own().value(Meaning.CLOCK_ZONE);
        return zone instanceof String id && ZoneId.getAvailableZoneIds().contains(id)
                ? ZoneId.of(id)
                : ZoneId.of("UTC");
    }
}
