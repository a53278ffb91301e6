package org.urvant.core.point.list;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Default values of points. */
class ListDefaultTest {
    /** N26: a default is a value that the point can have. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "",
            value = {
                "holding, uint16, 0.1, 0, 100, 50, 50",
                "holding, uint16, 0.1, 0, 100, 100.1, list-default-out-of-range the default 100.1 lies outside 0 to 100",
                "holding, uint16, 0.1, 0, 100, 0.25, list-default-out-of-range the default 0.25 lies between two steps of 0.1",
                "holding, int16, 1, '', '', -32769, list-default-out-of-range the default -32769 lies outside -32768 to 32767",
                "holding, float32, 1, 0, 1, 0.25, 0.25",
                "holding, uint16, 1, '', '', Auto, 'list-row-malformed the cell of ''default'' holds ''Auto'', which is no number'",
                "holding, uint16, 1, '', '', -, ''",
                "holding, text4, '', '', '', Auto, Auto",
                "coil, '', '', '', '', On, 1",
                "coil, '', '', '', '', 2, 'list-row-malformed the cell of ''default'' holds ''2''; expected a state, 0 to 1'"
            })
    void aDefaultIsAValueThatThePointCanHave(
            String area, String type, String factor, String least, String most, String preset, String expected) {
        ListReading reading = ListReaderTest.read(
                "modbus",
                Map.of("order", "ABCD"),
                false,
                "name|area|address|type|factor|min|max|Default value",
                String.join(
                        "|",
                        "x",
                        area,
                        "1",
                        ListReaderTest.text(type),
                        ListReaderTest.text(factor),
                        ListReaderTest.text(least),
                        ListReaderTest.text(most),
                        preset));
        if (ListReaderTest.text(expected).startsWith("list-")) {
            assertThat(reading.findings())
                    .singleElement()
                    .extracting(finding -> finding.rule().id() + " " + finding.message())
                    .isEqualTo(expected);
        } else {
            assertThat(reading.findings()).isEmpty();
            assertThat(reading.list().orElseThrow().points().get("x").measure().preset())
                    .isEqualTo(ListReaderTest.text(expected));
        }
    }
}
