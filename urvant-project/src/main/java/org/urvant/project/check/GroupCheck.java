package org.urvant.project.check;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.urvant.core.device.Meaning;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.DeviceStage;
import org.urvant.project.setting.Sheet;

/** Holds the setting groups of a device against each other, and the one in use against those that are set up. */
final class GroupCheck {
    private final DeviceSheets sheets;
    private final List<Sheet> groups;
    private final Consumer<Finding> findings;

    private GroupCheck(DeviceSheets sheets, List<Sheet> groups, Consumer<Finding> findings) {
        this.sheets = sheets;
        this.groups = groups;
        this.findings = findings;
    }

    static void check(DeviceSheets sheets, List<Sheet> groups, Consumer<Finding> findings) {
        GroupCheck check = new GroupCheck(sheets, groups, findings);
        check.active();
        check.alike();
    }

    private void report(Rule rule, String path, Position position, String message) {
        findings.accept(new Finding(rule, sheets.device().name() + " " + path, position, message, rule.mend()));
    }

    private void active() {
        int active = DeviceStage.activeGroup(sheets);
        boolean isSetUp = isSetUp(active);
        if (!isSetUp && groups.stream().anyMatch(group -> isSetUp(Integer.parseInt(group.name())))) {
            report(
                    DeviceRules.ACTIVE_GROUP_NOT_SET_UP,
                    "group." + active,
                    sheets.own()
                            .entry(Meaning.ACTIVE_GROUP)
                            .map(Entry::position)
                            .orElse(sheets.own().position()),
                    "setting group " + active + " is in use after a start and holds no values; set up: "
                            + groups.stream()
                                    .map(Sheet::name)
                                    .filter(name -> isSetUp(Integer.parseInt(name)))
                                    .collect(Collectors.joining(", ")));
        }
    }

    private boolean isSetUp(int group) {
        String prefix = "group." + group;
        return sheets.device().sheets().values().stream()
                .anyMatch(given ->
                        (given.prefix().equals(prefix) || given.prefix().startsWith(prefix + "."))
                                && !given.values().isEmpty());
    }

    private void alike() {
        Map<SortedMap<String, String>, Sheet> first = new HashMap<>();
        for (Sheet group : groups) {
            SortedMap<String, String> values = new TreeMap<>();
            for (Sheet sheet : sheets.all()) {
                boolean within = sheet.prefix().startsWith(group.prefix() + ".");
                if (sheet == group || within) {
                    String below = sheet == group
                            ? ""
                            : sheet.prefix().substring(group.prefix().length());
                    sheet.definition()
                            .settings()
                            .values()
                            .forEach(setting -> values.put(
                                    below + "." + setting.path(), String.valueOf(sheet.value(setting.path()))));
                }
            }
            Sheet other = first.putIfAbsent(values, group);
            if (other != null) {
                report(
                        DeviceRules.GROUPS_IDENTICAL,
                        group.prefix(),
                        group.position(),
                        group.prefix() + " holds the same values as " + other.prefix());
            }
        }
    }
}
