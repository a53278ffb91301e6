package org.urvant.project.check;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
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
    /** From just above its pick-up to more than any fault has, in steps of a tenth. */
    private static final double START = 1.0001;

    private static final double MOST = 200;
    private static final double STEP = 1.1;

    private StageCheck() {}

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        check(device, DeviceStage.of(sheets, 1), false, findings);
        for (Sheet group : sheets.of(Sheet.Kind.GROUP)) {
            check(device, DeviceStage.of(sheets, Integer.parseInt(group.name())), true, findings);
        }
    }

    private static void check(Device device, List<DeviceStage> all, boolean areInGroup, Consumer<Finding> findings) {
        List<DeviceStage> stages = all.stream()
                .filter(stage -> stage.sheet().isInGroup() == areInGroup)
                .toList();
        stages.forEach(stage -> check(device, stage, findings));
        stages.forEach(stage -> effect(device, stage, stages, findings));
    }

    /** Stages of one kind that differ in nothing but their course see the same faults; one that is never first does nothing. */
    private static void effect(Device device, DeviceStage own, List<DeviceStage> all, Consumer<Finding> findings) {
        List<DeviceStage> beside = all.stream()
                .filter(other -> other != own && other.definition().equals(own.definition()))
                .filter(other -> other.found().stage().isPresent() && areAlike(own, other))
                .toList();
        if (beside.isEmpty() || own.found().stage().isEmpty()) {
            return;
        }
        Stage stage = own.found().stage().get();
        Set<String> sooner = new TreeSet<>();
        for (double multiple = START; multiple <= MOST; multiple *= STEP) {
            double current = stage.pickUp() * multiple;
            double time = stage.operateTime(current);
            Optional<DeviceStage> first = beside.stream()
                    .filter(other -> isSooner(other, own, all, current, time))
                    .findFirst();
            if (first.isEmpty()) {
                return;
            }
            sooner.add(name(first.get()));
        }
        report(
                device,
                own,
                DeviceRules.STAGE_WITHOUT_EFFECT,
                "never operates before " + String.join(" or ", sooner),
                findings);
    }

    /** Of two that are alike the later one is too many. */
    private static boolean isSooner(
            DeviceStage other, DeviceStage own, List<DeviceStage> all, double current, double time) {
        double seconds = other.found().stage().orElseThrow().operateTime(current);
        return all.indexOf(other) < all.indexOf(own) ? seconds <= time : seconds < time;
    }

    private static boolean areAlike(DeviceStage own, DeviceStage other) {
        Set<String> ofCourse = own.definition().paths();
        return own.sheet().definition().settings().values().stream()
                .filter(setting -> !setting.isDerived() && !ofCourse.contains(setting.path()))
                .allMatch(setting -> Objects.equals(
                        own.sheet().value(setting.path()), other.sheet().value(setting.path())));
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

    private static String name(DeviceStage stage) {
        return stage.sheet().prefix().isEmpty() ? stage.name() : stage.sheet().prefix();
    }

    private static void report(Device device, DeviceStage stage, Rule rule, String what, Consumer<Finding> findings) {
        String path = name(stage);
        findings.accept(new Finding(
                rule, device.name() + " " + path, stage.sheet().position(), path + " " + what, rule.mend()));
    }
}
