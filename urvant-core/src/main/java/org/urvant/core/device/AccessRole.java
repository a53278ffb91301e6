package org.urvant.core.device;

import java.util.Optional;
import org.urvant.core.text.Word;

/**
 * What a user of a device may do, after the pre-defined roles of IEC 62351-8:2020, table 2. Urvant's maintenance link
 * knows two rights: to read, and to change what a device is (its configuration, its state).
 */
public enum AccessRole {
    VIEWER(false),
    OPERATOR(false),
    ENGINEER(true),
    INSTALLER(true),
    SECADM(false),
    SECAUD(false),
    RBACMNT(false);

    private final boolean mayConfigure;

    AccessRole(boolean mayConfigure) {
        this.mayConfigure = mayConfigure;
    }

    /** Returns whether the role may stage, activate and restart. */
    public boolean mayConfigure() {
        return mayConfigure;
    }

    /** Returns the word that device-type files use. */
    public String word() {
        return Word.of(this);
    }

    /** Returns the role for a word, or empty. */
    public static Optional<AccessRole> of(String word) {
        return Word.find(AccessRole.class, word);
    }
}
