package org.urvant.core.protection;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * A zone of distance protection in the plane of resistance and reactance, seen from the relay. Impedances are in Ω of one side
 * of the transformers, angles in degrees.
 *
 * @param shape its shape
 * @param way in which direction it looks
 * @param reach how far it goes
 * @param edges how a polygon is bounded towards the relay
 */
public record Zone(Shape shape, Way way, Reach reach, Edges edges) {
    private static final int ARC = 72; // corners that a circle is drawn with

    /** Shapes of zones. */
    public enum Shape {
        /** Bounded by a reactance, a resistance beside the line, and two lines through the origin. */
        POLYGON,
        /** A circle through the origin whose diameter lies along the line. */
        MHO
    }

    /** Directions of zones. */
    public enum Way {
        FORWARD,
        REVERSE,
        BOTH
    }

    /**
     * How far a zone goes.
     *
     * @param reactance along the line
     * @param resistance beside the line; of no account for a circle
     * @param lineAngle angle of the line's impedance, above 0 and at most 90
     */
    public record Reach(double reactance, double resistance, double lineAngle) {
        /** @throws IllegalArgumentException when a number cannot be one of a zone, NaN included */
        public Reach {
            require(reactance > 0 && reactance < Double.POSITIVE_INFINITY, "reactance", reactance);
            require(resistance > 0 && resistance < Double.POSITIVE_INFINITY, "resistance", resistance);
            require(lineAngle > 0 && lineAngle <= 90, "angle of the line", lineAngle);
        }

        private double lean() {
            return lineAngle == 90 ? 0 : 1 / Math.tan(Math.toRadians(lineAngle));
        }
    }

    /**
     * Lines through the origin that bound a polygon with a direction.
     *
     * @param below angle below the axis of resistance down to which it goes on the right
     * @param left angle beyond the axis of reactance up to which it goes on the left
     */
    public record Edges(double below, double left) {
        /** What most relays have. */
        public static final Edges USUAL = new Edges(15, 30);

        /** @throws IllegalArgumentException when an angle is not from 0 to below 90 */
        public Edges {
            require(below >= 0 && below < 90, "angle below", below);
            require(left >= 0 && left < 90, "angle to the left", left);
        }
    }

    /** A point of the plane. */
    public record Point(double resistance, double reactance) {
        /** Returns the one on another side of the transformers. */
        public Point times(double factor) {
            return new Point(resistance * factor, reactance * factor);
        }

        /** Returns the one on the other side of the origin. */
        Point mirrored() {
            return new Point(-resistance, -reactance);
        }
    }

    public Zone {
        Objects.requireNonNull(shape, "shape");
        Objects.requireNonNull(way, "way");
    }

    private static void require(boolean isRight, String what, double number) {
        if (!isRight) {
            throw new IllegalArgumentException(what + " is " + number);
        }
    }

    /** Returns whether an impedance lies in the zone, its edge included. */
    public boolean contains(Point at) {
        return switch (way) {
            case FORWARD -> ahead(at);
            case REVERSE -> ahead(at.mirrored());
            case BOTH -> shape == Shape.POLYGON ? around(at) : ahead(at) || ahead(at.mirrored());
        };
    }

    private boolean ahead(Point at) {
        if (shape == Shape.MHO) {
            Point end = end();
            double r = at.resistance() - end.resistance() / 2;
            double x = at.reactance() - end.reactance() / 2;
            return Math.hypot(r, x) <= Math.hypot(end.resistance(), end.reactance()) / 2 * (1 + 1e-12);
        }
        return at.reactance() <= reach.reactance()
                && at.resistance() - at.reactance() * reach.lean() <= reach.resistance()
                && at.reactance() >= -at.resistance() * Math.tan(Math.toRadians(edges.below()))
                && at.resistance() >= -at.reactance() * Math.tan(Math.toRadians(edges.left()));
    }

    private boolean around(Point at) {
        return Math.abs(at.reactance()) <= reach.reactance()
                && Math.abs(at.resistance() - at.reactance() * reach.lean()) <= reach.resistance();
    }

    /** The end of the reach on the line. */
    private Point end() {
        return new Point(reach.reactance() * reach.lean(), reach.reactance());
    }

    /** Returns the same zone on another side of the transformers: all impedances times a factor above 0. */
    public Zone times(double factor) {
        return new Zone(
                shape,
                way,
                new Reach(reach.reactance() * factor, reach.resistance() * factor, reach.lineAngle()),
                edges);
    }

    /** Returns the point on the line at a share of the reach, ahead. */
    Point onLine(double share) {
        return new Point(end().resistance() * share, end().reactance() * share);
    }

    /** Returns the point at a share of the reach ahead, beside the line by a share of the resistance. */
    Point beside(double height, double share) {
        Point onLine = onLine(height);
        return new Point(onLine.resistance() + reach.resistance() * share, onLine.reactance());
    }

    /** Returns the corners of its outline, one after the other. */
    public List<Point> outline() {
        List<Point> points = new ArrayList<>();
        double lean = reach.lean();
        double x = reach.reactance();
        double r = reach.resistance();
        if (shape == Shape.MHO) {
            Point end = end();
            double radius = Math.hypot(end.resistance(), end.reactance()) / 2;
            for (int i = 0; i < ARC; i++) {
                double angle = 2 * Math.PI * i / ARC;
                points.add(new Point(
                        end.resistance() / 2 + radius * Math.cos(angle),
                        end.reactance() / 2 + radius * Math.sin(angle)));
            }
        } else if (way == Way.BOTH) {
            points.add(new Point(r + x * lean, x));
            points.add(new Point(-r + x * lean, x));
            points.add(new Point(-r - x * lean, -x));
            points.add(new Point(r - x * lean, -x));
        } else {
            double slope = Math.tan(Math.toRadians(edges.below()));
            double right = r / (1 + slope * lean);
            points.add(new Point(0, 0));
            points.add(new Point(right, -right * slope));
            points.add(new Point(r + x * lean, x));
            points.add(new Point(-x * Math.tan(Math.toRadians(edges.left())), x));
        }
        return way == Way.REVERSE ? points.stream().map(Point::mirrored).toList() : points;
    }

    /**
     * Returns the impedance that a loop of phase and earth sees: {@code U / (I + k * 3I0)}, where k is the residual compensation
     * factor {@code (Z0 - Z1) / (3 * Z1)}.
     *
     * @throws IllegalArgumentException when no current flows in the loop
     */
    public static Phasor earthLoop(Phasor voltage, Phasor current, Phasor residual, Phasor factor) {
        return voltage.over(current.plus(residual.times(factor)));
    }

    /** Returns the impedance that a loop of two phases sees. */
    public static Phasor phaseLoop(Phasor oneVoltage, Phasor otherVoltage, Phasor one, Phasor other) {
        return oneVoltage.minus(otherVoltage).over(one.minus(other));
    }
}
