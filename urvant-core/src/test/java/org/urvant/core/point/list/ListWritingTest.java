package org.urvant.core.point.list;

import static org.assertj.core.api.Assertions.assertThat;
import static org.urvant.core.point.list.ListReaderTest.point;
import static org.urvant.core.point.list.ListReaderTest.read;
import static org.urvant.core.point.list.ListReaderTest.text;

import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.PointSpaces;

/** Lists as manuals and offices write them: codes of functions, bare types, numbers that can mean two things. */
class ListWritingTest {
    private static final PointSpace MODBUS = PointSpaces.byId("modbus").orElseThrow();

    /** Returns whether a mistake is expected, which is then the only one told but for an order that nobody says. */
    private static boolean isTold(ListReading reading, String expected) {
        boolean isMistake = expected.startsWith("!");
        assertThat(reading.findings())
                .filteredOn(finding -> finding.rule() != ListRules.ORDER_UNSAID)
                .hasSize(isMistake ? 1 : 0)
                .allSatisfy(finding -> assertThat(finding.toString()).contains(expected.substring(1)));
        return isMistake;
    }

    /** MODBUS Application Protocol V1.1b3, 6: 1 to 4 read, 5, 6, 15, 16 and 22 write, 23 does both. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                // function, access, type, registers; the point and its access, or what is said
                "3;;int;1;holding:9 int16 READ",
                "3/16;;float;2;holding:9 float32 ABCD BOTH",
                "'03, 06, 16';;int;2;holding:9 int32 ABCD BOTH",
                "6;;uint16;;holding:9 uint16 WRITE",
                "FC05;;;;coil:9 WRITE",
                "FC 1, FC 15;;;;coil:9 BOTH",
                "0x10;;bitmap;1;holding:9 uint16 WRITE",
                "23;;BCD;2;holding:9 bcd32 ABCD BOTH",
                "04;;unsigned;4;input:9 uint64 ABCDEFGH READ",
                "6;RW;uint16;;holding:9 uint16 BOTH",
                "3;RW;bitmap32;;holding:9 uint32 ABCD BOTH",
                "6;read;uint16;;!the function only writes holding:9",
                "3 4;;uint16;;!are for holding and for input",
                "3-6;;uint16;;!is no code of a function",
                "7;;uint16;;!is no code of a function",
                "3;;int;3;!there is no type 'int' of 3 registers",
                "3;;flags;;!of how many bits; say the number of registers",
                "3;;float;4;!says 4 registers; float32 takes 2"
            })
    void functionsSayTheAccessAndRegistersTheBits(
            String function, String access, String type, String registers, String expected) {
        ListReading reading = read(
                "modbus",
                Map.of(),
                false,
                "name|address|FC|access|type|Size (words)",
                String.join("|", "x", "9", function, text(access), text(type), text(registers)));
        if (!isTold(reading, expected)) {
            ListedPoint point = point(reading, "x");
            assertThat(point.point().text() + " " + point.flow()).isEqualTo(expected);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "M_SP_TB_1 (30);1001;M_SP_TB_1 1001",
                "TI 36;1002;M_ME_TF_1 1002",
                "Type 13;0x07D1;M_ME_NC_1 2001",
                "<45>;1.2.3;C_SC_NA_1 66051",
                "31 - M_DP_TB_1;7;M_DP_TB_1 7",
                "M_SP_NA_1 <30>;7;!M_SP_NA_1 has the number 1",
                "1: M_DP_NA_1;7;!M_DP_NA_1 has the number 3",
                "M_XX_NA_1 (30);7;!'M_XX_NA_1' is no type that Urvant maps"
            })
    void typesAreReadAsTablesWriteThem(String type, String address, String expected) {
        ListReading reading = read(
                "iec60870-5-104", Map.of("station", "12"), false, "name|TI|IOA", String.join("|", "x", type, address));
        if (!isTold(reading, expected)) {
            assertThat(point(reading, "x").point().text()).isEqualTo(expected);
        }
    }

    @Test
    void aUnitThatIsNoneIsToldOnce() {
        ListReading reading = read(
                "modbus",
                Map.of("area", "holding", "type", "int16"),
                false,
                "name|address|unit",
                "a|1|KW",
                "b|2|KW",
                "c|3|kW",
                "d|4|pieces",
                "e|5|mw",
                "f|6|kWk");
        assertThat(reading.findings())
                .extracting(finding ->
                        finding.rule().id() + " " + finding.position().line() + " " + finding.message())
                .containsExactly(
                        "list-unit-unknown 2 'KW' is no unit that is known, so values in it are never converted; did you mean kW?",
                        "list-unit-not-converted 5 'pieces' is no unit that is known, so values in it are never converted",
                        "list-unit-unknown 6 'mw' is no unit that is known, so values in it are never converted; did you mean MW?",
                        "list-unit-not-converted 7 'kWk' is no unit that is known, so values in it are never converted; did you mean kW?");
        assertThat(reading.list().orElseThrow().points()).hasSize(6);
    }

    @Test
    void namesThatAreSharedAreTold() {
        ListReading reading = read(
                "modbus",
                Map.of("area", "holding", "type", "int16"),
                false,
                "name|station|address",
                "speed|3|1",
                "Speed|3|2",
                "speed|4|1",
                "load|4|7",
                "load|4|8");
        assertThat(reading.findings())
                .extracting(finding ->
                        finding.rule().id() + " " + finding.position().line() + " " + finding.message())
                .containsExactly(
                        "list-name-shared 3 'speed' is the name of 2 points: l.csv:2, l.csv:3; 1 name more is shared");
    }

    /** A point between thousands and one before a fraction look alike, where a comma could be the decimal sign. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                // greatest values of two points, comma allowed; those that are read, what is said
                "1.200;300;true;300;can be 1200 or 1,200",
                "1.200;0.5;true;1.2 0.5;",
                "1.200;2.50;true;1.2 2.5;",
                "1.200;0,5;true;0.5;other numbers of the table have ','",
                "1.200;300;false;1.2 300;",
                "1,200;300;true;1.2 300;",
                "1.200;3.000;true;'';no other number",
                "1.200;1.200;true;'';no other number",
                "12.5;0,5;true;12.5;other numbers of the table have '.'"
            })
    void aPointMayStandBetweenThousands(String one, String other, boolean comma, String read, String said) {
        ListReading reading = read(
                "modbus",
                Map.of("area", "holding", "type", "int16", "least", "0"),
                comma,
                "name|address|max",
                "a|1|" + one,
                "b|2|" + other);
        assertThat(reading.list().orElseThrow().points().values().stream()
                        .map(point -> point.measure()
                                .range()
                                .high()
                                .stripTrailingZeros()
                                .toPlainString())
                        .collect(Collectors.joining(" ")))
                .isEqualTo(read);
        assertThat(reading.findings().isEmpty()).isEqualTo(said == null);
        assertThat(reading.findings())
                .allSatisfy(finding -> assertThat(finding.message()).contains(said));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "text4;AB;;534B 2D31;is 'SK-1'",
                "text4;BA;;4B53 312D;is 'SK-1'",
                "text3;AB;;4142 4300;is 'ABC'",
                "text6;AB;3;4100 0000 0000;is 'A'",
                "string;AB;3;4120 0A42 2020;is 'A ·B'",
                "text4;AB;3;;!says 3 registers; text4 takes 2",
                "uint32;ABCD;1;;!says 1 registers; uint32 takes 2",
                "text4;AB;;534B;!takes 2 registers, not 1"
            })
    void textsTakeTwoCharactersARegister(String type, String order, String registers, String example, String expected) {
        ListReading reading = read(
                "modbus",
                Map.of("area", "holding"),
                false,
                "name|address|type|order|number of registers|example",
                String.join("|", "x", "1", type, order, text(registers), text(example)));
        if (!isTold(reading, expected)) {
            assertThat(reading.examples().values()).singleElement().asString().endsWith(expected);
            assertThat(point(reading, "x").shape(MODBUS, Access.READ).form()).isEqualTo(Form.TEXT);
        }
    }

    /** The order of registers is in no standard; an example shows it, and whoever assumes one has said it. */
    @ParameterizedTest
    @CsvSource({
        "int16, '', '', '', ''",
        "text4, '', '', '', ''",
        "float32, '', '', '', of this value come; the one of highest weight",
        "uint64, '', '', '', of this value come",
        "float32, CDAB, '', '', ''",
        "float32, '', '', 41A0 0000, ''",
        "float32, '', CDAB, '', ''"
    })
    void anOrderThatNobodySaysIsTold(String type, String order, String assumed, String example, String expected) {
        Map<String, String> assume =
                assumed.isEmpty() ? Map.of("area", "holding") : Map.of("area", "holding", "order", assumed);
        ListReading reading = read(
                "modbus",
                assume,
                false,
                "name|address|type|order|example",
                String.join("|", "x", "1", type, order, example));
        assertThat(reading.isSound()).isTrue();
        assertThat(reading.findings()).hasSize(expected.isEmpty() ? 0 : 1).allSatisfy(finding -> {
            assertThat(finding.rule()).isEqualTo(ListRules.ORDER_UNSAID);
            assertThat(finding.message()).contains(expected);
        });
    }
}
