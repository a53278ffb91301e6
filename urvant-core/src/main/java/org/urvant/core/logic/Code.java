package org.urvant.core.logic;

import java.util.List;
import org.urvant.core.range.Interval;

/** Closures that programs are compiled to. */
final class Code {
    private Code() {}

    /** Gives a whole number, bits, a logical value (0, 1), nanoseconds, or a place in an enumeration. */
    interface Whole {
        long at(Frame frame);
    }

    /** A variable as it is, or with its bits turned over: {@code a}, {@code NOT a}. */
    record Plain(int slot, long flip) implements Whole {
        @Override
        public long at(Frame frame) {
            return frame.readLong(slot) ^ flip;
        }
    }

    /** Gives a number with a fraction. */
    interface Real {
        double at(Frame frame);
    }

    /** Gives a text. */
    interface Text {
        String at(Frame frame);
    }

    /** Does something. */
    interface Act {
        void run(Frame frame);
    }

    /** Gives the range of a value from the ranges of what it is made of; Interval.ALL where nothing is known. */
    interface Ranged {
        Interval at(Ranges ranges);
    }

    /** Finds out what ranges an act leaves behind. */
    interface RangedAct {
        void run(Ranges ranges);
    }

    /** Something to do, and what it does to ranges. */
    record Step(Act act, RangedAct ranged) {}

    static Act sequence(List<Act> acts) {
        Act[] all = acts.toArray(Act[]::new);
        return switch (all.length) {
            case 0 -> frame -> {};
            case 1 -> all[0];
            case 2 -> two(all[0], all[1]);
            default ->
                frame -> {
                    for (Act act : all) {
                        act.run(frame);
                    }
                };
        };
    }

    private static Act two(Act first, Act second) {
        return frame -> {
            first.run(frame);
            second.run(frame);
        };
    }
}
