package org.urvant.core.logic;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A kind of function block: its parameters, the slots that it keeps for itself, and what one call does. The slots of an instance
 * follow each other: parameters in their order, then its own.
 *
 * @param own number of slots that it keeps for itself
 * @param stores number of things other than numbers that it keeps
 * @param essential inputs that make no sense unconnected
 */
record BlockKind(
        String name,
        String meaning,
        List<Parameter> parameters,
        int own,
        int stores,
        List<String> essential,
        Call call,
        Due due) {

    /** Input or output of a block. */
    record Parameter(String name, DataType type, boolean isOutput, Object initial) {}

    /** What one call does. */
    interface Call {
        void run(Frame frame, int at, int store);
    }

    /** When a block changes by itself, if its inputs stay: in nanoseconds since 1970, {@link #NEVER} when it does not. */
    interface Due {
        long at(Frame frame, int at, int store, boolean elapsedIsRead);
    }

    static final long NEVER = Long.MAX_VALUE;

    BlockKind {
        parameters = List.copyOf(parameters);
        essential = List.copyOf(essential);
    }

    static Optional<BlockKind> named(String name) {
        String upper = name.toUpperCase(Locale.ROOT);
        return StandardBlocks.find(upper).or(() -> OwnBlocks.find(upper));
    }

    Optional<Parameter> parameter(String wanted) {
        return parameters.stream()
                .filter(p -> p.name().equalsIgnoreCase(wanted))
                .findFirst();
    }

    int slots() {
        return parameters.size() + own;
    }

    static Parameter in(String name, DataType type) {
        return new Parameter(name, type, false, null);
    }

    static Parameter in(String name, DataType type, Object initial) {
        return new Parameter(name, type, false, initial);
    }

    static Parameter out(String name, DataType type) {
        return new Parameter(name, type, true, null);
    }
}
