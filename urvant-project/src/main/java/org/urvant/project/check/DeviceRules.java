package org.urvant.project.check;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;
import org.urvant.core.finding.Step.Action;

/** Rules about one device: its make-up, channels, functions, services. */
public final class DeviceRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule FIRMWARE_TOO_OLD = ALL.error(
            "firmware-too-old",
            "N157",
            "A setting is given that the device's firmware does not have yet.",
            "Take the setting out, or plan a newer firmware.");
    public static final Rule RANGE_BEYOND_SENSOR = ALL.error(
            "range-beyond-sensor",
            "N69",
            "A channel is scaled beyond what its sensor can measure, or is shown in a unit that the sensor does not have.",
            "Choose another sensor, or a range within it.");
    public static final Rule SIGNAL_SENT_TWICE = ALL.error(
            "signal-sent-twice",
            "N27",
            "Two channels are sent as one signal of a bus, so its receivers get now the one and now the other.",
            "Send each as a signal of its own.");
    public static final Rule OWN_SIGNAL_FOLLOWED = ALL.warning(
            "own-signal-followed",
            "N120",
            "An output follows a signal of a bus that the device itself sends; it gets what it measures, and nothing from elsewhere.",
            "Name the signal that comes from elsewhere.");
    public static final Rule FRAME_OF_TWO = ALL.warning(
            "frame-of-two",
            "N27",
            "A device sends signals in a frame in which others come from elsewhere. Two devices that send one identifier disturb each other.",
            "Correct the identifier of one of them.");
    public static final Rule BEYOND_BITS = ALL.warning(
            "beyond-bits",
            "N27",
            "The ends of a value lie beyond what its bits can carry with its factor and offset, so it never gets there.",
            "Correct the ends, the length, the factor or the sign.");
    public static final Rule CHANNELS_UNLIKE = ALL.warning(
            "channels-unlike",
            "N62",
            "Channels that are measured or added together differ in what they should be alike in, such as the ratio of their transformers.",
            "Correct one of them, or name others.");
    public static final Rule ZONE_NEVER_FIRST = ALL.warning(
            "zone-never-first",
            "N88",
            "A zone of distance protection lies within another one that is not slower, so by its own time it never trips first.",
            "Correct the reach or the delay of one of the two, or switch the one off.");
    public static final Rule HARDWARE_UNKNOWN = ALL.warning(
            "hardware-unknown",
            "N01",
            "The firmware needs a hardware version at least, and nothing says which one the device has.",
            "Look at the plate, and give it as 'hardware' in the device's file, or by its ordering code.");
    public static final Rule STAGE_WITHOUT_COURSE = ALL.error(
            "stage-without-course",
            "N87",
            "The values of a stage make no course of time over current, such as one through points of which fewer than two are given, so it never operates.",
            "Correct the values that the message names, or switch the stage off.");
    public static final Rule STAGE_WITHOUT_EFFECT = ALL.warning(
            "stage-without-effect",
            "N87",
            "A stage never operates first: wherever it operates, another one that sees the same faults is at least as fast.",
            "Correct the pick-up or the time of one of them, or take the stage out.");
    public static final Rule COURSE_RISES = ALL.warning(
            "course-rises",
            "N87",
            "A stage takes longer at a greater current.",
            "Correct the points of its course; two may be exchanged.");
    public static final Rule BITS_OVERLAP = ALL.error(
            "bits-overlap",
            "N70",
            "Two values share bits of one frame, so one spoils the other.",
            "Correct the first bit or the length of one.");
    public static final Rule FUNCTION_INPUT_MISSING = ALL.error(
            "function-input-missing",
            "N88",
            "A function is on, but an input without which it cannot work has no source.",
            "Give the input a source, or switch the function off.");
    public static final Rule FUNCTION_INPUT_INCOMPLETE = ALL.warning(
            "function-input-incomplete",
            "N88",
            "A function is on and has a part of its inputs only: of three phases, say, it sees two, and a fault in the third may pass it.",
            "Say what the other channels carry, or make sure that the function is meant to work with what it has.");
    public static final Rule TRIPS_NO_OUTPUT = ALL.error(
            "trips-no-output",
            "N92",
            "A function trips, and no output that is used follows it.",
            "Assign it an output that is wired, or let it not trip.");
    public static final Rule ASSIGNED_FUNCTION_OFF = ALL.warning(
            "assigned-function-off",
            "N09",
            "An output or a lamp follows a function that is off or was taken out, so it never comes.",
            "Take the assignment out, or switch the function on.");
    public static final Rule ACTIVE_GROUP_EMPTY = ALL.error(
            "active-group-empty",
            "N85",
            "The setting group that is active after a start was never set up.",
            "Set the group up, or activate another one.");
    public static final Rule THRESHOLD_ABOVE_SUPPLY = ALL.error(
            "threshold-above-supply",
            "N81",
            "A binary input picks up at more than it is fed with, so it never does.",
            "Set the threshold between 60 and 80 % of the supply.");
    public static final Rule PROTOCOL_NOT_ON_PORT = ALL.error(
            "protocol-not-on-port",
            "N24",
            "A connection uses a port that does not speak its protocol.",
            "Choose one of the ports that the message names.");
    public static final Rule PORT_TAKEN_TWICE = ALL.error(
            "port-taken-twice",
            "N24",
            "One port of a device serves two: a serial port different buses, or both ends of one; a TCP port two protocols or services.",
            "Give one of them another port.");
    public static final Rule LICENCE_MISSING = ALL.error(
            "licence-missing",
            "N16",
            "Something is used that the device is not licensed for.",
            "Order the licence and list it, or take out what needs it.");
    public static final Rule HARDWARE_DIFFERS = ALL.error(
            "hardware-differs",
            "N04",
            "Modules, firmware or hardware revision are not what the ordering code, the other values or the device itself say.",
            "Correct the project or the device, or take over what the device has.",
            Action.TAKE_AS_BUILT);
    public static final Rule MODULE_NOT_FITTING = ALL.error(
            "module-not-fitting",
            "N11",
            "A module does not exist, or does not fit its slot or the device.",
            "Choose a module and a slot that the message names.");
    public static final Rule ORDER_CODE_WRONG = ALL.error(
            "order-code-wrong",
            "N04",
            "An ordering code has letters that do not exist or do not go together.",
            "Copy it from the plate again.");
    public static final Rule CHANNEL_CANNOT_CARRY = ALL.error(
            "channel-cannot-carry",
            "N72",
            "A channel is to carry what its hardware cannot.",
            "Choose what the message names, or another channel.");
    public static final Rule SUB_BUS_OVER_LIMIT = ALL.error(
            "sub-bus-over-limit",
            "N47",
            "A bus below the device has more members, or more load, than it bears.",
            "Take members out, or feed some from elsewhere.");
    public static final Rule CLOCK_OWNERS = ALL.error(
            "clock-owners",
            "N98",
            "Two parties set the clock of a device, or the one that is to set it does not.",
            "Name exactly one.");
    public static final Rule UNUSED_SERVICE_OPEN = ALL.warning(
            "unused-service-open",
            "N44",
            "A service is open that no connection of the device uses.",
            "Switch it off, or make the connection.");
    public static final Rule CHANNEL_UNMAPPED = ALL.warning(
            "channel-unmapped",
            "N73",
            "A channel is neither used nor marked as unused on purpose; it may have been forgotten.",
            "Use it, or say that it is unused.");
    public static final Rule CHANNEL_OUT_OF_SERVICE = ALL.warning(
            "channel-out-of-service",
            "N84",
            "A channel was taken out of service; nothing that it measures raises an alarm or counts, and it may have been forgotten.",
            "Take the reason out once the channel is in service again.");
    public static final Rule GROUPS_IDENTICAL = ALL.warning(
            "groups-identical",
            "N85",
            "Two setting groups hold the same values, so switching between them does nothing.",
            "Set what is to differ, or take one out.");
    public static final Rule ACTIVE_GROUP_NOT_SET_UP = ALL.error(
            "active-group-not-set-up",
            "N85",
            "The setting group that is in use after a start holds no values of its own, while another one does.",
            "Set it up, or choose the one that is.");
    public static final Rule GROUP_SOURCES_CLASH = ALL.warning(
            "group-sources-clash",
            "N85",
            "Something switches setting groups that is not the one source which may.",
            "Let one source switch them.");
    public static final Rule SELECTOR_STANDS_WRONG = ALL.warning(
            "selector-stands-wrong",
            "N67",
            "A setting was changed after its dial or switch was confirmed at another position.",
            "Set the dial or switch, and tick it again.");
    public static final Rule SELECTOR_SHEET_NOT_TICKED = ALL.warning(
            "selector-sheet-not-ticked",
            "N67",
            "Dials or switches must agree with the settings, and nobody has confirmed that they do.",
            "Set them by the sheet, and tick it.",
            Action.SELECTORS);
    public static final Rule FIXED_OFFSET_WITHOUT_DAYLIGHT_SAVING = ALL.warning(
            "fixed-offset-without-daylight-saving",
            "N99",
            "The time zone is a fixed offset, so the clock does not follow daylight saving.",
            "Name the zone by its place, such as Europe/Oslo.");
    public static final Rule EQUALS_EXAMPLE = ALL.warning(
            "equals-example",
            "N30",
            "A device still has all values of a prepared example.",
            "Look through the values, and set those of this plant.");
    public static final Rule CLEAR_TEXT_SERVICE = ALL.warning(
            "clear-text-service",
            "N44",
            "A service is open that sends in clear text or that others could misuse.",
            "Switch it off where it is not needed.");
    public static final Rule NO_BACKUP_CLOCK = ALL.warning(
            "no-backup-clock",
            "N97",
            "The device has no second source of time for when the first one fails.",
            "Set clock.backup.");
    public static final Rule MODULE_UNUSED = ALL.note(
            "module-unused",
            "N11",
            "A module is fitted, but none of its channels is used.",
            "Use it, or leave it out.");
    public static final Rule ROW_NAME_WRONG = ALL.error(
            "row-name-wrong",
            "N39",
            "A row of a table has a name that references cannot write, or one that programs cannot tell from that of another row; case, and a hyphen against a line, do not count there.",
            "Give the row a name of its own, of letters, digits, _ and -.");
    public static final Rule NAMED_TWICE = ALL.warning(
            "named-twice",
            "N39",
            "A list of names has one of them twice, as in a sum that adds one channel twice, where another was meant.",
            "Correct one of the two, or take it out.");
    public static final Rule NUMBER_TWICE = ALL.warning(
            "number-twice",
            "N112",
            "Two rows of people have one telephone number: who answers there is told twice, or may do what one row forbids.",
            "Correct one of the numbers, or take one row out.");
    public static final Rule SAME_NAME = ALL.warning(
            "same-name",
            "N77",
            "Two channels of one kind show the same name, so nobody can tell them apart in messages, lists and displays.",
            "Give each a name of its own.");
    public static final Rule ORIGIN_UNKNOWN = ALL.note(
            "origin-unknown",
            "N03",
            "Nothing says where a device in the project came from.",
            "Add 'origin' to its file.");
    public static final Rule READ_BACK_GAP = ALL.note(
            "read-back-gap",
            "N177",
            "Some values cannot be read back from the device, so a comparison does not cover them.",
            "Check them on the device itself.");

    /** Made when the rules are first asked for. */
    public DeviceRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
