package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.project.Device;
import org.urvant.core.project.Entry;
import org.urvant.core.project.Project;
import picocli.CommandLine;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@CommandLine.Command(
        name = "device",
        description = "Add a device, or list the devices.",
        footer = {"", "Example: urvant device add GW1 --type ravnsund-g3 --link 192.0.2.20:8443"})
final class DeviceCommand extends Command {
    @CommandLine.Spec
    private CommandLine.Model.CommandSpec spec;

    DeviceCommand(Session session) {
        super(session);
    }

    @CommandLine.Command(name = "add", description = "Add a device of a type, with its default settings.")
    int add(
            @Parameters(paramLabel = "NAME", description = "Name of the device.") String name,
            @Option(names = "--type", required = true, paramLabel = "TYPE", description = "Device type.") String type,
            @Option(names = "--link", paramLabel = "ADDRESS:PORT", description = "Its maintenance link.") String link) {
        folder().addDevice(name, type, link);
        say("added " + name + ", a " + type);
        next("urvant connect " + name + " CONNECTION");
        return Exit.DONE;
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        Table table = new Table("device", "type", "firmware", "link", "connections", "mappings", "marks");
        List<Object> rows = new ArrayList<>();
        for (Device device : project.devices().values()) {
            String link = device.maintenanceLink().map(Entry::text).orElse("none");
            table.row(
                    device.name(),
                    device.type().text(),
                    device.firmware().text(),
                    link,
                    device.connections().size(),
                    device.mappings().size(),
                    Marked.text(project, device));
            rows.add(Json.object(
                    "device", device.name(),
                    "type", device.type().text(),
                    "link", link,
                    "marks", Marked.of(project, device).words()));
        }
        if (json) {
            sayJson(rows);
        } else if (table.isEmpty()) {
            note("no device yet");
            next("urvant device add NAME --type TYPE");
        } else {
            say(table);
        }
        return Exit.DONE;
    }
}
