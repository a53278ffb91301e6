package org.urvant.core.point;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.ServiceLoader;

/** The point spaces that are there, each from its own room. */
public final class PointSpaces {
    private PointSpaces() {}

    /** Held apart, so that they are looked for when first asked for. */
    private static final class Known {
        private static final List<PointSpace> ALL =
                ServiceLoader.load(PointSpace.class, PointSpace.class.getClassLoader()).stream()
                        .map(ServiceLoader.Provider::get)
                        .sorted(Comparator.comparing(PointSpace::id))
                        .toList();
    }

    /** Returns all point spaces by id. */
    public static List<PointSpace> all() {
        return Known.ALL;
    }

    /** Returns the point space of a protocol, or empty. */
    public static Optional<PointSpace> byId(String id) {
        return Known.ALL.stream().filter(space -> space.id().equals(id)).findFirst();
    }
}
