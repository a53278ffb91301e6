package org.urvant.project.check;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.expression.Names;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Holds the names of rows against what references and programs can write, lists of references against naming one thing twice,
 * channels against showing one name, and people against having one telephone number.
 */
final class NameCheck {
    private final DeviceSheets sheets;
    private final Consumer<Finding> findings;

    private NameCheck(DeviceSheets sheets, Consumer<Finding> findings) {
        this.sheets = sheets;
        this.findings = findings;
    }

    static void check(DeviceSheets sheets, Consumer<Finding> findings) {
        NameCheck check = new NameCheck(sheets, findings);
        Map<String, Sheet> rows = new HashMap<>();
        Map<String, Sheet> shown = new HashMap<>();
        Map<String, Sheet> numbers = new HashMap<>();
        for (Sheet sheet : sheets.all()) {
            check.twice(sheet);
            if (sheet.kind() == Sheet.Kind.CHANNEL) {
                check.shown(sheet, shown);
            }
            check.number(sheet, numbers);
            if (sheet.kind() == Sheet.Kind.ROW) {
                Sheet first = rows.putIfAbsent(sheet.container() + "." + Names.identifier(sheet.name()), sheet);
                check.row(sheet, Optional.ofNullable(first));
            }
        }
    }

    private void row(Sheet row, Optional<Sheet> alike) {
        String name = row.name();
        if (alike.isPresent()) {
            report(
                    DeviceRules.ROW_NAME_WRONG,
                    row.prefix(),
                    row.position(),
                    row.prefix() + " is " + alike.get().prefix() + " too, but for case and hyphens");
        } else if (name.contains(",") || name.equalsIgnoreCase("none") || !name.equals(name.strip())) {
            report(
                    DeviceRules.ROW_NAME_WRONG,
                    row.prefix(),
                    row.position(),
                    "row '" + name + "' of " + row.container() + " cannot be named: "
                            + (name.contains(",")
                                    ? "a comma separates names"
                                    : name.equalsIgnoreCase("none")
                                            ? "'none' stands for no row"
                                            : "it begins or ends with a blank"));
        }
    }

    /** An input and an output, or a state and a measured value, may have one name: they are never mistaken for each other. */
    private void shown(Sheet channel, Map<String, Sheet> shown) {
        Optional<SettingDefinition> name = channel.definition().setting(Meaning.DISPLAY_NAME);
        if (name.isEmpty()
                || channel.idle(name.get()).isPresent()
                || ChannelKind.UNUSED.equals(channel.value(ChannelKind.CARRIES))) {
            return;
        }
        String path = name.get().path();
        String text = channel.text(name.get()).orElse("").strip();
        Sheet first = text.isEmpty()
                ? null
                : shown.putIfAbsent(channel.container() + " " + text.toLowerCase(Locale.ROOT), channel);
        if (first != null) {
            report(
                    DeviceRules.SAME_NAME,
                    channel.path(path),
                    channel.position(path),
                    channel.path(path) + " is '" + text + "' like " + first.path(path));
        }
    }

    /** Two who are told at one number may differ in what they may do. */
    private void number(Sheet row, Map<String, Sheet> numbers) {
        Optional<Entry> number = row.given(Meaning.RECIPIENT_NUMBER);
        Sheet first = number.flatMap(entry -> SettingKind.PHONE.normal(entry.text()))
                .map(normal -> numbers.putIfAbsent(normal, row))
                .orElse(null);
        if (first != null) {
            String path = row.path(Meaning.RECIPIENT_NUMBER).orElseThrow();
            report(
                    DeviceRules.NUMBER_TWICE,
                    path,
                    number.get().position(),
                    path + " is " + number.get().text() + ", the number of " + first.prefix() + " too");
        }
    }

    private void twice(Sheet sheet) {
        for (SettingDefinition setting : sheet.definition().settings().values()) {
            if (setting.kind() != SettingKind.REFERENCE || !setting.limits().isMany()) {
                continue;
            }
            Set<String> seen = new HashSet<>();
            for (String name : sheet.text(setting).orElse("").strip().split("\\s*,\\s*")) {
                if (!seen.add(name)) {
                    report(
                            DeviceRules.NAMED_TWICE,
                            sheet.path(setting.path()),
                            sheet.position(setting.path()),
                            sheet.path(setting.path()) + " names " + name + " twice");
                    return;
                }
            }
        }
    }

    private void report(Rule rule, String path, Position position, String message) {
        findings.accept(new Finding(rule, sheets.device().name() + " " + path, position, message, rule.mend()));
    }
}
