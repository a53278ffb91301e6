package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;

/** Long lists of numbers, shortened. */
final class Ranges {
    private Ranges() {}

    /** Returns rising numbers with neighbours joined: {@code 1-4, 7}. */
    static String of(List<Integer> numbers) {
        List<String> parts = new ArrayList<>();
        for (int from = 0; from < numbers.size(); ) {
            int to = from;
            while (to + 1 < numbers.size() && numbers.get(to + 1) == numbers.get(to) + 1) {
                to++;
            }
            parts.add(from == to ? "" + numbers.get(from) : numbers.get(from) + "-" + numbers.get(to));
            from = to + 1;
        }
        return String.join(", ", parts);
    }
}
