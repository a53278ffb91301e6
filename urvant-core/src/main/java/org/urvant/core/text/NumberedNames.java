package org.urvant.core.text;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Names that end in a number: in the order of their numbers, and written briefly. */
public final class NumberedNames {
    /** Orders names by what stands before their number, then by the number: {@code BI2} before {@code BI10}. */
    public static final Comparator<String> ORDER = Comparator.comparing(NumberedNames::stem)
            .thenComparing(NumberedNames::digits, Comparator.comparingInt(String::length))
            .thenComparing(NumberedNames::digits);

    private static final Pattern NUMBER = Pattern.compile("^(.*?)(\\d{1,9})$", Pattern.DOTALL);

    private NumberedNames() {}

    private static String stem(String name) {
        Matcher matcher = NUMBER.matcher(name);
        return matcher.matches() ? matcher.group(1) : name;
    }

    private static String digits(String name) {
        Matcher matcher = NUMBER.matcher(name);
        return matcher.matches() ? matcher.group(2) : "";
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
