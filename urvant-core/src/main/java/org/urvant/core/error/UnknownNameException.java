package org.urvant.core.error;

import java.util.Collection;
import org.jspecify.annotations.Nullable;
import org.urvant.core.finding.Position;
import org.urvant.core.text.NearestName;

/** Thrown when a name is asked for that does not exist; its remedy names the nearest one that does. */
public final class UnknownNameException extends UrvantException {
    /**
     * Creates the exception.
     *
     * @param kind what kind of thing was looked for, such as "device"
     * @param name the name that was given
     * @param known the names that exist
     */
    public UnknownNameException(String kind, String name, Collection<String> known) {
        this(null, kind, name, known);
    }

    /** Creates the exception where no name is near, and the remedy says how such names look. */
    public UnknownNameException(String kind, String name, String remedy) {
        super(null, "there is no " + kind + " '" + name + "'", remedy, null);
    }

    /** Creates the exception for a place, such as a column of a query. */
    public UnknownNameException(@Nullable Position position, String kind, String name, Collection<String> known) {
        super(position, "there is no " + kind + " '" + name + "'", NearestName.hint(kind, name, known), null);
    }
}
