package org.urvant.core.protection;

import java.util.List;
import java.util.Optional;

/** Trip classes of overload relays for motors: the band of the trip time at 7.2 times the set current (IEC 60947-4-1, table 2). */
public enum TripClass {
    CLASS_10A("10A", 2, 10),
    CLASS_10("10", 4, 10),
    CLASS_20("20", 6, 20),
    CLASS_30("30", 9, 30);

    /** The multiple of the set current at which the band holds. */
    public static final double MULTIPLE = 7.2;

    /** The multiple of the set current from which a thermal stage of the class heats up to its end (IEC 60947-4-1, 8.2.1.5). */
    public static final double PICK_UP = 1.05;

    private final String word;
    private final double above;
    private final double most;

    TripClass(String word, double above, double most) {
        this.word = word;
        this.above = above;
        this.most = most;
    }

    /** Returns the class with a word such as {@code 10A}, or empty. */
    public static Optional<TripClass> of(String word) {
        return List.of(values()).stream().filter(each -> each.word.equals(word)).findFirst();
    }

    /** Returns the word, such as {@code 10A}. */
    public String word() {
        return word;
    }

    /** Returns the time that it must exceed from cold at 7.2 times the set current, in s. */
    public double above() {
        return above;
    }

    /** Returns the longest time from cold at 7.2 times the set current, in s. */
    public double most() {
        return most;
    }

    /** Returns whether a time at 7.2 times the set current lies in the band. */
    public boolean holds(double seconds) {
        return seconds > above && seconds <= most;
    }

    /** Returns the heating time constant with which a thermal stage of factor {@value #PICK_UP} lies in the middle of the band. */
    public double timeConstant() {
        double multiple = MULTIPLE / PICK_UP;
        return Math.sqrt(above * most) / Stage.thermalTime(1, multiple, 0);
    }
}
