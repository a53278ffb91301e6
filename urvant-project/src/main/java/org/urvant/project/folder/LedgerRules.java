package org.urvant.project.folder;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;
import org.urvant.core.finding.Step.Action;

/** Rules about the record of what happened to devices. */
public final class LedgerRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule LEDGER_CUT = ALL.error(
            "ledger-cut",
            "N185",
            "Lines at the end of a device's ledger are gone, or the whole of it: addresses given, downloads or sign-offs may be"
                    + " forgotten.",
            "Restore the ledger from version control or a backup; if it is lost, say so on record.",
            Action.ACCEPT_LEDGER);
    public static final Rule LEDGER_ADDED_TO = ALL.error(
            "ledger-added-to",
            "N185",
            "Something else than Urvant added lines to a device's ledger, so what they tell need not have happened.",
            "Restore the ledger from version control; if the lines are right, say so on record.",
            Action.ACCEPT_LEDGER);
    public static final Rule LEDGER_BRANCHES = ALL.error(
            "ledger-branches",
            "N185",
            "Two branches of the project were merged, each with lines of its own: the device may have been given one address"
                    + " twice, or two configurations.",
            "Look at the lines of both, and say on record what holds.",
            Action.ACCEPT_LEDGER);
    public static final Rule SIGNATURE_WRONG = ALL.error(
            "signature-wrong",
            "N184",
            "A sign-off bears a signature that its key did not make over this line, or that no key of the project fits.",
            "Ask the person; restore the ledger, or put the person's public key back.");

    /** Made when the rules are first asked for. */
    public LedgerRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
