package org.urvant.benchmarks;

import java.awt.Graphics2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.jfree.chart.ChartFactory;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.axis.LogAxis;
import org.jfree.chart.plot.PlotOrientation;
import org.jfree.data.xy.XYSeries;
import org.jfree.data.xy.XYSeriesCollection;
import org.urvant.core.device.Meaning.TransformerSet;
import org.urvant.core.protection.Course;
import org.urvant.core.protection.Curve;
import org.urvant.core.protection.Stage;
import org.urvant.core.protection.View;
import org.urvant.formats.table.StudyTable;
import org.urvant.project.Project;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.StudyPlan;
import org.urvant.project.change.TransformerChange;
import org.urvant.project.change.ValueChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.report.plot.CurvePicture;
import org.urvant.report.plot.CurvePlot;

/** Prints the figures of docs/performance.md that are about protection settings. */
public final class ProtectionFigures {
    private static final int DEVICES = 500;
    private static final int STAGES = 4;
    private static final int GROUPS = 2;
    private static final int ROUNDS = 11;
    private static final int WARM_UP = 4;
    private static final int CURVES = 20;
    private static final int TIMES = 2_000_000;

    private ProtectionFigures() {}

    /** Measures and prints; argument: a folder to make a project in. */
    public static void main(String[] arguments) throws IOException {
        Path root = Path.of(arguments[0]);
        Files.createDirectories(root);
        System.out.println("| what | urvant ms | baseline ms | ratio |");
        System.out.println("|---|---|---|---|");
        ProjectFolder folder = site(root);
        Path study = study(root.resolve("study.csv"));
        compare(
                "study of " + rows()
                        + " rows over 500 devices, matched and previewed : Commons CSV reads it, and the devices are opened",
                () -> planned(folder, study),
                () -> cells(study) + DeviceFigures.opened(folder));
        List<String> names = List.copyOf(folder.load().devices().keySet());
        compare(
                "other current transformers for 500 devices, previewed : the devices are opened",
                () -> TransformerChange.of(
                                folder.load(),
                                names,
                                new TransformerChange.Wanted(TransformerSet.CURRENTS, "400", "5"),
                                View.PRIMARY)
                        .rows()
                        .size(),
                () -> DeviceFigures.opened(folder));
        plots();
        times();
    }

    private static ProjectFolder site(Path root) {
        ProjectFolder folder = ProjectFolder.create(
                root.resolve("site"),
                "Figures",
                new Workplace("figures", InstantSource.system(), root.resolve("user")));
        Project before = folder.load();
        Project site = before;
        for (int i = 0; i < DEVICES; i++) {
            String name = "F" + (1000 + i);
            site = NewDevice.add(site, name, NewDevice.Start.of("marrowby-f2"));
            site = ValueChange.set(
                    site,
                    name,
                    Map.of(
                            "ct.primary", "400 A",
                            "rated.current", "380 A",
                            "group.1.overcurrent.1.pick-up", "1.2 A",
                            "group.1.overcurrent.2.pick-up", "8 A",
                            "group.2.overcurrent.1.pick-up", "1.5 A"));
        }
        folder.save(before, site);
        return folder;
    }

    private static int rows() {
        return DEVICES * STAGES * GROUPS * 5 / 2;
    }

    private static Path study(Path file) throws IOException {
        StringBuilder text = new StringBuilder("device,group,stage,setting,value,unit,side\n");
        for (int i = 0; i < DEVICES; i++) {
            for (int group = 1; group <= GROUPS; group++) {
                for (int stage = 1; stage <= STAGES; stage++) {
                    String start = "F" + (1000 + i) + "," + group + ",I" + ">".repeat(stage) + ",";
                    text.append(start)
                            .append("Set current,")
                            .append(400 + 4 * i % 800)
                            .append(",A,primary\n");
                    text.append(start).append("TMS,0.").append(10 + i % 80).append(",,\n");
                    if (stage % 2 == 0) {
                        text.append(start).append("Characteristic,IEC standard inverse,,\n");
                    }
                }
            }
        }
        Files.writeString(file, text);
        return file;
    }

    private static int planned(ProjectFolder folder, Path study) {
        StudyTable.Read read = StudyTable.read(study, "study.csv", Optional.empty());
        StudyPlan plan = StudyPlan.of(
                folder.load(), read.rows(), new StudyPlan.How(Optional.empty(), Map.of()), read.findings());
        if (!plan.values().isSound() || read.rows().size() != rows()) {
            throw new IllegalStateException(
                    read.rows().size() + " rows, " + plan.values().findings());
        }
        return plan.values().rows().size();
    }

    private static int cells(Path study) {
        try (Reader reader = Files.newBufferedReader(study);
                CSVParser parser = CSVFormat.DEFAULT.parse(reader)) {
            return parser.stream().mapToInt(line -> line.size()).sum();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Stage stage(int number) {
        return new Stage(100 + 50 * number, Course.A, Stage.Timing.of(0.1 + 0.05 * number), Stage.Reset.INSTANT);
    }

    private static void plots() {
        List<CurvePlot.Line> lines = new ArrayList<>();
        XYSeriesCollection data = new XYSeriesCollection();
        for (int i = 0; i < CURVES; i++) {
            Curve curve = new Curve(List.of(new Curve.Named("stage", stage(i))));
            lines.add(new CurvePlot.Line("F" + i, List.of("stage"), curve, 1));
            XYSeries series = new XYSeries("F" + i, false, true);
            curve.points(curve.currents(100, 10_000, 400))
                    .forEach(point -> series.add(point.current(), point.seconds()));
            data.addSeries(series);
        }
        CurvePlot plot = new CurvePlot("Figures", lines, List.of(), 0);
        compare(
                "plot of 20 curves as PNG : JFreeChart draws the same points",
                () -> CurvePicture.png(plot, 1280, 800).length,
                () -> {
                    JFreeChart chart = ChartFactory.createXYLineChart(
                            "Figures", "A", "s", data, PlotOrientation.VERTICAL, true, false, false);
                    chart.getXYPlot().setDomainAxis(new LogAxis("A"));
                    chart.getXYPlot().setRangeAxis(new LogAxis("s"));
                    BufferedImage image = new BufferedImage(1280, 800, BufferedImage.TYPE_INT_RGB);
                    Graphics2D graphics = image.createGraphics();
                    chart.draw(graphics, new Rectangle2D.Double(0, 0, 1280, 800));
                    graphics.dispose();
                    try (ByteArrayOutputStream out = new ByteArrayOutputStream()) {
                        ImageIO.write(image, "png", out);
                        return out.size();
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                });
    }

    private static void times() {
        Stage stage = stage(3);
        compare(
                "operate time of a curve, 2,000,000 times : Math.pow by hand",
                () -> {
                    double sum = 0;
                    for (int i = 0; i < TIMES; i++) {
                        sum += stage.operateTime(300 + i % 5000);
                    }
                    return (int) sum;
                },
                () -> {
                    double sum = 0;
                    for (int i = 0; i < TIMES; i++) {
                        sum += 0.25 * (0.14 / (Math.pow((300 + i % 5000) / 250.0, 0.02) - 1));
                    }
                    return (int) sum;
                });
    }

    /** Work whose result is used, so that none of it is left out. */
    private interface Work {
        int done();
    }

    private static void compare(String what, Work own, Work plain) {
        List<Double> ours = new ArrayList<>();
        List<Double> theirs = new ArrayList<>();
        for (int round = 0; round < WARM_UP + ROUNDS; round++) {
            long start = System.nanoTime();
            int one = own.done();
            long middle = System.nanoTime();
            int other = plain.done();
            long end = System.nanoTime();
            if (one == 0 || other == 0) {
                throw new IllegalStateException("nothing was done");
            }
            if (round >= WARM_UP) {
                ours.add((middle - start) / 1e6);
                theirs.add((end - middle) / 1e6);
            }
        }
        double mine = DeviceFigures.median(ours);
        double base = DeviceFigures.median(theirs);
        System.out.printf(Locale.ROOT, "| %s | %.0f | %.0f | %.2f |%n", what, mine, base, mine / base);
    }
}
