package org.urvant.project.check;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;
import org.urvant.core.finding.Step.Action;

/** Rules about what devices of a site have in common, and about bays. */
public final class SiteRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule DUPLICATE_BUS_ADDRESS = ALL.error(
            "duplicate-bus-address",
            "N41",
            "Two members of one bus have the same address.",
            "Give one of them a free address.");
    public static final Rule BUS_SETTINGS_DIFFER = ALL.error(
            "bus-settings-differ",
            "N45",
            "Members of one bus differ in protocol, bit rate or framing, so they cannot hear each other.",
            "Give all members of the bus the same, or another bus its own name.");
    public static final Rule BUS_TWO_MASTERS = ALL.error(
            "bus-two-masters",
            "N45",
            "Two devices ask the members of one serial bus, where only one may (Modbus over serial line, 2.2); what they send meets on the line, and answers go to the wrong one.",
            "Leave one of them on the bus, or give the other a bus of its own. A redundant pair is no mistake.");
    public static final Rule TWINS_DIFFER = ALL.error(
            "twins-differ",
            "N17",
            "The two devices of a redundant pair differ in more than their identity.",
            "Make them alike, or take the twin out.",
            Action.SET);
    public static final Rule DUPLICATE_SERIAL = ALL.error(
            "duplicate-serial",
            "N08",
            "Two devices of one maker have the same serial number, which is that of one unit.",
            "Copy each from its plate again.");
    public static final Rule DUPLICATE_DISPLAY_NAME = ALL.warning(
            "duplicate-display-name",
            "N07",
            "Two devices show the same name, so nobody can tell them apart on site.",
            "Give each a name of its own.");
    public static final Rule PEER_TWICE = ALL.warning(
            "peer-twice",
            "N41",
            "Two connections of a device lead to one peer over one port, in the same role, so they cannot be told apart.",
            "Correct the address or the port of one, or take one of them out.");
    public static final Rule LEVEL_DIFFERS = ALL.warning(
            "level-differs",
            "N13",
            "A rated voltage of a device is far from that of the voltage levels in which imported files put the IED of its name.",
            "Correct the rating; or the device, or the node in the site section, belongs to another bay.");
    public static final Rule OWN_TRANSFORMER_DIFFERS = ALL.warning(
            "own-transformer-differs",
            "N78",
            "A device is set for another instrument transformer than the IED of its name has in the imported files.",
            "Correct the one that is wrong; see the plate of the transformer.");
    public static final Rule LINK_ELSEWHERE = ALL.warning(
            "link-elsewhere",
            "N49",
            "The link of a device leads to the address of another one, so what is meant for the one would be offered to the other.",
            "Correct the link; if the one is reached through the other, mute this.");
    public static final Rule MAKER_DIFFERS = ALL.warning(
            "maker-differs",
            "N07",
            "A device is of another maker than the IED of its name in imported files, so one of the two is not what its name says.",
            "Give the device another name, another type, or import the file of the one that it is.");
    public static final Rule OWN_ADDRESS_DIFFERS = ALL.warning(
            "own-address-differs",
            "N42",
            "A device has another address, mask or gateway than imported files give the IED of its name, so whoever goes by the files does not find it.",
            "Set the device as the file says, or import a file with what it really has.");
    public static final Rule PEER_UNLIKELY = ALL.warning(
            "peer-unlikely",
            "N41",
            "A connection in another protocol leads to the address of an IED that is asked over IEC 61850.",
            "Correct the address; if the IED does answer so, mute this.");
    public static final Rule PEER_ADDRESS_DIFFERS = ALL.warning(
            "peer-address-differs",
            "N37",
            "A connection asks a relay at an address that the relay's file does not give it.",
            "Give the connection the address of the file, or import the file that the relay really runs.");
    public static final Rule BREAKER_SIGNAL_MISSING = ALL.warning(
            "breaker-signal-missing",
            "N14",
            "A bay has more breakers than its devices have signals for: one has no trip, no close command, or no position.",
            "Say with the channel's settings serves and breaker what it is for, or correct the number of the bay's breakers.");
    public static final Rule BREAKER_UNKNOWN = ALL.warning(
            "breaker-unknown",
            "N14",
            "A channel serves a breaker by a number that its bay does not have.",
            "Correct the number at the channel, or that of the bay's breakers in site.yaml.");
    public static final Rule NAMES_ANOTHER_BAY = ALL.warning(
            "names-another-bay",
            "N10",
            "A text of a device names a bay beside its own, or a device there; often it was copied or taken over from that bay and still shows its equipment. Names without a digit, and bare numbers, are not looked for.",
            "Correct the text, or mute the finding where the other bay is meant.");
    public static final Rule FEEDING_WRONG = ALL.error(
            "feeding-wrong",
            "N87",
            "What site.yaml says of a bay's feeding cannot be: a value that is none, or bays that feed each other in a circle.",
            "Correct it as the message says.");
    public static final Rule FAULT_LEVELS_UNLIKELY = ALL.warning(
            "fault-levels-unlikely",
            "N87",
            "For a fault between two phases more current is given than for one of three, or less than 0.7 times as much, where networks give some 0.87 times as much; or for one to earth more than 1.5 times as much; or more behind a bay than behind the one that feeds it.",
            "Look the two up again; they may be exchanged, or of different places.");
    public static final Rule FAULT_NOT_SEEN = ALL.warning(
            "fault-not-seen",
            "N87",
            "No stage of a bay, nor of the bay that feeds it, operates at the greatest fault current that the site gives behind it.",
            "Lower a pick-up, or look the fault current up again.");
    public static final Rule MARGIN_TOO_SHORT = ALL.warning(
            "margin-too-short",
            "N87",
            "A device operates too soon after the one that it feeds, or before it, so that more is switched off than the fault needs.",
            "Raise the time of the feeding device, or lower that of the other, and look at both curves.");
    public static final Rule NOT_GRADED = ALL.note(
            "not-graded",
            "N87",
            "Two bays one behind the other cannot be held against each other.",
            "Give what the message names.");
    public static final Rule RATING_DIFFERS = ALL.warning(
            "rating-differs",
            "N13",
            "A device gives another rating than the plates of the equipment that it protects.",
            "Find out who is right, then settle it by the bay or by the device.",
            Action.SETTLE);
    public static final Rule FREQUENCY_DIFFERS = ALL.warning(
            "frequency-differs",
            "N56",
            "Devices of one site are set to different rated frequencies.",
            "Correct the odd one.");
    public static final Rule REGION_DIFFERS = ALL.warning(
            "region-differs",
            "N195",
            "A device is set to another region than the site lies in.",
            "Set the region of the site.");
    public static final Rule MUTES_NOTHING = ALL.note(
            "mutes-nothing",
            "N147",
            "A finding is muted that is not there: it was mended, its name is misspelt, or it is an error, which nobody can mute.",
            "Unmute it, so that it is seen when it comes again.",
            Action.UNMUTE);

    /** Made when the rules are first asked for. */
    public SiteRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
