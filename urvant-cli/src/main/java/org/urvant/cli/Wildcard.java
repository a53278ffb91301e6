package org.urvant.cli;

import java.util.Collection;
import java.util.List;
import java.util.regex.Pattern;
import org.urvant.core.error.UnknownNameException;

/** Names chosen by a word that may hold {@code *} and {@code ?}, or several words separated by commas. */
final class Wildcard {
    private Wildcard() {}

    static boolean isOne(String word) {
        return word.indexOf('*') >= 0 || word.indexOf('?') >= 0;
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
        if (!isOne(word)) {
            return word.equals(name);
        }
        StringBuilder pattern = new StringBuilder();
        for (char c : word.toCharArray()) {
            pattern.append(c == '*' ? ".*" : c == '?' ? "." : Pattern.quote(String.valueOf(c)));
        }
        return name.matches(pattern.toString());
    }
}
