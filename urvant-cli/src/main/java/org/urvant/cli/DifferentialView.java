package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.protection.Differential;
import org.urvant.core.protection.DifferentialTests;
import org.urvant.project.setting.DeviceCurve;

/** Shows the characteristic of a differential protection, and what it makes of currents. */
final class DifferentialView {
    private final Command command;

    DifferentialView(Command command) {
        this.command = command;
    }

    /**
     * Shows one.
     *
     * @param seen what it sees of currents that were asked about
     */
    void show(String title, DifferentialTests.Tested tested, Optional<Differential.Seen> seen) {
        Differential differential = tested.differential();
        Table table = new Table("bias", "operates above");
        biases(differential)
                .forEach(bias -> table.row(DeviceCurve.text(bias), DeviceCurve.text(differential.threshold(bias))));
        command.say(command.paint.strong(title));
        command.say(table);
        if (differential.unrestrained() < Double.POSITIVE_INFINITY) {
            command.say("and above " + DeviceCurve.text(differential.unrestrained()) + " whatever flows through");
        }
        Table sides = new Table("side", "rated current A", "alone from A", "lags by");
        tested.sides()
                .forEach(side -> sides.row(
                        side.name(),
                        DeviceCurve.text(side.rated()),
                        DeviceCurve.text(side.rated() * differential.oneSided()),
                        30 * side.clock() + "°"));
        command.say(sides);
        seen.ifPresent(each -> {
            double threshold = differential.threshold(each.bias());
            command.say("difference " + DeviceCurve.text(each.difference()) + " at a bias of "
                    + DeviceCurve.text(each.bias())
                    + ": " + (each.difference() > threshold ? "operates" : "does not operate") + ", for it takes "
                    + DeviceCurve.text(threshold) + " there");
        });
    }

    private static List<Double> biases(Differential differential) {
        List<Double> biases = new ArrayList<>(List.of(0.0));
        differential.knees().stream()
                .map(Differential.Knee::from)
                .filter(from -> from < differential.end())
                .forEach(biases::add);
        if (differential.end() < Double.POSITIVE_INFINITY) {
            biases.add(differential.end());
        }
        return biases.stream().distinct().toList();
    }

    static Object json(String title, DifferentialTests.Tested tested, Optional<Differential.Seen> seen) {
        Differential differential = tested.differential();
        return Json.object(
                "differential",
                title,
                "characteristic",
                biases(differential).stream()
                        .map(bias -> Json.object("bias", bias, "above", differential.threshold(bias)))
                        .toList(),
                "sides",
                tested.sides().stream()
                        .map(side -> Json.object(
                                "side",
                                side.name(),
                                "rated",
                                side.rated(),
                                "alone",
                                side.rated() * differential.oneSided(),
                                "lags",
                                30 * side.clock()))
                        .toList(),
                "difference",
                seen.map(Differential.Seen::difference).orElse(null),
                "bias",
                seen.map(Differential.Seen::bias).orElse(null),
                "operates",
                seen.map(each -> each.difference() > differential.threshold(each.bias()))
                        .orElse(null));
    }
}
