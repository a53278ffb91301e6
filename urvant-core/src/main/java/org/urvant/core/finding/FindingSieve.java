package org.urvant.core.finding;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * Keeps findings of a source that may have any number of them. What is alike pushes out only what is alike: of each rule a
 * number is kept, and beyond it the first error that concerns each thing; the rest is counted. Single-threaded.
 */
public final class FindingSieve {
    /** How many findings of one rule are kept whatever they concern. */
    public static final int MOST_OF_A_RULE = 1000;

    private final List<Finding> kept = new ArrayList<>();
    private final Map<Rule, Integer> counts = new TreeMap<>();
    private final Set<String> concerned = new HashSet<>();
    private int unlisted;

    /** Makes an empty one. */
    public FindingSieve() {}

    /** Returns whether a finding of a rule that concerns a thing would be kept; empty text for no thing in particular. */
    public boolean keeps(Rule rule, String concern) {
        return counts.getOrDefault(rule, 0) < MOST_OF_A_RULE
                || rule.severity() == Severity.ERROR && !concerned.contains(rule.id() + " " + concern);
    }

    /** Takes a finding that concerns a thing; keeps or counts it. */
    public void add(Finding finding, String concern) {
        if (keeps(finding.rule(), concern)) {
            kept.add(finding);
        } else {
            unlisted++;
        }
        counts.merge(finding.rule(), 1, Integer::sum);
        if (finding.severity() == Severity.ERROR) {
            concerned.add(finding.rule().id() + " " + concern);
        }
    }

    /** Counts a finding that {@link #keeps} says would not be kept, so that nobody has to make it. */
    public void count(Rule rule) {
        counts.merge(rule, 1, Integer::sum);
        unlisted++;
    }

    /** Returns what was kept, in the order in which it came. */
    public List<Finding> kept() {
        return Collections.unmodifiableList(kept);
    }

    /** Returns how many more there were. */
    public int unlisted() {
        return unlisted;
    }
}
