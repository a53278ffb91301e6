package org.urvant.core.device;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;
import org.urvant.core.finding.Step.Action;

/** Rules about values and their definitions. */
public final class ValueRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule VALUE_OUT_OF_RANGE = ALL.error(
            "value-out-of-range",
            "N68",
            "A value lies outside the range of its setting, is none of its choices, or is not of its kind.",
            "Give a value within the range that the message names.");
    public static final Rule VALUE_OFF_STEP = ALL.error(
            "value-off-step",
            "N29",
            "A value lies between two steps of its setting, so the device could not hold it exactly.",
            "Give one of the two neighbouring steps that the message names.");
    public static final Rule DUPLICATE_VALUE = ALL.error(
            "duplicate-value",
            "N39",
            "Two rows or channels have the same value where each needs its own.",
            "Change one of them.");
    public static final Rule PHONE_WITHOUT_COUNTRY_CODE = ALL.error(
            "phone-without-country-code",
            "N112",
            "A telephone number has no country code, so a device abroad or roaming dials somebody else.",
            "Write it with + and the country code.");
    public static final Rule RULE_BROKEN = ALL.error(
            "rule-broken",
            "N71",
            "A rule of the device type does not hold.",
            "Mend it as the message says; the type's documentation shows the rule.",
            Action.EXPLAIN);
    public static final Rule DERIVED_VALUE_GIVEN = ALL.error(
            "derived-value-given",
            "N71",
            "A value is given for a setting that follows from others, so what is given could contradict them.",
            "Take the value out; change what it follows from instead.");
    public static final Rule ADVICE_NOT_FOLLOWED = ALL.warning(
            "advice-not-followed",
            "N71",
            "What the maker advises for a device type is not followed.",
            "Mend it as the message says, or mute it with the reason.");
    public static final Rule LEFT_AT_DEFAULT = ALL.note(
            "left-at-default",
            "N02",
            "Settings of the device are at their defaults; nobody has confirmed them.",
            "Look through them.",
            Action.SHOW);
    public static final Rule VALUE_ROUNDED = ALL.note(
            "value-rounded",
            "N79",
            "A value is given on another side of the instrument transformers, and what it is on the side of the device lies between two steps. The device gets the nearer one.",
            "Take it as it is, or give a value that is on a step.");
    public static final Rule VALUE_NOT_USED = ALL.note(
            "value-not-used",
            "N71",
            "A value is given for a setting that does not apply, so nothing follows from it.",
            "Take it out, or change what makes the setting idle.");

    /** Made when the rules are first asked for. */
    public ValueRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
