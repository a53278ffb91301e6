package org.urvant.project.configuration;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.project.DeviceRecord;

class MarksTest {
    private static Fingerprint print(String name) {
        return name == null ? null : Fingerprint.of(name.getBytes(StandardCharsets.UTF_8));
    }

    /** Each step of the work ends one mark; a change begins anew. */
    @ParameterizedTest(name = "now {0}, saved {1}, downloaded {2}, signed off {3}: {4}")
    @CsvSource({
        "a,,,,edited;not downloaded;not signed off",
        "a,a,,,not downloaded;not signed off",
        "a,a,a,,not signed off",
        "a,a,a,a,''",
        "b,a,a,a,edited",
        "b,b,a,a,not downloaded",
        "b,b,b,a,not signed off",
        "b,b,b,b,''",
        "a,b,b,b,edited"
    })
    void eachStepEndsOneMark(String now, String saved, String downloaded, String signedOff, String words) {
        DeviceRecord record = new DeviceRecord(
                Optional.ofNullable(print(saved)),
                Optional.ofNullable(print(downloaded)),
                Optional.ofNullable(print(signedOff)),
                false,
                "",
                Optional.empty());
        assertThat(Marks.of(print(now), record).words())
                .containsExactlyElementsOf(words.isEmpty() ? List.of() : List.of(words.split(";")));
    }

    @Test
    void eachPartHasAFingerprintOfItsOwn() {
        Section first = Section.of(Map.of("x", Value.number(1)));
        Section second = Section.of(Map.of("x", Value.number(2)));
        Configuration one = Configuration.of("GW1", Map.of("settings", first, "mappings", first));
        Configuration two = Configuration.of("GW1", Map.of("settings", second, "mappings", first));
        assertThat(one.fingerprint()).isNotEqualTo(two.fingerprint());
        assertThat(one.partFingerprints().get("mappings"))
                .isEqualTo(two.partFingerprints().get("mappings"));
        assertThat(one.partFingerprints().get("settings"))
                .isNotEqualTo(two.partFingerprints().get("settings"));
        assertThat(Configuration.of(one.content()).bytes()).isEqualTo(one.bytes());
        assertThat(Configuration.of("GW2", Map.of("settings", first, "mappings", first))
                        .fingerprint())
                .as("a configuration is for one device")
                .isNotEqualTo(one.fingerprint());
    }

    @Test
    void aContentOfAnotherFormatIsRefused() {
        Section other = Section.of(Map.of("format", Value.text("urvant-configuration/9")));
        assertThatThrownBy(() -> Configuration.of(other))
                .hasMessageContaining("urvant-configuration/9")
                .hasMessageContaining(Configuration.FORMAT);
    }
}
