package org.urvant.report.plot;

import java.awt.BasicStroke;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.core.protection.Differential;
import org.urvant.core.protection.DifferentialTests;
import org.urvant.core.protection.Injection;
import org.urvant.core.protection.Phasor;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.text.FewDigits;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.DeviceDifferentials;

/** Draws the characteristics of differential protections, difference over bias, with their test points. */
public final class DifferentialPicture {
    private static final double MARGIN = 64;
    private static final double LEGEND = 330;
    private static final double DOT = 9;
    private static final double LEAST_BIAS = 4;
    private static final int TICKS = 10;

    private final DeviceDifferentials all;
    private final double greatest; // bias that is drawn
    private final double highest; // difference that is drawn
    private final double wide;
    private final double high;

    private DifferentialPicture(DeviceDifferentials all, int width, int height) {
        this.all = all;
        double bias = LEAST_BIAS;
        double difference = 0;
        for (DifferentialTests.Tested each : tested(all)) {
            Differential differential = each.differential();
            double last = differential.knees().stream()
                    .mapToDouble(Differential.Knee::from)
                    .max()
                    .orElse(0);
            bias = Math.max(bias, Math.min(1.15 * differential.end(), 2 * last + 4));
            difference = Math.max(difference, 1.15 * differential.threshold(bias));
        }
        this.greatest = bias;
        this.highest = difference;
        this.wide = width - LEGEND - 2 * MARGIN;
        this.high = height - 2.4 * MARGIN;
    }

    private static List<DifferentialTests.Tested> tested(DeviceDifferentials all) {
        return all.all().stream()
                .flatMap(each -> each.found().tested().stream())
                .toList();
    }

    /**
     * Returns the drawing in the usual size, as the name of a file asks for.
     *
     * @throws org.urvant.core.error.MalformedInputException when the name ends neither with .png nor with .svg
     * @throws RefusedException when no differential protection has all its settings
     */
    public static byte[] of(String file, DeviceDifferentials all) {
        if (tested(all).isEmpty()) {
            throw new RefusedException(
                    "no differential protection of " + all.device() + " is on with all its settings",
                    "Give what is open first.");
        }
        return Canvas.of(file, (graphics, width, height) -> new DifferentialPicture(all, width, height)
                .draw(graphics, width, height));
    }

    private double x(double bias) {
        return MARGIN + bias / greatest * wide;
    }

    private double y(double difference) {
        return MARGIN + high - difference / highest * high;
    }

    private void draw(Graphics2D graphics, int width, int height) {
        graphics.setFont(Canvas.TITLE);
        graphics.setPaint(Canvas.INK);
        graphics.drawString(
                "Differential protection of " + all.device() + ", in multiples of the rated current",
                (float) MARGIN,
                34);
        axes(graphics, height);
        int number = 0;
        double at = MARGIN;
        for (DeviceDifferentials.Named each : all.all()) {
            if (each.found().tested().isPresent()) {
                curve(graphics, each.found().tested().get(), number);
                at = legend(graphics, each.name(), each.found().tested().get(), number, width - LEGEND, at);
                number++;
            }
        }
    }

    private void axes(Graphics2D graphics, int height) {
        graphics.setFont(Canvas.SMALL);
        graphics.setStroke(new BasicStroke(0.7f));
        double step = PlainNumbers.step(greatest / TICKS);
        for (int i = 0; i * step <= greatest * 1.0001; i++) {
            graphics.setPaint(Canvas.GRID);
            graphics.draw(new Line2D.Double(x(i * step), y(0), x(i * step), y(highest)));
            graphics.setPaint(Canvas.INK);
            graphics.drawString(FewDigits.of(i * step), (float) x(i * step) - 4, (float) y(0) + 18);
        }
        double up = PlainNumbers.step(highest / TICKS);
        for (int i = 0; i * up <= highest * 1.0001; i++) {
            graphics.setPaint(Canvas.GRID);
            graphics.draw(new Line2D.Double(x(0), y(i * up), x(greatest), y(i * up)));
            graphics.setPaint(Canvas.INK);
            graphics.drawString(FewDigits.of(i * up), (float) MARGIN - 34, (float) y(i * up) + 4);
        }
        graphics.drawString("bias", (float) (x(greatest) - 26), (float) y(0) + 38);
        graphics.drawString("difference", (float) MARGIN - 40, (float) MARGIN - 10);
        graphics.drawString(
                "Test points: filled where it must operate, hollow where it must not.", (float) MARGIN, height - 24f);
    }

    private void curve(Graphics2D graphics, DifferentialTests.Tested tested, int number) {
        Differential differential = tested.differential();
        Path2D path = new Path2D.Double();
        path.moveTo(x(0), y(differential.threshold(0)));
        differential.knees().stream()
                .map(Differential.Knee::from)
                .filter(from -> from < Math.min(greatest, differential.end()))
                .forEach(from -> path.lineTo(x(from), y(differential.threshold(from))));
        if (differential.end() < greatest) {
            path.lineTo(x(differential.end()), y(differential.unrestrained()));
        }
        path.lineTo(x(greatest), y(differential.threshold(greatest)));
        graphics.setPaint(Canvas.colour(number));
        graphics.setStroke(new BasicStroke(2.4f));
        graphics.draw(path);
        for (TestPoint point : DifferentialTests.of(tested)) {
            if (point.isPossible()) {
                dot(graphics, tested, point);
            }
        }
    }

    private void dot(Graphics2D graphics, DifferentialTests.Tested tested, TestPoint point) {
        boolean hasHarmonic = point.injection().sources().stream().anyMatch(source -> source.secondHarmonic() > 0);
        if (hasHarmonic) {
            return; // which the plane of difference and bias does not show
        }
        List<Phasor> currents = tested.sides().stream()
                .map(side -> point.injection().sources().stream()
                        .filter(source -> source.inputs().equals(side.name()))
                        .map(Injection.Source::phases)
                        .map(phases -> phases.get(0))
                        .findFirst()
                        .orElse(new Phasor(0, 0)))
                .toList();
        Differential.Seen seen = tested.differential().seen(tested.sides(), currents);
        Ellipse2D dot = new Ellipse2D.Double(x(seen.bias()) - DOT / 2, y(seen.difference()) - DOT / 2, DOT, DOT);
        graphics.setStroke(new BasicStroke(1.5f));
        graphics.setPaint(Canvas.INK);
        if (point.expected().outcome() == TestPoint.Outcome.NO_OPERATION) {
            graphics.draw(dot);
        } else {
            graphics.fill(dot);
        }
    }

    private static double legend(
            Graphics2D graphics, String name, DifferentialTests.Tested tested, int number, double from, double at) {
        Differential differential = tested.differential();
        graphics.setPaint(Canvas.colour(number));
        graphics.setStroke(new BasicStroke(2.4f));
        graphics.draw(new Line2D.Double(from, at - 5, from + 36, at - 5));
        graphics.setPaint(Canvas.INK);
        graphics.setFont(Canvas.NAME);
        graphics.drawString(name, (float) from + 46, (float) at);
        graphics.setFont(Canvas.SMALL);
        double line = at + 19;
        graphics.drawString("pick-up " + DeviceCurve.text(differential.pickUp()), (float) from + 46, (float) line);
        for (Differential.Knee knee : differential.knees()) {
            line += 18;
            graphics.drawString(
                    DeviceCurve.text(knee.slope() * 100) + " % from a bias of " + DeviceCurve.text(knee.from()),
                    (float) from + 46,
                    (float) line);
        }
        if (differential.unrestrained() < Double.POSITIVE_INFINITY) {
            line += 18;
            graphics.drawString(
                    "unrestrained from " + DeviceCurve.text(differential.unrestrained()), (float) from + 46, (float)
                            line);
        }
        for (Differential.Side side : tested.sides()) {
            line += 18;
            graphics.drawString(
                    side.name() + ": rated " + DeviceCurve.text(side.rated()) + " A at the input",
                    (float) from + 46,
                    (float) line);
        }
        return line + 30;
    }
}
