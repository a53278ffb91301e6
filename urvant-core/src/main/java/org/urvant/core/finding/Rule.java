package org.urvant.core.finding;

import java.util.Locale;
import java.util.Optional;

/**
 * The checks by name. Each rule says what it means and how to mend what it finds; {@code urvant explain RULE} shows
 * the same text.
 */
public enum Rule {
    FILE_MALFORMED(
            Severity.ERROR,
            "A project file has a key that is not known there, or a value of the wrong form.",
            "Correct the key or value at the line named; 'urvant show' lists what a device may hold.",
            "N150"),
    SOURCE_ALTERED(
            Severity.ERROR,
            "An imported file is no longer as it came, so what rests on it may not be true.",
            "Restore the file, or import the changed one with 'urvant import'.",
            "N21"),
    UNKNOWN_REFERENCE(
            Severity.ERROR,
            "A name stands for something that does not exist: a setting, connection, device type or signal.",
            "Use the nearest name that the message proposes, or search with 'urvant signals'.",
            "N39"),
    VALUE_OUT_OF_RANGE(
            Severity.ERROR,
            "A value lies outside the range of its setting, is none of its choices, or is not of its kind.",
            "Give a value within the range that the message names.",
            "N68"),
    VALUE_OFF_STEP(
            Severity.ERROR,
            "A value lies between two steps of its setting, so the device could not hold it exactly.",
            "Give one of the two neighbouring steps that the message names.",
            "N29"),
    POINT_DUPLICATE(
            Severity.ERROR,
            "Two mappings lead to one address of a connection; the receiver could not tell them apart.",
            "Give one of them another address; 'urvant map' proposes the first free one.",
            "N124"),
    ADDRESS_TAKEN(
            Severity.ERROR,
            "An address that was once given to one signal is used for another. A receiver that still knows the old"
                    + " meaning would read the new signal as the old one.",
            "Take an address that was never given; 'urvant map' proposes the first free one.",
            "N34"),
    POINT_NOT_FITTING(
            Severity.ERROR,
            "A signal cannot be carried by the type of point that it is mapped to.",
            "Map it to a type that the message names.",
            "N25"),
    OPEN_ITEMS(
            Severity.ERROR,
            "A value that only a person can give has not been given.",
            "Give it with 'urvant set', or in the device's file.",
            "N38");

    private final Severity severity;
    private final String meaning;
    private final String remedy;
    private final String need;

    Rule(Severity severity, String meaning, String remedy, String need) {
        this.severity = severity;
        this.meaning = meaning;
        this.remedy = remedy;
        this.need = need;
    }

    /** Returns the rule's name as it is shown and written, such as {@code point-duplicate}. */
    public String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
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
    public String remedy() {
        return remedy;
    }

    /** Returns the number of the need that the rule serves. */
    public String need() {
        return need;
    }

    /** Returns the rule with a given name, or empty when there is none. */
    public static Optional<Rule> byId(String id) {
        for (Rule rule : values()) {
            if (rule.id().equals(id)) {
                return Optional.of(rule);
            }
        }
        return Optional.empty();
    }
}
