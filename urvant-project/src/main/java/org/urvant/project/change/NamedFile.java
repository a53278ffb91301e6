package org.urvant.project.change;

import java.util.Collection;
import org.urvant.core.error.RefusedException;
import org.urvant.core.text.FileName;

/** Things that lie in a file of their name. */
public final class NamedFile {
    private NamedFile() {}

    /**
     * Refuses a name that cannot name a file on every system.
     *
     * @param kind what is named, such as {@code device}
     * @param others names that there are already
     * @throws RefusedException with the reason
     */
    public static void require(String kind, String name, Collection<String> others) {
        FileName.mistake(name, others).ifPresent(reason -> {
            throw new RefusedException(kind + " name '" + name + "' is not allowed: " + reason, "Give another name.");
        });
    }
}
