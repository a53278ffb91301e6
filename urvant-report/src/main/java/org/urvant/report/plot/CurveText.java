package org.urvant.report.plot;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.urvant.core.protection.Curve;
import org.urvant.core.text.FewDigits;

/** Draws a {@link CurvePlot} with the characters of a terminal. */
public final class CurveText {
    /** What the lines are drawn with, in their order. */
    public static final List<String> MARKS = List.of("●", "○", "■", "□", "▲", "△", "◆", "◇");

    private static final int LABEL = 7;

    private final CurvePlot.Frame frame;
    private final String[][] cells;

    private CurveText(CurvePlot plot, int width, int height) {
        this.frame = plot.frame();
        this.cells = new String[height][width];
        for (String[] row : cells) {
            Arrays.fill(row, " ");
        }
    }

    /**
     * Returns the lines of the drawing, with its axes.
     *
     * @param width columns, 40 at least
     * @param height lines, 10 at least
     */
    public static List<String> lines(CurvePlot plot, int width, int height) {
        CurveText text = new CurveText(plot, Math.max(width, 40) - LABEL - 2, Math.max(height, 10) - 3);
        text.grid();
        for (CurvePlot.Marker marker : plot.markers()) {
            text.marker(marker);
        }
        for (int i = 0; i < plot.lines().size(); i++) {
            text.curve(plot.points(plot.lines().get(i), text.frame), MARKS.get(i % MARKS.size()));
        }
        return text.drawn();
    }

    private int column(double current) {
        double share = Math.log(current / frame.low()) / Math.log(frame.high() / frame.low());
        return (int) Math.round(share * (cells[0].length - 1));
    }

    private int row(double seconds) {
        double share = Math.log(seconds / frame.shortest()) / Math.log(frame.longest() / frame.shortest());
        return (int) Math.round((1 - share) * (cells.length - 1));
    }

    private void put(int row, int column, String mark) {
        if (row >= 0 && row < cells.length && column >= 0 && column < cells[0].length) {
            cells[row][column] = mark;
        }
    }

    private void grid() {
        for (double current : decades(frame.low(), frame.high())) {
            for (int row = 0; row < cells.length; row++) {
                put(row, column(current), "┊");
            }
        }
        for (double seconds : decades(frame.shortest(), frame.longest())) {
            Arrays.fill(cells[row(seconds)], "┈");
        }
    }

    private static List<Double> decades(double from, double to) {
        List<Double> decades = new ArrayList<>();
        for (int power = (int) Math.ceil(Math.log10(from) - 1e-9); power <= Math.log10(to) + 1e-9; power++) {
            decades.add(Math.pow(10, power));
        }
        return decades;
    }

    private void marker(CurvePlot.Marker marker) {
        if (marker.seconds() == Double.POSITIVE_INFINITY) {
            for (int row = 0; row < cells.length; row++) {
                put(row, column(marker.current()), "│");
            }
        } else {
            put(
                    row(Math.min(Math.max(marker.seconds(), frame.shortest()), frame.longest())),
                    column(marker.current()),
                    "×");
        }
    }

    private void curve(List<Curve.Point> points, String mark) {
        for (int i = 0; i < points.size(); i++) {
            int row = row(points.get(i).seconds());
            int column = column(points.get(i).current());
            put(row, column, mark);
            if (i > 0) {
                int before = row(points.get(i - 1).seconds());
                for (int between = Math.min(row, before) + 1; between < Math.max(row, before); between++) {
                    put(between, column, mark);
                }
            }
        }
    }

    private List<String> drawn() {
        List<String> lines = new ArrayList<>();
        List<Double> times = decades(frame.shortest(), frame.longest());
        for (int row = 0; row < cells.length; row++) {
            int at = row;
            String label = times.stream()
                    .filter(seconds -> row(seconds) == at)
                    .findFirst()
                    .map(FewDigits::of)
                    .orElse("");
            lines.add(" ".repeat(Math.max(0, LABEL - 1 - label.length())) + label + " ┤" + String.join("", cells[row]));
        }
        StringBuilder axis = new StringBuilder(" ".repeat(LABEL) + "└" + "─".repeat(cells[0].length));
        StringBuilder labels = new StringBuilder(" ".repeat(axis.length() + 8));
        for (double current : decades(frame.low(), frame.high())) {
            String label = FewDigits.of(current);
            int at = Math.max(0, LABEL + 1 + column(current) - label.length() / 2);
            labels.replace(at, at + label.length(), label);
            axis.setCharAt(LABEL + 1 + Math.min(column(current), cells[0].length - 1), '┴');
        }
        lines.add(axis.toString());
        lines.add(labels.toString().stripTrailing());
        lines.add(" ".repeat(LABEL + 1) + "current in A, time in s");
        return lines;
    }
}
