package org.urvant.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NearestNameTest {
    private static final List<String> KNOWN = List.of("watchdog.time", "station.name", "scada.port");

    @ParameterizedTest
    @CsvSource({
        "wachdog.time,watchdog.time",
        "WATCHDOG.TIME,watchdog.time",
        "sation.nmae,station.name",
        "scada.prot,scada.port",
        "breaker,",
        "x,"
    })
    void findsWhatWasProbablyMeant(String written, String expected) {
        assertThat(NearestName.of(written, KNOWN)).isEqualTo(Optional.ofNullable(expected));
        assertThat(NearestName.hint("setting", written, KNOWN)).contains(expected == null ? "Known: " : expected);
    }
}
