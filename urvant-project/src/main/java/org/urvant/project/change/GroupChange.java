package org.urvant.project.change;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Device;
import org.urvant.project.Given;
import org.urvant.project.GivenSheet;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.DeviceStage;
import org.urvant.project.setting.Sheet;

/** Setting groups of a device: held against each other, copied, taken out. */
public final class GroupChange {
    private static final String PREFIX = GivenSheet.GROUP + ".";

    private GroupChange() {}

    /**
     * A setting in which two groups differ.
     *
     * @param path its path within the groups
     * @param one its value in the first, default included; empty text when the group has no such row or no value
     * @param other its value in the second
     */
    public record Differing(String path, String one, String other) {}

    /**
     * Returns what differs between two setting groups.
     *
     * @throws UnknownNameException when one of them is not set up
     */
    public static List<Differing> compare(Project project, String name, int one, int other) {
        DeviceSheets sheets = sheets(project, name);
        requireSetUp(sheets, one);
        requireSetUp(sheets, other);
        TreeSet<String> paths = new TreeSet<>();
        for (Sheet sheet : sheets.all()) {
            for (int group : new int[] {one, other}) {
                within(sheet, group).ifPresent(below -> sheet.definition().settings().values().stream()
                        .filter(setting -> !setting.isDerived())
                        .forEach(setting -> paths.add(below + setting.path())));
            }
        }
        List<Differing> differing = new ArrayList<>();
        for (String path : paths) {
            Optional<Object> first = typed(sheets, one, path);
            Optional<Object> second = typed(sheets, other, path);
            boolean isEqual = first.isPresent() && second.isPresent()
                    ? String.valueOf(first.get()).equals(String.valueOf(second.get()))
                    : first.isEmpty() && second.isEmpty();
            if (!isEqual) {
                differing.add(new Differing(path, text(sheets, one, path), text(sheets, other, path)));
            }
        }
        return differing;
    }

    private static Optional<DeviceSheets.SheetSetting> there(DeviceSheets sheets, int group, String path) {
        return sheets.seek(PREFIX + group + "." + path)
                .filter(found -> sheets.sheet(found.sheet().prefix()).isPresent());
    }

    private static Optional<Object> typed(DeviceSheets sheets, int group, String path) {
        return there(sheets, group, path).map(found -> {
            Object value = found.sheet().value(found.setting().path());
            return value instanceof BigDecimal number
                    ? number.stripTrailingZeros().toPlainString()
                    : value;
        });
    }

    private static String text(DeviceSheets sheets, int group, String path) {
        return there(sheets, group, path)
                .flatMap(found -> found.sheet().text(found.setting()))
                .orElse("");
    }

    /** Returns the path of a sheet within a group, with a dot behind it; empty when it lies in another. */
    private static Optional<String> within(Sheet sheet, int group) {
        String prefix = PREFIX + group;
        if (sheet.prefix().equals(prefix)) {
            return Optional.of("");
        }
        return sheet.prefix().startsWith(prefix + ".")
                ? Optional.of(sheet.prefix().substring(prefix.length() + 1) + ".")
                : Optional.empty();
    }

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
