package org.urvant.file.json;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

class JsonTreeTest {
    private static Section random(Random random, int depth) {
        Map<String, Node> nodes = new TreeMap<>();
        for (int i = random.nextInt(5); i > 0; i--) {
            String name = Integer.toString(random.nextInt(), 36) + (char) (0x20 + random.nextInt(0x300));
            nodes.put(
                    name,
                    switch (random.nextInt(depth > 0 ? 4 : 3)) {
                        case 0 -> Value.text(new String(Character.toChars(1 + random.nextInt(0xD000))));
                        case 1 -> Value.number(new BigDecimal(random.nextLong()).movePointLeft(random.nextInt(20)));
                        case 2 -> Value.logical(random.nextBoolean());
                        default -> random(random, depth - 1);
                    });
        }
        return Section.of(nodes);
    }

    @Property(tries = 300)
    void whatWasWrittenIsReadBackAndWrittenAlike(@ForAll long seed) {
        Section tree = random(new Random(seed), 4);
        byte[] bytes = CanonicalJson.bytes(tree);
        assertThat(JsonTree.read("t", bytes)).isEqualTo(tree);
        assertThat(CanonicalJson.bytes(JsonTree.read("t", bytes))).isEqualTo(bytes);
    }

    @Property(tries = 300)
    void randomBytesAreRefused(@ForAll @Size(max = 100) byte[] bytes) {
        assertThatThrownBy(() -> JsonTree.read("noise", bytes)).isInstanceOf(MalformedInputException.class);
    }

    @Test
    void whatIsCutAnywhereIsRefused() {
        byte[] whole = "{\"a\":{\"b\":12.5,\"c\":true},\"d\":\"x\"}".getBytes(StandardCharsets.UTF_8);
        for (int length = 0; length < whole.length; length++) {
            byte[] cut = Arrays.copyOf(whole, length);
            assertThatThrownBy(() -> JsonTree.read("cut", cut)).isInstanceOf(MalformedInputException.class);
        }
        assertThat(JsonTree.read("whole", whole).section("a").text("b")).contains("12.5");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            {"a":[1]}           | [ stands where
            {"a":null}          | null stands where
            {"a":1,"a":2}       | Duplicate
            {"a":1} {"b":2}     | text follows
            [1]                 | no JSON object
            {"a":1<200 zeros>}  | length
            {a:1}               | not JSON
            {"a":1e999999999}   | more than 400 places
            {"a":-1e-9999999991} | more than 400 places
            {"a":-1E-401}       | more than 400 places
            """)
    void whatNoFormatHasIsRefused(String json, String found) {
        String text = json.replace("<200 zeros>", "0".repeat(200));
        assertThatThrownBy(() -> JsonTree.read("x", text.getBytes(StandardCharsets.UTF_8)))
                .isInstanceOfSatisfying(MalformedInputException.class, mistake -> {
                    assertThat(mistake.position()).isPresent();
                    assertThat(mistake).hasMessageContaining(found);
                });
    }

    @Test
    void depthIsLimited() {
        String deep = "{\"a\":".repeat(60) + "1" + "}".repeat(60);
        assertThatThrownBy(() -> JsonTree.read("deep", deep.getBytes(StandardCharsets.UTF_8)))
                .isInstanceOf(MalformedInputException.class)
                .hasMessageContaining("depth");
    }
}
