package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.file.SafeFile;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.HardwareChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.SelectorSheet;
import org.urvant.report.page.Pages;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "selectors",
        description = "The dials, switches and jumpers of a device: where each is to stand, to print and to tick off.",
        footer = {
            "",
            "Examples: urvant selectors Q1",
            "          urvant selectors Q1 --out sheet.html",
            "          urvant selectors Q1 --tick Ir,tr"
        })
final class SelectorsCommand extends ChangingCommand {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(
            names = "--tick",
            split = ",",
            paramLabel = "SELECTOR",
            description = "Confirm that these stand as they are to.")
    private List<String> tick;

    @Option(names = "--tick-all", description = "Confirm all of them.")
    private boolean tickAll;

    @Option(names = "--out", paramLabel = "FILE", description = "Write the sheet as a page to print.")
    private String file;

    SelectorsCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        apart("--out", "--tick", "--tick-all");
        apart("--tick", "--tick-all");
        ProjectFolder folder = folder();
        Project project = load(folder);
        Device device = project.device(name);
        DeviceType type = project.typeOf(device);
        List<SelectorSheet.SelectorLine> lines = SelectorSheet.of(DeviceSheets.of(type, device), device);
        if (lines.isEmpty()) {
            throw new RefusedException(
                    name + " has no selectors to set", "Its type has none, or what they follow is still open.");
        }
        if (tickAll || tick != null) {
            return tick(folder, lines);
        }
        if (file != null) {
            SafeFile.writeText(target(file, ".html"), Pages.selectors(project, device));
            say("wrote " + file);
            return Exit.DONE;
        }
        Table table = new Table("", "selector", "for", "position", "because");
        List<Object> rows = new ArrayList<>();
        for (SelectorSheet.SelectorLine line : lines) {
            String because = line.selector().follows() + " = " + line.wanted()
                    + (line.place().isExact() ? "" : "; " + line.place().value() + " is the nearest");
            table.row(
                    line.isTicked() ? "✓" : "☐",
                    line.selector().name(),
                    line.selector().meaning(),
                    line.place().position(),
                    because);
            rows.add(Json.object(
                    "selector", line.selector().name(),
                    "position", line.place().position(),
                    "exact", line.place().isExact(),
                    "ticked", line.isTicked()));
        }
        if (json) {
            sayJson(rows);
        } else {
            say(table);
            next("urvant selectors " + name + " --tick-all");
        }
        return Exit.DONE;
    }

    private int tick(ProjectFolder folder, List<SelectorSheet.SelectorLine> lines) {
        Map<String, String> positions = new TreeMap<>();
        List<String> names = lines.stream().map(line -> line.selector().name()).toList();
        for (String wanted : tickAll ? names : tick) {
            SelectorSheet.SelectorLine line = lines.stream()
                    .filter(candidate -> candidate.selector().name().equals(wanted))
                    .findFirst()
                    .orElseThrow(() -> new UnknownNameException("selector", wanted, names));
            positions.put(wanted, line.place().position());
        }
        folder.change(site -> HardwareChange.tick(site, name, positions));
        positions.forEach((selector, position) -> say("confirmed " + selector + " at " + position));
        next("urvant check " + name);
        return Exit.DONE;
    }
}
