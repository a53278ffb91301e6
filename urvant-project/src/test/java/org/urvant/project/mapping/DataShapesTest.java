package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.Shape;
import org.urvant.core.point.iec60870.InformationType;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.SclBuilder;

class DataShapesTest {
    /** A node with one data object of a class, whose attribute stands at a path below it. */
    private static DataAttribute attribute(String cdc, String path, String constraint, String type) {
        SclBuilder builder = new SclBuilder("made");
        builder.open("SCL", 1, 1);
        open(builder, "IED", Map.of("name", "A"));
        open(builder, "AccessPoint", Map.of("name", "P"));
        open(builder, "Server", Map.of());
        open(builder, "LDevice", Map.of("inst", "L"));
        open(builder, "LN0", Map.of("lnClass", "LLN0", "inst", "", "lnType", "N"));
        for (int i = 0; i < 5; i++) {
            builder.close();
        }
        open(builder, "DataTypeTemplates", Map.of());
        open(builder, "LNodeType", Map.of("id", "N", "lnClass", "LLN0"));
        leaf(builder, "DO", Map.of("name", "X", "type", "D"));
        builder.close();
        boolean isArray = path.contains("()");
        String[] names = path.replace("()", "").split("\\.");
        open(builder, "DOType", Map.of("id", "D", "cdc", cdc));
        leaf(
                builder,
                "DA",
                names.length == 1
                        ? Map.of("name", names[0], "bType", type, "fc", constraint)
                        : isArray
                                ? Map.of(
                                        "name",
                                        names[0],
                                        "bType",
                                        "Struct",
                                        "type",
                                        "T1",
                                        "fc",
                                        constraint,
                                        "count",
                                        "3")
                                : Map.of("name", names[0], "bType", "Struct", "type", "T1", "fc", constraint));
        builder.close();
        for (int i = 1; i < names.length; i++) {
            open(builder, "DAType", Map.of("id", "T" + i));
            leaf(
                    builder,
                    "BDA",
                    i == names.length - 1
                            ? Map.of("name", names[i], "bType", type)
                            : Map.of("name", names[i], "bType", "Struct", "type", "T" + (i + 1)));
            builder.close();
        }
        builder.close();
        builder.close();
        return builder.build()
                .ieds()
                .get(0)
                .logicalDevices()
                .get(0)
                .nodes()
                .get(0)
                .attributes()
                .get(0);
    }

    private static void open(SclBuilder builder, String name, Map<String, String> attributes) {
        builder.open(name, 1, 1);
        attributes.forEach(builder::attribute);
    }

    private static void leaf(SclBuilder builder, String name, Map<String, String> attributes) {
        open(builder, name, attributes);
        builder.close();
    }

    /** The table of IEC TS 61850-80-1:2016, clause 7, by type numbers, the proposed one first; and what carries it in Modbus. */
    @ParameterizedTest(name = "{0}.{1} → {4}")
    @CsvSource({
        "SPS, stVal,              ST, BOOLEAN,  30 1, discrete",
        "SPC, stVal,              ST, BOOLEAN,  30 1, discrete",
        "ACT, general,            ST, BOOLEAN,  30 1, discrete",
        "ACT, phsB,               ST, BOOLEAN,  30 1, discrete",
        "ACD, general,            ST, BOOLEAN,  30 1, discrete",
        "ACD, neut,               ST, BOOLEAN,  30 1, discrete",
        "DPS, stVal,              ST, Dbpos,    31 3, input uint16",
        "DPC, stVal,              ST, Dbpos,    31 3, input uint16",
        "INS, stVal,              ST, INT32,    35 11, input int32 ABCD",
        "ENS, stVal,              ST, Enum,     35 11, input int32 ABCD",
        "INC, stVal,              ST, INT32,    35 11, input int32 ABCD",
        "ENC, stVal,              ST, Enum,     35 11, input int32 ABCD",
        "BCR, actVal,             ST, INT64,    37 15, input int64 ABCDEFGH",
        "BSC, valWTr.posVal,      ST, INT8,     32 5, input int16",
        "ISC, valWTr.posVal,      ST, INT8,     32 5, input int16",
        "MV,  mag.f,              MX, FLOAT32,  36 13 35 11 34 9, input float32 ABCD",
        "CMV, cVal.mag.f,         MX, FLOAT32,  36 13 35 11 34 9, input float32 ABCD",
        "CMV, cVal.ang.f,         MX, FLOAT32,  36 13 35 11 34 9, input float32 ABCD",
        "APC, mxVal.f,            MX, FLOAT32,  36 13 35 11 34 9, input float32 ABCD",
        "BAC, mxVal.f,            MX, FLOAT32,  36 13 35 11 34 9, input float32 ABCD",
        "BAC, Oper.ctlVal,        CO, Tcmd,     47 60, holding int16",
        "HWYE, phsAHar().mag.f,   MX, FLOAT32,  36 13 35 11 34 9, input float32 ABCD",
        "HDEL, phsBCHar().ang.f,  MX, FLOAT32,  36 13 35 11 34 9, input float32 ABCD",
        "HMV, har().mag.f,        MX, FLOAT32,  36 13 35 11 34 9, input float32 ABCD",
        "SPC, Oper.ctlVal,        CO, BOOLEAN,  45 58, coil",
        "DPC, Oper.ctlVal,        CO, BOOLEAN,  46 59, coil",
        "INC, Oper.ctlVal,        CO, INT32,    49 62, holding int32 ABCD",
        "DPC, ctlVal,             CO, BOOLEAN,  46 59, coil",
        "SPC, ctlVal,             CO, BOOLEAN,  45 58, coil",
        "APC, ctlVal.f,           CO, FLOAT32,  50 48 49 63 61 62, holding float32 ABCD",
        "ENC, Oper.ctlVal,        CO, Enum,     49 62, holding int32 ABCD",
        "BSC, Oper.ctlVal,        CO, Tcmd,     47 60, holding int16",
        "ISC, Oper.ctlVal,        CO, INT8,     47 60, holding int16",
        "APC, Oper.ctlVal.f,      CO, FLOAT32,  50 48 49 63 61 62, holding float32 ABCD"
    })
    void everyClassIsCarriedAsTheStandardSays(
            String cdc, String path, String constraint, String type, String codes, String modbus) {
        MappedSignal signal = new MappedSignal.OfIed(attribute(cdc, path, constraint, type));
        Shape shape = signal.shape().orElseThrow();
        assertThat(signal.reason()).isEmpty();
        assertThat(shape.access()).isEqualTo(constraint.equals("CO") ? Access.COMMAND : Access.READ);
        PointSpace iec104 = PointSpaces.byId("iec60870-5-104").orElseThrow();
        List<String> known = new ArrayList<>(List.of(codes.split(" ")));
        if (shape.form() == Form.WHOLE) { // beyond the table, for numbers that 16 bits do not hold
            known.addAll(
                    shape.access() == Access.READ
                            ? List.of("36", "13", "33", "7", "20")
                            : List.of("50", "63", "51", "64"));
        }
        if (shape.form() == Form.REAL && shape.access() == Access.READ) {
            known.add("21"); // without quality, for who wants it so
        }
        assertThat(iec104.carriers(shape))
                .extracting(carrier -> InformationType.of(carrier).orElseThrow().code() + "")
                .containsExactlyElementsOf(known);
        for (PointSpace space : List.of(iec104, PointSpaces.byId("modbus").orElseThrow())) {
            assertThat(space.carriers(shape))
                    .allMatch(carrier -> space.at(carrier, 5).permits(shape.access()))
                    .allMatch(carrier -> space.at(carrier, 5).carrier().equals(carrier));
        }
        assertThat(PointSpaces.byId("modbus").orElseThrow().carriers(shape)).startsWith(modbus);
    }

    @ParameterizedTest(name = "{0}.{1} is left out: {4}")
    @CsvSource({
        "SPS, q,           ST, Quality,      travels with its value",
        "SPS, t,           ST, Timestamp,    travels with its value",
        "DPC, Oper.ctlNum, CO, INT8U,        part of a control",
        "DPC, SBOw.ctlVal, CO, BOOLEAN,      part of a control",
        "DPC, Cancel.ctlVal, CO, BOOLEAN,    part of a control",
        "ACD, dirGeneral,  ST, Enum,         nothing carries",
        "LPL, vendor,      DC, VisString255, 'is description, not a process value'",
        "ASG, setMag.f,    SG, FLOAT32,      'is setting group, active, not a process value'",
        "MV,  units.SIUnit,CF, Enum,         'is configuration, not a process value'"
    })
    void whatIsNotCarriedSaysWhy(String cdc, String path, String constraint, String type, String reason) {
        MappedSignal signal = new MappedSignal.OfIed(attribute(cdc, path, constraint, type));
        assertThat(signal.shape()).isEmpty();
        assertThat(signal.reason()).contains(reason);
    }
}
