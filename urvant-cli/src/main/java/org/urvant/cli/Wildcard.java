package org.urvant.cli;

import java.util.Collection;
import java.util.List;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.text.Glob;

/** Names chosen by a word that may be a pattern such as {@code F1?} or {@code F[1-3]*}, or several words separated by commas. */
final class Wildcard {
    private Wildcard() {}

    static boolean isOne(String word) {
        return Glob.isPattern(word);
    }

    /**
     * Returns the names that a word means, in the order of the names.
     *
     * @throws UnknownNameException when it means none
     */
    static List<String> choose(String kind, String word, Collection<String> names) {
        String[] parts = word.split(",");
        List<String> chosen = names.stream()
                .filter(name -> List.of(parts).stream().anyMatch(part -> matches(part.strip(), name)))
                .toList();
        for (String part : parts) {
            if (names.stream().noneMatch(name -> matches(part.strip(), name))) {
                throw new UnknownNameException(kind, part.strip(), names);
            }
        }
        return chosen;
    }

    static boolean matches(String word, String name) {
        return isOne(word) ? word.length() <= Glob.LONGEST && new Glob(word).fits(name) : word.equals(name);
    }
}
