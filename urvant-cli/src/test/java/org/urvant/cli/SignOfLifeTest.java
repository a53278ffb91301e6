package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Path;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Map;
import java.util.function.LongSupplier;
import org.junit.jupiter.api.Test;

/** What takes over a second shows that it goes on, on a terminal only, and leaves nothing behind. */
class SignOfLifeTest {
    private final StringWriter err = new StringWriter();
    private final LongSupplier ticker = mock(LongSupplier.class);

    private SignOfLife life(Map<String, String> environment) {
        PrintWriter writer = new PrintWriter(err);
        return new SignOfLife(
                new Session(writer, writer, Path.of("."), environment, InstantSource.system(), "tester"), ticker);
    }

    private void after(double seconds) {
        when(ticker.getAsLong())
                .thenReturn(Duration.ofMillis((long) (seconds * 1000)).toNanos());
    }

    @Test
    void longWorkSaysWhatItDoesAndHowFar() {
        SignOfLife life = life(Map.of("URVANT_TERMINAL", "1", "NO_COLOR", "1"));
        after(0);
        life.at("reading station.scd", 0, 200);
        after(0.9);
        life.beat();
        assertThat(err.toString()).isEmpty();
        after(2.5);
        life.at("reading station.scd", 90, 200);
        life.beat();
        assertThat(err.toString()).isEqualTo("\rreading station.scd  45 %  2 s\033[K");
        life.at("checking station.scd", 0, 0);
        life.beat();
        assertThat(err.toString()).endsWith("\rchecking station.scd  2 s\033[K");
        life.clear();
        assertThat(err.toString()).endsWith("\r\033[K");
        life.beat();
        assertThat(err.toString()).endsWith("\r\033[K");
    }

    @Test
    void nothingIsWrittenWhereNobodyLooks() {
        SignOfLife life = life(Map.of());
        after(0);
        life.at("reading station.scd", 1, 2);
        after(9);
        life.beat();
        life.clear();
        assertThat(err.toString()).isEmpty();
    }
}
