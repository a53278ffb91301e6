package org.urvant.core.device;

import java.util.Optional;
import org.urvant.core.text.Word;

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
        return Word.of(this);
    }

    /** Returns what happens, in plain words. */
    public String meaning() {
        return meaning;
    }

    /** Returns the effect for a word, or empty. */
    public static Optional<Effect> of(String word) {
        return Word.find(Effect.class, word);
    }
}
