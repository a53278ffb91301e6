package org.urvant.core.device;

import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.expression.Expression;

/**
 * The few questions that make a new device of a type, and what follows from the answers.
 *
 * @param questions the questions, in the form of settings
 * @param order names of the questions in the order to ask them
 * @param consequences what follows, in the order of the file; a later one wins
 */
public record Guide(SheetDefinition questions, List<String> order, List<Consequence> consequences) {
    /** A type without questions. */
    public static final Guide NONE = new Guide(SheetDefinition.EMPTY, List.of(), List.of());

    public Guide {
        order = List.copyOf(order);
        consequences = List.copyOf(consequences);
    }

    /**
     * What follows from answers.
     *
     * @param name name within the type
     * @param when it follows where this holds; null for always
     * @param values what settings get, by path
     * @param modules kinds of module by slot
     */
    public record Consequence(
            String name, Expression when, SortedMap<String, Expression> values, SortedMap<String, String> modules) {
        public Consequence {
            values = Collections.unmodifiableSortedMap(new TreeMap<>(values));
            modules = Collections.unmodifiableSortedMap(new TreeMap<>(modules));
        }
    }
}
