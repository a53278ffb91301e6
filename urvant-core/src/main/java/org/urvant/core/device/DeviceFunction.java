package org.urvant.core.device;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;

/**
 * Something that devices of a type do for the plant, and do not while they restart.
 *
 * @param name name of the function
 * @param meaning what it is, in plain words
 * @param isPerGroup whether its condition is over the settings of each setting group
 * @param table name of the table, of the device or of its groups, whose rows its condition is over; empty text for none
 * @param when when it is on; null for always, or while there is a row
 * @param reach what it needs and what it must reach
 */
public record DeviceFunction(
        String name, String meaning, boolean isPerGroup, String table, Expression when, Reach reach) {
    /**
     * What a kind of channel must give to a function.
     *
     * @param word what channels must carry
     * @param count how many of them it takes for the whole function: one, or a channel for each phase
     */
    public record Need(String word, int count) {}

    /**
     * What a function that is on needs, and what it must reach when it trips.
     *
     * @param needs what channels must carry, by the kind of channel
     * @param trips when it trips; null for never
     * @param words the words of assignments that mean it
     */
    public record Reach(Map<String, Need> needs, Expression trips, List<String> words) {
        public Reach {
            needs = Map.copyOf(needs);
            words = List.copyOf(words);
        }
    }

    public DeviceFunction {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(table, "table");
    }

    /** Returns whether it trips where the values of a scope hold; what is unknown counts as tripping. */
    public boolean trips(Scope scope) {
        return reach.trips() != null && reach.trips().test(scope).orElse(true);
    }

    /** Returns whether it is on where the values of a scope hold; what is unknown counts as on. */
    public boolean isOn(Scope scope) {
        return when == null || when.test(scope).orElse(true);
    }
}
