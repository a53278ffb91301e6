package org.urvant.core.finding;

import java.util.Collection;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.ServiceLoader;
import java.util.TreeMap;

/** All rules of the rooms that are there, by name. */
public final class Rules {
    private Rules() {}

    /** Rooms are looked for when the first rule is asked for by name. */
    private static final class Known {
        private static final Map<String, Rule> BY_ID = new TreeMap<>();

        static {
            for (RuleRoom room : ServiceLoader.load(RuleRoom.class, RuleRoom.class.getClassLoader())) {
                for (Rule rule : room.rules()) {
                    if (BY_ID.put(rule.id(), rule) != null) {
                        throw new IllegalStateException("two rules are called " + rule.id());
                    }
                }
            }
        }
    }

    /** Returns all rules by name. */
    public static Collection<Rule> all() {
        return Collections.unmodifiableCollection(Known.BY_ID.values());
    }

    /** Returns the names of all rules. */
    public static Collection<String> names() {
        return Collections.unmodifiableCollection(Known.BY_ID.keySet());
    }

    /** Returns the rule with a given name, or empty when there is none. */
    public static Optional<Rule> byId(String id) {
        return Optional.ofNullable(Known.BY_ID.get(id));
    }
}
