package org.urvant.core.device;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.urvant.core.expression.Expression;
import org.urvant.core.finding.Position;

/**
 * The logic of a type: what its devices do by themselves with their settings, and what programs of their own they can run.
 *
 * @param programs most programs of its own that a device runs; 0 for none
 * @param longest most characters of these programs together
 * @param cycle time from one cycle to the next
 * @param behaviours what devices do by themselves
 */
public record LogicDefinition(int programs, int longest, Duration cycle, List<Behaviour> behaviours) {
    /** No logic at all. */
    public static final LogicDefinition NONE = new LogicDefinition(0, 0, Duration.ofMillis(100), List.of());

    /**
     * A program in Structured Text that each device of the type runs.
     *
     * @param name name within the type
     * @param channels kind of channel that it runs once for each of; empty text for none
     * @param table table that it runs once for each row of; empty text for none
     * @param where kinds of channel that references of the row must name, by their column
     * @param when when it runs; null for always
     * @param text the program
     * @param position where the text begins
     */
    public record Behaviour(
            String name,
            String channels,
            String table,
            Map<String, String> where,
            Expression when,
            String text,
            Position position) {
        public Behaviour {
            Objects.requireNonNull(name, "name");
            Objects.requireNonNull(text, "text");
            where = Map.copyOf(where);
        }
    }

    public LogicDefinition {
        Objects.requireNonNull(cycle, "cycle");
        behaviours = List.copyOf(behaviours);
    }
}
