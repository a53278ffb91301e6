package org.urvant.scl;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** The SCL elements that the views know by name; every other element is kept under {@link #OTHER}. */
enum Tag {
    SCL("SCL"),
    HEADER("Header"),
    COMMUNICATION("Communication"),
    SUB_NETWORK("SubNetwork"),
    CONNECTED_AP("ConnectedAP"),
    ADDRESS("Address"),
    P("P"),
    GSE("GSE"),
    SMV("SMV"),
    PHYS_CONN("PhysConn"),
    BIT_RATE("BitRate"),
    MIN_TIME("MinTime"),
    MAX_TIME("MaxTime"),
    IED("IED"),
    SERVICES("Services"),
    ACCESS_POINT("AccessPoint"),
    SERVER("Server"),
    SERVER_AT("ServerAt"),
    L_DEVICE("LDevice"),
    LN0("LN0"),
    LN("LN"),
    DATA_SET("DataSet"),
    FCDA("FCDA"),
    REPORT_CONTROL("ReportControl"),
    TRG_OPS("TrgOps"),
    OPT_FIELDS("OptFields"),
    RPT_ENABLED("RptEnabled"),
    CLIENT_LN("ClientLN"),
    LOG_CONTROL("LogControl"),
    GSE_CONTROL("GSEControl"),
    SAMPLED_VALUE_CONTROL("SampledValueControl"),
    SMV_OPTS("SmvOpts"),
    IED_NAME("IEDName"),
    SETTING_CONTROL("SettingControl"),
    INPUTS("Inputs"),
    EXT_REF("ExtRef"),
    DOI("DOI"),
    SDI("SDI"),
    DAI("DAI"),
    VAL("Val"),
    DATA_TYPE_TEMPLATES("DataTypeTemplates"),
    L_NODE_TYPE("LNodeType"),
    DO("DO"),
    DO_TYPE("DOType"),
    SDO("SDO"),
    DA("DA"),
    DA_TYPE("DAType"),
    BDA("BDA"),
    ENUM_TYPE("EnumType"),
    ENUM_VAL("EnumVal"),
    PRIVATE("Private"),
    TEXT("Text"),
    SUBSTATION("Substation"),
    LINE("Line"),
    PROCESS("Process"),
    VOLTAGE_LEVEL("VoltageLevel"),
    VOLTAGE("Voltage"),
    BAY("Bay"),
    POWER_TRANSFORMER("PowerTransformer"),
    TRANSFORMER_WINDING("TransformerWinding"),
    TAP_CHANGER("TapChanger"),
    CONDUCTING_EQUIPMENT("ConductingEquipment"),
    GENERAL_EQUIPMENT("GeneralEquipment"),
    SUB_EQUIPMENT("SubEquipment"),
    FUNCTION("Function"),
    SUB_FUNCTION("SubFunction"),
    EQ_FUNCTION("EqFunction"),
    EQ_SUB_FUNCTION("EqSubFunction"),
    TERMINAL("Terminal"),
    NEUTRAL_POINT("NeutralPoint"),
    CONNECTIVITY_NODE("ConnectivityNode"),
    L_NODE("LNode"),
    OTHER("");

    private static final Tag[] ALL = values();
    private static final Map<String, Tag> BY_NAME = new HashMap<>();

    static {
        for (Tag tag : ALL) {
            BY_NAME.put(tag.element, tag);
        }
    }

    private final String element;

    Tag(String element) {
        this.element = element;
    }

    /** Returns the element's local name; empty for {@link #OTHER}. */
    String element() {
        return element;
    }

    /** Returns the names of all elements, and others with them. */
    static Set<String> elements(Set<String> others) {
        Set<String> all = new HashSet<>(BY_NAME.keySet());
        all.remove("");
        all.addAll(others);
        return all;
    }

    static Tag of(String localName) {
        return BY_NAME.getOrDefault(localName, OTHER);
    }

    /** Returns the tag that a store keeps under a number; the number never leaves the running program. */
    static Tag at(int number) {
        return ALL[number];
    }
}
