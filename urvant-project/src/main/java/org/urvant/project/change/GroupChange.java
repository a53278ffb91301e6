package org.urvant.project.change;

import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Device;
import org.urvant.project.Given;
import org.urvant.project.GivenSheet;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.DeviceStage;
import org.urvant.project.setting.Sheet;

/** Setting groups of a device: copied, taken out. */
public final class GroupChange {
    private static final String PREFIX = GivenSheet.GROUP + ".";

    private GroupChange() {}

    /**
     * Returns the site in which a setting group has what another has; what it had itself goes.
     *
     * @throws UnknownNameException when the one to copy is not set up
     * @throws RefusedException when the type has no such group, or the two are one
     */
    public static Project copied(Project project, String name, int from, int to) {
        DeviceSheets sheets = sheets(project, name);
        requireSetUp(sheets, from);
        int most = sheets.type().groups().most();
        if (to < 1 || to > most || to == from) {
            throw new RefusedException(
                    to == from ? "group " + to + " is the one that is copied" : name + " has no setting group " + to,
                    "Groups of a " + sheets.type().name() + " are 1 to " + most + ".");
        }
        Device device = project.device(name);
        Given given = without(device.given(), to);
        for (GivenSheet sheet : device.given().sheets().values()) {
            if (isOf(sheet, from)) {
                given = given.with(sheet.at(PREFIX + to + sheet.prefix().substring((PREFIX + from).length())));
            }
        }
        return project.with(device.with(given));
    }

    /**
     * Returns the site in which a setting group is not set up.
     *
     * @throws UnknownNameException when it is not
     * @throws RefusedException when it is in use after a start
     */
    public static Project removed(Project project, String name, int group) {
        DeviceSheets sheets = sheets(project, name);
        requireSetUp(sheets, group);
        if (DeviceStage.activeGroup(sheets) == group) {
            throw new RefusedException(
                    "setting group " + group + " of " + name + " is the one in use after a start",
                    "Choose another one first.");
        }
        Device device = project.device(name);
        return project.with(device.with(without(device.given(), group)));
    }

    private static Given without(Given given, int group) {
        Given rest = given;
        for (GivenSheet sheet : given.sheets().values()) {
            if (isOf(sheet, group)) {
                rest = rest.without(sheet.prefix());
            }
        }
        return rest;
    }

    private static boolean isOf(GivenSheet sheet, int group) {
        return sheet.prefix().equals(PREFIX + group) || sheet.prefix().startsWith(PREFIX + group + ".");
    }

    private static DeviceSheets sheets(Project project, String name) {
        Device device = project.device(name);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        if (sheets.type().groups().most() == 0) {
            throw new RefusedException(
                    name + ", a " + sheets.type().name() + ", has no setting groups", "It has one set of values.");
        }
        return sheets;
    }

    private static void requireSetUp(DeviceSheets sheets, int group) {
        if (sheets.sheet(PREFIX + group).isEmpty()) {
            throw new UnknownNameException(
                    "setting group",
                    String.valueOf(group),
                    sheets.of(Sheet.Kind.GROUP).stream().map(Sheet::name).toList());
        }
    }
}
