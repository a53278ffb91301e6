package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.protection.View;
import org.urvant.core.text.Word;
import org.urvant.formats.table.ValueTable;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.compare.ChangedValues;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.ValueRow;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "export",
        description =
                "Write the settings of devices into a table for a spreadsheet, .csv or .xlsx; 'urvant fill' takes it"
                        + " back.",
        footer = {
            "",
            "Examples: urvant export values.xlsx 'RTU*'",
            "          urvant export changed.csv F11 --since signed-off"
        })
final class ExportCommand extends Command {
    @Parameters(index = "0", paramLabel = "FILE", description = "The table; .csv or .xlsx.")
    private String file;

    @Parameters(index = "1", paramLabel = "DEVICE", description = "Names of devices; may hold * and ?.")
    private String devices;

    @Option(names = "--changed", description = "Only what differs from the default.")
    private boolean changed;

    @Option(
            names = "--since",
            paramLabel = "STATE",
            description = "Only what differs from a state that was kept: saved, downloaded, signed-off, backup.")
    private String since;

    @Option(
            names = "--in",
            paramLabel = "SIDE",
            description = "Values on one side of the instrument transformers: primary, secondary, percent-of-rated.")
    private String side;

    ExportCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = load(folder);
        Sides sides = new Sides(this, new DeviceAccess(), folder, project);
        Optional<View> view = Optional.ofNullable(side).map(word -> View.of(word)
                .orElseThrow(() -> new UnknownNameException("side", word, Word.all(View.class))));
        List<List<String>> rows = new ArrayList<>();
        for (String name : Wildcard.choose("device", devices, project.devices().keySet())) {
            Device device = project.device(name);
            Optional<ChangedValues> changes = sides.changes(device, Optional.ofNullable(since));
            project.type(device).ifPresent(type -> ValueRow.of(DeviceSheets.of(type, device)).stream()
                    .filter(row -> !changed || row.differs())
                    .filter(row -> since == null || was(changes, row).isPresent())
                    .forEach(row ->
                            rows.add(cells(name, row, view, was(changes, row).orElse("")))));
        }
        ValueTable.write(session.path(file), rows);
        if (json) {
            sayJson(Json.object("file", file, "rows", rows.size()));
        } else {
            say("wrote " + count(rows.size(), "value") + " to " + file);
        }
        next("urvant fill " + file);
        return Exit.DONE;
    }

    /** What stood there when the device was downloaded or saved last, or in the state that is named, if it was something else. */
    private static Optional<String> was(Optional<ChangedValues> changes, ValueRow row) {
        return changes.flatMap(all -> all.before(row.path()))
                .map(text ->
                        text.isEmpty() ? "none" : (text + " " + row.setting().unit()).strip());
    }

    private static List<String> cells(String device, ValueRow row, Optional<View> view, String was) {
        SettingDefinition setting = row.setting();
        Entry entry = row.sheet().given().get(setting.path());
        return List.of(
                device,
                row.path(),
                entry == null ? "" : view.map(row::givenIn).orElse(entry.text()),
                setting.standardValue().orElse(""),
                setting.allowed(row.sheet()),
                setting.effect().meaning(),
                setting.meaning(),
                was);
    }
}
