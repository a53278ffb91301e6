package org.urvant.core.device;

import java.util.Optional;
import org.urvant.core.text.Word;

/** On which side of the instrument transformers a value is given. */
public enum Domain {
    PRIMARY("primary value"),
    SECONDARY("secondary value"),
    PERCENT_OF_RATED("per cent of the rated value");

    private final String title;

    Domain(String title) {
        this.title = title;
    }

    /** Returns the domain in plain words. */
    public String title() {
        return title;
    }

    /** Returns the domain for a word, or empty. */
    public static Optional<Domain> of(String word) {
        return Word.find(Domain.class, word);
    }
}
