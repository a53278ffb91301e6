package org.urvant.core.finding;

import java.util.List;

/** A room that has rules. Found by {@link java.util.ServiceLoader}; loaded when somebody asks for rules by name. */
public interface RuleRoom {
    /** Returns the rules of the room. */
    List<Rule> rules();
}
