package org.urvant.core.finding;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.Stream;

/** The rules of one room: each is made, and so listed, once. */
public final class RuleList {
    private final List<Rule> rules = new ArrayList<>();

    /** Makes an empty one. */
    public RuleList() {}

    /** Makes a rule whose findings are errors. */
    public Rule error(String id, String need, String meaning, String remedy, Step.Action... actions) {
        return made(id, Severity.ERROR, need, meaning, remedy, actions);
    }

    /** Makes a rule whose findings are warnings. */
    public Rule warning(String id, String need, String meaning, String remedy, Step.Action... actions) {
        return made(id, Severity.WARNING, need, meaning, remedy, actions);
    }

    /** Makes a rule whose findings are notes. */
    public Rule note(String id, String need, String meaning, String remedy, Step.Action... actions) {
        return made(id, Severity.NOTE, need, meaning, remedy, actions);
    }

    private Rule made(
            String id, Severity severity, String need, String meaning, String remedy, Step.Action... actions) {
        Step[] steps = Stream.of(actions).map(Step::of).toArray(Step[]::new);
        Rule rule = new Rule(id, severity, need, meaning, Remedy.of(remedy, steps));
        rules.add(rule);
        return rule;
    }

    /** Returns the rules in the order in which they were made. */
    public List<Rule> rules() {
        return Collections.unmodifiableList(rules);
    }
}
