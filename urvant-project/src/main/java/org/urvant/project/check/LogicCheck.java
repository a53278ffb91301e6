package org.urvant.project.check;

import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.LogicDefinition;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.TypeRules;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.language.Term;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.Remark;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.behaviour.LogicRules;
import org.urvant.project.mapping.RowSignals;
import org.urvant.project.reference.References;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/** Checks the programs of devices: whether the type can run them, whether they are sound, what is probably not meant. */
final class LogicCheck {
    private LogicCheck() {}

    static void check(Project project, Device device, Consumer<Finding> findings) {
        if (!device.logic().isBlank()) {
            project.type(device).ifPresent(type -> check(project, type, device, findings));
        }
    }

    private static void check(Project project, DeviceType type, Device device, Consumer<Finding> findings) {
        LogicDefinition definition = type.software().logic();
        String subject = device.name() + " logic";
        Position whole = Position.in(device.programs().source());
        int count = DeviceLogic.programs(device.logic()).size();
        if (count > definition.programs()
                || device.logic().length() > definition.longest() && definition.programs() > 0) {
            String message = definition.programs() == 0
                    ? type.name() + " runs no programs of its own"
                    : count > definition.programs()
                            ? "there are " + count + " programs; " + type.name() + " runs " + definition.programs()
                            : "the programs have " + device.logic().length() + " characters; " + type.name() + " holds "
                                    + definition.longest();
            findings.accept(new Finding(
                    LogicRules.LOGIC_NOT_POSSIBLE, subject, whole, message, LogicRules.LOGIC_NOT_POSSIBLE.remedy()));
            return;
        }
        drivers(DeviceSheets.of(type, device), device, findings);
        DeviceLogic logic = RowSignals.logic(project, device);
        logic.compile((position, mistake) -> findings.accept(
                        new Finding(LogicRules.PROGRAM_WRONG, subject, position, mistake.message(), mistake.remedy())))
                .ifPresent(sound -> {
                    RowSignals.check(project, device, sound, findings);
                    remarks(device, logic, sound, findings);
                });
    }

    private static void remarks(Device device, DeviceLogic logic, Logic sound, Consumer<Finding> findings) {
        sound.remarks().stream()
                .filter(remark -> remark.source().equals(device.programs().source()))
                .forEach(remark -> findings.accept(new Finding(
                        rule(remark.kind()),
                        device.name() + " logic",
                        logic.position(remark.source(), remark.place()),
                        remark.message(),
                        remark.remedy())));
    }

    /** An output that a program drives and a function too follows whichever comes last. */
    private static void drivers(DeviceSheets sheets, Device device, Consumer<Finding> findings) {
        Map<String, String> assigned = new TreeMap<>();
        for (Sheet sheet : sheets.all()) {
            if (sheet.kind() == Sheet.Kind.ROW && sheet.value(Meaning.ASSIGNED_FUNCTION) != null) {
                sheet.definition().setting(Meaning.ASSIGNED_OUTPUTS).ifPresent(outputs -> References.named(
                                sheets, sheet, outputs, sheet.text(outputs).orElse(""))
                        .forEach(output ->
                                assigned.put(DeviceLogic.written(output.name()), sheet.path(outputs.path()))));
            }
        }
        for (Term.Name target : SyntaxReader.targets(device.logic())) {
            String path = assigned.remove(DeviceLogic.written(target.text()));
            if (path != null) {
                findings.accept(new Finding(
                        LogicRules.OUTPUT_DRIVEN_TWICE,
                        device.name() + " logic",
                        new Position(
                                device.programs().source(),
                                target.place().line(),
                                target.place().column()),
                        target.text() + " is driven here, and by " + path,
                        LogicRules.OUTPUT_DRIVEN_TWICE.mend()));
            }
        }
    }

    private static Rule rule(Remark.Kind kind) {
        return switch (kind) {
            case DOES_NOT_FIT -> LogicRules.RESULT_DOES_NOT_FIT;
            case ZERO_DIVISOR -> LogicRules.DIVISOR_CAN_BE_ZERO;
            case NO_VALUE -> LogicRules.FUNCTION_WITHOUT_VALUE;
            case DRIVEN_TWICE -> LogicRules.OUTPUT_DRIVEN_TWICE;
            case BLOCK_OPEN -> LogicRules.BLOCK_INPUT_OPEN;
            case BLOCK_TWICE -> LogicRules.BLOCK_CALLED_TWICE;
            case BLOCK_SOMETIMES -> LogicRules.BLOCK_CALLED_SOMETIMES;
            case CONDITION_NEEDLESS -> LogicRules.CONDITION_NEEDLESS;
            case FRACTIONS_COMPARED -> LogicRules.FRACTIONS_COMPARED;
            case HELD_FOREVER -> TypeRules.LATCH_WITHOUT_RESET;
            case NEVER_READ -> LogicRules.VARIABLE_NEVER_READ;
            case NEVER_SET -> LogicRules.OUTPUT_NEVER_SET;
        };
    }
}
