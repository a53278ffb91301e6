package org.urvant.project;

import java.util.Optional;
import org.urvant.core.finding.Entry;

/**
 * What a device's file says of it beside its values; null entries mean "not given".
 *
 * @param description what it is for, in people's words
 * @param serial serial number of the unit
 * @param origin where the device in the project came from, such as {@code catalogue}, {@code copy of F01}
 * @param twin name of the device that it is alike with but for its identity
 */
public record Particulars(Entry description, Entry serial, Entry origin, Entry twin) {
    /** Nothing is said. */
    public static final Particulars NONE = new Particulars(null, null, null, null);

    /** Returns what it is for; empty text when not given. */
    public String words() {
        return description == null ? "" : description.text();
    }

    /** Returns the device that it is alike with, or empty. */
    public Optional<Entry> twinOf() {
        return Optional.ofNullable(twin);
    }
}
