package org.urvant.core.finding;

import java.util.Objects;

/**
 * A rule that findings are about. Rules are contributed by the room that they belong to, see {@link RuleRoom}; nobody lists
 * them all by hand. Immutable; ordered and equal by name.
 */
public final class Rule implements Comparable<Rule> {
    private final String id;
    private final Severity severity;
    private final String need;
    private final String meaning;
    private final Remedy mend;

    /**
     * Creates a rule.
     *
     * @param id its name as it is shown and written, such as {@code point-duplicate}
     * @param severity the severity of every finding of it
     * @param need number of the need that it serves
     * @param meaning what a finding of it means
     * @param mend how a finding of it is mended in general
     */
    public Rule(String id, Severity severity, String need, String meaning, Remedy mend) {
        this.id = Objects.requireNonNull(id, "id");
        this.severity = severity;
        this.need = need;
        this.meaning = meaning;
        this.mend = mend;
    }

    /** Returns the rule's name as it is shown and written, such as {@code point-duplicate}. */
    public String id() {
        return id;
    }

    /** Returns the severity of every finding of this rule. */
    public Severity severity() {
        return severity;
    }

    /** Returns what a finding of this rule means. */
    public String meaning() {
        return meaning;
    }

    /** Returns how a finding of this rule is mended in general. */
    public Remedy mend() {
        return mend;
    }

    /** Returns how a finding of this rule is mended in general, in plain words. */
    public String remedy() {
        return mend.text();
    }

    /** Returns the number of the need that the rule serves. */
    public String need() {
        return need;
    }

    @Override
    public int compareTo(Rule other) {
        return id.compareTo(other.id);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Rule rule && rule.id.equals(id);
    }

    @Override
    public int hashCode() {
        return id.hashCode();
    }

    @Override
    public String toString() {
        return id;
    }
}
