package org.urvant.core.compare;

import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.urvant.core.text.Glob;
import org.urvant.core.tree.Value;

/**
 * How two trees are compared. A path is the names from the outermost section on, with dots between them.
 *
 * @param expected what is expected to differ: patterns of paths; what stands below such a path is meant too
 * @param isTable whether the sections in the section at a path are rows, which may have another name on the other side
 * @param grid the steps that values have
 */
public record Manner(List<Glob> expected, Predicate<String> isTable, Grid grid) {
    /** The steps that values have. */
    @FunctionalInterface
    public interface Grid {
        /** Returns the value of its grid that a value stands for; empty where it has no grid, or stands beside it. */
        Optional<Value> snapped(String path, Value value);
    }

    /** Everything counts, rows are those with the same name, values are equal when they are written alike. */
    public static final Manner EXACT = new Manner(List.of(), path -> false, (path, value) -> Optional.empty());

    public Manner {
        expected = List.copyOf(expected);
    }

    /** Returns the manner in which something more is expected to differ. */
    public Manner expecting(List<String> patterns) {
        return new Manner(patterns.stream().map(Glob::new).toList(), isTable, grid);
    }

    boolean expects(String path) {
        for (Glob pattern : expected) {
            if (pattern.fits(path)) {
                return true;
            }
        }
        return false;
    }
}
