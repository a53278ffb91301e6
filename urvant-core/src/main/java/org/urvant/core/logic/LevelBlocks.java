package org.urvant.core.logic;

import static org.urvant.core.logic.BlockKind.form;
import static org.urvant.core.logic.Blocks.keep;
import static org.urvant.core.logic.Blocks.put;
import static org.urvant.core.logic.Blocks.putReal;
import static org.urvant.core.logic.DataType.BOOL;
import static org.urvant.core.logic.DataType.LREAL;

import java.util.List;

/** Blocks that follow a level: within a dead band, with a hysteresis, as its mean. */
final class LevelBlocks {
    private LevelBlocks() {}

    static List<BlockKind> kinds() {
        return List.of(deadBand(), hysteresis(), slidingMean());
    }

    private static final class DeadBand {
        static final int IN = 0;
        static final int WIDTH = 1;
        static final int OUT = 2;
        static final int HAS_BEGUN = 3;
    }

    private static BlockKind deadBand() {
        return form("DEAD_BAND", "follows IN when it is WIDTH or more away from OUT")
                .in("IN", LREAL)
                .in("WIDTH", LREAL)
                .out("OUT", LREAL)
                .essential("IN", "WIDTH")
                .keeps(1)
                .calls((frame, at, store) -> {
                    double value = frame.readReal(at + DeadBand.IN);
                    double width = frame.readReal(at + DeadBand.WIDTH);
                    double shown = frame.reals[at + DeadBand.OUT];
                    boolean begins = frame.longs[at + DeadBand.HAS_BEGUN] == 0;
                    keep(frame, at + DeadBand.HAS_BEGUN, 1);
                    putReal(frame, at + DeadBand.OUT, begins || Math.abs(value - shown) >= width ? value : shown);
                });
    }

    static final String HYSTERESIS = "HYSTERESIS";

    private static final class Hysteresis {
        static final int IN = 0;
        static final int ON = 1;
        static final int OFF = 2;
        static final int BELOW = 3;
        static final int Q = 4;
    }

    private static BlockKind hysteresis() {
        return form(HYSTERESIS, "on above ON, off below OFF; with BELOW on below ON, off above OFF")
                .in("IN", LREAL)
                .in("ON", LREAL)
                .in("OFF", LREAL)
                .in("BELOW", BOOL)
                .out("Q", BOOL)
                .essential("IN", "ON", "OFF")
                .calls((frame, at, store) -> {
                    double value = frame.readReal(at + Hysteresis.IN);
                    double on = frame.readReal(at + Hysteresis.ON);
                    double off = frame.readReal(at + Hysteresis.OFF);
                    boolean below = frame.readLong(at + Hysteresis.BELOW) != 0;
                    boolean rises = below ? value < on : value > on;
                    boolean falls = below ? value > off : value < off;
                    put(frame, at + Hysteresis.Q, rises ? 1 : falls ? 0 : frame.longs[at + Hysteresis.Q]);
                });
    }

    private static final class Mean {
        static final int IN = 0;
        static final int SPAN = 1;
        static final int OUT = 2;
        static final int FULL = 3;
    }

    private static BlockKind slidingMean() {
        return form(
                        "SLIDING_MEAN",
                        "time-weighted mean of IN over the last SPAN, anew each sixtieth of it; until FULL over the time that there"
                                + " is; invalid times are left out, and make it questionable")
                .in("IN", LREAL)
                .in("SPAN", DataType.TIME)
                .out("OUT", LREAL)
                .out("FULL", BOOL)
                .essential("IN", "SPAN")
                .stores(1)
                .due((frame, at, store, elapsedIsRead) ->
                        SlidingMean.of(frame, store).due(frame.now, Math.max(1, frame.longs[at + Mean.SPAN])))
                .calls((frame, at, store) -> {
                    long span = Math.max(1, frame.readLong(at + Mean.SPAN));
                    int around = frame.quality;
                    SlidingMean mean = SlidingMean.of(frame, store);
                    mean.take(frame.now, frame.reals[at + Mean.IN], frame.qualities[at + Mean.IN], span);
                    frame.quality = around | mean.quality();
                    putReal(frame, at + Mean.OUT, mean.value());
                    frame.quality = around;
                    put(frame, at + Mean.FULL, mean.isFull(frame.now, span));
                });
    }
}
