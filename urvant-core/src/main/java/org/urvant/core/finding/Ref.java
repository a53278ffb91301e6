package org.urvant.core.finding;

import java.util.Objects;

/**
 * Something of a site, by its kind and name.
 *
 * @param kind what it is
 * @param name its name, unique among those of its kind
 */
public record Ref(Kind kind, String name) {
    /** What can be named. */
    public enum Kind {
        DEVICE,
        IED,
        BAY
    }

    public Ref {
        Objects.requireNonNull(kind, "kind");
        Objects.requireNonNull(name, "name");
    }

    /** Returns the device with a name. */
    public static Ref device(String name) {
        return new Ref(Kind.DEVICE, name);
    }

    /** Returns the bay with a name. */
    public static Ref bay(String name) {
        return new Ref(Kind.BAY, name);
    }

    /** Returns the imported IED with a name. */
    public static Ref ied(String name) {
        return new Ref(Kind.IED, name);
    }
}
