package org.urvant.cli;

import java.util.List;
import java.util.function.UnaryOperator;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.protection.View;
import org.urvant.core.text.Word;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.project.setting.ValueRow;
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

    @Option(names = "--changed", description = "Only what differs from the default.")
    private boolean changed;

    @Option(names = "--expert", description = "Also settings that most people leave alone.")
    private boolean expert;

    @Option(names = "--all", description = "Also what does not apply, and what channels have at their defaults.")
    private boolean all;

    @Option(names = "--find", paramLabel = "TEXT", description = "Only what contains a text: path, meaning or value.")
    private String find;

    @Option(
            names = "--in",
            paramLabel = "SIDE",
            description = "Values on one side of the instrument transformers: primary, secondary, percent-of-rated.")
    private String side;

    ShowCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        Device device = project.device(deviceName);
        DeviceType type = project.typeOf(device);
        DeviceSheets sheets = DeviceSheets.of(type, device);
        UnaryOperator<ValueRow> viewed = viewed();
        List<ValueRow> rows =
                ValueRow.of(sheets).stream().filter(this::isWanted).map(viewed).toList();
        if (part != null && rows.isEmpty()) {
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
                    "settings", rows.stream().map(DeviceView::json).toList(),
                    "mappings", device.mappings().stream().map(DeviceView::json).toList()));
            return Exit.DONE;
        }
        DeviceView view = new DeviceView(this, device, type);
        view.sayHeader(Marked.text(project, device));
        view.sayTree(rows);
        if (part == null && find == null && !changed) {
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

    private boolean isWanted(ValueRow row) {
        if (part != null && !row.path().equals(part) && !row.path().startsWith(part + ".")) {
            return false;
        }
        if (find != null) {
            return row.contains(find);
        }
        if (changed) {
            return row.differs();
        }
        boolean isQuiet = !row.isGiven() && !row.isOpen();
        boolean bareChannel =
                row.sheet().kind() == Sheet.Kind.CHANNEL && row.sheet().given().isEmpty() && part == null;
        return all
                || json
                || !isQuiet
                || row.idle().isEmpty()
                        && !bareChannel
                        && (expert || !row.setting().traits().isExpert());
    }

    private void hidden(DeviceSheets sheets, int shown) {
        int rest = sheets.paths().size() - shown;
        if (rest > 0 && part == null && find == null && !changed) {
            note(paint.faint(
                    count(rest, "setting") + " more with --all: idle, expert, or of channels at their defaults"));
        }
    }
}
