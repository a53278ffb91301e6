package org.urvant.core.text;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The words by which files, commands and messages name the constants of an enum: {@code SIGN_OFF} is {@code sign-off}. */
public final class Word {
    private Word() {}

    /** Returns the word of a constant. */
    public static String of(Enum<?> constant) {
        return constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** Returns the constant for a word, or empty. */
    public static <E extends Enum<E>> Optional<E> find(Class<E> type, String word) {
        return Arrays.stream(type.getEnumConstants())
                .filter(constant -> of(constant).equals(word))
                .findFirst();
    }

    /** Returns the words of all constants, in their order. */
    public static <E extends Enum<E>> List<String> all(Class<E> type) {
        return Arrays.stream(type.getEnumConstants()).map(Word::of).toList();
    }
}
