package org.urvant.core.device;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;

/** Rules that device types name: what must hold among settings is an expression of the type. */
public final class TypeRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule PRIMARY_BELOW_SECONDARY = ALL.error(
            "primary-below-secondary",
            "N61",
            "An instrument transformer has a primary value below its secondary value, or a value of zero.",
            "Exchange the two, or correct them from the plate.");
    public static final Rule RANGE_REVERSED = ALL.error(
            "range-reversed",
            "N68",
            "The lower end of a range is not below its upper end.",
            "Exchange the two ends, or correct one.");
    public static final Rule LINK_CANNOT_CARRY = ALL.error(
            "link-cannot-carry",
            "N48",
            "An alarm is to go out by text or call over a link that carries data only.",
            "Choose another way for the alarm, or another subscription for the link.");
    public static final Rule LISTEN_ONLY_PUBLISHES = ALL.error(
            "listen-only-publishes",
            "N46",
            "Something is to be sent on a bus on which the device only listens.",
            "Switch listening only off, or do not send.");
    public static final Rule SAME_INPUT_TWICE = ALL.error(
            "same-input-twice",
            "N126",
            "One input or output is there for two things that exclude each other.",
            "Take another one for one of the two.");
    public static final Rule DISPLAY_VALUE_MISSING = ALL.error(
            "display-value-missing",
            "N137",
            "A page or line of a local display shows no value.",
            "Name the channels that it is to show, or take it out.");
    public static final Rule DISPLAY_LABEL_MISSING = ALL.error(
            "display-label-missing",
            "N137",
            "A page or line of a local display has no label, so nobody knows what it shows.",
            "Give it a label.");
    public static final Rule ALARM_WITHOUT_RECIPIENT = ALL.warning(
            "alarm-without-recipient",
            "N111",
            "An alarm is told to nobody.",
            "Name a recipient, or mute the finding with the reason.");
    public static final Rule RECIPIENT_WITHOUT_ALARM = ALL.warning(
            "recipient-without-alarm", "N111", "A recipient is told of nothing.", "Give it an alarm, or take it out.");
    public static final Rule TEXT_TOO_LONG = ALL.warning(
            "text-too-long",
            "N106",
            "A text is longer than one message or one line of the display holds.",
            "Shorten it.");
    public static final Rule HOLD_LONGER_THAN_PULSE = ALL.warning(
            "hold-longer-than-pulse",
            "N105",
            "An input must be stable for longer than its pulses last, so they are never seen.",
            "Shorten the hold time.");
    public static final Rule RECORDER_FULL_BEFORE_VISIT = ALL.warning(
            "recorder-full-before-visit",
            "N101",
            "The store of a recorder is full before somebody comes to empty it.",
            "Store less often, or fewer channels.");
    public static final Rule RECORD_LENGTH_DOES_NOT_FIT = ALL.warning(
            "record-length-does-not-fit",
            "N100",
            "The memory does not hold as many records of that length as wished.",
            "Keep fewer records, or shorter ones, or sample slower.");
    public static final Rule ALARMS_BUT_DOES_NOT_TRIP = ALL.warning(
            "alarms-but-does-not-trip",
            "N92",
            "A function that is vital for the plant only alarms.",
            "Let it trip, or mute the finding with the reason.");
    public static final Rule SUPERVISION_OFF = ALL.warning(
            "supervision-off",
            "N82",
            "A supervision of the measurement is off, so a mistake in it goes unseen.",
            "Switch it on.");
    public static final Rule MEAN_LIMIT_ORDER = ALL.warning(
            "mean-limit-order",
            "N110",
            "The limit of the short-term mean is below that of the long one.",
            "Exchange the two, or correct one.");
    public static final Rule LATCH_WITHOUT_RESET = ALL.warning(
            "latch-without-reset",
            "N95",
            "Something stays until it is reset, but nothing resets it.",
            "Name what resets it, or let it follow its signal.");
    public static final Rule DRIVES_NOTHING = ALL.warning(
            "drives-nothing",
            "N93",
            "A function, input or output is set up, but nothing follows from it.",
            "Assign it, or take it out.");
    public static final Rule MARKED_BUT_POLICY_OFF = ALL.warning(
            "marked-but-policy-off",
            "N178",
            "Settings are marked to go out, but the device's policy sends nothing.",
            "Change the policy, or take the mark away.");
    public static final Rule SAME_COLOUR = ALL.note(
            "same-colour", "N77", "Two channels are drawn in the same colour.", "Choose another colour for one.");

    /** Made when the rules are first asked for. */
    public TypeRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
