package org.urvant.core.text;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Names that end in a number: in the order of their numbers, and written briefly. */
public final class NumberedNames {
    /** Orders names by what stands before their number, then by the number: {@code BI2} before {@code BI10}. */
    public static final Comparator<String> ORDER =
            NumberedNames::compare; // of each channel of each device, so it scans

    private static final int MOST_DIGITS = 9;

    private NumberedNames() {}

    private static int compare(String one, String other) {
        int end = stemLength(one);
        int otherEnd = stemLength(other);
        for (int i = 0; i < Math.min(end, otherEnd); i++) {
            if (one.charAt(i) != other.charAt(i)) {
                return one.charAt(i) - other.charAt(i);
            }
        }
        if (end != otherEnd) {
            return end - otherEnd;
        }
        return one.length() != other.length() ? one.length() - other.length() : one.compareTo(other);
    }

    private static int stemLength(String name) {
        int at = name.length();
        while (at > 0 && name.length() - at < MOST_DIGITS && name.charAt(at - 1) >= '0' && name.charAt(at - 1) <= '9') {
            at--;
        }
        return at;
    }

    private static String stem(String name) {
        return name.substring(0, stemLength(name));
    }

    private static String digits(String name) {
        return name.substring(stemLength(name));
    }

    /** Returns the names in order, runs of three and more as {@code BI1 to BI7}. */
    public static String brief(List<String> names) {
        List<String> sorted = names.stream().sorted(ORDER).toList();
        List<String> parts = new ArrayList<>();
        for (int from = 0; from < sorted.size(); ) {
            int to = from;
            while (to + 1 < sorted.size() && follows(sorted.get(to), sorted.get(to + 1))) {
                to++;
            }
            if (to - from >= 2) {
                parts.add(sorted.get(from) + " to " + sorted.get(to));
            } else {
                parts.addAll(sorted.subList(from, to + 1));
            }
            from = to + 1;
        }
        return String.join(", ", parts);
    }

    private static boolean follows(String name, String next) {
        return stem(name).equals(stem(next))
                && !digits(name).isEmpty()
                && !digits(next).isEmpty()
                && Integer.parseInt(digits(next)) == Integer.parseInt(digits(name)) + 1;
    }
}
