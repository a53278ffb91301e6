package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;

class LanesTest {
    private static final Instant BEGIN = Instant.parse("2026-11-23T00:00:00Z");

    /** Changes written as {@code second=value}; a question mark behind a value makes it invalid. */
    private static List<Change> changes(String name, String text) {
        List<Change> changes = new ArrayList<>();
        for (String one : text.split(" ")) {
            String word = one.substring(one.indexOf('=') + 1).replace("?", "");
            Object value = word.equals("on") || word.equals("off")
                    ? (Object) word.equals("on")
                    : word.contains(".")
                            ? (Object) Double.valueOf(word)
                            : word.matches("\\d+") ? Long.valueOf(word) : word;
            Instant at = BEGIN.plusSeconds(Long.parseLong(one.substring(0, one.indexOf('='))));
            Quality quality = one.endsWith("?") ? new Quality(Quality.INVALID) : Quality.GOOD;
            changes.add(new Change(at, name, new SignalValue(value, quality, at)));
        }
        return changes;
    }

    private static String lane(String text, boolean isColoured) {
        List<String> lines = Lanes.lines(
                changes("x", text), BEGIN, Duration.ofSeconds(20), ZoneOffset.UTC, 23, new Paint(isColoured));
        return lines.get(1).replaceFirst("^x( \\S+)?  ", "");
    }

    /** Twenty columns for twenty seconds. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            0=off 5=on 10=off        | ▁▁▁▁▁▄▄▄▄▄▁▁▁▁▁▁▁▁▁▁
            0=on 10=off 19=on        | ▄▄▄▄▄▄▄▄▄▄▁▁▁▁▁▁▁▁▁▄
            0=off 5=on 5=off         | ▁▁▁▁▁▌▁▁▁▁▁▁▁▁▁▁▁▁▁▁
            0=OFF 4=RUNNING 8=STOP   | │OFF│RU…│STOP
            0=A 6=A? 12=B            | │A    ××××××│B
            0=off 5=on? 10=off       | ▁▁▁▁▁×××××▁▁▁▁▁▁▁▁▁▁
            0=on 5=off? 5=on         | ▄▄▄▄▄×▄▄▄▄▄▄▄▄▄▄▄▄▄▄
            0=1 6=25 8=125 10=3      | │1    │ │ │3
            """)
    void signalsAreDrawnOverTime(String text, String expected) {
        assertThat(lane(text, false)).isEqualTo(expected);
    }

    @Test
    void numbersAreHeightsBetweenTheirLeastAndGreatest() {
        List<String> lines = Lanes.lines(
                changes("x", "0=0.0 5=6.0 10=3.0 15=0.0"),
                BEGIN,
                Duration.ofSeconds(20),
                ZoneOffset.UTC,
                31,
                new Paint(false));
        assertThat(lines.get(1))
                .startsWith("x 0…6  ▁")
                .contains("▇▇")
                .contains("▄▄")
                .endsWith("▁");
    }

    /** An invalid number has no height, and does not stretch the scale of the others. */
    @Test
    void invalidNumbersAreCrossesAndDoNotCount() {
        List<String> lines = Lanes.lines(
                changes("x", "0=0.0 5=6.0 10=9999.0? 15=0.0"),
                BEGIN,
                Duration.ofSeconds(20),
                ZoneOffset.UTC,
                31,
                new Paint(false));
        assertThat(lines.get(1))
                .startsWith("x 0…6  ▁")
                .contains("▇▇")
                .contains("××")
                .endsWith("▁");
        assertThat(lines.get(2)).contains("× the value is invalid");
    }

    @Test
    void offIsFaintAndWhatIsNotGoodHasTheColourOfWarnings() {
        assertThat(lane("0=off 5=on? 10=off", true))
                .isEqualTo("\u001b[2m▁▁▁▁▁\u001b[0m\u001b[33m×××××\u001b[0m\u001b[2m▁▁▁▁▁▁▁▁▁▁\u001b[0m");
    }

    @Test
    void theScaleSaysTheTimeAndLongNamesAreCutInFront() {
        List<String> lines = Lanes.lines(
                changes("alarms.a_very_long_name_of_an_alarm.coming", "0=off"),
                BEGIN,
                Duration.ofHours(24),
                ZoneOffset.UTC,
                120,
                new Paint(false));
        assertThat(lines.get(0)).contains("╷00:00").contains("╷03:00").contains("╷21:00");
        assertThat(lines.get(1))
                .startsWith("…very_long_name_of_an_alarm.coming")
                .hasSizeLessThanOrEqualTo(120);
    }
}
