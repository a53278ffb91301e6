package org.urvant.project.check;

import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.device.TypeRule;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.project.Device;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/** Holds a device's values against the rules that its type states. Cost: one evaluation of each rule for each sheet. */
final class TypeRuleCheck {
    private final Device device;
    private final DeviceSheets sheets;
    private final Consumer<Finding> findings;

    private TypeRuleCheck(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        this.device = device;
        this.sheets = sheets;
        this.findings = findings;
    }

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        TypeRuleCheck check = new TypeRuleCheck(device, sheets, findings);
        for (Sheet sheet : sheets.all()) {
            for (TypeRule rule : sheet.definition().rules()) {
                if (!rule.isForSome() && rule.isBroken(sheet)) {
                    check.broken(
                            sheet,
                            rule,
                            sheet.path(
                                    rule.about().isEmpty()
                                            ? rule.name()
                                            : rule.about().get(0)));
                }
            }
        }
        check.tables(sheets.own(), sheets.type().tables());
        sheets.of(Sheet.Kind.GROUP)
                .forEach(group -> check.tables(group, sheets.type().groups().tables()));
        sheets.type()
                .hardware()
                .channels()
                .forEach((name, kind) -> check.some(sheets.own(), Sheet.Kind.CHANNEL, name, kind.settings()));
    }

    private void tables(Sheet around, Map<String, TableDefinition> tables) {
        tables.forEach((name, table) -> {
            if (table.condition() == null || table.condition().holds(around)) {
                some(around, Sheet.Kind.ROW, around.path(name), table.row());
            }
        });
    }

    /** Rules that one of the rows or channels must keep. */
    private void some(Sheet around, Sheet.Kind kind, String container, SheetDefinition each) {
        for (TypeRule rule : each.rules()) {
            if (rule.isForSome() && rule.isBroken(around, sheets.of(kind, container))) {
                broken(around, rule, container + " " + rule.name());
            }
        }
    }

    private void broken(Sheet sheet, TypeRule rule, String subject) {
        Position position = rule.about().stream()
                .flatMap(path ->
                        Stream.of(sheet, sheets.own()).map(at -> at.given().get(path)))
                .filter(entry -> entry != null)
                .map(Entry::position)
                .findFirst()
                .orElse(sheet.position());
        String message = rule.wording().message().fill(sheet);
        findings.accept(new Finding(
                        rule.check(),
                        device.name() + " " + subject,
                        position,
                        sheet.prefix().isEmpty() ? message : sheet.prefix() + ": " + message,
                        rule.wording().remedy().fill(sheet))
                .withBecause(rule.position()));
    }
}
