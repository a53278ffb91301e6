package org.urvant.core.scl;

import java.util.HashMap;
import java.util.Map;

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
    IED("IED"),
    SERVICES("Services"),
    ACCESS_POINT("AccessPoint"),
    SERVER("Server"),
    L_DEVICE("LDevice"),
    LN0("LN0"),
    LN("LN"),
    DATA_SET("DataSet"),
    FCDA("FCDA"),
    REPORT_CONTROL("ReportControl"),
    TRG_OPS("TrgOps"),
    RPT_ENABLED("RptEnabled"),
    GSE_CONTROL("GSEControl"),
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

    static Tag of(String localName) {
        return BY_NAME.getOrDefault(localName, OTHER);
    }

    /** Returns the tag that a store keeps under a number; the number never leaves the running program. */
    static Tag at(int number) {
        return ALL[number];
    }
}
