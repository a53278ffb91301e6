package org.urvant.core.logic;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.urvant.core.logic.BlockKind.Due;

/** All function blocks by name, and what their calls have in common. */
final class Blocks {
    /** A block that changes only when its inputs do. */
    static final Due NEVER = (frame, at, store, elapsedIsRead) -> BlockKind.NEVER;

    private static final Map<String, BlockKind> KINDS = new TreeMap<>();

    static {
        Stream.of(StandardBlocks.kinds(), CounterBlocks.kinds())
                .flatMap(List::stream)
                .forEach(kind -> KINDS.put(kind.name(), kind));
        Stream.of(
                        LevelBlocks.kinds(),
                        AlarmBlocks.kinds(),
                        CountingBlocks.kinds(),
                        ClockBlocks.kinds(),
                        TeleprotectionBlocks.kinds())
                .flatMap(List::stream)
                .forEach(kind -> KINDS.put(kind.name(), kind.beyondTheStandard()));
    }

    private Blocks() {}

    /** Returns the block with a name, in whatever case. */
    static Optional<BlockKind> named(String name) {
        return Optional.ofNullable(KINDS.get(name.toUpperCase(Locale.ROOT)));
    }

    static List<BlockKind> all() {
        return List.copyOf(KINDS.values());
    }

    /** Sets an output; what the call has read gives it its quality, a change its time. */
    static void put(Frame frame, int slot, long value) {
        if (frame.longs[slot] != value) {
            frame.longs[slot] = value;
            frame.times[slot] = frame.now;
            frame.changed = true;
        }
        if (frame.qualities[slot] != frame.quality) {
            frame.qualities[slot] = frame.quality;
            frame.changed = true;
        }
        if (frame.times[slot] == 0) {
            frame.times[slot] = frame.now;
        }
    }

    static void put(Frame frame, int slot, boolean value) {
        put(frame, slot, value ? 1 : 0);
    }

    /** Sets a time that runs. It changes in each cycle, but who does not read it need not wait for it. */
    static void putElapsed(Frame frame, int slot, long value) {
        boolean changed = frame.changed;
        put(frame, slot, value);
        frame.changed = changed;
    }

    static void putReal(Frame frame, int slot, double value) {
        if (frame.reals[slot] != value) {
            frame.reals[slot] = value;
            frame.times[slot] = frame.now;
            frame.changed = true;
        }
        if (frame.qualities[slot] != frame.quality) {
            frame.qualities[slot] = frame.quality;
            frame.changed = true;
        }
    }

    /** Keeps what a block remembers; a change is one that a later call can see. */
    static void keep(Frame frame, int slot, long value) {
        if (frame.longs[slot] != value) {
            frame.longs[slot] = value;
            frame.changed = true;
        }
    }

    static void keep(Frame frame, int slot, boolean value) {
        keep(frame, slot, value ? 1 : 0);
    }

    /** Returns whether an input is on now and was not when it was kept. */
    static boolean rises(Frame frame, long now, int kept) {
        return (now & ~frame.longs[kept]) != 0;
    }
}
