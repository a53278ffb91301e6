package org.urvant.core.device;

import java.util.Objects;

/**
 * A user that every new device of a type has.
 *
 * @param user name of the user
 * @param role what the user may do
 * @param factoryPassword the password that every new device has, as its manual prints it; known to everybody, so that it
 *     can be recognised when it is still in use
 */
public record Account(String user, AccessRole role, String factoryPassword) {
    public Account {
        Objects.requireNonNull(user, "user");
        Objects.requireNonNull(role, "role");
        Objects.requireNonNull(factoryPassword, "factoryPassword");
    }
}
