package org.urvant.core.device;

import java.util.Locale;
import java.util.Optional;

/** What the change of a setting causes on the device. */
public enum Effect {
    NONE("nothing"),
    RESTART("the device restarts"),
    SIGN_OFF("the sign-off is lost");

    private final String meaning;

    Effect(String meaning) {
        this.meaning = meaning;
    }

    /** Returns the word that device-type files use: {@code none}, {@code restart}, {@code sign-off}. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** Returns what happens, in plain words. */
    public String meaning() {
        return meaning;
    }

    /** Returns the effect for a word, or empty. */
    public static Optional<Effect> of(String word) {
        for (Effect effect : values()) {
            if (effect.word().equals(word)) {
                return Optional.of(effect);
            }
        }
        return Optional.empty();
    }
}
