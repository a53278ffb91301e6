package org.urvant.core.protection;

import java.util.List;
import java.util.Optional;

/**
 * The course of a stage's operate time over the current. A to F are the characteristics of IEC 60255-151, table 1 (D, E and F
 * those of IEEE C37.112); the long-time inverse one stands beside them by custom, its reset of 120 s too.
 * {@code t = M * (k / (G^a - 1) + c)}, where G is the multiple of the pick-up and M the multiplier; the standard holds it from
 * 1.2 times the pick-up on.
 */
public enum Course {
    /** The same time at every current above the pick-up. */
    DEFINITE("definite", 0, 0, 0, 0),
    A("A", 0.14, 0.02, 0, 13.5),
    B("B", 13.5, 1, 0, 47.3),
    C("C", 80, 2, 0, 80),
    D("D", 0.0515, 0.02, 0.114, 4.85),
    E("E", 19.61, 2, 0.491, 21.6),
    F("F", 28.2, 2, 0.1217, 29.1),
    LONG_TIME("long-time", 120, 1, 0, 120),
    /** The square of the current times the time is always the same, as trip units have it (IEC 60947-2). */
    I2T("i2t", 0, 2, 0, 0),
    /** Thermal overload after IEC 60255-149. */
    THERMAL("thermal", 0, 0, 0, 0),
    /** Through points that a user gives, times the multiplier; straight between two of them where both axes are logarithmic. */
    POINTS("points", 0, 0, 0, 0);

    private final String word;
    private final double k;
    private final double a;
    private final double c;
    private final double reset;

    Course(String word, double k, double a, double c, double reset) {
        this.word = word;
        this.k = k;
        this.a = a;
        this.c = c;
        this.reset = reset;
    }

    /** Returns the word that device types use. */
    public String word() {
        return word;
    }

    /** Returns the course with a word, or empty. */
    public static Optional<Course> of(String word) {
        return List.of(values()).stream()
                .filter(course -> course.word.equals(word))
                .findFirst();
    }

    /** Returns whether it has a multiplier: the standard's inverse ones, and given points. */
    public boolean hasMultiplier() {
        return isInverse() || this == POINTS;
    }

    /** Returns whether it is one of the standard's inverse ones, which have a reset curve. */
    public boolean isInverse() {
        return k > 0;
    }

    /**
     * Returns the time at multiplier 1 of an inverse course.
     *
     * @param multiple current over pick-up, above 1
     */
    double inverse(double multiple) {
        double power = a == 1 ? multiple : a == 2 ? multiple * multiple : Math.pow(multiple, a);
        return k / (power - 1) + c;
    }

    /**
     * Returns the time in which an inverse course goes back from its end to its beginning, at multiplier 1.
     *
     * @param multiple current over pick-up, below 1
     */
    double reset(double multiple) {
        return reset / (1 - multiple * multiple);
    }
}
