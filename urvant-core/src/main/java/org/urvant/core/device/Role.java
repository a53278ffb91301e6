package org.urvant.core.device;

import java.util.Locale;
import java.util.Optional;

/** Which side of a protocol a connection is: a client asks and commands, a server answers. */
public enum Role {
    CLIENT,
    SERVER;

    /** Returns the word that files use. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Returns the role for a word, or empty. */
    public static Optional<Role> of(String word) {
        for (Role role : values()) {
            if (role.word().equals(word)) {
                return Optional.of(role);
            }
        }
        return Optional.empty();
    }
}
