package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.device.StageDefinition.Quantity;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.protection.Curve;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Dimension;
import org.urvant.file.SafeFile;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.report.plot.CurvePicture;
import org.urvant.report.plot.CurvePlot;
import org.urvant.report.plot.CurveText;
import picocli.CommandLine.Mixin;
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

    @Parameters(
            paramLabel = "DEVICE",
            description = "Name of the device, several separated by commas, or a pattern such as 'F*'.")
    private String devices;

    @Mixin
    private GroupOption group = new GroupOption();

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
        apart("--mark", "--at", "--flow");
        apart("--at", "--out");
        Project project = load(folder());
        Quantity quantity = Word.find(Quantity.class, measured)
                .orElseThrow(() -> new UnknownNameException("measured current", measured, Word.all(Quantity.class)));
        List<DeviceCurve> curves = Wildcard.choose(
                        "device", devices, project.devices().keySet())
                .stream()
                .map(name -> DeviceCurve.of(project, name, group.number(), quantity))
                .toList();
        CurvePlot plot = CurvePlot.of(
                curves, base(), marks.stream().map(GivenCurrent::marker).toList());
        List<Double> currents = at.stream()
                .map(text -> GivenCurrent.amount("--at", text, Dimension.CURRENT))
                .toList();
        if (!flows.isEmpty()) {
            return flow(curves);
        }
        if (out != null) {
            draw(plot);
            return Exit.DONE;
        }
        if (json) {
            sayJson(curves.stream()
                    .map(curve -> CurveView.json(curve, currents))
                    .toList());
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
            CurveView.show(this, curve, currents);
        }
        return Exit.DONE;
    }

    private int flow(List<DeviceCurve> curves) {
        if (out != null || json || !at.isEmpty()) {
            throw new RefusedException("--flow stands with --out, --json or --at", "Ask for one of them.");
        }
        List<Curve.Flow> all = flows.stream().map(GivenCurrent::flow).toList();
        CurveView.flow(this, curves, all);
        return Exit.DONE;
    }

    private double base() {
        return voltage == null ? 0 : GivenCurrent.amount("--voltage", voltage, Dimension.VOLTAGE);
    }

    private void draw(CurvePlot plot) {
        SafeFile.write(session.path(out), CurvePicture.of(out, plot));
        say("wrote " + out);
    }
}
