package org.urvant.report.plot;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.protection.Curve;
import org.urvant.core.protection.Grading;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.SiteGrading;

/**
 * What is plotted: time over current of several devices, both on logarithmic axes.
 *
 * @param title title of the plot
 * @param lines the devices
 * @param markers currents to show
 * @param voltage line voltage in V that all currents are referred to; 0 when they are of one level anyway
 */
public record CurvePlot(String title, List<Line> lines, List<Marker> markers, double voltage) {
    /** Shortest and longest time of the axis in s, unless a curve needs more. */
    private static final double SHORTEST = 0.01;

    private static final double LONGEST = 1000;
    private static final int POINTS = 400;

    /**
     * A device.
     *
     * @param name its name
     * @param settings what the legend says below it, stage by stage
     * @param curve its curve in A of the device's own voltage
     * @param factor by what its currents are multiplied on the axis
     */
    public record Line(String name, List<String> settings, Curve curve, double factor) {
        public Line {
            settings = List.copyOf(settings);
        }
    }

    /**
     * A current to show.
     *
     * @param text what it is
     * @param current in A on the axis
     * @param seconds for how long it flows or is borne; infinite for a line from top to bottom
     */
    public record Marker(String text, double current, double seconds) {}

    public CurvePlot {
        lines = List.copyOf(lines);
        markers = List.copyOf(markers);
    }

    /**
     * Returns the plot of some devices, referred to one voltage.
     *
     * @param base line voltage in V that currents are referred to; 0 for the one of the first device that says one
     * @throws RefusedException when a device does not say its voltage and it matters
     */
    public static CurvePlot of(List<DeviceCurve> curves, double base, List<Marker> markers) {
        double voltage = base > 0
                ? base
                : curves.stream()
                        .flatMap(curve -> curve.voltage().stream())
                        .findFirst()
                        .orElse(0.0);
        boolean allSilent = curves.stream().allMatch(curve -> curve.voltage().isEmpty());
        boolean isOneLevel = base == 0
                && (allSilent
                        || curves.stream().allMatch(curve -> curve.voltage().equals(Optional.of(voltage))));
        List<Line> lines = new ArrayList<>();
        for (DeviceCurve curve : curves) {
            if (curve.voltage().isEmpty() && !isOneLevel) {
                throw new RefusedException(
                        curve.device()
                                + " does not say its rated voltage, so its currents cannot be referred to another",
                        "Plot it with devices of its own voltage, and without a voltage for all.");
            }
            lines.add(new Line(
                    curve.device() + (curves.size() == 1 ? ", setting group " + curve.group() : ""),
                    curve.stages().stream()
                            .map(stage -> stage.name() + ": " + DeviceCurve.words(stage))
                            .toList(),
                    curve.curve(),
                    isOneLevel ? 1 : curve.voltage().orElseThrow() / voltage));
        }
        String names =
                String.join(", ", curves.stream().map(DeviceCurve::device).toList());
        return new CurvePlot("Time over current: " + names, lines, markers, voltage);
    }

    /**
     * Returns the plot of a bay and of the bays that feed it, one after the other, with the fault currents behind it and the
     * places where the time between them is too short; currents are those at the bay.
     *
     * @param pairs what was found for the bays
     */
    public static CurvePlot ofPath(Project project, String bay, List<SiteGrading.Pair> pairs) {
        List<SiteGrading.Step> path = SiteGrading.path(project, bay);
        List<Line> lines = new ArrayList<>();
        for (SiteGrading.Step step : path) {
            for (DeviceCurve curve : step.devices()) {
                lines.add(new Line(
                        curve.device() + (path.size() > 1 ? " in bay " + step.bay() : ""),
                        curve.stages().stream()
                                .map(stage -> stage.name() + ": " + DeviceCurve.words(stage))
                                .toList(),
                        curve.curve(),
                        1 / step.ratio()));
            }
        }
        List<Marker> markers = new ArrayList<>();
        for (SiteGrading.Step step : path) {
            List<SiteGrading.Pair> here =
                    pairs.stream().filter(pair -> pair.bay().equals(step.bay())).toList();
            here.stream()
                    .filter(pair -> step.bay().equals(bay) && pair.level() > 0)
                    .forEach(pair -> markers.add(
                            new Marker(pair.kind().word() + " fault", pair.level(), Double.POSITIVE_INFINITY)));
            here.stream()
                    .filter(SiteGrading.Pair::isTooShort)
                    .map(pair -> pair.narrowest().orElseThrow())
                    .filter(found -> found.down().isPresent())
                    .min(Comparator.comparingDouble(Grading.Narrowest::margin))
                    .ifPresent(found -> markers.add(new Marker(
                            found.up().name()
                                    + (found.margin() < 0 ? " is sooner by " : " waits ")
                                    + DeviceCurve.text(Math.abs(found.margin())) + " s",
                            found.current() / step.ratio(),
                            found.down().orElseThrow().seconds())));
        }
        return new CurvePlot("Grading of bay " + bay + ", currents as at " + bay, lines, markers, 0);
    }

    /** The ends of both axes. */
    record Frame(double low, double high, double shortest, double longest) {}

    /** Returns axes in whole decades that hold all pick-ups, and all markers. */
    Frame frame() {
        double low = Double.POSITIVE_INFINITY;
        double high = 0;
        for (Line line : lines) {
            for (Curve.Named stage : line.curve().stages()) {
                low = Math.min(low, stage.stage().pickUp() * line.factor());
                high = Math.max(high, stage.stage().pickUp() * line.factor() * 3);
            }
        }
        double greatest = 0;
        for (Marker marker : markers) {
            low = Math.min(low, marker.current());
            greatest = Math.max(greatest, marker.current() * 2);
        }
        double seen = lines.stream() // each line must be seen, also beyond the greatest fault
                .mapToDouble(line ->
                        line.curve().stages().isEmpty() ? 0 : line.curve().pickUp() * line.factor() * 4)
                .max()
                .orElse(0);
        boolean hasFaults = markers.stream().anyMatch(marker -> marker.seconds() == Double.POSITIVE_INFINITY);
        high = hasFaults ? Math.max(seen, greatest) : Math.max(high, greatest);
        if (!(low < high)) {
            low = 1;
            high = 1000;
        }
        return new Frame(Math.pow(10, Math.floor(Math.log10(low * 0.8))), nice(high), SHORTEST, LONGEST);
    }

    /** The next of 1, 2 and 5 times a power of ten. */
    private static double nice(double value) {
        double decade = Math.pow(10, Math.floor(Math.log10(value)));
        for (double step : new double[] {1, 2, 5, 10}) {
            if (step * decade >= value) {
                return step * decade;
            }
        }
        return 10 * decade;
    }

    /** Returns the points of a line on the axes: steps of the time are upright, and it begins at the top. */
    List<Curve.Point> points(Line line, Frame frame) {
        List<Curve.Point> points = new ArrayList<>();
        double from = frame.low() / line.factor();
        double to = frame.high() / line.factor();
        for (Curve.Point point : line.curve().points(line.curve().currents(from, to, POINTS))) {
            if (point.seconds() > frame.longest()) {
                continue;
            }
            double current = point.current() * line.factor();
            if (points.isEmpty() && point.current() > from) {
                points.add(new Curve.Point(current, frame.longest()));
            }
            points.add(new Curve.Point(current, Math.max(point.seconds(), frame.shortest())));
        }
        return points;
    }
}
