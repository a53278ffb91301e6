package org.urvant.cli;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.StageDefinition.Quantity;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.Curve;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Dimension;
import org.urvant.core.unit.Unit;
import org.urvant.file.SafeFile;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.DeviceStage;
import org.urvant.report.plot.CurvePicture;
import org.urvant.report.plot.CurvePlot;
import org.urvant.report.plot.CurveText;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "curve",
        description = {
            "Show when devices operate: the time over the current that follows from the settings of all stages, and which stage"
                    + " is first. Currents are primary ones.",
            "Several devices lie on one plot, referred to one voltage. A current below 1.2 times a pick-up has a time by the"
                    + " formula, which the standard does not promise."
        },
        footer = {
            "",
            "Examples: urvant curve F11",
            "          urvant curve F11 --at 960A --at 4kA",
            "          urvant curve F11 --flow 960A@1s --flow 0A@2s --flow 2.4kA@5s",
            "          urvant curve F11,F12 --out feeders.png --mark 'fault at K1=8kA'",
            "          urvant curve F11 --voltage 400V --mark 'inrush=900A@0.1s'"
        })
final class CurveCommand extends Command {
    private static final int LINES = 24;
    private static final double[] MULTIPLES = {1.2, 2, 5, 10, 20};

    @Parameters(
            paramLabel = "DEVICE",
            description = "Name of the device, several separated by commas, or a pattern such as 'F*'.")
    private String devices;

    @Option(
            names = "--group",
            paramLabel = "NUMBER",
            description = "Setting group; the one in use after a start when not given.")
    private Integer group;

    @Option(
            names = "--measured",
            paramLabel = "CURRENT",
            defaultValue = "phase-current",
            description = "What is measured: phase-current, residual-current. Default: phase-current.")
    private String measured;

    @Option(
            names = "--at",
            paramLabel = "CURRENT",
            description = "Primary current at which to say the time; can be repeated.")
    private List<String> at = new ArrayList<>();

    @Option(
            names = "--flow",
            paramLabel = "CURRENT@TIME",
            description =
                    "A primary current that flows for a time, one after the other; can be repeated. Stages integrate.")
    private List<String> flows = new ArrayList<>();

    @Option(
            names = "--voltage",
            paramLabel = "VOLTAGE",
            description = "Line voltage that all currents are referred to.")
    private String voltage;

    @Option(
            names = "--mark",
            paramLabel = "TEXT=CURRENT[@TIME]",
            description = "A current to show: a fault level, inrush, what a cable bears; can be repeated.")
    private List<String> marks = new ArrayList<>();

    @Option(names = "--out", paramLabel = "FILE", description = "Draw it: .png or .svg.")
    private String out;

    CurveCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        Quantity quantity = Word.find(Quantity.class, measured)
                .orElseThrow(() -> new UnknownNameException("measured current", measured, Word.all(Quantity.class)));
        List<DeviceCurve> curves = Wildcard.choose(
                        "device", devices, project.devices().keySet())
                .stream()
                .map(name -> DeviceCurve.of(project, name, Optional.ofNullable(group), quantity))
                .toList();
        CurvePlot plot = CurvePlot.of(
                curves, base(), marks.stream().map(CurveCommand::marker).toList());
        List<Double> currents =
                at.stream().map(text -> amount("--at", text, Dimension.CURRENT)).toList();
        if (!flows.isEmpty()) {
            return flow(curves);
        }
        if (out != null) {
            draw(plot);
            return Exit.DONE;
        }
        if (json) {
            sayJson(curves.stream().map(curve -> json(curve, currents)).toList());
            return Exit.DONE;
        }
        if (currents.isEmpty()) {
            CurveText.lines(plot, Math.min(session.width(), 110), LINES).forEach(this::say);
        }
        for (int i = 0; i < curves.size(); i++) {
            DeviceCurve curve = curves.get(i);
            say("");
            say(paint.strong(curve.device()) + "  setting group " + curve.group()
                    + (currents.isEmpty() ? "  " + CurveText.MARKS.get(i % CurveText.MARKS.size()) : ""));
            show(curve, currents);
        }
        return Exit.DONE;
    }

    private int flow(List<DeviceCurve> curves) {
        if (out != null || json || !at.isEmpty()) {
            throw new RefusedException("--flow stands with --out, --json or --at", "Ask for one of them.");
        }
        List<Curve.Flow> all = new ArrayList<>();
        for (String text : flows) {
            int time = text.indexOf('@');
            if (time < 0) {
                throw new MalformedInputException(
                        Position.in("--flow"), "'" + text + "' says no time", "Write CURRENT@TIME, such as 960A@2s.");
            }
            all.add(new Curve.Flow(
                    current(text.substring(0, time)), amount("--flow", text.substring(time + 1), Dimension.TIME)));
        }
        Table table = new Table("device", "operates after s", "by");
        for (DeviceCurve curve : curves) {
            Optional<Curve.Operation> first = curve.curve().over(all);
            table.row(
                    curve.device(),
                    first.map(operation -> DeviceCurve.text(operation.seconds()))
                            .orElse("never"),
                    first.map(Curve.Operation::name).orElse("–"));
        }
        say(table);
        curves.forEach(curve -> curve.stages().stream()
                .filter(stage -> stage.found().stage().isEmpty())
                .forEach(stage -> note(curve.device() + " " + stage.name() + " is left out: "
                        + stage.found().missing())));
        return Exit.DONE;
    }

    /** Nothing may flow, too, while a stage goes back. */
    private static double current(String text) {
        return text.strip().matches("0+ *k?A?") ? 0 : amount("--flow", text, Dimension.CURRENT);
    }

    private double base() {
        return voltage == null ? 0 : amount("--voltage", voltage, Dimension.VOLTAGE);
    }

    private void draw(CurvePlot plot) {
        SafeFile.write(session.path(out), CurvePicture.of(out, plot));
        say("wrote " + out);
    }

    private void show(DeviceCurve curve, List<Double> currents) {
        Table stages = new Table("stage", "pick-up and course", "");
        for (DeviceStage stage : curve.stages()) {
            stages.row(
                    stage.name(),
                    DeviceCurve.words(stage),
                    stage.found().stage().isEmpty() ? "not on the curve" : "");
        }
        if (stages.isEmpty()) {
            say("no stage that trips is on");
            return;
        }
        say(stages);
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
            say(times);
        }
    }

    private static List<Double> multiples(Curve curve) {
        List<Double> currents = new ArrayList<>();
        for (double multiple : MULTIPLES) {
            if (curve.pickUp() < Double.POSITIVE_INFINITY) {
                currents.add(curve.pickUp() * multiple);
            }
        }
        return currents;
    }

    private static Object json(DeviceCurve curve, List<Double> currents) {
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

    private static CurvePlot.Marker marker(String text) {
        int equals = text.lastIndexOf('=');
        if (equals <= 0) {
            throw new MalformedInputException(
                    Position.in("--mark"),
                    "'" + text + "' names no current",
                    "Write TEXT=CURRENT or TEXT=CURRENT@TIME.");
        }
        String value = text.substring(equals + 1);
        int time = value.indexOf('@');
        return new CurvePlot.Marker(
                text.substring(0, equals),
                amount("--mark", time < 0 ? value : value.substring(0, time), Dimension.CURRENT),
                time < 0 ? Double.POSITIVE_INFINITY : amount("--mark", value.substring(time + 1), Dimension.TIME));
    }

    /** An amount above zero in the base unit of what it measures; a bare number is in that unit. */
    private static double amount(String option, String text, Dimension wanted) {
        Unit base = wanted == Dimension.CURRENT ? Unit.AMPERE : wanted == Dimension.TIME ? Unit.SECOND : Unit.VOLT;
        Amount amount = Amount.parse(text.strip())
                .filter(each -> each.unit() == null || each.unit().dimension() == wanted)
                .orElseThrow(() -> new MalformedInputException(
                        Position.in(option),
                        "'" + text + "' is no " + wanted.title(),
                        "Write a number with its unit, such as 4 k"
                                + (wanted == Dimension.TIME ? "s." : base.symbol() + ".")));
        double value = amount.number().doubleValue()
                * (amount.unit() == null
                        ? 1
                        : amount.unit()
                                .convert(BigDecimal.ONE, base)
                                .orElseThrow()
                                .doubleValue());
        if (!(value > 0)) {
            throw new RefusedException(option + " is " + text + ", not above zero", "Give a value above zero.");
        }
        return value;
    }
}
