package org.urvant.project.mapping;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;
import org.urvant.core.finding.Step.Action;

/** Rules about mapping rows, points and reports. */
public final class MappingRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule POINT_DUPLICATE = ALL.error(
            "point-duplicate",
            "N124",
            "Two mappings lead to one address of a connection; the receiver could not tell them apart.",
            "Give one of them another address; mapping it anew proposes the first free one.",
            Action.MAP);
    public static final Rule POINT_FED_TWICE = ALL.warning(
            "point-fed-twice",
            "N127",
            "Two rows write to one point of another station, so the last one wins.",
            "Remove one of the rows, or calculate one value from both sources.");
    public static final Rule UNIT_CHAIN_DIFFERS = ALL.error(
            "unit-chain-differs",
            "N122",
            "A value goes to a point of a list whose unit measures something else, or is not known, so it cannot be converted on its way.",
            "Correct the unit in one of the lists, or choose another point.");
    public static final Rule ADDRESS_TAKEN = ALL.error(
            "address-taken",
            "N34",
            "An address that was once given to one signal is used for another. A receiver that still knows the old meaning would read the new signal as the old one.",
            "Take an address that was never given; mapping it anew proposes the first free one.",
            Action.MAP);
    public static final Rule POINT_NOT_FITTING = ALL.error(
            "point-not-fitting",
            "N25",
            "A signal cannot be carried by the type of point that it is mapped to.",
            "Map it to a type that the message names.");
    public static final Rule DANGLING_REFERENCE = ALL.error(
            "dangling-reference",
            "N09",
            "A mapping leads to a signal or connection that was there once and is gone: a newer file lacks it, or it was removed.",
            "Map another signal in its place, or remove the row; its address stays kept for it.");
    public static final Rule MAPPING_KEY_ALTERED = ALL.error(
            "mapping-key-altered",
            "N28",
            "The key of a mapping row is not the one that was made for its signal and receiver. Keys tell rows apart when tables are merged and compared, so the row would count as another one.",
            "Put back the key that the message names.");
    public static final Rule REPORT_INSTANCE_MISSING = ALL.error(
            "report-instance-missing",
            "N53",
            "A client wants an instance of a report control block that the relay does not have.",
            "Choose a lower report-instance.");
    public static final Rule REPORT_INSTANCE_TAKEN = ALL.error(
            "report-instance-taken",
            "N53",
            "Two clients use the same instance of a report control block; only one of them gets reports.",
            "Give each client an instance of its own with report-instance.");
    public static final Rule SIGNAL_NOT_REPORTED = ALL.warning(
            "signal-not-reported",
            "N53",
            "A mapped signal is in no dataset of a report control block; it can only be polled.",
            "Add it to a dataset in the relay's file, or leave it out.");
    public static final Rule TRANSFORM_WRONG = ALL.error(
            "transform-wrong",
            "N121",
            "How the value of a row is calculated is not an expression of Structured Text over its sources.",
            "Correct it in the column 'transform'; x is the source, x1 and x2 are the first and second of several.");
    public static final Rule TREATMENT_NOT_FITTING = ALL.error(
            "treatment-not-fitting",
            "N122",
            "A row scales, limits or holds back a value that cannot be treated so: a state has no factor, limits or dead band, a number no delay, and commands are passed on as they are.",
            "Empty the columns that do not belong to such a value.");
    public static final Rule IDENTIFIER_WRONG = ALL.error(
            "identifier-wrong",
            "N121",
            "The name of a row in programs is none, or two rows of the device share it; case does not count.",
            "Begin it with a letter, go on with letters, digits and _, and give each row one of its own.");
    public static final Rule PROGRAM_GIVES_NOTHING = ALL.warning(
            "program-gives-nothing",
            "N121",
            "A row passes on what a program writes under its identifier, and no program does; the receiver gets nothing.",
            "Write it in a program of the device, or switch the row off.");
    public static final Rule RESULT_RANGE_UNKNOWN = ALL.warning(
            "result-range-unknown",
            "N123",
            "A value goes to a point that holds a range only, and it is not known that it stays within. Beyond it the receiver gets a value marked as overflowed, or a wrong one.",
            "Limit it with LIMIT(least, x, most), or choose a point that holds every number.");
    public static final Rule COMMAND_BEYOND = ALL.note(
            "command-beyond",
            "N123",
            "The other side can command numbers that the receiver does not take; what is beyond is refused or cut there.",
            "Tell the other side the range, or choose a point that holds no more.");
    public static final Rule SELECT_DIFFERS = ALL.warning(
            "select-differs",
            "N127",
            "A command is selected before it is operated on one side of the device, and operated at once on the other. What selection guards against then happens between the two.",
            "Write the point with or without 'select', as the control model of the receiver has it.");
    public static final Rule ROWS_IN_CIRCLE = ALL.warning(
            "rows-in-circle",
            "N127",
            "Rows pass a value on from point to point, through programs of the device too, until it comes back to where it began, so one change can run round without end.",
            "Switch off or remove one of the rows, or give one a dead band or delay.");
    public static final Rule MAPPED_TWICE = ALL.note(
            "mapped-twice",
            "N127",
            "Two rows give one receiver the same value at two points.",
            "Take one of them out, or leave both if the receiver wants it so.");
    public static final Rule RESULT_ROUNDED = ALL.note(
            "result-rounded",
            "N123",
            "A value has fractions and goes to a point that holds whole numbers, or it has more digits than the point holds.",
            "Multiply it first, or choose a point that holds what it has.");
    public static final Rule QUALITY_NOT_CARRIED = ALL.note(
            "quality-not-carried",
            "N127",
            "Values go to points that do not carry their quality: those of a protocol that has none, or of a type without it. A value that is invalid or old looks there like a good one.",
            "Map to points of their own whether they are good, or take a type or a protocol that carries quality.");
    public static final Rule NOBODY_POLLS = ALL.warning(
            "nobody-polls",
            "N191",
            "A relay or a list of points was imported, or a device has registers on a bus, but no device of the project asks it for anything.",
            "Connect a device to it, or map its points.",
            Action.CONNECT);
    public static final Rule SIGNAL_WITHOUT_PLACE = ALL.warning(
            "signal-without-place",
            "N54",
            "The site's structure is known, but not where in it a mapped signal belongs.",
            "Add its logical node to a bay in the substation section, or give the place in the mapping table.");
    public static final Rule POINT_DISABLED = ALL.warning(
            "point-disabled",
            "N136",
            "A signal is mapped but switched off. Commands arrive switched off and are switched on knowingly.",
            "Switch it on, or remove the row.",
            Action.ENABLE);
    public static final Rule ROW_NOT_WRITTEN = ALL.warning(
            "row-not-written",
            "N128",
            "A row that writes is switched on, and its connection is set to write nothing: what is commanded never goes out.",
            "Let the connection write what is enabled, or switch the row off.",
            Action.SET);
    public static final Rule CAPACITY_NEAR_LIMIT = ALL.warning(
            "capacity-near-limit",
            "N31",
            "More than nine tenths of what the device can hold is used.",
            "Plan for a second device, or leave out what is not needed.");
    public static final Rule NAME_SHORTENED = ALL.note(
            "name-shortened",
            "N35",
            "A signal's name was shortened to what the device can hold.",
            "Give a better short name in the mapping table, if there is one.");
    public static final Rule PLACE_UNKNOWN = ALL.warning(
            "place-unknown",
            "N54",
            "The place of a row is not in the site that the imported files describe.",
            "Correct it in the column 'place' of the mappings, or take it out: it follows from the file then.");
    public static final Rule PLACE_DIFFERS = ALL.warning(
            "place-differs",
            "N54",
            "The place of a row is another one than that at which the site has the node that sends the signal.",
            "Correct it in the column 'place' of the mappings, or take it out: it follows from the file then.");
    public static final Rule PLACE_INFERRED = ALL.note(
            "place-inferred",
            "N54",
            "The place of a mapped signal was inferred from other nodes of its IED, for the site section does not name its own.",
            "Check that it belongs there, and give the place in the site section or in the mapping table.");

    /** Made when the rules are first asked for. */
    public MappingRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
