package org.urvant.scl;

import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The common data classes of IEC 61850-7-3:2010, clause 7, with their meanings. */
public enum DataClass {
    SPS("single-point status"),
    DPS("double-point status"),
    INS("integer status"),
    ENS("enumerated status"),
    ACT("protection activation"),
    ACD("directional protection activation"),
    SEC("security violation counting"),
    BCR("binary counter reading"),
    HST("histogram"),
    VSS("visible string status"),
    MV("measured value"),
    CMV("complex measured value"),
    SAV("sampled value"),
    WYE("values of three phases to neutral"),
    DEL("values between three phases"),
    SEQ("sequence components"),
    HMV("harmonic value"),
    HWYE("harmonics of three phases to neutral"),
    HDEL("harmonics between three phases"),
    SPC("controllable single point"),
    DPC("controllable double point"),
    INC("controllable integer status"),
    ENC("controllable enumerated status"),
    BSC("binary controlled step position"),
    ISC("integer controlled step position"),
    APC("controllable analogue set point"),
    BAC("binary controlled analogue process value"),
    SPG("single-point setting"),
    ING("integer setting"),
    ENG("enumerated setting"),
    ORG("object reference setting"),
    TSG("time setting"),
    CUG("currency setting"),
    VSG("visible string setting"),
    ASG("analogue setting"),
    CURVE("setting curve"),
    CSG("curve shape setting"),
    DPL("device name plate"),
    LPL("logical node name plate"),
    CSD("curve shape description");

    /** Those of service tracking (IEC 61850-7-2:2010, 14 to 20) and of wind power plants (IEC 61400-25-2:2015, 7). */
    static final Set<String> OF_OTHER_PARTS = Set.of(
            "CST", "BTS", "UTS", "LTS", "OTS", "GTS", "MTS", "NTS", "STS", "CTS", "ORS", "TCS", "VSD", "SPV", "STV",
            "ALM", "CMD", "CTE", "TMS");

    /** Data attributes that every object of a class has, in both editions (IEC 61850-7-3:2010, clause 7, presence M). */
    private static final Map<String, List<String>> MANDATORY = new HashMap<>();

    private static final Map<String, DataClass> BY_NAME = new HashMap<>();

    static {
        for (DataClass dataClass : values()) {
            BY_NAME.put(dataClass.name(), dataClass);
        }
        String table =
                """
                SPS DPS INS ENS: stVal q t
                ACT: general q t
                ACD: general dirGeneral q t
                SEC: cnt t
                BCR: actVal q t
                MV: mag q t
                CMV: cVal q t
                SAV: instMag q
                SPC BSC ISC APC: ctlModel
                DPC INC ENC: stVal q t ctlModel
                """;
        for (String line : table.lines().toList()) {
            int colon = line.indexOf(": ");
            for (String name : line.substring(0, colon).split(" ")) {
                MANDATORY.put(name, List.of(line.substring(colon + 2).split(" ")));
            }
        }
    }

    private final String meaning;

    /** Returns what an object of a class lacks that has attributes of these names; of a class that is not known, nothing. */
    static List<String> missing(String dataClass, Set<String> names) {
        return MANDATORY.getOrDefault(dataClass, List.of()).stream()
                .filter(name -> !names.contains(name))
                .toList();
    }

    DataClass(String meaning) {
        this.meaning = meaning;
    }

    /** Returns what the class stands for, in plain words. */
    public String meaning() {
        return meaning;
    }

    static Set<String> names() {
        return Collections.unmodifiableSet(BY_NAME.keySet());
    }

    /** Returns the class with a name, or empty when the standard does not have it. */
    public static Optional<DataClass> of(String name) {
        return Optional.ofNullable(BY_NAME.get(name));
    }
}
