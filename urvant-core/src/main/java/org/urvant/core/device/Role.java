package org.urvant.core.device;

import java.util.Optional;
import org.urvant.core.text.Word;

/** Which side of a protocol a connection is: a client asks and commands, a server answers. */
public enum Role {
    CLIENT,
    SERVER;

    /** Returns the word that files use. */
    public String word() {
        return Word.of(this);
    }

    /** Returns the role for a word, or empty. */
    public static Optional<Role> of(String word) {
        return Word.find(Role.class, word);
    }
}
