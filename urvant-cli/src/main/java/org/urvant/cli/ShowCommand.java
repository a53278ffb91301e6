package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.fault.UnknownNameException;
import org.urvant.core.project.Device;
import org.urvant.core.project.Entry;
import org.urvant.core.project.Mapping;
import org.urvant.core.project.Project;
import org.urvant.core.setting.DeviceSheets;
import org.urvant.core.setting.Sheet;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "show",
        description = "Show a device on one page: settings, connections, mappings.",
        footer = {"", "Example: urvant show GW1"})
final class ShowCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String deviceName;

    private final List<Object> settings = new ArrayList<>();

    ShowCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        Device device = project.device(deviceName);
        DeviceType type = project.type(device)
                .orElseThrow(() -> new UnknownNameException(
                        "device type", device.type().text(), project.types().keySet()));
        Table table = new Table("setting", "value", "default", "allowed", "meaning");
        for (Sheet sheet : DeviceSheets.of(type, device).all()) {
            rows(table, sheet);
        }
        Table mapped = new Table("name", "from", "source", "to", "destination");
        for (Mapping row : device.mappings()) {
            mapped.row(row.name(), row.from(), row.source(), row.to(), row.destination());
        }
        if (json) {
            List<Object> mappings = new ArrayList<>();
            device.mappings()
                    .forEach(row -> mappings.add(Json.object(
                            "key", row.key(),
                            "name", row.name(),
                            "from", row.from(),
                            "source", row.source(),
                            "to", row.to(),
                            "destination", row.destination())));
            sayJson(Json.object(
                    "device", device.name(), "type", type.name(), "settings", settings, "mappings", mappings));
            return Exit.DONE;
        }
        say(paint.strong(device.name()) + "  " + type.title() + " " + type.name() + " by " + type.maker()
                + ", firmware " + device.firmware().text() + ", link "
                + device.maintenanceLink().map(Entry::text).orElse("none"));
        say(paint.warn(Marked.text(project, device)));
        say("");
        say(table);
        if (!mapped.isEmpty()) {
            say("");
            say(mapped);
        }
        return Exit.DONE;
    }

    private void rows(Table table, Sheet sheet) {
        for (SettingDefinition definition : sheet.definition().settings().values()) {
            Entry entry = sheet.given().get(definition.path());
            String standard = definition.standardValue().orElse("");
            String unit = definition.unit().isEmpty() ? "" : " " + definition.unit();
            boolean open = entry == null && standard.isEmpty() && !definition.isOptional();
            String value = entry == null ? standard : entry.text();
            table.row(
                    sheet.path(definition.path()),
                    open ? "(open)" : value.endsWith(unit) ? value : value + unit,
                    entry == null && !open ? "=" : standard,
                    definition.allowed(sheet),
                    definition.meaning());
            settings.add(Json.object(
                    "setting",
                    sheet.path(definition.path()),
                    "value",
                    open ? null : value,
                    "default",
                    standard.isEmpty() ? null : standard,
                    "unit",
                    definition.unit(),
                    "given",
                    entry != null,
                    "meaning",
                    definition.meaning()));
        }
    }
}
