package org.urvant.core.protection;

import java.util.OptionalDouble;

/**
 * A stage over currents that change: it operates when the integral of {@code dt / t(I)} has come to 1 (IEC 60255-151, 5.2),
 * and goes back while the current is below its reset value.
 */
public final class StageRun {
    private final Stage stage;
    private double share; // of the way to operating
    private double heat; // of a thermal stage: the square of the load, of what may flow for ever
    private double below; // time below the reset value
    private double time;
    private boolean isStarted;

    /** Begins at rest and cold. */
    public StageRun(Stage stage) {
        this.stage = stage;
    }

    /**
     * Lets a current flow for a time.
     *
     * @param current in A, not negative
     * @param seconds how long, not negative
     * @return when the stage operated, counted from the beginning; empty when it did not
     * @throws IllegalArgumentException when one is negative or NaN
     */
    public OptionalDouble flow(double current, double seconds) {
        if (!(seconds >= 0) || !(current >= 0)) {
            throw new IllegalArgumentException("current " + current + " for " + seconds + " s");
        }
        if (stage.course() == Course.THERMAL) {
            return warm(current, seconds);
        }
        double multiple = current / stage.pickUp();
        isStarted = multiple > 1 || isStarted && multiple > stage.reset().ratio();
        if (multiple > 1) {
            below = 0;
            double needed = (1 - share) * stage.operateTime(current);
            if (needed <= seconds) {
                share = 1;
                return OptionalDouble.of(time + needed);
            }
            share += seconds / stage.operateTime(current);
        } else if (!isStarted) {
            goBack(multiple, seconds);
        }
        time += seconds;
        return OptionalDouble.empty();
    }

    /** Between pick-up and reset value a stage that has started stays where it is. */
    private void goBack(double multiple, double seconds) {
        switch (stage.reset().kind()) {
            case INSTANT -> share = 0;
            case FIXED -> {
                below += seconds;
                share = below >= stage.reset().delay() ? 0 : share;
            }
            case MEMORY -> share = Math.max(0, share - seconds / stage.reset().delay());
            case INVERSE -> {
                double whole = stage.timing().time()
                        * stage.course().reset(Math.min(multiple, stage.reset().ratio()));
                share = Math.max(0, share - seconds / whole);
            }
        }
    }

    private OptionalDouble warm(double current, double seconds) {
        double multiple = current / stage.pickUp();
        double needed = Stage.thermalTime(stage.timing().time(), multiple, Math.sqrt(heat));
        if (needed <= seconds) {
            heat = 1;
            return OptionalDouble.of(time + needed);
        }
        double square = multiple * multiple;
        heat = square + (heat - square) * Math.exp(-seconds / stage.timing().time());
        time += seconds;
        return OptionalDouble.empty();
    }

    /** Returns how much of the way to operating is done: 0 at rest, 1 when it has operated. */
    public double share() {
        return stage.course() == Course.THERMAL ? heat : share;
    }
}
