package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.device.Service;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "services",
        description = "List what devices offer on their networks, open or closed, with the risk of leaving it open.",
        footer = {"", "Example: urvant services"})
final class ServicesCommand extends Command {
    @Parameters(
            arity = "0..1",
            defaultValue = "*",
            paramLabel = "DEVICE",
            description = "Names of devices; all when not" + " given.")
    private String devices;

    ServicesCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = load(folder());
        Table table = new Table("device", "service", "port", "open", "in clear text", "risk", "switched by");
        List<Object> rows = new ArrayList<>();
        for (String name : Wildcard.choose("device", devices, project.devices().keySet())) {
            Device device = project.device(name);
            project.type(device).ifPresent(type -> {
                DeviceSheets sheets = DeviceSheets.of(type, device);
                for (Service service : type.services()) {
                    boolean open = sheets.isOpen(service);
                    table.row(
                            name,
                            service.name(),
                            service.port(),
                            open ? "yes" : "no",
                            service.isClearText() ? "yes" : "no",
                            service.risk(),
                            service.setting().isEmpty() ? "always open" : service.setting());
                    rows.add(Json.object(
                            "device", name,
                            "service", service.name(),
                            "port", service.port(),
                            "open", open,
                            "clearText", service.isClearText(),
                            "risk", service.risk(),
                            "setting", service.setting()));
                }
            });
        }
        if (json) {
            sayJson(rows);
        } else if (table.isEmpty()) {
            note("no device type says which services it has");
        } else {
            say(table);
        }
        return Exit.DONE;
    }
}
