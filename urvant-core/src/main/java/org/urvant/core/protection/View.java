package org.urvant.core.protection;

import java.util.Optional;
import org.urvant.core.text.Word;

/** The side of the instrument transformers on which a value is given. */
public enum View {
    PRIMARY("primary value"),
    SECONDARY("secondary value"),
    PERCENT_OF_RATED("per cent of the rated value");

    private final String title;
    private final String word = Word.of(this); // asked for with every value that is read

    View(String title) {
        this.title = title;
    }

    /** Returns the view in plain words. */
    public String title() {
        return title;
    }

    /** Returns the word that files and commands use. */
    public String word() {
        return word;
    }

    /** Returns the view for a word, or empty. */
    public static Optional<View> of(String word) {
        return Word.find(View.class, word);
    }
}
