package org.urvant.cli;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.urvant.core.protection.Curve;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.DeviceStage;

/** Shows when devices operate. */
final class CurveView {
    private static final List<BigDecimal> MULTIPLES =
            Stream.of("1.2", "2", "5", "10", "20").map(BigDecimal::new).toList();

    private CurveView() {}

    /** Says the stages of a device, and when it operates. */
    static void show(Command command, DeviceCurve curve, List<Double> currents) {
        Table stages = new Table("stage", "pick-up and course", "");
        for (DeviceStage stage : curve.stages()) {
            stages.row(
                    stage.name(),
                    DeviceCurve.words(stage),
                    stage.found().stage().isEmpty() ? "not on the curve" : "");
        }
        if (stages.isEmpty()) {
            command.say("no stage that trips is on");
            return;
        }
        command.say(stages);
        Table times = new Table("current in A", "operates after s", "by");
        for (double current : currents.isEmpty() ? multiples(curve.curve()) : currents) {
            Optional<Curve.Operation> first = curve.curve().at(current);
            times.row(
                    DeviceCurve.text(current),
                    first.map(operation -> DeviceCurve.text(operation.seconds()))
                            .orElse("never"),
                    first.map(Curve.Operation::name).orElse("–"));
        }
        if (!times.isEmpty()) {
            command.say(times);
        }
    }

    /** Says what operates first while currents flow one after the other. */
    static void flow(Command command, List<DeviceCurve> curves, List<Curve.Flow> all) {
        Table table = new Table("device", "operates after s", "by");
        for (DeviceCurve curve : curves) {
            Optional<Curve.Operation> first = curve.curve().over(all);
            table.row(
                    curve.device(),
                    first.map(operation -> BigDecimal.valueOf(operation.seconds())
                                    .setScale(3, RoundingMode.HALF_UP)
                                    .toPlainString())
                            .orElse("never"),
                    first.map(Curve.Operation::name).orElse("–"));
        }
        command.say(table);
        curves.forEach(curve -> curve.stages().stream()
                .filter(stage -> stage.found().stage().isEmpty())
                .forEach(stage -> command.note(curve.device() + " " + stage.name() + " is left out: "
                        + stage.found().missing())));
    }

    private static List<Double> multiples(Curve curve) {
        return curve.pickUp() < Double.POSITIVE_INFINITY
                ? MULTIPLES.stream()
                        .map(BigDecimal.valueOf(curve.pickUp())::multiply)
                        .map(BigDecimal::doubleValue)
                        .toList()
                : List.of();
    }

    static Object json(DeviceCurve curve, List<Double> currents) {
        return Json.object(
                "device", curve.device(),
                "group", curve.group(),
                "stages",
                        curve.stages().stream()
                                .map(stage -> Json.object(
                                        "name", stage.name(),
                                        "pickUp",
                                                stage.found()
                                                        .primary()
                                                        .map(each -> each.pickUp())
                                                        .orElse(null),
                                        "course",
                                                stage.found()
                                                        .stage()
                                                        .map(each ->
                                                                each.course().word())
                                                        .orElse(null),
                                        "time",
                                                stage.found()
                                                        .stage()
                                                        .map(each ->
                                                                each.timing().time())
                                                        .orElse(null),
                                        "missing", stage.found().missing()))
                                .toList(),
                "times",
                        (currents.isEmpty() ? multiples(curve.curve()) : currents)
                                .stream()
                                        .map(current -> Json.object(
                                                "current", current,
                                                "seconds",
                                                        curve.curve()
                                                                .at(current)
                                                                .map(Curve.Operation::seconds)
                                                                .orElse(null),
                                                "stage",
                                                        curve.curve()
                                                                .at(current)
                                                                .map(Curve.Operation::name)
                                                                .orElse(null)))
                                        .toList());
    }
}
