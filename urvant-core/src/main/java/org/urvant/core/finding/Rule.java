package org.urvant.core.finding;

import java.util.Optional;
import org.urvant.core.text.Word;

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
            "N38"),
    DANGLING_REFERENCE(
            Severity.ERROR,
            "A mapping leads to a signal or connection that was there once and is gone: a newer file lacks it, or it was removed.",
            "Map another signal in its place, or remove the row; its address stays kept for it.",
            "N09"),
    DUPLICATE_NAME(
            Severity.ERROR,
            "Two signals of one connection have the same name, so people cannot tell them apart.",
            "Rename one of them in the mapping table.",
            "N35"),
    DUPLICATE_IP(
            Severity.ERROR,
            "Two devices have the same IP address; neither can be reached reliably.",
            "Give one of them a free address.",
            "N42"),
    DUPLICATE_MAC(
            Severity.ERROR,
            "Two GOOSE control blocks send to the same multicast address.",
            "Give one of them a free address in 01-0C-CD-01-00-00 to 01-0C-CD-01-01-FF.",
            "N142"),
    DUPLICATE_APPID(
            Severity.ERROR, "Two GOOSE control blocks have the same APPID.", "Give one of them a free APPID.", "N142"),
    DUPLICATE_GOOSE_ID(
            Severity.ERROR,
            "Two GOOSE control blocks have the same identifier, so a subscriber cannot tell them apart.",
            "Give one of them another identifier.",
            "N142"),
    DUPLICATE_STATION_ADDRESS(
            Severity.ERROR,
            "Two stations answer to the same common address.",
            "Give one of them the address of the list that the control centre uses.",
            "N41"),
    SUBNET_DIFFERS(
            Severity.ERROR,
            "Two devices that must talk are in different subnets, and no gateway leads from one to the other.",
            "Correct address or mask, or set network.gateway.",
            "N42"),
    GATEWAY_OUTSIDE(
            Severity.ERROR,
            "The gateway is not in the device's own subnet, so the device cannot reach it.",
            "Give a gateway within the subnet.",
            "N42"),
    FIRMWARE_TOO_OLD(
            Severity.ERROR,
            "A setting is given that the device's firmware does not have yet.",
            "Take the setting out, or plan a newer firmware.",
            "N157"),
    REPORT_INSTANCE_MISSING(
            Severity.ERROR,
            "A client wants an instance of a report control block that the relay does not have.",
            "Choose a lower report-instance.",
            "N53"),
    REPORT_INSTANCE_TAKEN(
            Severity.ERROR,
            "Two clients use the same instance of a report control block; only one of them gets reports.",
            "Give each client an instance of its own with report-instance.",
            "N53"),
    GOOSE_NO_PUBLISHER(
            Severity.ERROR,
            "A relay waits for a GOOSE message that the named relay does not send.",
            "Correct the input, or let the other relay publish it.",
            "N141"),
    ELEMENT_INCOMPLETE(
            Severity.ERROR,
            "An element of an SCL file lacks the attribute that identifies it, so nothing can refer to it.",
            "Give it in the tool that made the file, and export again.",
            "N19"),
    DUPLICATE_ELEMENT(
            Severity.ERROR,
            "Two elements of an SCL file have the same name where it must be unique; a reference to it is ambiguous.",
            "Rename one of them in the tool that made the file.",
            "N19"),
    TYPE_MISSING(
            Severity.ERROR,
            "An SCL file refers to a type that its templates do not define, so the data below it are not known.",
            "Export the file again with its data type templates, or correct the reference.",
            "N19"),
    TYPE_CIRCLE(
            Severity.ERROR,
            "A data type of an SCL file contains itself, so it has no end.",
            "Correct the type in the tool that made the file.",
            "N19"),
    CLASS_DIFFERS(
            Severity.ERROR,
            "A logical node has another class than the type that it refers to.",
            "Refer to a type of the node's own class.",
            "N19"),
    DATASET_MISSING(
            Severity.ERROR,
            "A control block sends a dataset that its logical node does not have.",
            "Correct the name, or define the dataset beside the block.",
            "N53"),
    MEMBER_MISSING(
            Severity.ERROR,
            "A dataset lists data that the IED does not have, so the dataset cannot be made.",
            "Correct the member, or take it out and raise the revision of the blocks that send the dataset.",
            "N53"),
    DATASET_TOO_LARGE(
            Severity.ERROR,
            "A dataset is larger than one message can be, or than the IED says it can hold.",
            "Split the dataset over two control blocks.",
            "N53"),
    SOURCE_DATA_MISSING(
            Severity.ERROR,
            "An input takes data that its sender does not have, or that the named control block does not carry.",
            "Correct the input, or add the data to the dataset that the sender sends.",
            "N141"),
    ACCESS_POINT_MISSING(
            Severity.ERROR,
            "The network section of an SCL file connects an IED or access point that is not in the file.",
            "Correct the name, or take the entry out.",
            "N41"),
    ADDRESS_OUT_OF_RANGE(
            Severity.ERROR,
            "An address of the network section is not of its form or outside the range that the standard gives it.",
            "Give an address in the range that the message names.",
            "N142"),
    GOOSE_TYPE_DIFFERS(
            Severity.ERROR,
            "An input expects another type of data than its sender sends.",
            "Bind the input to data of the type that it expects.",
            "N141"),
    GOOSE_REVISION_DIFFERS(
            Severity.ERROR,
            "The file of a subscriber holds another revision of a GOOSE control block than the sender's own file, so the"
                    + " subscriber will refuse the message.",
            "Import the newest file of the sender into the subscriber's tool, and export it again.",
            "N141"),
    WRONG_DEVICE(
            Severity.ERROR,
            "Who answers on the link is not the device that the project means: another type or another name.",
            "Check the link address; read the plate of the device.",
            "N157"),
    PRIMARY_BELOW_SECONDARY(
            Severity.ERROR,
            "An instrument transformer has a primary value below its secondary value, or a value of zero.",
            "Exchange the two, or correct them from the plate.",
            "N61"),
    RANGE_REVERSED(
            Severity.ERROR,
            "The lower end of a range is not below its upper end.",
            "Exchange the two ends, or correct one.",
            "N68"),
    FUNCTION_INPUT_MISSING(
            Severity.ERROR,
            "A function is on, but an input without which it cannot work has no source.",
            "Give the input a source, or switch the function off.",
            "N88"),
    DUPLICATE_BUS_ADDRESS(
            Severity.ERROR, "Two members of one bus have the same address.", "Give one of them a free address.", "N41"),
    DUPLICATE_VALUE(
            Severity.ERROR,
            "Two rows or channels have the same value where each needs its own.",
            "Change one of them.",
            "N39"),
    PHONE_WITHOUT_COUNTRY_CODE(
            Severity.ERROR,
            "A telephone number has no country code, so a device abroad or roaming dials somebody else.",
            "Write it with + and the country code.",
            "N112"),
    LINK_CANNOT_CARRY(
            Severity.ERROR,
            "An alarm is to go out by text or call over a link that carries data only.",
            "Choose another way for the alarm, or another subscription for the link.",
            "N48"),
    LISTEN_ONLY_PUBLISHES(
            Severity.ERROR,
            "Something is to be sent on a bus on which the device only listens.",
            "Switch listening only off, or do not send.",
            "N46"),
    PROTOCOL_NOT_ON_PORT(
            Severity.ERROR,
            "A connection uses a port that does not speak its protocol.",
            "Choose one of the ports that the message names.",
            "N24"),
    LICENCE_MISSING(
            Severity.ERROR,
            "Something is used that the device is not licensed for.",
            "Order the licence and list it, or take out what needs it.",
            "N16"),
    HARDWARE_DIFFERS(
            Severity.ERROR,
            "What is fitted is not what the ordering code, the other values or the device itself say.",
            "Correct the modules, the code or the device.",
            "N04"),
    MODULE_NOT_FITTING(
            Severity.ERROR,
            "A module does not exist, or does not fit its slot or the device.",
            "Choose a module and a slot that the message names.",
            "N11"),
    ORDER_CODE_WRONG(
            Severity.ERROR,
            "An ordering code has letters that do not exist or do not go together.",
            "Copy it from the plate again.",
            "N04"),
    CHANNEL_CANNOT_CARRY(
            Severity.ERROR,
            "A channel is to carry what its hardware cannot.",
            "Choose what the message names, or another channel.",
            "N72"),
    SUB_BUS_OVER_LIMIT(
            Severity.ERROR,
            "A bus below the device has more members, or more load, than it bears.",
            "Take members out, or feed some from elsewhere.",
            "N47"),
    BUS_SETTINGS_DIFFER(
            Severity.ERROR,
            "Members of one bus differ in bit rate or framing, so they cannot hear each other.",
            "Give all members of the bus the same.",
            "N45"),
    CLOCK_OWNERS(
            Severity.ERROR,
            "Two parties set the clock of a device, or the one that is to set it does not.",
            "Name exactly one.",
            "N98"),
    TWINS_DIFFER(
            Severity.ERROR,
            "The two devices of a redundant pair differ in more than their identity.",
            "Make them alike with 'urvant set' on both, or take the twin out.",
            "N17"),
    SAME_INPUT_TWICE(
            Severity.ERROR,
            "One input does two things that exclude each other.",
            "Give one of them another input.",
            "N126"),
    DIAL_ONLY_DEVICE(
            Severity.ERROR,
            "A download is planned to a device that can be set by its dials and switches only.",
            "Print the sheet with 'urvant selectors' and set it by hand.",
            "N90"),
    RULE_BROKEN(
            Severity.ERROR,
            "A rule of the device type does not hold.",
            "Mend it as the message says; 'urvant explain TYPE RULE' shows the rule.",
            "N71"),
    SIGNAL_NOT_REPORTED(
            Severity.WARNING,
            "A mapped signal is in no dataset of a report control block; it can only be polled.",
            "Add it to a dataset in the relay's file, or leave it out.",
            "N53"),
    GOOSE_UNSUBSCRIBED(
            Severity.WARNING,
            "A relay sends a GOOSE message that no relay of the project takes.",
            "Subscribe to it, remove it, or mute the finding with the reason.",
            "N143"),
    NOBODY_POLLS(
            Severity.WARNING,
            "A relay was imported, but no device of the project asks it for anything.",
            "Connect a device to it with 'urvant connect'.",
            "N191"),
    NAME_NOT_ALLOWED(
            Severity.WARNING,
            "A name of an SCL file is longer, or has other characters, than its edition of the standard allows.",
            "Shorten it to letters, digits and underscores within the length that the message names.",
            "N35"),
    OBJECT_MISSING(
            Severity.WARNING,
            "A logical node type lacks data objects that the standard asks of its class.",
            "Ask the maker; what rests on these objects will not work.",
            "N19"),
    INSTANCE_UNKNOWN(
            Severity.WARNING,
            "A logical node gives a value or description for data that its type does not have.",
            "Take it out, or correct the name; it has no effect.",
            "N19"),
    VALUE_NOT_OF_TYPE(
            Severity.WARNING,
            "A value of an SCL file does not fit its basic type or enumeration.",
            "Correct the value in the tool that made the file.",
            "N19"),
    GROUP_OUT_OF_RANGE(
            Severity.WARNING,
            "A value is for a setting group that the logical device does not have.",
            "Correct the group, or raise the number of groups.",
            "N82"),
    NOT_IN_STANDARD(
            Severity.WARNING,
            "A functional constraint, basic type or service is none that the standard knows.",
            "Correct it in the tool that made the file; signals of it cannot be mapped.",
            "N19"),
    SERVICE_LIMIT_EXCEEDED(
            Severity.WARNING,
            "An IED has more control blocks or datasets than it says it can hold.",
            "Take some out, or ask the maker for the true limit.",
            "N53"),
    REPORT_CLIENTS_EXCEEDED(
            Severity.WARNING,
            "More clients are kept for a report control block than it has instances.",
            "Raise the number of instances, or take a client out.",
            "N53"),
    DUPLICATE_REPORT_ID(
            Severity.WARNING,
            "Two report control blocks of an IED have the same identifier, so a client cannot tell their reports apart.",
            "Give one of them another identifier.",
            "N53"),
    INTEGRITY_NOT_TRIGGERED(
            Severity.WARNING,
            "A report control block has an integrity period but is not triggered by it, so no such report is sent.",
            "Set the trigger 'period', or the period to 0.",
            "N53"),
    BLOCK_WITHOUT_ADDRESS(
            Severity.WARNING,
            "A GOOSE or sampled-value control block has no address in the network section, so it cannot send.",
            "Give it an address under the IED's connected access point.",
            "N142"),
    ADDRESS_WITHOUT_BLOCK(
            Severity.WARNING,
            "The network section has an address for a control block that does not exist.",
            "Correct logical device and block, or take the address out.",
            "N142"),
    GOOSE_TIMES(
            Severity.WARNING,
            "The shortest time between repetitions of a GOOSE message is above the longest.",
            "Exchange the two, or correct one.",
            "N142"),
    DUPLICATE_STREAM_ID(
            Severity.WARNING,
            "Two sampled-value streams have the same identifier.",
            "Give one of them another identifier.",
            "N142"),
    RECEIVER_MISSING(
            Severity.WARNING,
            "A control block names a receiver or client that is not in the file.",
            "Correct the name, or take it out.",
            "N143"),
    SENDER_ABSENT(
            Severity.WARNING,
            "A relay takes data from an IED that is not there, so whether it gets them cannot be checked.",
            "Import the file of the sender, or correct the input.",
            "N141"),
    PLACE_NODE_MISSING(
            Severity.WARNING,
            "The site section names a logical node that is not in the file.",
            "Correct the node, or leave it without IED until one is chosen.",
            "N54"),
    TERMINAL_UNCONNECTED(
            Severity.WARNING,
            "A terminal leads to a connectivity node that is not in the file.",
            "Correct the path of the connectivity node.",
            "N54"),
    FILE_KIND_DIFFERS(
            Severity.WARNING,
            "A file's name says another kind of SCL file than its content is.",
            "Rename the file, or ask for the right one.",
            "N19"),
    REVISION_NOT_RAISED(
            Severity.WARNING,
            "A dataset changed, but the revision of a control block that sends it did not: receivers will misread it.",
            "Raise the revision in the tool that made the file, and give every receiver the new file.",
            "N21"),
    SIGNAL_WITHOUT_PLACE(
            Severity.WARNING,
            "The site's structure is known, but not where in it a mapped signal belongs.",
            "Add its logical node to a bay in the substation section, or give the place in the mapping table.",
            "N54"),
    POINT_DISABLED(
            Severity.WARNING,
            "A signal is mapped but switched off. Commands arrive switched off and are switched on knowingly.",
            "Switch it on with 'urvant enable', or remove the row.",
            "N136"),
    ADVICE_NOT_FOLLOWED(
            Severity.WARNING,
            "What the maker advises for a device type is not followed.",
            "Mend it as the message says, or mute it with the reason.",
            "N71"),
    UNUSED_SERVICE_OPEN(
            Severity.WARNING,
            "A service is open that no connection of the device uses.",
            "Switch it off, or make the connection.",
            "N44"),
    CHANNEL_UNMAPPED(
            Severity.WARNING,
            "A channel is neither used nor marked as unused on purpose; it may have been forgotten.",
            "Use it, or say that it is unused.",
            "N73"),
    ALARM_WITHOUT_RECIPIENT(
            Severity.WARNING,
            "An alarm is told to nobody.",
            "Name a recipient, or mute the finding with the reason.",
            "N111"),
    RECIPIENT_WITHOUT_ALARM(
            Severity.WARNING, "A recipient is told of nothing.", "Give it an alarm, or take it out.", "N111"),
    TEXT_TOO_LONG(
            Severity.WARNING,
            "A text is longer than one message or one line of the display holds.",
            "Shorten it.",
            "N106"),
    HOLD_LONGER_THAN_PULSE(
            Severity.WARNING,
            "An input must be stable for longer than its pulses last, so they are never seen.",
            "Shorten the hold time.",
            "N105"),
    RECORDER_FULL_BEFORE_VISIT(
            Severity.WARNING,
            "The store of a recorder is full before somebody comes to empty it.",
            "Store less often, or fewer channels.",
            "N101"),
    RECORD_LENGTH_DOES_NOT_FIT(
            Severity.WARNING,
            "The memory does not hold as many records of that length as wished.",
            "Keep fewer records, or shorter ones, or sample slower.",
            "N100"),
    GROUPS_IDENTICAL(
            Severity.WARNING,
            "Two setting groups hold the same values, so switching between them does nothing.",
            "Set what is to differ, or take one out.",
            "N85"),
    ALARMS_BUT_DOES_NOT_TRIP(
            Severity.WARNING,
            "A function that is vital for the plant only alarms.",
            "Let it trip, or mute the finding with the reason.",
            "N92"),
    SUPERVISION_OFF(
            Severity.WARNING,
            "A supervision of the measurement is off, so a fault in it goes unseen.",
            "Switch it on.",
            "N82"),
    MEAN_LIMIT_ORDER(
            Severity.WARNING,
            "The limit of the short-term mean is below that of the long one.",
            "Exchange the two, or correct one.",
            "N110"),
    LATCH_WITHOUT_RESET(
            Severity.WARNING,
            "Something stays until it is reset, but nothing resets it.",
            "Name what resets it, or let it follow its signal.",
            "N95"),
    DRIVES_NOTHING(
            Severity.WARNING,
            "A function, input or output is set up, but nothing follows from it.",
            "Assign it, or take it out.",
            "N93"),
    SELECTOR_SHEET_NOT_TICKED(
            Severity.WARNING,
            "Dials or switches must agree with the settings, and nobody has confirmed that they do.",
            "Set them by the sheet of 'urvant selectors' and tick it.",
            "N67"),
    FIXED_OFFSET_WITHOUT_DAYLIGHT_SAVING(
            Severity.WARNING,
            "The time zone is a fixed offset, so the clock does not follow daylight saving.",
            "Name the zone by its place, such as Europe/Oslo.",
            "N99"),
    MARKED_BUT_POLICY_OFF(
            Severity.WARNING,
            "Settings are marked to go out, but the device's policy sends nothing.",
            "Change the policy, or take the mark away.",
            "N178"),
    EQUALS_EXAMPLE(
            Severity.WARNING,
            "A device still has all values of a prepared example.",
            "Look through the values, and set those of this plant.",
            "N30"),
    FREQUENCY_DIFFERS(
            Severity.WARNING,
            "Devices of one site are set to different rated frequencies.",
            "Correct the odd one.",
            "N56"),
    REGION_DIFFERS(
            Severity.WARNING,
            "A device is set to another region than the site lies in.",
            "Set the region of the site.",
            "N195"),
    CLEAR_TEXT_SERVICE(
            Severity.WARNING,
            "A service is open that sends in clear text or that others could misuse.",
            "Switch it off where it is not needed.",
            "N44"),
    NO_BACKUP_CLOCK(
            Severity.WARNING,
            "The device has no second source of time for when the first one fails.",
            "Set clock.backup.",
            "N97"),
    DEFAULT_PASSWORD(
            Severity.WARNING,
            "The device still takes the password that it left the factory with.",
            "Change the password on the device, then connect again.",
            "N154"),
    CAPACITY_NEAR_LIMIT(
            Severity.WARNING,
            "More than nine tenths of what the device can hold is used.",
            "Plan for a second device, or leave out what is not needed.",
            "N31"),
    EDITED_AFTER_SIGN_OFF(
            Severity.WARNING,
            "The device was signed off, and its configuration has changed since.",
            "Download, check, and sign off again.",
            "N184"),
    RESTART_NEEDED(
            Severity.WARNING,
            "A download changes settings that make the device restart; its functions pause meanwhile.",
            "Choose a time at which the device may be out of service.",
            "N58"),
    SIGN_OFF_LOST(
            Severity.WARNING,
            "A download changes what was signed off; the sign-off no longer holds.",
            "Check the device after the download, and sign off again.",
            "N187"),
    INPUT_NOT_BOUND(
            Severity.NOTE,
            "A relay has an input that is prepared but takes no data yet.",
            "Bind it in the station's engineering tool when the function is wanted.",
            "N141"),
    TYPE_UNUSED(
            Severity.NOTE,
            "A type is defined that nothing in the file uses.",
            "Nothing need be done; the file could be smaller.",
            "N19"),
    NAME_SHORTENED(
            Severity.NOTE,
            "A signal's name was shortened to what the device can hold.",
            "Give a better short name in the mapping table, if there is one.",
            "N35"),
    LEFT_AT_DEFAULT(
            Severity.NOTE,
            "Settings of the device are at their defaults; nobody has confirmed them.",
            "Look through them with 'urvant show'.",
            "N02"),
    VALUE_NOT_USED(
            Severity.NOTE,
            "A value is given for a setting that does not apply, so nothing follows from it.",
            "Take it out, or change what makes the setting idle.",
            "N71"),
    MODULE_UNUSED(
            Severity.NOTE, "A module is fitted, but none of its channels is used.", "Use it, or leave it out.", "N11"),
    SAME_COLOUR(Severity.NOTE, "Two channels are drawn in the same colour.", "Choose another colour for one.", "N77"),
    ORIGIN_UNKNOWN(
            Severity.NOTE, "Nothing says where a device in the project came from.", "Add 'origin' to its file.", "N03"),
    READ_BACK_GAP(
            Severity.NOTE,
            "Some values cannot be read back from the device, so a comparison does not cover them.",
            "Check them on the device itself.",
            "N177");

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
        return Word.of(this);
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
        return Word.find(Rule.class, id);
    }
}
