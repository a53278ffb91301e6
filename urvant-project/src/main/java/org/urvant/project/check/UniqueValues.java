package org.urvant.project.check;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.project.setting.Sheet;

/** Values of which no two rows of a table, or channels of a kind, may have the same. */
final class UniqueValues {
    private final Reporter reporter;

    /** Takes what was found. */
    interface Reporter {
        void report(Rule rule, String subject, Position position, String message, String remedy);
    }

    UniqueValues(Reporter reporter) {
        this.reporter = reporter;
    }

    void check(SheetDefinition definition, List<Sheet> rows) {
        for (SettingDefinition setting : definition.settings().values()) {
            if (setting.traits().unique().isEmpty()) {
                continue;
            }
            Rule rule = setting.traits().unique().get();
            Map<Object, Sheet> first = new HashMap<>();
            for (Sheet row : rows) {
                Entry entry = row.given().get(setting.path());
                Object value = entry == null ? null : row.value(setting.path());
                if (value == null || row.idle(setting).isPresent()) {
                    continue;
                }
                if (setting.limits().isMany()) {
                    namedElsewhere(rule, row, setting, entry, first);
                    continue;
                }
                Sheet other = first.putIfAbsent(value, row);
                if (other != null) {
                    reporter.report(
                            rule,
                            row.path(setting.path()),
                            entry.position(),
                            row.path(setting.path()) + " is " + entry.text() + " like that of " + other.prefix(),
                            rule.remedy());
                }
            }
        }
    }

    /** Of several names, each belongs to one row. */
    private void namedElsewhere(
            Rule rule, Sheet row, SettingDefinition setting, Entry entry, Map<Object, Sheet> first) {
        for (String name : entry.text().split("\\s*,\\s*")) {
            Sheet other = first.putIfAbsent(name, row);
            if (other != null && other != row) {
                reporter.report(
                        rule,
                        row.path(setting.path()),
                        entry.position(),
                        row.path(setting.path()) + " names " + name + ", which is that of " + other.prefix(),
                        rule.remedy());
                return;
            }
        }
    }
}
