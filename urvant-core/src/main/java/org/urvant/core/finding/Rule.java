package org.urvant.core.finding;

import java.util.Optional;
import org.urvant.core.text.Word;

/**
 * The checks by name. Each rule says what it means and how to mend what it finds; {@code urvant explain RULE} shows
 * the same text.
 */
public enum Rule {
    FILE_MALFORMED(Severity.ERROR, "N150"),
    SOURCE_ALTERED(Severity.ERROR, "N21"),
    UNKNOWN_REFERENCE(Severity.ERROR, "N39"),
    VALUE_OUT_OF_RANGE(Severity.ERROR, "N68"),
    VALUE_OFF_STEP(Severity.ERROR, "N29"),
    POINT_DUPLICATE(Severity.ERROR, "N124"),
    ADDRESS_TAKEN(Severity.ERROR, "N34"),
    POINT_NOT_FITTING(Severity.ERROR, "N25"),
    OPEN_ITEMS(Severity.ERROR, "N38"),
    DANGLING_REFERENCE(Severity.ERROR, "N09"),
    MAPPING_KEY_ALTERED(Severity.ERROR, "N28"),
    DUPLICATE_NAME(Severity.ERROR, "N35"),
    DUPLICATE_IP(Severity.ERROR, "N42"),
    DUPLICATE_MAC(Severity.ERROR, "N142"),
    DUPLICATE_APPID(Severity.ERROR, "N142"),
    DUPLICATE_GOOSE_ID(Severity.ERROR, "N142"),
    DUPLICATE_STATION_ADDRESS(Severity.ERROR, "N41"),
    SUBNET_DIFFERS(Severity.ERROR, "N42"),
    GATEWAY_OUTSIDE(Severity.ERROR, "N42"),
    FIRMWARE_TOO_OLD(Severity.ERROR, "N157"),
    REPORT_INSTANCE_MISSING(Severity.ERROR, "N53"),
    REPORT_INSTANCE_TAKEN(Severity.ERROR, "N53"),
    GOOSE_NO_PUBLISHER(Severity.ERROR, "N141"),
    ELEMENT_INCOMPLETE(Severity.ERROR, "N19"),
    DUPLICATE_ELEMENT(Severity.ERROR, "N19"),
    TYPE_MISSING(Severity.ERROR, "N19"),
    TYPE_CIRCLE(Severity.ERROR, "N19"),
    TYPE_TOO_LARGE(Severity.ERROR, "N19"),
    ARRAY_LENGTH_WRONG(Severity.ERROR, "N19"),
    CLASS_DIFFERS(Severity.ERROR, "N19"),
    DATASET_MISSING(Severity.ERROR, "N53"),
    MEMBER_MISSING(Severity.ERROR, "N53"),
    DATASET_TOO_LARGE(Severity.ERROR, "N53"),
    SOURCE_DATA_MISSING(Severity.ERROR, "N141"),
    ACCESS_POINT_MISSING(Severity.ERROR, "N41"),
    ADDRESS_OUT_OF_RANGE(Severity.ERROR, "N142"),
    GOOSE_TYPE_DIFFERS(Severity.ERROR, "N141"),
    GOOSE_REVISION_DIFFERS(Severity.ERROR, "N141"),
    WRONG_DEVICE(Severity.ERROR, "N157"),
    PRIMARY_BELOW_SECONDARY(Severity.ERROR, "N61"),
    RANGE_REVERSED(Severity.ERROR, "N68"),
    RANGE_BEYOND_SENSOR(Severity.ERROR, "N69"),
    BITS_OVERLAP(Severity.ERROR, "N70"),
    FUNCTION_INPUT_MISSING(Severity.ERROR, "N88"),
    TRIPS_NO_OUTPUT(Severity.ERROR, "N92"),
    ACTIVE_GROUP_EMPTY(Severity.ERROR, "N85"),
    THRESHOLD_ABOVE_SUPPLY(Severity.ERROR, "N81"),
    DUPLICATE_BUS_ADDRESS(Severity.ERROR, "N41"),
    DUPLICATE_VALUE(Severity.ERROR, "N39"),
    PHONE_WITHOUT_COUNTRY_CODE(Severity.ERROR, "N112"),
    LINK_CANNOT_CARRY(Severity.ERROR, "N48"),
    LISTEN_ONLY_PUBLISHES(Severity.ERROR, "N46"),
    PROTOCOL_NOT_ON_PORT(Severity.ERROR, "N24"),
    LICENCE_MISSING(Severity.ERROR, "N16"),
    HARDWARE_DIFFERS(Severity.ERROR, "N04"),
    MODULE_NOT_FITTING(Severity.ERROR, "N11"),
    ORDER_CODE_WRONG(Severity.ERROR, "N04"),
    CHANNEL_CANNOT_CARRY(Severity.ERROR, "N72"),
    SUB_BUS_OVER_LIMIT(Severity.ERROR, "N47"),
    BUS_SETTINGS_DIFFER(Severity.ERROR, "N45"),
    CLOCK_OWNERS(Severity.ERROR, "N98"),
    TWINS_DIFFER(Severity.ERROR, "N17"),
    SAME_INPUT_TWICE(Severity.ERROR, "N126"),
    DIAL_ONLY_DEVICE(Severity.ERROR, "N90"),
    RULE_BROKEN(Severity.ERROR, "N71"),
    DERIVED_VALUE_GIVEN(Severity.ERROR, "N71"),
    DISPLAY_VALUE_MISSING(Severity.ERROR, "N137"),
    DISPLAY_LABEL_MISSING(Severity.ERROR, "N137"),
    RESULT_DOES_NOT_FIT(Severity.ERROR, "N123"),
    PROGRAM_WRONG(Severity.ERROR, "N125"),
    LOGIC_NOT_POSSIBLE(Severity.ERROR, "N125"),
    SIGNAL_NOT_REPORTED(Severity.WARNING, "N53"),
    GOOSE_UNSUBSCRIBED(Severity.WARNING, "N143"),
    NOBODY_POLLS(Severity.WARNING, "N191"),
    PEER_ADDRESS_DIFFERS(Severity.WARNING, "N37"),
    NAME_NOT_ALLOWED(Severity.WARNING, "N35"),
    OBJECT_MISSING(Severity.WARNING, "N19"),
    INSTANCE_UNKNOWN(Severity.WARNING, "N19"),
    VALUE_NOT_OF_TYPE(Severity.WARNING, "N19"),
    GROUP_OUT_OF_RANGE(Severity.WARNING, "N82"),
    NOT_IN_STANDARD(Severity.WARNING, "N19"),
    SERVICE_LIMIT_EXCEEDED(Severity.WARNING, "N53"),
    REPORT_CLIENTS_EXCEEDED(Severity.WARNING, "N53"),
    DUPLICATE_REPORT_ID(Severity.WARNING, "N53"),
    INTEGRITY_NOT_TRIGGERED(Severity.WARNING, "N53"),
    BLOCK_WITHOUT_ADDRESS(Severity.WARNING, "N142"),
    ADDRESS_WITHOUT_BLOCK(Severity.WARNING, "N142"),
    GOOSE_TIMES(Severity.WARNING, "N142"),
    DUPLICATE_STREAM_ID(Severity.WARNING, "N142"),
    RECEIVER_MISSING(Severity.WARNING, "N143"),
    SENDER_ABSENT(Severity.WARNING, "N141"),
    PLACE_NODE_MISSING(Severity.WARNING, "N54"),
    TERMINAL_UNCONNECTED(Severity.WARNING, "N54"),
    FILE_KIND_DIFFERS(Severity.WARNING, "N19"),
    REVISION_NOT_RAISED(Severity.WARNING, "N21"),
    SIGNAL_WITHOUT_PLACE(Severity.WARNING, "N54"),
    POINT_DISABLED(Severity.WARNING, "N136"),
    BREAKER_SIGNAL_MISSING(Severity.WARNING, "N14"),
    RATING_DIFFERS(Severity.WARNING, "N13"),
    DIVISOR_CAN_BE_ZERO(Severity.WARNING, "N121"),
    OUTPUT_DRIVEN_TWICE(Severity.WARNING, "N125"),
    BLOCK_INPUT_OPEN(Severity.WARNING, "N125"),
    OUTPUT_NEVER_SET(Severity.WARNING, "N125"),
    ADVICE_NOT_FOLLOWED(Severity.WARNING, "N71"),
    UNUSED_SERVICE_OPEN(Severity.WARNING, "N44"),
    CHANNEL_UNMAPPED(Severity.WARNING, "N73"),
    ALARM_WITHOUT_RECIPIENT(Severity.WARNING, "N111"),
    RECIPIENT_WITHOUT_ALARM(Severity.WARNING, "N111"),
    TEXT_TOO_LONG(Severity.WARNING, "N106"),
    HOLD_LONGER_THAN_PULSE(Severity.WARNING, "N105"),
    RECORDER_FULL_BEFORE_VISIT(Severity.WARNING, "N101"),
    RECORD_LENGTH_DOES_NOT_FIT(Severity.WARNING, "N100"),
    GROUPS_IDENTICAL(Severity.WARNING, "N85"),
    ALARMS_BUT_DOES_NOT_TRIP(Severity.WARNING, "N92"),
    SUPERVISION_OFF(Severity.WARNING, "N82"),
    MEAN_LIMIT_ORDER(Severity.WARNING, "N110"),
    LATCH_WITHOUT_RESET(Severity.WARNING, "N95"),
    DRIVES_NOTHING(Severity.WARNING, "N93"),
    SELECTOR_STANDS_WRONG(Severity.WARNING, "N67"),
    SELECTOR_SHEET_NOT_TICKED(Severity.WARNING, "N67"),
    FIXED_OFFSET_WITHOUT_DAYLIGHT_SAVING(Severity.WARNING, "N99"),
    MARKED_BUT_POLICY_OFF(Severity.WARNING, "N178"),
    EQUALS_EXAMPLE(Severity.WARNING, "N30"),
    FREQUENCY_DIFFERS(Severity.WARNING, "N56"),
    REGION_DIFFERS(Severity.WARNING, "N195"),
    CLEAR_TEXT_SERVICE(Severity.WARNING, "N44"),
    NO_BACKUP_CLOCK(Severity.WARNING, "N97"),
    DEFAULT_PASSWORD(Severity.WARNING, "N154"),
    CAPACITY_NEAR_LIMIT(Severity.WARNING, "N31"),
    EDITED_AFTER_SIGN_OFF(Severity.WARNING, "N184"),
    RESTART_NEEDED(Severity.WARNING, "N58"),
    SIGN_OFF_LOST(Severity.WARNING, "N187"),
    INPUT_NOT_BOUND(Severity.NOTE, "N141"),
    TYPE_UNUSED(Severity.NOTE, "N19"),
    NAME_SHORTENED(Severity.NOTE, "N35"),
    PLACE_INFERRED(Severity.NOTE, "N54"),
    LEFT_AT_DEFAULT(Severity.NOTE, "N02"),
    VALUE_NOT_USED(Severity.NOTE, "N71"),
    MODULE_UNUSED(Severity.NOTE, "N11"),
    SAME_COLOUR(Severity.NOTE, "N77"),
    ORIGIN_UNKNOWN(Severity.NOTE, "N03"),
    READ_BACK_GAP(Severity.NOTE, "N177");

    private final Severity severity;
    private final String need;

    Rule(Severity severity, String need) {
        this.severity = severity;
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
        return RuleText.of(this).meaning();
    }

    /** Returns how a finding of this rule is mended in general. */
    public Remedy mend() {
        return RuleText.of(this).remedy();
    }

    /** Returns how a finding of this rule is mended in general, in plain words. */
    public String remedy() {
        return mend().text();
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
