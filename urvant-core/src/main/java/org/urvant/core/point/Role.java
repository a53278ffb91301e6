package org.urvant.core.point;

import java.util.Optional;
import org.urvant.core.text.Word;

/** Which side of a protocol a connection is: a client asks and commands, a server answers; a member of a bus sends and takes. */
public enum Role {
    CLIENT,
    SERVER,
    MEMBER;

    /** Returns the word that files use. */
    public String word() {
        return Word.of(this);
    }

    /** Returns the role for a word, or empty. */
    public static Optional<Role> of(String word) {
        return Word.find(Role.class, word);
    }
}
