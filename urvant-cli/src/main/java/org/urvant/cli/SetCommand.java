package org.urvant.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.setting.DeviceSheets;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "set",
        description = {
            "Give settings values; comments and order in the files stay. Devices and settings may hold * and ?, or be"
                    + " several separated by commas: all are set, or none when one value does not fit.",
            "'urvant undo' takes it back."
        },
        footer = {
            "",
            "Examples: urvant set GW1 watchdog.time 10",
            "          urvant set GW1 scada.common-address 47",
            "          urvant set RTU1 'AI*.range' '4-20 mA'",
            "          urvant set 'RTU*' recipients.Duty.number '+46 31 390 06 00'",
            "          urvant set GW1 watchdog.time --default"
        })
final class SetCommand extends ChangingCommand {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String devices;

    @Parameters(index = "1", paramLabel = "SETTING", description = "Path of the setting, as 'urvant show' lists it.")
    private String setting;

    @Parameters(
            index = "2",
            arity = "0..1",
            paramLabel = "VALUE",
            description = "New value, with or without unit: '1.2 kA' and '1200 A' are one value.")
    private String value;

    @Option(names = "--default", description = "Take the value away, so that the default counts.")
    private boolean standard;

    SetCommand(Session session) {
        super(session);
    }

    private record Change(String device, String path, String before) {}

    @Override
    public Integer call() {
        if ((value == null) != standard) {
            throw new RefusedException(
                    value == null ? "no value is given" : "a value and --default are given",
                    "Give either a value, or --default.");
        }
        ProjectFolder folder = changing();
        Project project = load(folder);
        List<Change> changes = new ArrayList<>();
        Map<String, Map<String, String>> values = new LinkedHashMap<>();
        for (String device : devices(project)) {
            for (String path : paths(project, device)) {
                changes.add(new Change(device, path, ValueChange.shown(project, device, path)));
                values.computeIfAbsent(device, name -> new TreeMap<>()).put(path, value);
            }
        }
        Project after = ValueChange.set(project, values);
        if (!dryRun) {
            folder.save(project, after);
        }
        answer(after, changes);
        for (Change change : changes) {
            ValueChange.rounding(after, change.device, change.path).ifPresent(text -> note(change.device + " " + text));
        }
        next("urvant check" + (values.size() == 1 ? " " + devices : ""));
        return Exit.DONE;
    }

    private List<String> devices(Project project) {
        if (!Wildcard.isOne(devices) && devices.indexOf(',') < 0) {
            return List.of(project.device(devices).name());
        }
        return Wildcard.choose("device", devices, project.devices().keySet());
    }

    private List<String> paths(Project project, String device) {
        if (!Wildcard.isOne(setting)) {
            return List.of(setting);
        }
        List<String> known = project.type(project.device(device))
                .map(type -> DeviceSheets.of(type, project.device(device)).paths())
                .orElse(List.of());
        List<String> chosen =
                known.stream().filter(path -> Wildcard.matches(setting, path)).toList();
        if (chosen.isEmpty()) {
            throw new UnknownNameException("setting", setting, known);
        }
        return chosen;
    }

    private void answer(Project after, List<Change> changes) {
        if (json) {
            List<Object> rows = new ArrayList<>();
            changes.forEach(change -> rows.add(Json.object(
                    "device", change.device, "setting", change.path, "before", change.before, "value", value)));
            sayJson(rows.size() == 1 ? rows.get(0) : rows);
            return;
        }
        changes.forEach(change -> say(change.device + " " + change.path + ": " + change.before + " → "
                + paint.strong(ValueChange.shown(after, change.device, change.path))));
        if (changes.size() > 1 || dryRun) {
            say(count(changes.size(), "value") + (dryRun ? " would be set" : " set"));
        }
    }
}
