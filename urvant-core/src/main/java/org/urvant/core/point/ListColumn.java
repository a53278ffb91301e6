package org.urvant.core.point;

import java.util.List;
import java.util.Locale;
import java.util.Objects;

/**
 * A column of a list of points.
 *
 * @param word how Urvant names it
 * @param meaning what it holds, in plain words
 * @param synonyms other headings that people give it, in small letters, words separated by one blank
 */
public record ListColumn(String word, String meaning, List<String> synonyms) {
    public ListColumn {
        Objects.requireNonNull(word, "word");
        Objects.requireNonNull(meaning, "meaning");
        synonyms = List.copyOf(synonyms);
    }

    /** Creates a column with synonyms separated by commas. */
    public static ListColumn of(String word, String meaning, String synonyms) {
        return new ListColumn(word, meaning, synonyms.isEmpty() ? List.of() : List.of(synonyms.split(", ")));
    }

    /** Returns whether a heading names the column, whatever its case and the signs between its words. */
    public boolean isNamed(String heading) {
        String plain = plain(heading);
        return plain.equals(plain(word)) || synonyms.contains(plain);
    }

    /** Returns a heading in small letters, with one blank between its words and nothing else that is no letter or digit. */
    public static String plain(String heading) {
        return heading.toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", " ")
                .strip();
    }
}
