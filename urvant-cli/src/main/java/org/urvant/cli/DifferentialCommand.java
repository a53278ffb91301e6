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
import org.urvant.project.setting.DeviceDifferentials;
import org.urvant.report.plot.DifferentialPicture;
import picocli.CommandLine.Mixin;
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

    @Mixin
    private GroupOption group = new GroupOption();

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
        DeviceDifferentials all = DeviceDifferentials.of(load(folder()), name, group.number());
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
                answers.add(
                        DifferentialView.json(each.name(), each.found().tested().get(), seen(each)));
            } else {
                new DifferentialView(this)
                        .show(each.name(), each.found().tested().get(), seen(each));
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

    private Optional<Differential.Seen> seen(DeviceDifferentials.Named each) {
        return at.isEmpty() ? Optional.empty() : each.found().tested().map(this::seen);
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
}
