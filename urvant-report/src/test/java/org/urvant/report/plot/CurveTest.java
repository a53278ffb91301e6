package org.urvant.report.plot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.urvant.core.device.DifferentialDefinition;
import org.urvant.core.device.ZoneDefinition;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.protection.Course;
import org.urvant.core.protection.Curve;
import org.urvant.core.protection.Differential;
import org.urvant.core.protection.DifferentialTests;
import org.urvant.core.protection.Stage;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.protection.Zone;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.DeviceDifferentials;
import org.urvant.project.setting.DeviceZones;

class CurveTest {
    private static DeviceCurve curve(String name, Double voltage, double pickUp, Course course, double time) {
        Stage stage = new Stage(pickUp, course, Stage.Timing.of(time), Stage.Reset.INSTANT);
        return new DeviceCurve(
                name, 1, Optional.ofNullable(voltage), List.of(), new Curve(List.of(new Curve.Named("stage", stage))));
    }

    private static CurvePlot plot(int lines) {
        List<DeviceCurve> curves = new ArrayList<>();
        for (int i = 0; i < lines; i++) {
            curves.add(curve("F" + (11 + i), 11_000.0, 100 * (i + 1), Course.A, 0.1 * (i + 1)));
        }
        return CurvePlot.of(
                curves,
                0,
                List.of(
                        new CurvePlot.Marker("fault", 8000, Double.POSITIVE_INFINITY),
                        new CurvePlot.Marker("inrush", 900, 0.1)));
    }

    @Test
    void currentsAreReferredToOneVoltage() {
        DeviceCurve high = curve("F11", 11_000.0, 480, Course.DEFINITE, 1);
        DeviceCurve low = curve("Q41", 400.0, 11_000, Course.DEFINITE, 0.1);
        CurvePlot plot = CurvePlot.of(List.of(high, low), 0, List.of());
        assertThat(plot.voltage()).isEqualTo(11_000);
        assertThat(plot.points(plot.lines().get(1), plot.frame()))
                .extracting(Curve.Point::current)
                .allMatch(current -> current >= 400);
        assertThat(plot.lines()).extracting(CurvePlot.Line::factor).containsExactly(1.0, 400 / 11_000.0);
        assertThat(CurvePlot.of(List.of(high, low), 400, List.of())
                        .lines()
                        .get(0)
                        .factor())
                .isEqualTo(27.5);
        DeviceCurve silent = curve("M31", null, 10, Course.DEFINITE, 1);
        assertThat(CurvePlot.of(List.of(silent), 0, List.of()).lines().get(0).factor())
                .isEqualTo(1);
        assertThatThrownBy(() -> CurvePlot.of(List.of(high, low, silent), 0, List.of()))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("M31 does not say its rated voltage");
        assertThatThrownBy(() -> CurvePlot.of(List.of(silent, high), 0, List.of()))
                .as("it could be of another level than the one that says it")
                .isInstanceOf(RefusedException.class);
        assertThatThrownBy(() -> CurvePlot.of(List.of(silent), 400, List.of())).isInstanceOf(RefusedException.class);
    }

    @Test
    void axesHoldAllThatIsDrawn() {
        CurvePlot plot = plot(8);
        CurvePlot.Frame frame = plot.frame();
        assertThat(frame.low()).isLessThanOrEqualTo(100);
        assertThat(frame.high()).isGreaterThanOrEqualTo(8000);
        for (CurvePlot.Line line : plot.lines()) {
            assertThat(plot.points(line, frame))
                    .isNotEmpty()
                    .allMatch(point -> point.current() >= frame.low()
                            && point.current() <= frame.high() * 1.000001
                            && point.seconds() >= frame.shortest()
                            && point.seconds() <= frame.longest());
        }
        CurvePlot none = CurvePlot.of(List.of(), 0, List.of());
        assertThat(none.frame().low()).isLessThan(none.frame().high());
    }

    @Test
    void aPictureHasEveryLineInItsColour() throws IOException {
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(CurvePicture.png(plot(8), 1280, 800)));
        assertThat(image.getWidth()).isEqualTo(1280);
        assertThat(image.getHeight()).isEqualTo(800);
        for (int rgb : new int[] {0x0B5FA5, 0xC2410C, 0x15803D, 0x7E22CE, 0xA16207, 0x0E7490, 0xBE185D, 0x334155}) {
            long pixels = java.util.stream.IntStream.range(0, 1280 * 800)
                    .filter(at -> new Color(image.getRGB(at % 1280, at / 1280)).equals(new Color(rgb)))
                    .count();
            assertThat(pixels).as(Integer.toHexString(rgb)).isGreaterThan(100);
        }
    }

    @Test
    void aDrawingForPagesIsTheSameEachTime() {
        String svg = new String(CurvePicture.svg(plot(2), 1280, 800), StandardCharsets.UTF_8).strip();
        assertThat(svg)
                .startsWith("<?xml")
                .contains("<svg", "F11", "F12", "fault", "inrush", "time in s")
                .doesNotContain("<!DOCTYPE")
                .matches("(?s).*</svg\\s*>");
        assertThat(new String(CurvePicture.svg(plot(2), 1280, 800), StandardCharsets.UTF_8).strip())
                .isEqualTo(svg);
    }

    @Test
    void aTerminalShowsLinesMarksAndAxes() {
        List<String> lines = CurveText.lines(plot(2), 100, 24);
        assertThat(lines).hasSize(24);
        assertThat(lines).allMatch(line -> line.length() <= 100);
        assertThat(String.join("\n", lines)).contains("●", "○", "│", "×", "1000 ┤", "0.01 ┤", "current in A");
        assertThat(CurveText.lines(plot(1), 1, 1)).hasSize(10);
    }

    private static final ZoneDefinition.Given GIVEN =
            new ZoneDefinition.Given(Optional.empty(), Optional.empty(), new TestPoint.Band(5, 5, 0.05));

    @Test
    void aDifferentialCharacteristicIsDrawnWithItsTestPoints() throws IOException {
        DifferentialTests.Tested tested = new DifferentialTests.Tested(
                "differential",
                new Differential(0.3, List.of(new Differential.Knee(1, 0.25)), 10, Differential.Bias.MEAN),
                List.of(new Differential.Side("HV", 0.729, 300, 0), new Differential.Side("LV", 0.875, 1500, 11)),
                15,
                0.03,
                new TestPoint.Band(5, 5, 0.03),
                100);
        DeviceDifferentials sound = differentials(new DifferentialDefinition.Found(Optional.of(tested), ""));
        String svg = new String(DifferentialPicture.of("t1.svg", sound), StandardCharsets.UTF_8);
        assertThat(svg).contains("Differential protection of T1", "25 % from a bias of 1", "LV: rated 0.875 A", "bias");
        assertThat(ImageIO.read(new ByteArrayInputStream(DifferentialPicture.of("t1.png", sound)))
                        .getWidth())
                .isEqualTo(1280);
        DeviceDifferentials open = differentials(new DifferentialDefinition.Found(Optional.empty(), "open"));
        assertThatThrownBy(() -> DifferentialPicture.of("t1.svg", open)).isInstanceOf(RefusedException.class);
    }

    private static DeviceDifferentials differentials(DifferentialDefinition.Found found) {
        return new DeviceDifferentials("T1", 1, List.of(new DeviceDifferentials.Named("differential", found)));
    }

    @Test
    void zonesAreDrawnWithTheLine() throws IOException {
        Zone zone = new Zone(Zone.Shape.POLYGON, Zone.Way.FORWARD, new Zone.Reach(6, 8, 80), Zone.Edges.USUAL);
        ZoneDefinition.Found found = new ZoneDefinition.Found(
                Optional.of(zone), Optional.of(zone), new Zone.Point(1.24, 7.36), 1.5, 0.4, "");
        ZoneDefinition.Found open = new ZoneDefinition.Found(
                Optional.empty(), Optional.empty(), new Zone.Point(1, 7), 1.5, 0, "its reach is open");
        DeviceZones zones = new DeviceZones(
                "L21",
                1,
                List.of(new DeviceZones.Named("zones.1", found, GIVEN), new DeviceZones.Named("zones.2", open, GIVEN)));
        String svg = new String(ZonePicture.of("l21.svg", zones, true), StandardCharsets.UTF_8);
        assertThat(svg)
                .contains(
                        "Zones of L21 for earth faults", "zones.1", "81.52 % of the line", "its reach is open", "line");
        assertThat(ImageIO.read(new ByteArrayInputStream(ZonePicture.of("l21.PNG", zones, false)))
                        .getWidth())
                .isEqualTo(1280);
        assertThatThrownBy(() -> ZonePicture.of("l21.pdf", zones, false)).isInstanceOf(MalformedInputException.class);
        assertThatThrownBy(() -> ZonePicture.of(
                        "l21.svg",
                        new DeviceZones("L21", 1, List.of(new DeviceZones.Named("zones.2", open, GIVEN))),
                        false))
                .isInstanceOf(RefusedException.class);
    }
}
