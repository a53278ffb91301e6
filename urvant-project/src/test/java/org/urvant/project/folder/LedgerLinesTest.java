package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.file.json.JsonTree;

class LedgerLinesTest {
    private static final Workplace KARI = new Workplace("kari \"K\"", Skarholm.CLOCK, Path.of("kari"));
    private static final List<String> NAMES = List.of("address", "area", "bz", "event", "previously", "signal", "æ");

    private static List<String> lines(List<SortedMap<String, Value>> events) {
        LedgerChain none = LedgerChain.of("ledger/GW1.jsonl", List.of());
        String text = new String(new LedgerLines(none, KARI, Optional.empty()).of(events), StandardCharsets.UTF_8);
        return text.lines().toList();
    }

    /** Which names an event has is told by the bits of a number; its values have what JSON writes otherwise. */
    private static SortedMap<String, Value> event(int bits) {
        SortedMap<String, Value> event = new TreeMap<>();
        for (int i = 0; i < NAMES.size(); i++) {
            if ((bits >> i & 1) == 1) {
                event.put(NAMES.get(i), i % 2 == 0 ? Value.number(bits) : Value.text("\"" + bits + "\\ \n ø"));
            }
        }
        return event;
    }

    @Property(tries = 300)
    void linesOfAnyFieldsAreCanonicalAndHangTogether(@ForAll @Size(max = 20) List<Byte> bits) {
        List<SortedMap<String, Value>> events = new ArrayList<>();
        bits.forEach(each -> events.add(event(each & 0x7F)));
        List<String> lines = lines(events);
        assertThat(lines).hasSameSizeAs(events);
        String previous = "0".repeat(64);
        for (int i = 0; i < lines.size(); i++) {
            byte[] line = lines.get(i).getBytes(StandardCharsets.UTF_8);
            SortedMap<String, Value> fields = new TreeMap<>(events.get(i));
            fields.putAll(Map.of(
                    "at", Value.text(Skarholm.CLOCK.instant().toString()),
                    "by", Value.text(KARI.person()),
                    "previous", Value.text(previous)));
            assertThat(JsonTree.read("line", line)).isEqualTo(Section.of(fields));
            assertThat(CanonicalJson.bytes(Section.of(fields))).isEqualTo(line);
            previous = Fingerprint.of(line).hex();
        }
    }

    @Test
    void anEventHasNoFieldThatEveryLineHas() {
        assertThatThrownBy(() -> lines(List.of(new TreeMap<>(Map.of("by", Value.text("somebody"))))))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("by");
    }
}
