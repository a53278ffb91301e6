package org.urvant.core.fault;

import java.util.Collection;
import org.urvant.core.text.NearestName;

/** Thrown when a name is asked for that does not exist; its remedy names the nearest one that does. */
public final class UnknownNameException extends UrvantException {
    /**
     * Creates the fault.
     *
     * @param kind what kind of thing was looked for, such as "device"
     * @param name the name that was given
     * @param known the names that exist
     */
    public UnknownNameException(String kind, String name, Collection<String> known) {
        super(null, "there is no " + kind + " '" + name + "'", NearestName.hint(kind, name, known), null);
    }
}
