package org.urvant.core.point.iec60870;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * The type identifications of process information of IEC 60870-5-101:2003, 7.2.1, and IEC 60870-5-104:2006. What is mapped anew is
 * proposed with time tag CP56Time2a in monitor direction, without in control direction, where the sender's clock says nothing about
 * the plant.
 */
public enum InformationType {
    M_SP_NA_1(1, Direction.MONITOR, "single point"),
    M_SP_TA_1(2, Direction.MONITOR, "single point with time of three octets"),
    M_DP_NA_1(3, Direction.MONITOR, "double point"),
    M_DP_TA_1(4, Direction.MONITOR, "double point with time of three octets"),
    M_ST_NA_1(5, Direction.MONITOR, "step position"),
    M_ST_TA_1(6, Direction.MONITOR, "step position with time of three octets"),
    M_BO_NA_1(7, Direction.MONITOR, "32 bits"),
    M_BO_TA_1(8, Direction.MONITOR, "32 bits with time of three octets"),
    M_ME_NA_1(9, Direction.MONITOR, "measured value, normalised"),
    M_ME_TA_1(10, Direction.MONITOR, "measured value, normalised, with time of three octets"),
    M_ME_NB_1(11, Direction.MONITOR, "measured value, scaled"),
    M_ME_TB_1(12, Direction.MONITOR, "measured value, scaled, with time of three octets"),
    M_ME_NC_1(13, Direction.MONITOR, "measured value, short floating point"),
    M_ME_TC_1(14, Direction.MONITOR, "measured value, short floating point, with time of three octets"),
    M_IT_NA_1(15, Direction.MONITOR, "integrated total"),
    M_IT_TA_1(16, Direction.MONITOR, "integrated total with time of three octets"),
    M_EP_TA_1(17, Direction.MONITOR, "event of protection equipment with time of three octets"),
    M_EP_TB_1(18, Direction.MONITOR, "start events of protection equipment with time of three octets"),
    M_EP_TC_1(19, Direction.MONITOR, "trips of protection equipment with time of three octets"),
    M_PS_NA_1(20, Direction.MONITOR, "16 single points with detection of changes"),
    M_ME_ND_1(21, Direction.MONITOR, "measured value, normalised, without quality"),
    M_SP_TB_1(30, Direction.MONITOR, "single point with time"),
    M_DP_TB_1(31, Direction.MONITOR, "double point with time"),
    M_ST_TB_1(32, Direction.MONITOR, "step position with time"),
    M_BO_TB_1(33, Direction.MONITOR, "32 bits with time"),
    M_ME_TD_1(34, Direction.MONITOR, "measured value, normalised, with time"),
    M_ME_TE_1(35, Direction.MONITOR, "measured value, scaled, with time"),
    M_ME_TF_1(36, Direction.MONITOR, "measured value, short floating point, with time"),
    M_IT_TB_1(37, Direction.MONITOR, "integrated total with time"),
    M_EP_TD_1(38, Direction.MONITOR, "event of protection equipment with time"),
    M_EP_TE_1(39, Direction.MONITOR, "start events of protection equipment with time"),
    M_EP_TF_1(40, Direction.MONITOR, "trips of protection equipment with time"),
    C_SC_NA_1(45, Direction.CONTROL, "single command"),
    C_DC_NA_1(46, Direction.CONTROL, "double command"),
    C_RC_NA_1(47, Direction.CONTROL, "regulating step command"),
    C_SE_NA_1(48, Direction.CONTROL, "set point, normalised"),
    C_SE_NB_1(49, Direction.CONTROL, "set point, scaled"),
    C_SE_NC_1(50, Direction.CONTROL, "set point, short floating point"),
    C_BO_NA_1(51, Direction.CONTROL, "32 bits, commanded"),
    C_SC_TA_1(58, Direction.CONTROL, "single command with time"),
    C_DC_TA_1(59, Direction.CONTROL, "double command with time"),
    C_RC_TA_1(60, Direction.CONTROL, "regulating step command with time"),
    C_SE_TA_1(61, Direction.CONTROL, "set point, normalised, with time"),
    C_SE_TB_1(62, Direction.CONTROL, "set point, scaled, with time"),
    C_SE_TC_1(63, Direction.CONTROL, "set point, short floating point, with time"),
    C_BO_TA_1(64, Direction.CONTROL, "32 bits, commanded, with time");

    /** Types from here on have the long time tag, CP56Time2a, where they have one. */
    private static final int FIRST_OF_LONG_TIME = 30;

    /** Where the standard's names say T for a time tag, N for none. */
    private static final int TIME_MARK = 5;

    private static final int LAST_OF_PAIRS = 16;
    private static final int FROM_SHORT_TO_LONG = 21;
    private static final int FIRST_COMMAND_WITH_TIME = 58;
    private static final int FROM_TIME_TO_NONE = 13;

    /** Which way a type travels: monitor from the plant, control to it. */
    public enum Direction {
        MONITOR,
        CONTROL
    }

    /** All types by their names and by their codes; mappings have them by the ten thousand. */
    private static final Map<String, InformationType> KNOWN = new HashMap<>();

    static {
        for (InformationType type : values()) {
            KNOWN.put(type.name(), type);
            KNOWN.put(Integer.toString(type.code), type);
        }
    }

    private final int code;
    private final Direction direction;
    private final String meaning;

    InformationType(int code, Direction direction, String meaning) {
        this.code = code;
        this.direction = direction;
        this.meaning = meaning;
    }

    /** Returns the type identification on the wire. */
    public int code() {
        return code;
    }

    /** Returns which way the type travels. */
    public Direction direction() {
        return direction;
    }

    /** Returns what the type carries, in plain words. */
    public String meaning() {
        return meaning;
    }

    /**
     * Returns whether the type tells the time by CP24Time2a, in minutes and below; IEC 60870-5-104 does not know such types
     * (IEC 60870-5-104:2006, 8.7).
     */
    public boolean hasShortTime() {
        return code < FIRST_OF_LONG_TIME && hasTime();
    }

    /** Returns whether a time tag stands in the type. */
    public boolean hasTime() {
        return name().charAt(TIME_MARK) == 'T';
    }

    /** Returns whether a quality descriptor stands in the type: in all that is monitored but one, in no command. */
    public boolean hasQuality() {
        return direction == Direction.MONITOR && this != M_ME_ND_1;
    }

    /**
     * Returns the type that carries the same when it is mapped anew: monitored with the long time tag where one exists, commanded
     * without. The first sixteen types stand in pairs, without time and with the short one.
     */
    public InformationType renewed() {
        if (this == M_ME_ND_1) {
            return M_ME_TD_1; // a quality is added when the link fails
        }
        int renewed = code;
        if (code <= LAST_OF_PAIRS) {
            renewed = FIRST_OF_LONG_TIME + (code - 1) / 2;
        } else if (hasShortTime()) {
            renewed = code + FROM_SHORT_TO_LONG;
        } else if (code >= FIRST_COMMAND_WITH_TIME) {
            renewed = code - FROM_TIME_TO_NONE;
        }
        return of(Integer.toString(renewed)).orElseThrow();
    }

    /** Returns the type for a standard name such as {@code M_DP_TB_1} or a code such as {@code 31}, or empty. */
    public static Optional<InformationType> of(String nameOrCode) {
        return Optional.ofNullable(KNOWN.get(nameOrCode));
    }
}
