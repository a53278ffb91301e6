package org.urvant.devices.transfer;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;
import org.urvant.core.finding.Step.Action;

/** Rules about the unit at the other end of a link. */
public final class UnitRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule WRONG_DEVICE = ALL.error(
            "wrong-device",
            "N157",
            "Who answers on the link is not the device that the project means: another type, name, serial number or MAC address.",
            "Check the link address and the plate; a unit that was exchanged on purpose can be taken over as it is.",
            Action.TAKE_AS_BUILT);

    /** Made when the rules are first asked for. */
    public UnitRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
