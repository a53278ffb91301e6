package org.urvant.core.expression;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * The names that an expression may use, in scopes from the innermost outwards. A setting's path is its name, with {@code _}
 * where the path has {@code -}, since a hyphen is minus. Case does not count (IEC 61131-3, 6.1.2). Immutable.
 */
public final class Names {
    /** No names at all. */
    public static final Names NONE = new Names(List.of());

    private final List<Map<String, Named>> scopes;

    private Names(List<Map<String, Named>> scopes) {
        this.scopes = scopes;
    }

    private record Named(String path, Type type) {}

    /** A name that was found. */
    record Found(int depth, String path, Type type) {}

    /** Returns these names with a scope within them. */
    public Names within(Map<String, Type> inner) {
        Map<String, Named> named = new TreeMap<>();
        inner.forEach((path, type) -> named.put(identifier(path), new Named(path, type)));
        List<Map<String, Named>> all = new ArrayList<>();
        all.add(named);
        all.addAll(scopes);
        return new Names(List.copyOf(all));
    }

    /** Returns how a path is written in an expression. */
    public static String identifier(String path) {
        return path.replace('-', '_').toLowerCase(Locale.ROOT);
    }

    Optional<Found> find(String name) {
        String wanted = name.toLowerCase(Locale.ROOT);
        for (int depth = 0; depth < scopes.size(); depth++) {
            Named named = scopes.get(depth).get(wanted);
            if (named != null) {
                return Optional.of(new Found(depth, named.path, named.type));
            }
        }
        return Optional.empty();
    }

    Collection<String> all() {
        return scopes.stream().flatMap(scope -> scope.keySet().stream()).toList();
    }
}
