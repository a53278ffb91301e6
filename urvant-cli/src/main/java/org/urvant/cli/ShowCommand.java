package org.urvant.cli;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.protection.View;
import org.urvant.core.text.Word;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.compare.ChangedValues;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.ValueRow;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "show",
        description = {
            "Show a device as a tree: its settings by section, groups, channels, tables, connections, mappings.",
            "Values in bold differ from the default; what does not apply is said with the reason."
        },
        footer = {
            "",
            "Examples: urvant show GW1",
            "          urvant show RTU1 recipients --all",
            "          urvant show RTU1 --changed",
            "          urvant show RTU1 --since signed-off",
            "          urvant show RTU1 --find alarm",
            "          urvant show F11 group.1 --in primary"
        })
final class ShowCommand extends Command {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String deviceName;

    @Parameters(
            index = "1",
            arity = "0..1",
            paramLabel = "PART",
            description = "Only what begins so: a section, channel, table or connection.")
    private String part;

    @Mixin
    private ValueChoice choice = new ValueChoice();

    @Option(
            names = "--in",
            paramLabel = "SIDE",
            description = "Values on one side of the instrument transformers: primary, secondary, percent-of-rated.")
    private String side;

    @Mixin
    private DeviceAccess access;

    ShowCommand(Session session) {
        super(session);
        this.access = new DeviceAccess();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = load(folder);
        Device device = project.device(deviceName);
        DeviceType type = project.typeOf(device);
        DeviceSheets sheets = DeviceSheets.of(type, device);
        Optional<ChangedValues> changes = new Sides(this, access, folder, project).changes(device, choice.since());
        UnaryOperator<ValueRow> viewed = viewed();
        List<ValueRow> rows = ValueRow.of(sheets).stream()
                .filter(row -> choice.isWanted(row, part, json, changes))
                .map(viewed)
                .toList();
        if (part != null && rows.isEmpty() && choice.since().isEmpty()) {
            List<String> parts = sheets.paths().stream()
                    .map(path -> path.split("\\.")[0])
                    .distinct()
                    .toList();
            if (!parts.contains(part.split("\\.")[0])) {
                throw new UnknownNameException("part of " + deviceName, part, parts);
            }
        }
        if (json) {
            sayJson(Json.object(
                    "device", device.name(),
                    "type", type.name(),
                    "settings",
                            rows.stream()
                                    .map(row -> DeviceView.json(row, changes.flatMap(all -> all.before(row.path()))))
                                    .toList(),
                    "mappings", device.mappings().stream().map(DeviceView::json).toList()));
            return Exit.DONE;
        }
        DeviceView view = new DeviceView(this, device, type, changes);
        view.sayHeader(Marked.text(project, device));
        view.sayTree(rows);
        if (choice.since().isPresent()) {
            say(choice.differing(rows.size()));
            return Exit.DONE;
        }
        if (part == null && choice.isWhole()) {
            view.sayMappings();
        }
        hidden(sheets, rows.size());
        return Exit.DONE;
    }

    private UnaryOperator<ValueRow> viewed() {
        if (side == null) {
            return UnaryOperator.identity();
        }
        View view = View.of(side).orElseThrow(() -> new UnknownNameException("side", side, Word.all(View.class)));
        return row -> row.in(view);
    }

    private void hidden(DeviceSheets sheets, int shown) {
        int rest = sheets.paths().size() - shown;
        if (rest > 0 && part == null && choice.isWhole()) {
            note(paint.faint(
                    count(rest, "setting") + " more with --all: idle, expert, or of channels at their defaults"));
        }
    }
}
