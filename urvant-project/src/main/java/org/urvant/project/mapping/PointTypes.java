package org.urvant.project.mapping;

import static org.urvant.core.point.InformationType.*;

import java.util.List;
import java.util.Set;
import org.urvant.core.point.InformationType;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.FunctionalConstraint;

/**
 * Which types of IEC 60870-5-104 carry a data attribute of IEC 61850, by common data class, after IEC TS 61850-80-1:2016,
 * clause 7. The first type of a row is the one proposed: with time tag in monitor direction, without in control direction.
 */
public final class PointTypes {
    static final List<InformationType> SINGLE = List.of(M_SP_TB_1, M_SP_NA_1);
    private static final List<InformationType> DOUBLE = List.of(M_DP_TB_1, M_DP_NA_1);
    private static final List<InformationType> SCALED = List.of(M_ME_TE_1, M_ME_NB_1);
    static final List<InformationType> MEASURED =
            List.of(M_ME_TF_1, M_ME_NC_1, M_ME_TE_1, M_ME_NB_1, M_ME_TD_1, M_ME_NA_1);

    static final List<InformationType> COUNTED = List.of(M_IT_TB_1, M_IT_NA_1);
    static final List<InformationType> SINGLE_COMMAND = List.of(C_SC_NA_1, C_SC_TA_1);
    static final List<InformationType> SET_POINT =
            List.of(C_SE_NC_1, C_SE_NA_1, C_SE_NB_1, C_SE_TC_1, C_SE_TA_1, C_SE_TB_1);

    /** Files of edition 2003 give the control value without the service around it (IEC 61850-7-3:2003, 7.5). */
    private static final Set<String> CONTROL = Set.of("Oper.ctlVal", "ctlVal");

    private static final List<Row> ROWS = List.of(
            new Row(Set.of("SPS", "SPC"), Set.of("stVal"), SINGLE),
            new Row(Set.of("ACT", "ACD"), Set.of("general", "phsA", "phsB", "phsC", "neut"), SINGLE),
            new Row(Set.of("DPS", "DPC"), Set.of("stVal"), DOUBLE),
            new Row(Set.of("INS", "ENS", "INC", "ENC"), Set.of("stVal"), SCALED),
            new Row(Set.of("BCR"), Set.of("actVal"), COUNTED),
            new Row(Set.of("BSC", "ISC"), Set.of("valWTr.posVal"), List.of(M_ST_TB_1, M_ST_NA_1)),
            new Row(Set.of("MV"), Set.of("mag.f", "mag.i"), MEASURED),
            new Row(Set.of("CMV"), Set.of("cVal.mag.f", "cVal.mag.i", "cVal.ang.f", "cVal.ang.i"), MEASURED),
            new Row(Set.of("APC"), Set.of("mxVal.f", "mxVal.i"), MEASURED),
            new Row(Set.of("SPC"), CONTROL, SINGLE_COMMAND),
            new Row(Set.of("DPC"), CONTROL, List.of(C_DC_NA_1, C_DC_TA_1)),
            new Row(Set.of("INC", "ENC"), CONTROL, List.of(C_SE_NB_1, C_SE_TB_1)),
            new Row(Set.of("BSC", "ISC"), CONTROL, List.of(C_RC_NA_1, C_RC_TA_1)),
            new Row(Set.of("APC"), Set.of("Oper.ctlVal.f", "Oper.ctlVal.i", "ctlVal.f", "ctlVal.i"), SET_POINT));

    private PointTypes() {}

    private record Row(Set<String> classes, Set<String> attributes, List<InformationType> types) {}

    /**
     * What can carry an attribute.
     *
     * @param types types that can carry it, the proposed one first; empty when none can
     * @param reason why none can; empty text when one can
     */
    public record Carriage(List<InformationType> types, String reason) {
        /** Returns whether any type can carry the attribute. */
        public boolean isPossible() {
            return !types.isEmpty();
        }
    }

    /** Returns which types can carry an attribute, or why none can. */
    public static Carriage carrying(DataAttribute attribute) {
        String tail = attribute.attributePath();
        for (Row row : ROWS) {
            if (row.classes.contains(attribute.innerClass()) && row.attributes.contains(tail)) {
                return new Carriage(row.types, "");
            }
        }
        return new Carriage(List.of(), reason(attribute, tail));
    }

    private static String reason(DataAttribute attribute, String tail) {
        if ("Quality".equals(attribute.basicType()) || "Timestamp".equals(attribute.basicType())) {
            return "travels with its value: quality and time are part of the information object";
        }
        FunctionalConstraint constraint = attribute.constraint().orElse(null);
        if (constraint == FunctionalConstraint.CO || constraint == FunctionalConstraint.OR) {
            return "is part of a control's parameters; the command itself is Oper.ctlVal";
        }
        if (constraint == FunctionalConstraint.ST || constraint == FunctionalConstraint.MX) {
            return "no type identification carries " + tail + " of class " + attribute.innerClass();
        }
        return "is " + (constraint == null ? "of no known constraint" : constraint.meaning()) + ", not a process value";
    }
}
