package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import org.urvant.core.finding.Finding;
import org.urvant.core.sensor.SignalRange;
import org.urvant.core.sensor.Thermocouple;
import org.urvant.formats.table.ValueTable;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValuePlan;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Usage;
import org.urvant.project.setting.ValueRow;
import org.urvant.report.page.Pages;

/** Devices are made by their ordering codes, filled from a table, checked, changed, taken back, and written as a page. */
public final class PlantFromTable {
    private PlantFromTable() {}

    /** Plays it on the demo data. */
    public static void main(String[] arguments) throws IOException {
        Stage.play("plant.csv", PlantFromTable::run);
    }

    static String run(Path table, Path root) throws IOException {
        ProjectFolder folder = ProjectFolder.create(
                root, "Skarholm tidal works", new Workplace("example", InstantSource.system(), root.resolve("user")));
        NewDevice.Start ordered = NewDevice.Start.of("stenvaag-m3").with(Plate.Item.ORDER_CODE, "SM3-M0");
        folder.change(site -> NewDevice.add(site, "M31", ordered));
        folder.change(site -> NewDevice.add(site, "P61", NewDevice.Start.of("lysholt-p12")));

        // the values of both from one table; all fit, or none is taken
        List<ValuePlan.Wanted> wanted = ValueTable.read(table, "plant.csv").rows().stream()
                .filter(row -> row.device().matches("M31|P61"))
                .toList();
        folder.change(site -> ValuePlan.of(site, wanted, List.of()).after());

        // the range of one setting follows from the module fitted
        Project project = folder.load();
        Device motor = project.device("M31");
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(motor), motor);
        DeviceSheets.SheetSetting current = sheets.find("motor.rated-current");
        System.out.println(current.path() + ": " + current.setting().allowed(current.sheet()));
        Usage.of(project.typeOf(motor), current.path()).forEach(System.out::println);
        long given = ValueRow.of(sheets).stream().filter(ValueRow::isGiven).count();

        // what is wrong, and where; then one change, and back
        for (Finding finding : ProjectCheck.check(project, motor)) {
            System.out.println(finding.position() + ": " + finding.rule().id() + ": " + finding.message());
        }
        var before = ConfigurationBuilder.build(project, motor).fingerprint();
        folder.set(project, "M31", "motor.rated-current", "0.0212 kA");
        folder.undo(false);
        boolean isBack =
                ConfigurationBuilder.build(folder.load(), motor).fingerprint().equals(before);
        Files.writeString(root.resolve("M31.html"), Pages.review(project, motor));

        // what the recorder's sensors mean
        double bearing = Thermocouple.N.read(3.0, 25).value();
        double pressure = SignalRange.MILLIAMPERES_4_TO_20.read(12, 0, 16).value();
        return given + " values of M31 are given; the change was taken back: " + (isBack ? "yes" : "no") + "; 3 mV are "
                + Math.round(bearing) + " °C, 12 mA are " + Math.round(pressure) + " bar";
    }
}
