package org.urvant.core.point;

import java.util.Optional;
import org.urvant.core.text.Word;

/** Groups of information objects that share a block of addresses in an address plan. */
public enum PointGroup {
    DOUBLE_POINT,
    SINGLE_POINT,
    STEP,
    MEASURED,
    COUNTER,
    COMMAND,
    SET_POINT;

    /** Returns the word that project files use, such as {@code double-point}. */
    public String word() {
        return Word.of(this);
    }

    /** Returns the group for a word, or empty. */
    public static Optional<PointGroup> of(String word) {
        return Word.find(PointGroup.class, word);
    }

    /** Returns the group of a type. */
    public static PointGroup of(InformationType type) {
        return switch (type) {
            case M_SP_NA_1, M_SP_TB_1 -> SINGLE_POINT;
            case M_DP_NA_1, M_DP_TB_1 -> DOUBLE_POINT;
            case M_ST_NA_1, M_ST_TB_1 -> STEP;
            case M_IT_NA_1, M_IT_TB_1 -> COUNTER;
            case M_ME_NA_1, M_ME_NB_1, M_ME_NC_1, M_ME_TD_1, M_ME_TE_1, M_ME_TF_1 -> MEASURED;
            case C_SC_NA_1, C_DC_NA_1, C_RC_NA_1, C_SC_TA_1, C_DC_TA_1, C_RC_TA_1 -> COMMAND;
            case C_SE_NA_1, C_SE_NB_1, C_SE_NC_1, C_SE_TA_1, C_SE_TB_1, C_SE_TC_1 -> SET_POINT;
        };
    }
}
