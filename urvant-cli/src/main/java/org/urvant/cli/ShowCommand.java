package org.urvant.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
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
            "          urvant show RTU1 --find alarm"
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

    ShowCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        Device device = project.device(deviceName);
        DeviceType type = project.typeOf(device);
        DeviceSheets sheets = DeviceSheets.of(type, device);
        List<ValueRow> rows =
                ValueRow.of(sheets).stream().filter(this::isWanted).toList();
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
                    "settings", rows.stream().map(ShowCommand::json).toList(),
                    "mappings",
                            device.mappings().stream().map(ShowCommand::json).toList()));
            return Exit.DONE;
        }
        header(project, device, type);
        tree(type, rows);
        mappings(device);
        hidden(sheets, rows.size());
        return Exit.DONE;
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

    private void header(Project project, Device device, DeviceType type) {
        say(paint.strong(device.name()) + "  " + type.title() + " " + type.name() + " by " + type.maker()
                + ", firmware " + device.firmware().text() + ", link "
                + device.maintenanceLink().map(Entry::text).orElse("none"));
        List<String> fitted = new ArrayList<>();
        device.plate().entry(Plate.Item.ORDER_CODE).ifPresent(code -> fitted.add("order code " + code.text()));
        device.plate().entry(Plate.Item.HARDWARE).ifPresent(version -> fitted.add("hardware " + version.text()));
        device.fitted().modules().forEach((slot, module) -> fitted.add(slot + ": " + module.text()));
        device.fitted().licences().forEach(licence -> fitted.add("licence " + licence.text()));
        if (!fitted.isEmpty()) {
            say(String.join(", ", fitted));
        }
        say(paint.warn(Marked.text(project, device)));
    }

    private void tree(DeviceType type, List<ValueRow> rows) {
        Map<String, List<ValueRow>> branches = new LinkedHashMap<>();
        rows.forEach(row ->
                branches.computeIfAbsent(branch(row), key -> new ArrayList<>()).add(row));
        int widest = rows.stream()
                .mapToInt(row -> row.path().length() - branch(row).length())
                .max()
                .orElse(0);
        for (Map.Entry<String, List<ValueRow>> branch : branches.entrySet()) {
            String name = branch.getKey();
            String title = type.plate().sections().getOrDefault(name, "");
            say("");
            say(paint.command(name) + (title.isEmpty() ? "" : "  " + paint.faint(title)));
            List<ValueRow> leaves = branch.getValue();
            for (int i = 0; i < leaves.size(); i++) {
                leaf(leaves.get(i), name, i == leaves.size() - 1, Math.min(widest, 34));
            }
        }
    }

    private static String branch(ValueRow row) {
        if (row.sheet().kind() != Sheet.Kind.DEVICE) {
            return row.sheet().prefix();
        }
        int dot = row.path().indexOf('.');
        return dot < 0 ? row.path() : row.path().substring(0, dot);
    }

    private void leaf(ValueRow row, String branch, boolean isLast, int width) {
        String name = row.path().equals(branch) ? "·" : row.path().substring(branch.length() + 1);
        String value = row.isOpen() ? "(open)" : row.value().isEmpty() ? "–" : row.value();
        String painted = row.isOpen() ? paint.bad(value) : row.differs() ? paint.strong(value) : value;
        String state = !row.idle().isEmpty()
                ? "does not apply: " + row.idle()
                : row.isOpen()
                        ? row.setting().allowed(row.sheet())
                        : row.value().isEmpty() ? "not given" : row.differs() ? "" : "default";
        String line = (isLast ? "└ " : "├ ") + name + " ".repeat(Math.max(1, width + 2 - name.length()));
        String gap = " ".repeat(Math.max(2, 18 - value.codePointCount(0, value.length())));
        String note = state.isEmpty()
                ? row.setting().meaning()
                : state + (row.isOpen() ? ": " : "; ") + row.setting().meaning();
        int room = session.width() - line.length() - value.length() - gap.length();
        String cut = note.length() > room && room > 12 ? note.substring(0, room - 1) + "…" : note;
        say(line + painted + gap + paint.faint(cut));
    }

    private void mappings(Device device) {
        if (device.mappings().isEmpty() || part != null || find != null || changed) {
            return;
        }
        Table mapped = new Table("name", "from", "source", "to", "destination");
        for (Mapping row : device.mappings()) {
            mapped.row(row.name(), row.from(), row.source(), row.to(), row.destination());
        }
        say("");
        say(mapped);
    }

    private void hidden(DeviceSheets sheets, int shown) {
        int rest = sheets.paths().size() - shown;
        if (rest > 0 && part == null && find == null && !changed) {
            note(paint.faint(
                    count(rest, "setting") + " more with --all: idle, expert, or of channels at their defaults"));
        }
    }

    private static Object json(ValueRow row) {
        String standard = row.setting().standardValue().orElse(null);
        return Json.object(
                "setting", row.path(),
                "value", row.sheet().text(row.setting()).orElse(null),
                "derived", row.setting().isDerived(),
                "default", standard,
                "unit", row.setting().unit(),
                "given", row.isGiven(),
                "differs", row.differs(),
                "idle", row.idle().isEmpty() ? null : row.idle(),
                "allowed", row.setting().allowed(row.sheet()),
                "meaning", row.setting().meaning());
    }

    private static Object json(Mapping row) {
        return Json.object(
                "key", row.key(),
                "name", row.name(),
                "from", row.from(),
                "source", row.source(),
                "to", row.to(),
                "destination", row.destination());
    }
}
