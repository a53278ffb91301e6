package org.urvant.project.change;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * Something with its place in a list, to bring what several threads made of it into its order again.
 *
 * @param <T> what it is
 * @param number its place
 */
record Numbered<T>(int number, T what) {
    /** Returns what many have made, in the order of their places; of one place as it comes. */
    static <T> List<T> inOrder(Stream<Numbered<T>> all) {
        return all.sorted(Comparator.comparingInt(Numbered::number))
                .map(Numbered::what)
                .toList();
    }
}
