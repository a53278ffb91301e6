package org.urvant.core.text;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * Finds the name that a misspelt one was probably meant to be. Distance is that of Damerau and Levenshtein in its
 * restricted form (insert, delete, replace, swap neighbours), without regard to case; cost is the product of the two
 * lengths, so both are cut at {@value #LONGEST} characters.
 */
public final class NearestName {
    private static final int LONGEST = 120;
    private static final int MOST_SHOWN = 8;

    private NearestName() {}

    /** Returns the nearest of the known names, or empty when none is near: at most a third of the letters may differ. */
    public static Optional<String> of(String name, Collection<String> known) {
        String wanted = name.toLowerCase(Locale.ROOT);
        record Near(String name, int distance) {}
        return known.stream()
                .filter(candidate -> !candidate.equals(name)) // known elsewhere, but not what is wanted here
                .map(candidate -> new Near(candidate, distance(wanted, candidate.toLowerCase(Locale.ROOT))))
                .filter(near -> near.distance <= Math.max(1, Math.max(wanted.length(), near.name.length()) / 3))
                .min(Comparator.comparingInt(Near::distance).thenComparing(Near::name))
                .map(Near::name);
    }

    /** Returns a sentence that helps on: the nearest name, or a few of those that exist. */
    public static String hint(String kind, String name, Collection<String> known) {
        Optional<String> nearest = of(name, known);
        if (nearest.isPresent()) {
            return "Did you mean '" + nearest.get() + "'?";
        }
        if (known.isEmpty()) {
            return "There is no " + kind + " yet.";
        }
        SortedSet<String> all = new TreeSet<>(known); // a bay may bear the name of its device
        List<String> some = all.stream().limit(MOST_SHOWN).toList();
        return "Known: " + String.join(", ", some) + (all.size() > some.size() ? ", …" : "") + ".";
    }

    private static int distance(String left, String right) {
        String a = left.substring(0, Math.min(left.length(), LONGEST));
        String b = right.substring(0, Math.min(right.length(), LONGEST));
        int[] beforeLast = new int[b.length() + 1];
        int[] last = new int[b.length() + 1];
        int[] row = new int[b.length() + 1];
        for (int j = 0; j <= b.length(); j++) {
            last[j] = j;
        }
        for (int i = 1; i <= a.length(); i++) {
            row[0] = i;
            for (int j = 1; j <= b.length(); j++) {
                int change = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
                row[j] = Math.min(Math.min(row[j - 1] + 1, last[j] + 1), last[j - 1] + change);
                if (i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1)) {
                    row[j] = Math.min(row[j], beforeLast[j - 2] + 1);
                }
            }
            int[] free = beforeLast;
            beforeLast = last;
            last = row;
            row = free;
        }
        return last[b.length()];
    }
}
