package org.urvant.report.plot;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.util.Comparator;
import java.util.List;
import org.jfree.chart.ChartFactory;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.annotations.XYTextAnnotation;
import org.jfree.chart.plot.PlotOrientation;
import org.jfree.chart.plot.SeriesRenderingOrder;
import org.jfree.chart.plot.ValueMarker;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.xy.XYLineAndShapeRenderer;
import org.jfree.chart.text.TextUtils;
import org.jfree.chart.ui.RectangleInsets;
import org.jfree.chart.ui.TextAnchor;
import org.jfree.data.xy.XYSeries;
import org.jfree.data.xy.XYSeriesCollection;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.text.FewDigits;

/** Draws a {@link CurvePlot} as PNG or SVG. */
public final class CurvePicture {
    private static final double CLOSE = 1.3; // lines whose texts would touch
    private static final double DECADES_OF_A_LETTER = 0.05;
    private static final double GAP = 10;
    private static final double SAMPLE = 36;
    private static final double TOP = 64;

    static {
        TextUtils.setUseDrawRotatedStringWorkaround(false); // which draws letters as lines, and none can be searched
    }

    private CurvePicture() {}

    /**
     * Returns the plot in the usual size, as the name of a file asks for.
     *
     * @throws MalformedInputException when the name ends neither with .png nor with .svg
     */
    public static byte[] of(String file, CurvePlot plot) {
        return Canvas.of(file, drawing(plot));
    }

    /** Returns the plot as a PNG of a size in pixels. */
    public static byte[] png(CurvePlot plot, int width, int height) {
        return Canvas.png(drawing(plot), width, height);
    }

    /** Returns the plot as an SVG of a size in pixels. */
    public static byte[] svg(CurvePlot plot, int width, int height) {
        return Canvas.svg(drawing(plot), width, height);
    }

    private static Canvas.Drawing drawing(CurvePlot plot) {
        return (graphics, width, height) -> {
            double legend = legendWidth(plot, graphics);
            chart(plot).draw(graphics, new Rectangle2D.Double(0, 0, width - legend, height));
            legend(plot, graphics, width - legend + GAP);
        };
    }

    private static double legendWidth(CurvePlot plot, Graphics2D graphics) {
        double widest = 0;
        for (CurvePlot.Line line : plot.lines()) {
            widest = Math.max(widest, graphics.getFontMetrics(Canvas.NAME).stringWidth(line.name()));
            for (String each : line.settings()) {
                widest = Math.max(widest, graphics.getFontMetrics(Canvas.SMALL).stringWidth(each));
            }
        }
        return 3 * GAP + SAMPLE + widest;
    }

    private static void legend(CurvePlot plot, Graphics2D graphics, double left) {
        double at = TOP;
        for (int i = 0; i < plot.lines().size(); i++) {
            CurvePlot.Line line = plot.lines().get(i);
            graphics.setPaint(Canvas.colour(i));
            graphics.setStroke(Canvas.stroke(i));
            graphics.draw(new Line2D.Double(left, at - 5, left + SAMPLE, at - 5));
            graphics.setPaint(Canvas.INK);
            graphics.setFont(Canvas.NAME);
            graphics.drawString(line.name(), (float) (left + SAMPLE + GAP), (float) at);
            graphics.setFont(Canvas.SMALL);
            for (String each : line.settings()) {
                at += 17;
                graphics.drawString(each, (float) (left + SAMPLE + GAP), (float) at);
            }
            at += 30;
        }
    }

    private static JFreeChart chart(CurvePlot plot) {
        CurvePlot.Frame frame = plot.frame();
        XYSeriesCollection data = new XYSeriesCollection();
        for (CurvePlot.Line line : plot.lines()) {
            XYSeries series = new XYSeries(line.name(), false, true);
            plot.points(line, frame).forEach(point -> series.add(point.current(), point.seconds()));
            data.addSeries(series);
        }
        String base = plot.voltage() > 0 ? " at " + amount(plot.voltage(), "V") : "";
        JFreeChart chart = ChartFactory.createXYLineChart(
                plot.title(), "current in A" + base, "time in s", data, PlotOrientation.VERTICAL, false, false, false);
        chart.setBackgroundPaint(Color.WHITE);
        chart.getTitle().setFont(Canvas.TITLE);
        chart.getTitle().setPaint(Canvas.INK);
        chart.setPadding(new RectangleInsets(8, 8, 8, 12));
        XYPlot axes = chart.getXYPlot();
        axes.setDomainAxis(axis("current in A" + base, frame.low(), frame.high()));
        axes.setRangeAxis(axis("time in s", frame.shortest(), frame.longest()));
        axes.setBackgroundPaint(Color.WHITE);
        axes.setOutlinePaint(Canvas.INK);
        axes.setDomainGridlinePaint(Canvas.GRID);
        axes.setRangeGridlinePaint(Canvas.GRID);
        axes.setDomainMinorGridlinesVisible(true);
        axes.setRangeMinorGridlinesVisible(true);
        axes.setDomainMinorGridlinePaint(Canvas.FAINT_GRID);
        axes.setRangeMinorGridlinePaint(Canvas.FAINT_GRID);
        axes.setSeriesRenderingOrder(
                SeriesRenderingOrder.FORWARD); // dashes over what is whole, where lines lie on each other
        axes.setRenderer(renderer(plot.lines().size()));
        markers(axes, plot, frame);
        return chart;
    }

    private static DecadeAxis axis(String label, double low, double high) {
        DecadeAxis axis = new DecadeAxis(label);
        axis.setRange(low, high);
        axis.setLabelFont(new Font(Canvas.FACE, Font.PLAIN, 14));
        axis.setTickLabelFont(Canvas.SMALL);
        axis.setLabelPaint(Canvas.INK);
        axis.setTickLabelPaint(Canvas.INK);
        return axis;
    }

    private static XYLineAndShapeRenderer renderer(int lines) {
        XYLineAndShapeRenderer renderer = new XYLineAndShapeRenderer(true, false);
        renderer.setDrawSeriesLineAsPath(true); // else each stretch begins its dashes anew
        for (int i = 0; i < lines; i++) {
            renderer.setSeriesPaint(i, Canvas.colour(i));
            renderer.setSeriesStroke(i, Canvas.stroke(i));
        }
        return renderer;
    }

    private static List<CurvePlot.Marker> sorted(CurvePlot plot) {
        return plot.markers().stream()
                .sorted(Comparator.comparingDouble(CurvePlot.Marker::current))
                .toList();
    }

    private static void markers(XYPlot axes, CurvePlot plot, CurvePlot.Frame frame) {
        double last = 0;
        double height = frame.longest();
        for (CurvePlot.Marker marker : sorted(plot)) {
            if (marker.seconds() == Double.POSITIVE_INFINITY) {
                ValueMarker line = new ValueMarker(
                        marker.current(),
                        Canvas.INK,
                        new BasicStroke(1.2f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_MITER, 10, new float[] {4, 4}, 0));
                axes.addDomainMarker(line);
                // the texts stand upright beside their lines, each below that of a line close by
                height = marker.current() < last * CLOSE ? height : frame.longest();
                text(axes, marker.text() + "  ", marker.current(), height, TextAnchor.BOTTOM_RIGHT)
                        .setRotationAngle(-Math.PI / 2);
                height /= Math.pow(10, (marker.text().length() + 3) * DECADES_OF_A_LETTER);
                last = marker.current();
            } else {
                double seconds = Math.min(Math.max(marker.seconds(), frame.shortest()), frame.longest());
                XYSeries point = new XYSeries(marker.text());
                point.add(marker.current(), seconds);
                int index = axes.getDatasetCount();
                axes.setDataset(index, new XYSeriesCollection(point));
                XYLineAndShapeRenderer dot = new XYLineAndShapeRenderer(false, true);
                dot.setSeriesShape(0, new Ellipse2D.Double(-4, -4, 8, 8));
                dot.setSeriesPaint(0, Canvas.INK);
                dot.setSeriesVisibleInLegend(0, false);
                axes.setRenderer(index, dot);
                boolean isRight = marker.current() > Math.sqrt(frame.low() * frame.high()); // its text would be cut off
                text(
                        axes,
                        isRight ? marker.text() + "  " : "  " + marker.text(),
                        marker.current(),
                        seconds,
                        isRight ? TextAnchor.TOP_RIGHT : TextAnchor.BOTTOM_LEFT);
            }
        }
    }

    private static XYTextAnnotation text(XYPlot axes, String text, double current, double seconds, TextAnchor anchor) {
        XYTextAnnotation annotation = new XYTextAnnotation(text, current, seconds);
        annotation.setFont(new Font(Canvas.FACE, Font.PLAIN, 12));
        annotation.setPaint(Canvas.INK);
        annotation.setTextAnchor(anchor);
        annotation.setRotationAnchor(anchor);
        axes.addAnnotation(annotation);
        return annotation;
    }

    /** Returns an amount with a prefix, such as {@code 11 kV}. */
    static String amount(double value, String unit) {
        return value >= 1000 ? FewDigits.of(value / 1000) + " k" + unit : FewDigits.of(value) + " " + unit;
    }
}
