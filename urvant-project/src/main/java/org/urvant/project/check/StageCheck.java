package org.urvant.project.check;

import java.util.List;
import java.util.function.Consumer;
import org.urvant.core.device.StageDefinition;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Rule;
import org.urvant.core.protection.Stage;
import org.urvant.project.Device;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.DeviceStage;
import org.urvant.project.setting.Sheet;

/** Stages whose values make no course of time over current, or one that no fault would have. */
final class StageCheck {
    private StageCheck() {}

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        DeviceStage.of(sheets, 1).stream()
                .filter(stage -> !stage.sheet().isInGroup())
                .forEach(stage -> check(device, stage, findings));
        for (Sheet group : sheets.of(Sheet.Kind.GROUP)) {
            DeviceStage.of(sheets, Integer.parseInt(group.name())).stream()
                    .filter(stage -> stage.sheet().isInGroup())
                    .forEach(stage -> check(device, stage, findings));
        }
    }

    private static void check(Device device, DeviceStage stage, Consumer<Finding> findings) {
        StageDefinition.Found found = stage.found();
        if (found.isContradictory()) {
            report(device, stage, DeviceRules.STAGE_WITHOUT_COURSE, "never operates: " + found.missing(), findings);
        }
        List<Stage.Place> points =
                found.stage().map(own -> own.timing().points()).orElse(List.of());
        for (int i = 1; i < points.size(); i++) {
            Stage.Place one = points.get(i - 1);
            Stage.Place next = points.get(i);
            if (next.seconds() > one.seconds()) {
                String what = "takes " + DeviceCurve.text(next.seconds()) + " s at "
                        + DeviceCurve.text(next.multiple()) + " times its pick-up, and "
                        + DeviceCurve.text(one.seconds()) + " s at " + DeviceCurve.text(one.multiple());
                report(device, stage, DeviceRules.COURSE_RISES, what, findings);
                return;
            }
        }
    }

    private static void report(Device device, DeviceStage stage, Rule rule, String what, Consumer<Finding> findings) {
        String path =
                stage.sheet().prefix().isEmpty() ? stage.name() : stage.sheet().prefix();
        findings.accept(new Finding(
                rule, device.name() + " " + path, stage.sheet().position(), path + " " + what, rule.mend()));
    }
}
