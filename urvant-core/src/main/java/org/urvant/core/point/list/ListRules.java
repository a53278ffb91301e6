package org.urvant.core.point.list;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;

/** Rules about lists of points. */
public final class ListRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule ROW_MALFORMED = ALL.error(
            "list-row-malformed",
            "N26",
            "A row of a point list is about no point: a cell is missing, or holds what cannot stand there. The row is left out.",
            "Correct the cell that the message names.");
    public static final Rule POINT_TWICE = ALL.error(
            "list-point-twice",
            "N26",
            "Two rows of a point list are about one point of one station.",
            "Correct the address of one of them, or remove it.");
    public static final Rule POINTS_OVERLAP = ALL.warning(
            "list-points-overlap",
            "N26",
            "Two points of a list share registers, so one of them is read wrong, or the list gives one value in two forms. Often an address is off by one, or a type too wide.",
            "Hold the two rows against the manual.");
    public static final Rule RANGE_BEYOND_TYPE = ALL.warning(
            "list-range-beyond-type",
            "N123",
            "A point list says that a value reaches further than its registers can hold.",
            "Hold the type and the factor against the manual.");
    public static final Rule UNIT_UNKNOWN = ALL.warning(
            "list-unit-unknown",
            "N122",
            "A point list has a unit that is none but for the case of its letters, so nothing is converted from or to it, and nothing is held against it.",
            "Write the unit as the message has it: kW and not KW.");
    public static final Rule UNIT_NOT_CONVERTED = ALL.note(
            "list-unit-not-converted",
            "N122",
            "A point list has a unit that Urvant does not know: it is kept and shown, but nothing is converted from or to it, and nothing is held against it.",
            "Correct the unit when it is misspelt; else map its values without another unit.");
    public static final Rule NAME_SHARED = ALL.warning(
            "list-name-shared",
            "N26",
            "Several points of one station have one name in a point list, as rows have that were copied and changed in part; only their addresses tell them apart.",
            "Give each its own name, or see that no row was copied and forgotten.");
    public static final Rule EXAMPLE_OUT_OF_RANGE = ALL.warning(
            "list-example-out-of-range",
            "N26",
            "Registers that were read once are worth something outside the range that the list gives; often the order of the words or the type is wrong.",
            "Hold order, type and factor against the manual; the message names orders in which the value would fit.");
    public static final Rule ORDER_UNSAID = ALL.warning(
            "list-order-unsaid",
            "N26",
            "A point list does not say in which order the registers of its wide values come, and has no registers of theirs that were read once. The one of highest weight first counts then; makers differ.",
            "Say it in a column 'order', or assume one for all rows: ABCD when the register of highest weight comes first, CDAB when it comes last.");
    public static final Rule DEFAULT_OUT_OF_RANGE = ALL.warning(
            "list-default-out-of-range",
            "N26",
            "A point list gives a point a default value that lies outside its range, or between two of its steps.",
            "Hold default, range and factor against the manual.");
    public static final Rule REQUEST_PARTED = ALL.warning(
            "list-request-parted",
            "N129",
            "Points that a list wants in one request are of several kinds of data, or too far apart for one; several requests carry them.",
            "Give those that do not belong together another word in the column 'request'.");
    public static final Rule STATION_IMPOSSIBLE = ALL.error(
            "list-station-impossible",
            "N41",
            "A point list gives a station no address, or one that no station can have on such a connection.",
            "Correct the address in the column 'station' of the list; the station itself must have the same.");

    public static final Rule STATION_TWICE = ALL.warning(
            "list-station-twice",
            "N41",
            "Two point lists that are read over one connection give their stations the same address.",
            "Give each station an address of its own, or put the points of one station into one list.");

    /** Made when the rules are first asked for. */
    public ListRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
