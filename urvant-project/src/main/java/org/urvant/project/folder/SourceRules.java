package org.urvant.project.folder;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;
import org.urvant.core.finding.Step.Action;

/** Rules about imported files. */
public final class SourceRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule SOURCE_ALTERED = ALL.error(
            "source-altered",
            "N21",
            "An imported file is no longer as it came, so what rests on it may not be true.",
            "Restore the file, or import the changed one.",
            Action.IMPORT);

    /** Made when the rules are first asked for. */
    public SourceRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
