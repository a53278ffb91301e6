package org.urvant.report.plot;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.util.ArrayList;
import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.core.protection.Zone;
import org.urvant.core.text.FewDigits;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.DeviceZones;

/** Draws zones of distance protection in the plane of resistance and reactance, with the line; both axes have one scale. */
public final class ZonePicture {
    private static final double MARGIN = 64;
    private static final double LEGEND = 330;
    private static final double ROOM = 1.15; // around what is farthest
    private static final int TICKS = 8;

    private final DeviceZones zones;
    private final boolean isEarth;
    private final double scale; // pixels an Ω
    private final double left; // of the origin
    private final double top;

    private ZonePicture(DeviceZones zones, boolean isEarth, int width, int height) {
        this.zones = zones;
        this.isEarth = isEarth;
        double[] ends = ends();
        double room = Math.min(
                (width - LEGEND - 2 * MARGIN) / (ends[1] - ends[0]), (height - 2 * MARGIN) / (ends[3] - ends[2]));
        this.scale = room;
        this.left = MARGIN + (width - LEGEND - 2 * MARGIN) / 2 - (ends[0] + ends[1]) / 2 * room;
        this.top = MARGIN + (height - 2 * MARGIN) / 2 + (ends[2] + ends[3]) / 2 * room;
    }

    /**
     * Returns the drawing in the usual size, as the name of a file asks for.
     *
     * @param isEarth whether zones are those for earth faults, or those for faults between phases
     * @throws org.urvant.core.error.MalformedInputException when the name ends neither with .png nor with .svg
     * @throws RefusedException when no zone has all its settings
     */
    public static byte[] of(String file, DeviceZones zones, boolean isEarth) {
        if (zones.zones().stream().allMatch(zone -> zone.zone(isEarth).isEmpty())) {
            throw new RefusedException(
                    "no zone of " + zones.device() + " has all its settings", "Give what is open first.");
        }
        return Canvas.of(file, (graphics, width, height) -> new ZonePicture(zones, isEarth, width, height)
                .draw(graphics, width, height));
    }

    /** Least and greatest resistance and reactance of all that is drawn. */
    private double[] ends() {
        double[] ends = {0, 0, 0, 0};
        List<Zone.Point> all = new ArrayList<>();
        for (DeviceZones.Named zone : zones.zones()) {
            zone.zone(isEarth).ifPresent(found -> {
                all.addAll(found.outline());
                all.add(zone.found().line());
            });
        }
        for (Zone.Point point : all) {
            ends[0] = Math.min(ends[0], point.resistance() * ROOM);
            ends[1] = Math.max(ends[1], point.resistance() * ROOM);
            ends[2] = Math.min(ends[2], point.reactance() * ROOM);
            ends[3] = Math.max(ends[3], point.reactance() * ROOM);
        }
        return ends;
    }

    private double x(double resistance) {
        return left + resistance * scale;
    }

    private double y(double reactance) {
        return top - reactance * scale;
    }

    private void draw(Graphics2D graphics, int width, int height) {
        graphics.setFont(Canvas.TITLE);
        graphics.setPaint(Canvas.INK);
        graphics.drawString(
                "Zones of " + zones.device() + " for " + (isEarth ? "earth faults" : "faults between phases")
                        + ", primary Ω",
                (float) MARGIN,
                34);
        axes(graphics, width, height);
        double at = MARGIN;
        int number = 0;
        for (DeviceZones.Named zone : zones.zones()) {
            Zone found = zone.zone(isEarth).orElse(null);
            if (found != null) {
                outline(graphics, found, number);
            }
            at = legend(graphics, zone, number, width - LEGEND, at);
            number++;
        }
        line(graphics);
    }

    private void axes(Graphics2D graphics, int width, int height) {
        double step = PlainNumbers.step(Math.max(width - LEGEND - 2 * MARGIN, height - 2 * MARGIN) / scale / TICKS);
        graphics.setFont(Canvas.SMALL);
        double right = width - LEGEND - MARGIN / 2;
        double bottom = height - MARGIN / 2;
        for (double value = -100 * step; value <= 100 * step; value += step) {
            boolean isOrigin = Math.abs(value) < step / 2;
            graphics.setStroke(new BasicStroke(isOrigin ? 1.4f : 0.7f));
            graphics.setPaint(isOrigin ? Canvas.INK : Canvas.GRID);
            if (x(value) >= MARGIN / 2 && x(value) <= right) {
                graphics.draw(new Line2D.Double(x(value), MARGIN, x(value), bottom));
            }
            if (y(value) >= MARGIN && y(value) <= bottom) {
                graphics.draw(new Line2D.Double(MARGIN / 2, y(value), right, y(value)));
            }
            graphics.setPaint(Canvas.INK);
            if (!isOrigin && x(value) >= MARGIN / 2 && x(value) <= right - 20) {
                graphics.drawString(FewDigits.of(value), (float) x(value) + 3, (float) y(0) + 15);
            }
            if (!isOrigin && y(value) >= MARGIN && y(value) <= bottom) {
                graphics.drawString(FewDigits.of(value), (float) x(0) + 5, (float) y(value) - 3);
            }
        }
        graphics.drawString("R", (float) right - 12, (float) y(0) - 6);
        graphics.drawString("X", (float) x(0) - 16, (float) MARGIN + 6);
    }

    private void outline(Graphics2D graphics, Zone zone, int number) {
        Path2D path = new Path2D.Double();
        for (Zone.Point point : zone.outline()) {
            if (path.getCurrentPoint() == null) {
                path.moveTo(x(point.resistance()), y(point.reactance()));
            } else {
                path.lineTo(x(point.resistance()), y(point.reactance()));
            }
        }
        path.closePath();
        Color colour = Canvas.colour(number);
        graphics.setPaint(new Color(colour.getRed(), colour.getGreen(), colour.getBlue(), 22));
        graphics.fill(path);
        graphics.setPaint(colour);
        graphics.setStroke(Canvas.stroke(number));
        graphics.draw(path);
    }

    private void line(Graphics2D graphics) {
        zones.zones().stream().findFirst().map(zone -> zone.found().line()).ifPresent(end -> {
            graphics.setPaint(Canvas.INK);
            graphics.setStroke(new BasicStroke(2.6f));
            graphics.draw(new Line2D.Double(x(0), y(0), x(end.resistance()), y(end.reactance())));
            graphics.setFont(Canvas.SMALL);
            graphics.drawString("line", (float) x(end.resistance()) + 6, (float) y(end.reactance()) + 4);
        });
    }

    private double legend(Graphics2D graphics, DeviceZones.Named zone, int number, double from, double at) {
        graphics.setPaint(Canvas.colour(number));
        graphics.setStroke(Canvas.stroke(number));
        graphics.draw(new Line2D.Double(from, at - 5, from + 36, at - 5));
        graphics.setPaint(Canvas.INK);
        graphics.setFont(Canvas.NAME);
        graphics.drawString(zone.name(), (float) from + 46, (float) at);
        graphics.setFont(Canvas.SMALL);
        graphics.drawString(words(zone), (float) from + 46, (float) at + 17);
        return at + 47;
    }

    private String words(DeviceZones.Named zone) {
        return zone.zone(isEarth)
                .map(found -> DeviceCurve.text(found.reach().reactance()) + " Ω, "
                        + DeviceCurve.text(zone.perCent()) + " % of the line, "
                        + DeviceCurve.text(zone.found().delay()) + " s")
                .orElse(zone.found().missing());
    }
}
