package org.urvant.core.device;

import static org.urvant.core.device.Meaning.Place.CHANNEL;
import static org.urvant.core.device.Meaning.Place.CONNECTION;
import static org.urvant.core.device.Meaning.Place.DEVICE;
import static org.urvant.core.device.Meaning.Place.GROUP;
import static org.urvant.core.device.Meaning.Place.ROW;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Dimension;
import org.urvant.core.unit.Unit;

/**
 * What a setting means, whatever its path is. Checks and computations over many types rest on meanings alone; a type says
 * them, and its reader verifies kind, unit, place, number and partner of each.
 */
public enum Meaning {
    NETWORK_ADDRESS("IP address of the device", in(DEVICE), SettingKind.ADDRESS),
    NETWORK_MASK("subnet mask of the device", in(DEVICE), SettingKind.ADDRESS),
    NETWORK_GATEWAY("gateway of the device to other subnets", in(DEVICE), SettingKind.ADDRESS),
    MAC_ADDRESS("MAC address of a network card", in(DEVICE), SettingKind.MAC),
    CLOCK_SOURCE("who sets the clock: a word, or the name of a kind of connection", in(DEVICE), SettingKind.CHOICE),
    CLOCK_BACKUP("who sets the clock when the source fails; 'none' for nobody", in(DEVICE), SettingKind.CHOICE),
    TIME_SERVER("IP address of the server that sets the clock", in(DEVICE), SettingKind.ADDRESS),
    CLOCK_ZONE("time zone that the device works in", in(DEVICE), SettingKind.ZONE),
    RATED_FREQUENCY("rated frequency; alike on a site", in(DEVICE), SettingKind.CHOICE, Dimension.FREQUENCY),
    REGION("region whose signs and limits hold; alike on a site", in(DEVICE), SettingKind.CHOICE),
    RATED_CURRENT("rated current of what is protected", in(DEVICE), SettingKind.NUMBER, Dimension.CURRENT),
    RATED_VOLTAGE("rated voltage of what is protected", in(DEVICE), SettingKind.NUMBER, Dimension.VOLTAGE),
    TRANSFORMER_PRIMARY(
            "rated primary value of an instrument transformer",
            in(DEVICE, CHANNEL),
            SettingKind.NUMBER,
            Dimension.CURRENT,
            Dimension.VOLTAGE,
            Dimension.RATIO),
    TRANSFORMER_SECONDARY(
            "rated secondary value of an instrument transformer",
            in(DEVICE, CHANNEL),
            SettingKind.NUMBER,
            Dimension.CURRENT,
            Dimension.VOLTAGE,
            Dimension.RATIO),
    INPUT_SUPPLY("voltage that binary inputs are fed with", in(DEVICE), SettingKind.NUMBER, Dimension.VOLTAGE),
    INPUT_THRESHOLD(
            "voltage at which a binary input picks up", in(DEVICE, CHANNEL), SettingKind.NUMBER, Dimension.VOLTAGE),
    ACTIVE_GROUP("setting group in use after a start", in(DEVICE), SettingKind.INTEGER),
    SAMPLING_RATE("samples a second of a record", in(DEVICE), SettingKind.NUMBER, Dimension.FREQUENCY),
    PRE_TIME("length of a record before its trigger", in(DEVICE), SettingKind.NUMBER, Dimension.TIME),
    POST_TIME("length of a record after its trigger", in(DEVICE), SettingKind.NUMBER, Dimension.TIME),
    PICK_UP("value at which a stage starts", in(DEVICE, GROUP, ROW), SettingKind.NUMBER),
    TIME_MULTIPLIER("time multiplier of a stage", in(DEVICE, GROUP, ROW), SettingKind.NUMBER),
    CURVE("course of a stage's time over its value", in(DEVICE, GROUP, ROW), SettingKind.CHOICE),
    OPERATE_TIME("time until a stage reacts", in(DEVICE, GROUP, ROW), SettingKind.NUMBER, Dimension.TIME),
    RESET_RATIO("value at which a stage goes back, of its pick-up", in(DEVICE, GROUP, ROW), SettingKind.NUMBER),
    ASSIGNED_FUNCTION("function that drives outputs", in(ROW, CHANNEL), SettingKind.CHOICE),
    ASSIGNED_OUTPUTS("outputs that the function drives", in(ROW), SettingKind.REFERENCE),
    ALARM_LIMIT("limit at which an alarm comes", in(DEVICE, ROW, CHANNEL), SettingKind.NUMBER),
    RECIPIENT_NUMBER("telephone number of a person", in(ROW), SettingKind.PHONE),
    MESSAGE_TEXT("text of a message to people", in(DEVICE, ROW), SettingKind.TEXT),
    DISPLAY_NAME("name that people see", in(DEVICE, ROW, CHANNEL), SettingKind.TEXT),
    OUT_OF_SERVICE(
            "why a channel is out of service, so that what it measures counts nowhere; nothing while it is in service",
            in(CHANNEL),
            SettingKind.TEXT),
    SENDS("row of a table of signals that a channel is sent as", in(CHANNEL), SettingKind.REFERENCE),
    COUNT_LIMIT("count that a counter does not pass", in(CHANNEL), SettingKind.INTEGER),
    PHASE("phase that is connected", in(CHANNEL), SettingKind.CHOICE),
    BREAKER_DUTY("what a channel does for a breaker of its bay; 'other' for nothing", in(CHANNEL), SettingKind.CHOICE),
    BREAKER_NUMBER("number of that breaker in the bay", in(CHANNEL), SettingKind.INTEGER),
    PEER_ADDRESS("IP address of the other end", in(CONNECTION), SettingKind.ADDRESS),
    COMMON_ADDRESS("common address of the station", in(CONNECTION), SettingKind.INTEGER),
    COMMON_OCTETS("number of octets of common addresses", in(CONNECTION), SettingKind.INTEGER),
    OBJECT_OCTETS("number of octets of information object addresses", in(CONNECTION), SettingKind.INTEGER),
    TCP_PORT("TCP port of the one that answers", in(CONNECTION), SettingKind.INTEGER),
    REPORT_INSTANCE("instance of report control blocks that the client uses", in(CONNECTION), SettingKind.INTEGER),
    WRITES(
            "what rows write over the connection; 'nothing' for none, whatever they say",
            in(CONNECTION),
            SettingKind.CHOICE),
    SETS_CLOCK("whether the other end sets the clock", in(CONNECTION), SettingKind.LOGICAL),
    BUS_NAME("name of the bus", in(CONNECTION), SettingKind.TEXT),
    BUS_ADDRESS("address of the device on the bus", in(CONNECTION), SettingKind.INTEGER),
    BIT_RATE("bit rate; alike on a bus", in(CONNECTION), SettingKind.CHOICE, Dimension.DATA_RATE),
    PARITY("parity; alike on a bus", in(CONNECTION), SettingKind.CHOICE),
    STOP_BITS("stop bits; alike on a bus", in(CONNECTION), SettingKind.CHOICE);

    /** What a setting with a meaning belongs to. */
    public enum Place {
        DEVICE,
        GROUP,
        ROW,
        CHANNEL,
        CONNECTION;

        /** Returns the place in plain words. */
        public String word() {
            return this == GROUP ? "setting group" : Word.of(this);
        }
    }

    /** Which transformers, where a device has several sets of them. */
    public enum TransformerSet {
        CURRENTS,
        /** Of the other winding, where those of one stand at {@link #CURRENTS}. */
        LOW_SIDE_CURRENTS,
        NEUTRAL_CURRENT,
        VOLTAGES,
        RESIDUAL_VOLTAGE;

        /** Returns whether they transform currents, and not voltages. */
        public boolean isOfCurrents() {
            return this == CURRENTS || this == LOW_SIDE_CURRENTS || this == NEUTRAL_CURRENT;
        }
    }

    private static final Set<Meaning> SEVERAL = EnumSet.of(MAC_ADDRESS, ALARM_LIMIT, MESSAGE_TEXT);
    private static final Set<Meaning> QUALIFIED = EnumSet.of(TRANSFORMER_PRIMARY, TRANSFORMER_SECONDARY);

    private final String text;
    private final Set<Place> places;
    private final SettingKind kind;
    private final List<Dimension> dimensions;

    Meaning(String text, Set<Place> places, SettingKind kind, Dimension... dimensions) {
        this.text = text;
        this.places = places;
        this.kind = kind;
        this.dimensions = List.of(dimensions);
    }

    private static Set<Place> in(Place first, Place... more) {
        return EnumSet.of(first, more);
    }

    /** Returns the word that type files use. */
    public String word() {
        return Word.of(this);
    }

    /** Returns the meaning with a word, or empty. */
    public static Optional<Meaning> of(String word) {
        return Word.find(Meaning.class, word);
    }

    /** Returns what it means, in plain words. */
    public String text() {
        return text;
    }

    /** Returns what settings with this meaning can belong to. */
    public Set<Place> places() {
        return EnumSet.copyOf(places);
    }

    /** Returns the kinds that such a setting can have: any number where it is one, and any choice of numbers. */
    public Set<SettingKind> kinds() {
        Set<SettingKind> numbers = EnumSet.of(SettingKind.NUMBER, SettingKind.INTEGER, SettingKind.DURATION);
        return switch (kind) {
            case NUMBER -> numbers;
            case CHOICE -> dimensions.isEmpty() && this != STOP_BITS ? EnumSet.of(kind) : with(numbers, kind);
            case ADDRESS -> EnumSet.of(kind, SettingKind.HOST);
            default -> EnumSet.of(kind);
        };
    }

    private static Set<SettingKind> with(Set<SettingKind> kinds, SettingKind more) {
        Set<SettingKind> all = EnumSet.copyOf(kinds);
        all.add(more);
        return all;
    }

    /** Returns whether a number in a unit can have this meaning; null is no unit. */
    public boolean fits(Unit unit) {
        return unit == null || dimensions.isEmpty() || dimensions.contains(unit.dimension());
    }

    /** Returns the dimensions that a unit can have; empty for any. */
    public List<Dimension> dimensions() {
        return dimensions;
    }

    /** Returns whether several settings of one thing can have it. */
    public boolean isForSeveral() {
        return SEVERAL.contains(this);
    }

    /** Returns whether it is a rated value of equipment, as its plate gives it. */
    public boolean isRating() {
        return isQualified() || this == RATED_CURRENT || this == RATED_VOLTAGE;
    }

    /** Returns whether it is said which set of transformers is meant. */
    public boolean isQualified() {
        return QUALIFIED.contains(this);
    }

    /** Returns the meaning without which this one says nothing; empty when it stands alone. */
    public Optional<Meaning> partner() {
        return Optional.ofNullable(
                switch (this) {
                    case NETWORK_MASK, NETWORK_GATEWAY -> NETWORK_ADDRESS;
                    case NETWORK_ADDRESS -> NETWORK_MASK;
                    case CLOCK_BACKUP -> CLOCK_SOURCE;
                    case TRANSFORMER_PRIMARY -> TRANSFORMER_SECONDARY;
                    case TRANSFORMER_SECONDARY -> TRANSFORMER_PRIMARY;
                    case ASSIGNED_OUTPUTS -> ASSIGNED_FUNCTION;
                    case BREAKER_DUTY -> BREAKER_NUMBER;
                    case BREAKER_NUMBER -> BREAKER_DUTY;
                    case BUS_ADDRESS, BIT_RATE, PARITY, STOP_BITS -> BUS_NAME;
                    case PRE_TIME -> POST_TIME;
                    case POST_TIME -> PRE_TIME;
                    case TIME_MULTIPLIER -> CURVE;
                    default -> null;
                });
    }
}
