package org.urvant.core.device;

import java.util.Optional;
import org.urvant.core.text.Word;

/** What a setting's value is. */
public enum SettingKind {
    LOGICAL("yes or no"),
    INTEGER("a whole number"),
    NUMBER("a number"),
    TEXT("a text"),
    CHOICE("one of its choices"),
    ADDRESS("an IPv4 address such as 192.0.2.10"),
    HOST("an IPv4 address and port such as 192.0.2.10:8443");

    private final String expectation;

    SettingKind(String expectation) {
        this.expectation = expectation;
    }

    /** Returns the word that device-type files use. */
    public String word() {
        return Word.of(this);
    }

    /** Returns what a value must be, to complete "expected …". */
    public String expectation() {
        return expectation;
    }

    /** Returns the kind for a word, or empty. */
    public static Optional<SettingKind> of(String word) {
        return Word.find(SettingKind.class, word);
    }
}
