package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.finding.Entry;
import org.urvant.core.progress.Cores;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;

/** Shows the devices of a project. */
final class DeviceListView {
    private final Command command;
    private final Project project;

    DeviceListView(Command command, Project project) {
        this.command = command;
        this.project = project;
    }

    /**
     * Shows devices.
     *
     * @param find the text that they were found by; empty for all
     */
    void say(List<Device> found, String find) {
        Table table = new Table("device", "type", "firmware", "link", "connections", "mappings", "marks");
        List<Object> rows = new ArrayList<>();
        List<List<String>> marks =
                Cores.map(found, device -> Marked.of(project, device).words());
        for (int i = 0; i < found.size(); i++) {
            Device device = found.get(i);
            String link = device.maintenanceLink().map(Entry::text).orElse("none");
            table.row(
                    device.name(),
                    device.type().text(),
                    device.firmware().text(),
                    link,
                    device.connections().size(),
                    device.mappings().size(),
                    Marked.text(marks.get(i)));
            rows.add(Json.object(
                    "device", device.name(),
                    "type", device.type().text(),
                    "link", link,
                    "description", device.plate().text(Plate.Item.DESCRIPTION),
                    "marks", marks.get(i)));
        }
        if (command.json) {
            command.sayJson(rows);
        } else if (table.isEmpty() && !find.isEmpty()) {
            command.note("no device is found by '" + find + "'");
        } else if (table.isEmpty()) {
            command.note("no device yet");
            command.next("urvant device add NAME --type TYPE");
        } else {
            command.say(table);
        }
    }
}
