package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Size;

/** Two branches give one mapping one key, and no two rows of a device have one. */
class MappingKeyTest {
    private static String sha256(String text) throws NoSuchAlgorithmException {
        return HexFormat.of()
                .formatHex(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
    }

    @Property(tries = 200)
    void aKeyIsTheShortestBeginningThatIsFree(@ForAll @Size(max = 20) List<String> signals)
            throws NoSuchAlgorithmException {
        Set<String> taken = new HashSet<>();
        for (String signal : signals) {
            String whole = sha256(signal + "|scada");
            String key = MappingKey.of(signal, "scada", taken);
            assertThat(whole).startsWith(key);
            assertThat(key).hasSizeGreaterThanOrEqualTo(8);
            assertThat(taken).doesNotContain(key);
            for (int length = 8; length < key.length(); length++) {
                assertThat(taken).contains(whole.substring(0, length));
            }
            assertThat(MappingKey.isOf(key, signal, "scada")).isTrue();
            assertThat(MappingKey.isOf(key, signal, "panel")).isFalse();
            taken.add(key);
        }
    }

    /** A key of the old receiver follows it to the new one; a key that somebody gave stays. */
    @Property(tries = 100)
    void keysFollowTheReceiver(@ForAll String signal) {
        String key = MappingKey.shortest(signal, "scada");
        assertThat(MappingKey.followed(key, signal, "scada", "centre", Set.of()))
                .isEqualTo(MappingKey.shortest(signal, "centre"));
        assertThat(MappingKey.followed("by-hand-1", signal, "scada", "centre", Set.of()))
                .isEqualTo("by-hand-1");
    }
}
