package org.urvant.core.finding;

import org.urvant.core.text.Word;

/** How grave a finding is: an error blocks a download, a warning does not, a note informs. */
public enum Severity {
    ERROR,
    WARNING,
    NOTE;

    /** Returns the word that is shown and written: {@code error}, {@code warning} or {@code note}. */
    public String word() {
        return Word.of(this);
    }
}
