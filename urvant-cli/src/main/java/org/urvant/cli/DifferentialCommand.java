package org.urvant.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.Differential;
import org.urvant.core.protection.DifferentialTests;
import org.urvant.core.protection.Phasor;
import org.urvant.core.unit.Dimension;
import org.urvant.file.SafeFile;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.DeviceDifferentials;
import org.urvant.report.plot.DifferentialPicture;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "differential",
        description = {
            "Show the characteristic of a differential relay: which difference of currents makes it operate while how much flows"
                    + " through, in multiples of the rated current; and the rated current at each of its inputs.",
            "With --at it says what it makes of currents at the inputs, secondary phasors AMOUNT@DEGREES that are alike in all"
                    + " phases, counted into what is protected on every side. Drawn, the test points are in it."
        },
        footer = {
            "",
            "Examples: urvant differential T1",
            "          urvant differential T1 --at HV=0.8@0,LV=0.7@-150",
            "          urvant differential T1 --out t1.png"
        })
final class DifferentialCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(
            names = "--group",
            paramLabel = "NUMBER",
            description = "Setting group; the one in use after a start when not given.")
    private Integer group;

    @Option(
            names = "--at",
            split = ",",
            paramLabel = "SIDE=PHASOR",
            description = "A current at the inputs of a side; no current at those that are not named.")
    private List<String> at = new ArrayList<>();

    @Option(names = "--out", paramLabel = "FILE", description = "Draw it: .png or .svg.")
    private String out;

    DifferentialCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        DeviceDifferentials all = DeviceDifferentials.of(folder().load(), name, Optional.ofNullable(group));
        if (out != null) {
            SafeFile.write(session.path(out), DifferentialPicture.of(out, all));
            say("wrote " + out);
            return Exit.DONE;
        }
        List<Object> answers = new ArrayList<>();
        for (DeviceDifferentials.Named each : all.all()) {
            if (each.found().tested().isEmpty()) {
                note(each.name() + ": " + each.found().missing());
            } else if (json) {
                answers.add(json(each.name(), each.found().tested().get()));
            } else {
                show(each.name(), each.found().tested().get());
            }
        }
        if (json) {
            sayJson(answers);
        } else if (all.all().isEmpty()) {
            say("no differential protection of " + name + " that trips is on");
        }
        boolean isWhole =
                all.all().stream().allMatch(each -> each.found().tested().isPresent());
        next("urvant " + (isWhole ? "test-points " : "open ") + name);
        return Exit.DONE;
    }

    private void show(String title, DifferentialTests.Tested tested) {
        Differential differential = tested.differential();
        Table table = new Table("bias", "operates above");
        biases(differential)
                .forEach(bias -> table.row(DeviceCurve.text(bias), DeviceCurve.text(differential.threshold(bias))));
        say(paint.strong(title));
        say(table);
        if (differential.unrestrained() < Double.POSITIVE_INFINITY) {
            say("and above " + DeviceCurve.text(differential.unrestrained()) + " whatever flows through");
        }
        Table sides = new Table("side", "rated current A", "alone from A", "lags by");
        tested.sides()
                .forEach(side -> sides.row(
                        side.name(),
                        DeviceCurve.text(side.rated()),
                        DeviceCurve.text(side.rated() * differential.oneSided()),
                        30 * side.clock() + "°"));
        say(sides);
        if (!at.isEmpty()) {
            Differential.Seen seen = seen(tested);
            double threshold = differential.threshold(seen.bias());
            say("difference " + DeviceCurve.text(seen.difference()) + " at a bias of " + DeviceCurve.text(seen.bias())
                    + ": " + (seen.difference() > threshold ? "operates" : "does not operate") + ", for it takes "
                    + DeviceCurve.text(threshold) + " there");
        }
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

    private Differential.Seen seen(DifferentialTests.Tested tested) {
        Map<String, Phasor> given = new LinkedHashMap<>();
        for (String text : at) {
            int sign = text.indexOf('=');
            String side = sign < 0 ? "" : text.substring(0, sign).strip();
            List<String> known =
                    tested.sides().stream().map(Differential.Side::name).toList();
            if (!known.contains(side)) {
                throw new MalformedInputException(
                        Position.in("--at"),
                        "'" + text + "' names no side",
                        "Sides are " + String.join(", ", known) + "; write " + known.get(0) + "=1A@0.");
            }
            if (given.put(side, GivenPhasors.one("--at", text.substring(sign + 1), Dimension.CURRENT)) != null) {
                throw new MalformedInputException(
                        Position.in("--at"), "the current at " + side + " is given twice", "Keep one of the two.");
            }
        }
        return tested.differential()
                .seen(
                        tested.sides(),
                        tested.sides().stream()
                                .map(side -> given.getOrDefault(side.name(), new Phasor(0, 0)))
                                .toList());
    }

    private Object json(String title, DifferentialTests.Tested tested) {
        Differential differential = tested.differential();
        Optional<Differential.Seen> seen = at.isEmpty() ? Optional.empty() : Optional.of(seen(tested));
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
