package org.urvant.core.finding;

import java.util.List;
import org.urvant.core.finding.Step.Action;

/** Rules about what any file or thing can have. */
public final class GeneralRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule FILE_MALFORMED = ALL.error(
            "file-malformed",
            "N150",
            "A project file has a key that is not known there, or a value of the wrong form.",
            "Correct the key or value at the line named; the type says what a device may hold.",
            Action.SHOW);
    public static final Rule UNKNOWN_REFERENCE = ALL.error(
            "unknown-reference",
            "N39",
            "A name stands for something that does not exist: a setting, connection, device type or signal.",
            "Use the nearest name that the message proposes, or search for the signal.",
            Action.SEARCH);
    public static final Rule OPEN_ITEMS = ALL.error(
            "open-items",
            "N38",
            "A value that only a person can give has not been given.",
            "Give it, or write it in the device's file.",
            Action.SET);
    public static final Rule DUPLICATE_NAME = ALL.error(
            "duplicate-name",
            "N35",
            "Two signals of one connection have the same name, so people cannot tell them apart.",
            "Rename one of them in the mapping table.");

    /** Made when the rules are first asked for. */
    public GeneralRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
