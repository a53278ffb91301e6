package org.urvant.core.point.modbus;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Requests join what lies side by side, within the limits of MODBUS Application Protocol V1.1b3, 6.1 to 6.4. */
class ReadRequestTest {
    private static List<String> plan(int gap, String... points) {
        return ReadRequest.plan(Stream.of(points).map(ModbusPoint::read).toList(), gap).stream()
                .map(request -> request.area() + " " + request.first() + "+" + request.count() + " of "
                        + request.points().size() + " unused " + request.unused())
                .toList();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "0 | input:0 int16; input:1 uint16; input:2 float32 CDAB; input:4 int16 | input 0+5 of 4 unused 0",
                "0 | input:4 int16; input:0 int16 | input 0+1 of 1 unused 0; input 4+1 of 1 unused 0",
                "3 | input:4 int16; input:0 int16 | input 0+5 of 2 unused 3",
                "2 | input:4 int16; input:0 int16 | input 0+1 of 1 unused 0; input 4+1 of 1 unused 0",
                "9 | input:1 int16; holding:2 int16; coil:3; discrete:4 | coil 3+1 of 1 unused 0; discrete 4+1 of 1 unused 0;"
                        + " input 1+1 of 1 unused 0; holding 2+1 of 1 unused 0",
                "0 | holding:5.3; holding:5.4; holding:5 uint16 | holding 5+1 of 3 unused 0",
                "0 | holding:123 int16; holding:0 int16; holding:124 float32 | holding 0+1 of 1 unused 0; holding 123+3 of 2"
                        + " unused 0"
            })
    void neighboursAreReadTogether(int gap, String points, String expected) {
        assertThat(plan(gap, points.split("; "))).containsExactly(expected.split("; "));
    }

    private static List<ReadRequest.Wanted> wanted(String points) {
        return Stream.of(points.split("; "))
                .map(text -> text.split("=", 2))
                .map(parts -> new ReadRequest.Wanted(ModbusPoint.read(parts[0]), parts.length > 1 ? parts[1] : ""))
                .toList();
    }

    /** What is to be read together is, with what lies between; it is not joined with neighbours, and parted only where it must. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "input:0 int16=a; input:4 int16=a; input:5 int16 | input 0+5; input 5+1",
                "input:0 int16=a; input:1 int16=b | input 0+1; input 1+1",
                "input:0 int16=a; holding:1 int16=a | input 0+1; holding 1+1",
                "input:0 int16=a; input:124 int16=a | input 0+125",
                "input:0 int16=a; input:125 int16=a | input 0+1; input 125+1",
                "coil:0=a; coil:1999=a | coil 0+2000"
            })
    void pointsThatBelongTogetherAreReadTogether(String points, String expected) {
        assertThat(ReadRequest.planned(wanted(points), 0))
                .extracting(request -> request.area() + " " + request.first() + "+" + request.count())
                .containsExactly(expected.split("; "));
    }

    /** Function, first and count: alone, but for what belongs together and lies side by side, at most 123 registers and 1,968 coils. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "coil:3; coil:4 | 5 coil 3+1; 5 coil 4+1",
                "coil:3=a; coil:4=a | 15 coil 3+2",
                "holding:3 int16; holding:4 float32 | 6 holding 3+1; 16 holding 4+2",
                "holding:4 float32=a; holding:3 int16=a; holding:7 int16=a | 16 holding 3+3; 6 holding 7+1",
                "holding:3.2-4 | 22 holding 3+1",
                "holding:3.2=a; holding:3.3=a | 22 holding 3+1; 22 holding 3+1",
                "coil:0=a; holding:1 int16=a | 5 coil 0+1; 6 holding 1+1"
            })
    void eachValueIsWrittenAloneButForWhatBelongsTogether(String points, String expected) {
        assertThat(WriteRequest.plan(wanted(points)))
                .allMatch(WriteRequest::isPossible)
                .extracting(request ->
                        request.function() + " " + request.area() + " " + request.first() + "+" + request.count())
                .containsExactly(expected.split("; "));
    }

    @Test
    void aWriteHasAtMost123Registers() {
        List<ReadRequest.Wanted> many = IntStream.range(0, 124)
                .mapToObj(i -> new ReadRequest.Wanted(ModbusPoint.read("holding:" + i + " int16"), "a"))
                .toList();
        assertThat(WriteRequest.plan(many)).extracting(WriteRequest::count).containsExactly(123, 1);
        assertThat(WriteRequest.plan(wanted("holding:0 text248")).get(0).isPossible())
                .isFalse();
        // 9 octets and 4 of data there, 8 back, 3.5 characters of silence before each: (21 + 7) * 11 / 9.6 ms
        assertThat(WriteRequest.plan(wanted("holding:0 float32"))
                                .get(0)
                                .time(9_600, Duration.ZERO)
                                .toNanos()
                        / 1e6)
                .isCloseTo(32.083333, Offset.offset(1e-5));
    }

    @Test
    void aRequestReadsAtMost125RegistersAnd2000Bits() {
        assertThat(plan(
                        0,
                        IntStream.range(0, 126)
                                .mapToObj(i -> "input:" + i + " int16")
                                .toArray(String[]::new)))
                .containsExactly("input 0+125 of 125 unused 0", "input 125+1 of 1 unused 0");
        assertThat(plan(0, IntStream.range(0, 2001).mapToObj(i -> "coil:" + i).toArray(String[]::new)))
                .containsExactly("coil 0+2000 of 2000 unused 0", "coil 2000+1 of 1 unused 0");
        // a value of four registers that would begin at the 123rd is not parted
        assertThat(plan(200, "input:0 int16", "input:122 float64"))
                .containsExactly("input 0+1 of 1 unused 0", "input 122+4 of 1 unused 0");
    }

    /** 11 bits an octet, 3.5 characters of silence before each frame, 1.75 ms above 19,200 bit/s. */
    @ParameterizedTest
    @CsvSource({"9600, 10, 37.5", "19200, 0, 13.75", "38400, 0, 8.369791667"})
    void aRequestTakesItsOctetsAndTheSilenceAroundThem(int bitRate, int turnAround, double milliseconds) {
        ReadRequest request = ReadRequest.plan(List.of(ModbusPoint.read("input:0 float32")), 0)
                .get(0);
        // 8 octets there, 5 and 4 back: at 9,600 bit/s (17 + 7) * 11 / 9.6 = 27.5 ms and 10 ms
        assertThat(request.answerOctets()).isEqualTo(9);
        assertThat(request.time(bitRate, Duration.ofMillis(turnAround)).toNanos() / 1e6)
                .isCloseTo(milliseconds, Offset.offset(1e-6));
    }

    @Property(tries = 200)
    void everyPointIsReadOnceAndWhole(
            @ForAll @Size(min = 1, max = 60) List<@IntRange(max = 400) Integer> addresses,
            @ForAll @IntRange(max = 30) int gap) {
        List<ModbusPoint> points = new ArrayList<>();
        for (int address : addresses) {
            points.add(ModbusPoint.read("holding:" + address + (address % 3 == 0 ? " float64" : " int16")));
        }
        List<ReadRequest> plan = ReadRequest.plan(points, gap);
        assertThat(plan.stream().flatMap(request -> request.points().stream()))
                .hasSameSizeAs(points)
                .containsAll(points);
        for (ReadRequest request : plan) {
            assertThat(request.count()).isBetween(1, 125);
            assertThat(request.points()).allMatch(point -> {
                ModbusPoint own = (ModbusPoint) point;
                return own.address() >= request.first() && own.end() <= request.first() + request.count();
            });
        }
    }
}
