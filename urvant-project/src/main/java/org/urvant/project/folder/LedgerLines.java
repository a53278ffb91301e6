package org.urvant.project.folder;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

/**
 * Writes lines of a ledger in canonical form, each with the fingerprint of the one before it. Whoever maps a list of points
 * gives a hundred thousand addresses at once: names of fields, and what all lines share, are put in form once.
 */
final class LedgerLines {
    private static final String AT = "at";
    private static final String BY = "by";

    /** Lines of a block: one text that grows to all of them would be copied time and again. */
    private static final int BLOCK = 5_000;

    private final SortedMap<String, Value> shared;
    private final Optional<SigningKey> signing;
    private final Text text = new Text();
    private final StringBuilder json = new StringBuilder();
    private Form form;
    private String previous;

    /**
     * Begins after the lines that there are.
     *
     * @param signing the key with which lines are signed; empty for none
     */
    LedgerLines(LedgerChain chain, Workplace workplace, Optional<SigningKey> signing) {
        this.previous = chain.ends().isEmpty() ? LedgerChain.BEGIN : String.join(" ", chain.ends());
        this.signing = signing;
        String now = workplace.clock().instant().truncatedTo(ChronoUnit.SECONDS).toString();
        this.shared = new TreeMap<>(Map.of(AT, Value.text(now), BY, Value.text(workplace.person())));
        this.form = new Form(new TreeMap<>(), shared);
    }

    /** Returns the lines of events, each with its line break. */
    byte[] of(List<SortedMap<String, Value>> events) {
        List<byte[]> blocks = new ArrayList<>();
        for (int from = 0; from < events.size(); from += BLOCK) {
            events.subList(from, Math.min(events.size(), from + BLOCK)).forEach(this::write);
            blocks.add(text.taken());
        }
        ByteBuffer all = ByteBuffer.allocate(
                blocks.stream().mapToInt(block -> block.length).sum());
        blocks.forEach(all::put);
        return all.array();
    }

    private void write(SortedMap<String, Value> event) {
        json.setLength(0);
        if (signing.isPresent()) {
            SortedMap<String, Value> fields = new TreeMap<>(event);
            fields.putAll(shared);
            fields.put(LedgerChain.PREVIOUS, Value.text(previous));
            CanonicalJson.append(Signatures.sign(Section.of(fields), signing.get()), json);
        } else if (!form.line(event, previous, json)) {
            form = new Form(event, shared);
            json.setLength(0);
            form.line(event, previous, json);
        }
        text.writeBytes(json.toString().getBytes(StandardCharsets.UTF_8));
        previous = text.ended();
    }

    /** The lines of a block. */
    private static final class Text extends ByteArrayOutputStream {
        private int lineBegin;

        /** Ends a line, and returns its fingerprint. */
        String ended() {
            String digits = Fingerprint.digits(buf, lineBegin, count - lineBegin);
            write('\n');
            lineBegin = count;
            return digits;
        }

        /** Returns what was written, and begins anew. */
        byte[] taken() {
            byte[] written = toByteArray();
            reset();
            lineBegin = 0;
            return written;
        }
    }

    /** How lines with some fields are written: what stands before each value. */
    private static final class Form {
        private final List<String> names = new ArrayList<>();
        private final List<String> before = new ArrayList<>();
        private final String beforePrevious;
        private final String atEnd;

        /** How many values stand before the fingerprint. */
        private final int first;

        Form(SortedMap<String, Value> event, SortedMap<String, Value> shared) {
            SortedMap<String, Value> all = new TreeMap<>(shared);
            all.put(LedgerChain.PREVIOUS, Value.text(""));
            all.putAll(event);
            if (all.size() <= event.size() + shared.size()) {
                throw new IllegalArgumentException("a field of every line: " + event.keySet());
            }
            int ahead = 0;
            String upToPrevious = "";
            StringBuilder json = new StringBuilder();
            char separator = '{';
            for (Map.Entry<String, Value> field : all.entrySet()) {
                String name = field.getKey();
                CanonicalJson.append(Value.text(name), json.append(separator));
                json.append(':');
                separator = ',';
                if (name.equals(LedgerChain.PREVIOUS)) {
                    upToPrevious = json.append('"').toString();
                    json.setLength(0);
                    json.append('"');
                    ahead = names.size();
                } else if (shared.containsKey(name)) {
                    CanonicalJson.append(field.getValue(), json);
                } else {
                    names.add(name);
                    before.add(json.toString());
                    json.setLength(0);
                }
            }
            this.beforePrevious = upToPrevious;
            this.first = ahead;
            this.atEnd = json.append('}').toString();
        }

        /** Writes the line of an event; returns false when it has other fields than this form. */
        boolean line(SortedMap<String, Value> event, String previous, StringBuilder json) {
            int at = 0;
            if (first == 0) {
                json.append(beforePrevious).append(previous);
            }
            for (Map.Entry<String, Value> field : event.entrySet()) {
                if (at == names.size() || !names.get(at).equals(field.getKey())) {
                    return false;
                }
                CanonicalJson.append(field.getValue(), json.append(before.get(at)));
                at++;
                if (at == first) {
                    json.append(beforePrevious).append(previous);
                }
            }
            json.append(atEnd);
            return at == names.size();
        }
    }
}
