package org.urvant.core.progress;

import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;

/** Work on many things of which none rests on another, on all cores. */
public final class Cores {
    /** Below this, starting threads costs more than they win. */
    private static final int FEW = 16;

    private Cores() {}

    /**
     * Returns what a function makes of each thing, in their order.
     *
     * @param <T> the things
     * @param <R> what is made of them
     * @param things what to work on
     * @param work called once for each, by several threads; of several exceptions, the one for the first thing is thrown, and the
     *     work is then done again up to there
     */
    public static <T, R> List<R> map(List<T> things, Function<T, R> work) {
        if (things.size() < FEW) {
            return things.stream().map(work).toList();
        }
        Stream<R> shared = things.parallelStream().map(work);
        try {
            return shared.toList();
        } catch (RuntimeException e) {
            return things.stream().map(work).toList();
        }
    }
}
