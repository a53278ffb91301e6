package org.urvant.core.text;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** The words by which files, commands and messages name the constants of an enum: {@code SIGN_OFF} is {@code sign-off}. */
public final class Word {
    private Word() {}

    /** Files are full of them, so that each is made once. */
    private static final Map<String, String> WORDS = new ConcurrentHashMap<>();

    private static final ClassValue<Map<String, Enum<?>>> CONSTANTS = new ClassValue<>() {
        @Override
        protected Map<String, Enum<?>> computeValue(Class<?> type) {
            Map<String, Enum<?>> constants = new LinkedHashMap<>();
            for (Object constant : type.getEnumConstants()) {
                constants.put(of((Enum<?>) constant), (Enum<?>) constant);
            }
            return constants;
        }
    };

    /** Returns the word of a constant. */
    public static String of(Enum<?> constant) {
        return WORDS.computeIfAbsent(
                constant.name(), name -> name.toLowerCase(Locale.ROOT).replace('_', '-'));
    }

    /** Returns the constant for a word, or empty. */
    public static <E extends Enum<E>> Optional<E> find(Class<E> type, String word) {
        return Optional.ofNullable(type.cast(CONSTANTS.get(type).get(word)));
    }

    /** Returns the words of all constants, in their order. */
    public static <E extends Enum<E>> List<String> all(Class<E> type) {
        return List.copyOf(CONSTANTS.get(type).keySet());
    }
}
