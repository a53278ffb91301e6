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
    WRONG_DEVICE(
            Severity.ERROR,
            "Who answers on the link is not the device that the project means: another type or another name.",
            "Check the link address; read the plate of the device.",
            "N157"),
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
    POINT_DISABLED(
            Severity.WARNING,
            "A signal is mapped but switched off. Commands arrive switched off and are switched on knowingly.",
            "Switch it on with 'urvant enable', or remove the row.",
            "N136"),
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
    NAME_SHORTENED(
            Severity.NOTE,
            "A signal's name was shortened to what the device can hold.",
            "Give a better short name in the mapping table, if there is one.",
            "N35"),
    LEFT_AT_DEFAULT(
            Severity.NOTE,
            "Settings of the device are at their defaults; nobody has confirmed them.",
            "Look through them with 'urvant show'.",
            "N02");

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
