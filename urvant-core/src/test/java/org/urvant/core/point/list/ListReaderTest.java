package org.urvant.core.point.list;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;

/** Rows of lists become points, or findings that say why not. */
class ListReaderTest {
    private static final List<String> KINDS = List.of("alarm", "counter");
    private static final PointSpace MODBUS = PointSpaces.byId("modbus").orElseThrow();

    static ListReading read(String protocol, Map<String, String> assumed, boolean comma, String... lines) {
        return read(
                new ListRequest("L", PointSpaces.byId(protocol), Map.of(), assumed, KINDS, comma),
                Stream.of(lines).map(line -> List.of(line.split("\\|", -1))).toList());
    }

    static ListReading read(ListRequest request, List<List<String>> lines) {
        List<ListReader.Row> rows = new ArrayList<>();
        for (int i = 1; i < lines.size(); i++) {
            rows.add(new ListReader.Row(lines.get(i), Map.of(), null, Position.line("l.csv", i + 1)));
        }
        return ListReader.read(request, lines.get(0), Position.line("l.csv", 1), rows);
    }

    /** A row of Modbus under all headings: what point it is, or a piece of what is said about it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                // area, function, address, bit, type, order
                "holding register;;12;;float32;;holding:12 float32 ABCD",
                "Input Registers;;12;;REAL;CDAB;input:12 float32 CDAB",
                ";3;12;;u16;;holding:12 uint16",
                ";04;12;;S32;low word first;input:12 int32 CDAB",
                ";16;12;;bcd16;;holding:12 bcd16",
                ";2;7;;;;discrete:7",
                ";1;0;;bool;;coil:0",
                "holding;;5;3;;;holding:5.3",
                "holding;;5;3;bool;;holding:5.3",
                "holding;;0x0C;;int16;;holding:12 int16",
                // reference numbers: a digit for the area, then from 1 (MODBUS Application Protocol V1.1b3, 4.4)
                ";;40013;;float32;;holding:12 float32 ABCD",
                ";;30001;;int16;;input:0 int16",
                ";;10001;;;;discrete:0",
                ";;00001;;;;coil:0",
                ";;465536;;int16;;holding:65535 int16",
                "holding;;40013;;int16;;!can be a reference number",
                "input;;40013;;int16;;!40013 can be the reference number of a holding register, and the row says input",
                "holding;;10013;;int16;;holding:10013 int16",
                ";4;4x0013;;int16;;!4x0013 is the reference number of a holding register; the row says input",
                "input;;3x0013;;int16;;input:12 int16",
                ";;40000;;int16;;!count from 1",
                ";;40013-40014;;float32;;holding:12 float32 ABCD",
                ";;40013 to 40016;;int;;holding:12 int64 ABCDEFGH",
                ";;30001..30004;;text;;input:0 text8",
                ";;4x0013;;int16;;holding:12 int16",
                ";;3:00013 – 3:00014;;uint32;;input:12 uint32 ABCD",
                ";;0x00013;;;;coil:12",
                "coil;;0x0013;;;;!can be 19 in hexadecimal, or the reference number of coil 13",
                "coil;;0x0A;;;;coil:10",
                ";;40013-40014;;int16;;!the row says 2 registers; int16 takes 1",
                ";;40014-40013;;float32;;!ends before it begins",
                ";;00001-00004;;;;!'00001-00004' names 4 bits; a row is about one",
                ";;HR13;;int16;;!'HR13' is no address",
                ";;12;;int16;;!it is not said whether",
                "holding;;65535;;float32;;!65535 to 65536 is outside",
                "holding;;65536;;int16;;!outside 0 to 65535",
                "holding;;;;int16;;!there is no address",
                "holding;;twelve;;int16;;!is no address",
                "holding;;١٢;;int16;;!is no address",
                "holding;;-1;;int16;;!is no address",
                "holding;;12;;;;!what holding register 12 holds",
                "holding;;12;;bool;;!which bit of holding register 12",
                "holding;;12;;int;;!of how many bits",
                "holding;;12;;blob;;!is no type of register",
                "holding;;12;;string;;!how many characters the text has",
                "holding;;12;;String[20];;holding:12 text20",
                "holding;;12;;ascii7;BA;holding:12 text7 BA",
                "holding;;12;;CHAR(8);CDAB;holding:12 text8",
                "holding;;12;;text0;;!a text has 1 to 250 characters",
                "holding;;65530;;text13;;!65530 to 65536 is outside",
                "holding;;12;;float32;ACBD;!is no order of the octets of float32",
                "coil;;12;;;ACBD;!'ACBD' is no order of octets, and a bit needs none",
                "coil;;12;;;CDAB;coil:12",
                "holding;;12;5;;little endian;holding:12.5",
                "holding;;12;4-7;;;holding:12.4-7",
                "holding;;12;7:4;UINT16;;holding:12.4-7",
                "holding;;12;4..7;int16;;!a whole number from 0 on; the row says int16",
                "holding;;12;4-4;;;!expected two bits of a register, 0 to 15",
                "holding;;12;9-16;;;!expected two bits of a register, 0 to 15",
                "coil;;12;0-3;;;!is one bit and has no bit number",
                "holding;;12;;BIT3;;!has its number in the column 'bit'",
                "holding;;12;;int48;;!is no type of register that can be read; expected",
                "holding;;12;16;;;!expected a whole number from 0 to 15",
                "coil;;12;3;;;!is one bit and has no bit number",
                "coil;;12;;int16;;!cannot hold int16",
                "coil;3;12;;;;!function 3 is for holding",
                "4;;12;;int16;;!no kind of data of Modbus",
                ";9;12;;int16;;!no code of a function",
                "=A1;;12;;int16;;!holds a formula"
            })
    void aRowOfModbusIsAPointOrSaysWhyNot(
            String area, String function, String address, String bit, String type, String order, String expected) {
        ListReading reading = read(
                new ListRequest("L", Optional.of(MODBUS), Map.of(), Map.of(), KINDS, false),
                List.of(
                        List.of(
                                "Name",
                                "Area",
                                "Function code",
                                "Register Address",
                                "Bit No.",
                                "Data Type",
                                "Byte-Order"),
                        Arrays.asList(
                                "x", text(area), text(function), text(address), text(bit), text(type), text(order))));
        if (expected.startsWith("!")) {
            assertThat(reading.findings())
                    .extracting(Finding::message)
                    .singleElement()
                    .asString()
                    .contains(expected.substring(1));
            assertThat(reading.list().orElseThrow().points()).isEmpty();
        } else {
            assertThat(reading.findings()).extracting(Finding::rule).isSubsetOf(ListRules.ORDER_UNSAID);
            assertThat(point(reading, "x").point().text()).isEqualTo(expected);
        }
    }

    static String text(String cell) {
        return cell == null ? "" : cell;
    }

    static ListedPoint point(ListReading reading, String key) {
        return reading.list().orElseThrow().point(key).orElseThrow();
    }

    /** What a raw number is worth: F7, {@code y = m*x + b}. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                // factor, divisor, offset, least, most, comma allowed; value of 200, or what is said
                "0.1;;;;;false;20",
                ";10;-5;;;false;15",
                "0,1;;;;;true;20",
                "1e-1;;;-40;200;false;20",
                "x0.1;;;;;false;20",
                "× 0,1;;;;;true;20",
                "*10;;;;;false;2000",
                "/10;;;;;false;20",
                "÷ 8;;;;;false;25",
                "1/10;;;;;false;20",
                "1 / 0;;;;;false;!the divisor is 0",
                "2/10;;;;;false;!is no number",
                "/ten;;;;;false;!is no number",
                "/3;;;;;false;!has no end",
                "0,1;;;;;false;!a comma is no decimal sign",
                "0,1;;0.5;;;true;!could mean two things",
                "1.000,5;;;;;true;!is no number",
                "0;;;;;false;!makes every value the same",
                "1e400;;;;;false;!no signal is scaled by a factor of 10 to the 400",
                ";0;;;;false;!the divisor is 0",
                ";3;;;;false;!has no end",
                "2;4;;;;false;!a factor and a divisor",
                ";;;5;;false;!only one end of the range",
                ";;;5;4;false;!above the greatest",
                "1e999999999;;;;;false;!is no number",
                ";;;0;70000;false;?the point holds 0 to 65535"
            })
    void numbersAreWorthWhatTheListSays(
            String factor, String divisor, String offset, String least, String most, boolean comma, String expected) {
        ListReading reading = read(
                "modbus",
                Map.of("area", "holding", "type", "uint16"),
                comma,
                "Signal|Address|Scale|Divisor|Offset|Min|Max",
                String.join("|", "x", "1", text(factor), text(divisor), text(offset), text(least), text(most)));
        if (expected.startsWith("!") || expected.startsWith("?")) {
            assertThat(reading.findings())
                    .extracting(Finding::message)
                    .singleElement()
                    .asString()
                    .contains(expected.substring(1));
            assertThat(reading.findings().get(0).rule().id())
                    .isEqualTo(expected.startsWith("?") ? "list-range-beyond-type" : "list-row-malformed");
            assertThat(reading.isSound()).isEqualTo(expected.startsWith("?"));
        } else {
            assertThat(point(reading, "x").measure().value(BigDecimal.valueOf(200)))
                    .isEqualByComparingTo(expected);
        }
    }

    /** F9; floats by ISO/IEC 60559: 20 is 41A00000, 1 is 3FF0000000000000. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "float32;ABCD;41A0 0000;0;100;41A0 0000 is 20 °C (CDAB 2.3542E-41, BADC -1.6347736E-19, DCBA 5.7488E-41)",
                "float32;CDAB;41A0 0000;1;100;!outside 1 to 100; it would fit in the order ABCD",
                "float32;CDAB;0x0000 0x41A0;1;100;0x0000 0x41A0 is 20 °C (ABCD 2.3542E-41, BADC 5.7488E-41,",
                "int16;AB;FFFE;;;FFFE is -2 °C (BA -257)",
                "uint16;BA;0100;;;0100 is 1 °C (AB 256)",
                "bcd16;AB;1234;;;1234 is 1234 °C (BA 3412)",
                "bcd16;AB;12AF;;;!has digits above 9",
                "uint32;ABCD;0001 0002;;;0001 0002 is 65538 °C",
                "float64;ABCDEFGH;3FF0 0000 0000 0000;;;is 1 °C",
                "int32;ABCD;41A0;;;!int32 takes 2 registers, not 1",
                "float32;ABCD;7F80 0000;;;!no number: Infinity",
                "int16;AB;xyz;;;!not of hexadecimal words",
                "uint64;ABCDEFGH;0000 0001 2A05 F201;;;is 5000000001 °C",
                "float64;ABCDEFGH;4009 21FB 5444 2D18;;;is 3.141592653589793 °C"
            })
    void examplesShowWhetherTheOrderIsRight(
            String type, String order, String example, String least, String most, String expected) {
        ListReading reading = read(
                "modbus",
                Map.of("area", "holding"),
                false,
                "name|address|type|order|example|least|most|unit",
                String.join("|", "x", "1", type, order, example, text(least), text(most), "°C"));
        if (expected.startsWith("!")) {
            assertThat(reading.findings())
                    .singleElement()
                    .extracting(finding -> finding.rule().id() + " " + finding.message())
                    .asString()
                    .startsWith(expected.contains("outside") ? "list-example-out-of-range" : "list-row-malformed")
                    .contains(expected.substring(1));
        } else {
            assertThat(reading.findings()).isEmpty();
            assertThat(reading.examples().values()).singleElement().asString().contains(expected);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "uint16, 1, '', READ, WHOLE, 0, 65535",
        "uint16, 0.1, '', READ, REAL, 0.0, 6553.5",
        "int32, 10, counter, READ, COUNTER, -21474836480, 21474836470",
        "bcd16, 1, '', READ, WHOLE, 0, 9999",
    })
    void whatAPointIsFollowsFromRegistersAndFactor(
            String type, String factor, String kind, Access access, Form form, BigDecimal low, BigDecimal high) {
        ListReading reading = read(
                "modbus",
                Map.of("area", "holding"),
                false,
                "name|address|type|factor|kind",
                String.join("|", "x", "1", type, factor, kind));
        Shape shape = point(reading, "x").shape(MODBUS, access);
        assertThat(shape.form()).isEqualTo(form);
        assertThat(shape.range()).isEqualTo(new Interval(low, high));
    }

    @Test
    void accessIsReadWhereTheListDoesNotSay() {
        ListReading reading = read(
                "modbus",
                Map.of("type", "int16", "station", "7"),
                false,
                "name|area|address|R/W",
                "a|holding|1|",
                "b|holding|2|RW",
                "c|holding|3|w",
                "d|input|4|RW",
                "e|holding|5|maybe");
        assertThat(point(reading, "a").flow()).isEqualTo(ListedPoint.Flow.READ);
        assertThat(point(reading, "b").flow()).isEqualTo(ListedPoint.Flow.BOTH);
        assertThat(point(reading, "c").flow()).isEqualTo(ListedPoint.Flow.WRITE);
        assertThat(point(reading, "c").shape(MODBUS, Access.COMMAND).form()).isEqualTo(Form.WHOLE);
        assertThat(reading.findings())
                .extracting(Finding::toString)
                .hasSize(2)
                .anyMatch(text -> text.contains("input:4 int16 cannot be written"))
                .anyMatch(text -> text.contains("access 'maybe' is none of"));
    }

    @Test
    void informationObjectsOfANeighbourAreRead() {
        ListReading reading = read(
                "iec60870-5-104",
                Map.of("station", "12"),
                false,
                "IOA|Type ID|Designation|Category",
                "1001|30|Breaker closed|",
                "1002|m_me_tf_1|Level|",
                "6001|C_SC_NA_1|Open breaker|",
                "0|30|Zero|",
                "16777216|30|Beyond|",
                "1003|99|Unknown|",
                "1004|30|Alarm|nosuch");
        assertThat(reading.list().orElseThrow().points().values())
                .extracting(point -> point.key() + " " + point.station() + " "
                        + point.point().text() + " " + point.flow())
                .containsExactly(
                        "breaker-closed 12 M_SP_TB_1 1001 READ",
                        "level 12 M_ME_TF_1 1002 READ",
                        "open-breaker 12 C_SC_NA_1 6001 WRITE");
        assertThat(reading.findings())
                .extracting(finding -> finding.position().line() + " " + finding.message())
                .containsExactly(
                        "5 the cell of 'address' holds '0'; expected a whole number from 1 to 16777215",
                        "6 the cell of 'address' holds '16777216'; expected a whole number from 1 to 16777215",
                        "7 '99' is no type that Urvant maps. Known: C_BO_NA_1, C_BO_TA_1, C_DC_NA_1, C_DC_TA_1,"
                                + " C_RC_NA_1, C_RC_TA_1, C_SC_NA_1, C_SC_TA_1, ….",
                        "8 'nosuch' is no kind of signal. Known: alarm, counter.");
    }

    /** How a command is executed stands in a column of many names and words; what is neither is not guessed. */
    @Test
    void commandsThatAreSelectedFirstAreRead() {
        ListReading reading = read(
                "iec60870-5-104",
                Map.of("station", "12"),
                false,
                "IOA|Type|Name|SBO",
                "1|45|a|yes",
                "2|C_DC_NA_1|b|SBO",
                "3|45|c|direct",
                "4|C_SE_NC_1|d|",
                "5|30|e|no",
                "6|30|f|yes",
                "7|45|g|perhaps");
        assertThat(reading.list().orElseThrow().points().values())
                .extracting(point -> point.point().text())
                .containsExactly(
                        "C_SC_NA_1 1 select", "C_DC_NA_1 2 select", "C_SC_NA_1 3", "C_SE_NC_1 4", "M_SP_TB_1 5");
        assertThat(reading.findings())
                .extracting(finding -> finding.position().line() + " " + finding.message())
                .containsExactly(
                        "7 M_SP_TB_1 travels from the plant; only commands are selected before they are executed",
                        "8 the cell of 'select' holds 'perhaps'; expected yes or no, select or direct");
    }

    /** N26: off by one, a type too wide, one point twice; a bit and its register are no mistake. */
    @Test
    void pointsThatLieOnEachOtherAreFound() {
        ListReading reading = read(
                "modbus",
                Map.of("area", "holding", "order", "ABCD"),
                false,
                "name|address|bit|type",
                "a|10||float32",
                "b|11||int16",
                "c|10||float32",
                "d|12||uint16",
                "e|12|0|",
                "f|12|0|");
        assertThat(reading.findings())
                .extracting(finding ->
                        finding.rule().id() + " " + finding.position().line() + " " + finding.message())
                .containsExactly(
                        "list-points-overlap 3 holding:11 int16 shares registers with holding:10 float32 ABCD, 'a', at"
                                + " l.csv:2",
                        "list-point-twice 4 holding:10 float32 ABCD stands already at l.csv:2",
                        "list-point-twice 7 holding:12.0 stands already at l.csv:6");
        assertThat(reading.list().orElseThrow().points().keySet()).containsExactly("a", "b", "d", "e");
    }

    @Test
    void keysComeFromNamesAndDoNotRestOnTheOrderOfRows() {
        String[] rows = {"Pump 1 – running!|1", "Speed|2", "Speed|3", "|4"};
        ListReading reading = read(
                "modbus",
                Map.of("area", "coil"),
                false,
                Stream.concat(Stream.of("name|address"), Stream.of(rows)).toArray(String[]::new));
        assertThat(reading.list().orElseThrow().points().keySet())
                .containsExactly("pump-1-running", "speed-coil-2", "speed-coil-3", "coil-4");
        ListReading turned =
                read("modbus", Map.of("area", "coil"), false, "name|address", rows[2], rows[0], rows[1], rows[3]);
        assertThat(turned.list().orElseThrow().points().keySet())
                .containsExactlyInAnyOrderElementsOf(
                        reading.list().orElseThrow().points().keySet());
    }

    @Test
    void headingsAreRefusedWhenTheyCouldMeanTwoThings() {
        assertThatThrownBy(() -> read("modbus", Map.of(), false, "Name|Signal|Address"))
                .isInstanceOf(MalformedInputException.class)
                .hasMessageContaining("'Name' and 'Signal' both look like the column 'name'");
        assertThatThrownBy(() -> read("modbus", Map.of(), false, "Name|Where"))
                .hasMessageContaining("no heading is known as the address")
                .hasMessageContaining("'Where'");
        assertThatThrownBy(() -> read("modbus", Map.of("adress", "1"), false, "Name|Address"))
                .isInstanceOf(UnknownNameException.class);
        assertThatThrownBy(() -> read("none", Map.of(), false, "Name|Address")).isInstanceOf(RefusedException.class);
        ListReading told = read(
                new ListRequest(
                        "L", Optional.of(MODBUS), Map.of("Where", "address"), Map.of("area", "coil"), KINDS, false),
                List.of(List.of("Name", "where", "Colour"), List.of("x", "5", "red")));
        assertThat(point(told, "x").point().text()).isEqualTo("coil:5");
        assertThat(told.columns()).extracting(ListReading.Understood::column).containsExactly("name", "address", "");
    }

    @Property(tries = 300)
    void whateverCellsHoldIsAPointOrAFinding(@ForAll @Size(8) List<String> cells) {
        List<String> headings = List.of("name", "area", "address", "type", "order", "factor", "least", "station");
        ListReading reading = read(
                new ListRequest("L", Optional.of(MODBUS), Map.of(), Map.of(), KINDS, true), List.of(headings, cells));
        assertThat(reading.list().orElseThrow().points().size()
                        + (int) reading.findings().stream()
                                .filter(finding -> finding.rule() == ListRules.ROW_MALFORMED)
                                .count())
                .isEqualTo(reading.rows());
    }
}
