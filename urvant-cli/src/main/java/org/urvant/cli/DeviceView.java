package org.urvant.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.device.DeviceType;
import org.urvant.core.finding.Entry;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.compare.ChangedValues;
import org.urvant.project.setting.Sheet;
import org.urvant.project.setting.ValueRow;

/** Shows a device: what it is, its values as a tree, its mappings. */
final class DeviceView {
    private final Command command;
    private final Device device;
    private final DeviceType type;
    private final Optional<ChangedValues> changes;

    DeviceView(Command command, Device device, DeviceType type, Optional<ChangedValues> changes) {
        this.command = command;
        this.device = device;
        this.type = type;
        this.changes = changes;
    }

    /** Says what the device is, what is fitted, and its marks. */
    void sayHeader(String marks) {
        command.say(
                command.paint.strong(device.name()) + "  " + type.title() + " " + type.name() + " by " + type.maker()
                        + ", firmware " + device.firmware().text() + ", link "
                        + device.maintenanceLink().map(Entry::text).orElse("none"));
        List<String> fitted = new ArrayList<>();
        device.plate().entry(Plate.Item.ORDER_CODE).ifPresent(code -> fitted.add("order code " + code.text()));
        device.plate().entry(Plate.Item.HARDWARE).ifPresent(version -> fitted.add("hardware " + version.text()));
        device.fitted().modules().forEach((slot, module) -> fitted.add(slot + ": " + module.text()));
        device.fitted().licences().forEach(licence -> fitted.add("licence " + licence.text()));
        if (!fitted.isEmpty()) {
            command.say(String.join(", ", fitted));
        }
        command.say(command.paint.warn(marks));
    }

    /** Says the values, branch by branch. */
    void sayTree(List<ValueRow> rows) {
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
            command.say("");
            command.say(command.paint.command(name) + (title.isEmpty() ? "" : "  " + command.paint.faint(title)));
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
        String painted = row.isOpen() ? command.paint.bad(value) : row.differs() ? command.paint.strong(value) : value;
        String state = !row.idle().isEmpty()
                ? "does not apply: " + row.idle()
                : row.isOpen()
                        ? row.setting().allowed(row.sheet())
                        : row.value().isEmpty() ? "not given" : row.differs() ? "" : "default";
        String line = (isLast ? "└ " : "├ ") + name + " ".repeat(Math.max(1, width + 2 - name.length()));
        String gap = " ".repeat(Math.max(2, 18 - value.codePointCount(0, value.length())));
        String past = past(row);
        String note = past
                + (state.isEmpty()
                        ? row.setting().meaning()
                        : state + (row.isOpen() ? ": " : "; ") + row.setting().meaning());
        int room = command.session.width() - line.length() - value.length() - gap.length();
        String cut = note.length() > room && room > 12 ? note.substring(0, room - 1) + "…" : note;
        command.say(line + painted + gap + (past.isEmpty() ? command.paint.faint(cut) : command.paint.warn(cut)));
    }

    /** A value that is not what the device got, or what was saved, is marked with what that was. */
    private String past(ValueRow row) {
        return changes.flatMap(all -> all.before(row.path())
                        .map(text -> all.state() + ": "
                                + (text.isEmpty()
                                        ? "none"
                                        : (text + " " + row.setting().unit()).strip())
                                + "; "))
                .orElse("");
    }

    /** Says the rows of its mapping table. */
    void sayMappings() {
        if (device.mappings().isEmpty()) {
            return;
        }
        Table mapped = new Table("name", "from", "source", "to", "destination");
        for (Mapping row : device.mappings()) {
            mapped.row(row.name(), row.from(), row.shownSource(), row.to(), row.destination());
        }
        command.say("");
        command.say(mapped);
    }

    static Object json(ValueRow row, Optional<String> before) {
        String standard = row.setting().standardValue().orElse(null);
        return Json.object(
                "setting", row.path(),
                "value", row.sheet().text(row.setting()).orElse(null),
                "derived", row.setting().isDerived(),
                "default", standard,
                "shown", row.value(),
                "unit", row.setting().unit(),
                "given", row.isGiven(),
                "differs", row.differs(),
                "before", before.orElse(null),
                "idle", row.idle().isEmpty() ? null : row.idle(),
                "allowed", row.setting().allowed(row.sheet()),
                "meaning", row.setting().meaning());
    }

    static Object json(Mapping row) {
        return Json.object(
                "key", row.key(),
                "name", row.name(),
                "from", row.from(),
                "source", row.source(),
                "transform", row.transform(),
                "to", row.to(),
                "destination", row.destination());
    }
}
