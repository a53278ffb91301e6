package org.urvant.project.folder;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
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
    private Form form;
    private byte[] previous;

    /**
     * Begins after the lines that there are.
     *
     * @param signing the key with which lines are signed; empty for none
     */
    LedgerLines(LedgerChain chain, Workplace workplace, Optional<SigningKey> signing) {
        this.previous = (chain.ends().isEmpty() ? LedgerChain.BEGIN : String.join(" ", chain.ends()))
                .getBytes(StandardCharsets.UTF_8);
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
        if (signing.isPresent()) {
            SortedMap<String, Value> fields = new TreeMap<>(event);
            fields.putAll(shared);
            fields.put(LedgerChain.PREVIOUS, Value.text(new String(previous, StandardCharsets.UTF_8)));
            text.add(CanonicalJson.bytes(Signatures.sign(Section.of(fields), signing.get())));
        } else if (!form.line(event, previous, text)) {
            form = new Form(event, shared);
            text.beginAnew();
            form.line(event, previous, text);
        }
        previous = text.ended(previous);
    }

    /** The lines of a block, as octets from the first: a text that is put together first would be gone through three times. */
    private static final class Text {
        private byte[] octets = new byte[1 << 16];
        private int count;
        private int lineBegin;

        private void reserve(int more) {
            if (count + more > octets.length) {
                octets = Arrays.copyOf(octets, Math.max(2 * octets.length, count + more));
            }
        }

        void add(byte[] some) {
            reserve(some.length);
            System.arraycopy(some, 0, octets, count, some.length);
            count += some.length;
        }

        /** Adds a value in canonical form; what stands there as it is goes over letter by letter. */
        void add(Value value) {
            String letters = value.text();
            boolean isText = value.kind() == Value.Kind.TEXT;
            reserve(letters.length() + 2);
            byte[] into = octets;
            int at = count;
            if (isText) {
                into[at++] = '"';
            }
            for (int i = 0; i < letters.length(); i++) {
                char letter = letters.charAt(i);
                if (letter < ' ' || letter > '~' || letter == '"' || letter == '\\') {
                    add(CanonicalJson.bytes(value));
                    return;
                }
                into[at++] = (byte) letter;
            }
            if (isText) {
                into[at++] = '"';
            }
            count = at;
        }

        /** Takes back what was written of the line. */
        void beginAnew() {
            count = lineBegin;
        }

        /** Ends a line; returns the digits of its fingerprint, in an array that has their length. */
        byte[] ended(byte[] digits) {
            byte[] into = digits.length == Fingerprint.DIGITS ? digits : new byte[Fingerprint.DIGITS];
            Fingerprint.writeDigits(octets, lineBegin, count - lineBegin, into);
            reserve(1);
            octets[count++] = '\n';
            lineBegin = count;
            return into;
        }

        /** Returns what was written, and begins anew. */
        byte[] taken() {
            byte[] written = Arrays.copyOf(octets, count);
            count = 0;
            lineBegin = 0;
            return written;
        }
    }

    /** How lines with some fields are written: what stands before each value. */
    private static final class Form {
        private final List<String> names = new ArrayList<>();
        private final List<byte[]> before = new ArrayList<>();
        private final byte[] beforePrevious;
        private final byte[] atEnd;

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
                    before.add(octets(json));
                    json.setLength(0);
                }
            }
            this.beforePrevious = upToPrevious.getBytes(StandardCharsets.UTF_8);
            this.first = ahead;
            this.atEnd = octets(json.append('}'));
        }

        private static byte[] octets(StringBuilder json) {
            return json.toString().getBytes(StandardCharsets.UTF_8);
        }

        /** Writes the line of an event; returns false when it has other fields than this form. */
        boolean line(SortedMap<String, Value> event, byte[] previous, Text text) {
            int at = 0;
            if (first == 0) {
                text.add(beforePrevious);
                text.add(previous);
            }
            for (Map.Entry<String, Value> field : event.entrySet()) {
                if (at == names.size() || !names.get(at).equals(field.getKey())) {
                    return false;
                }
                text.add(before.get(at));
                text.add(field.getValue());
                at++;
                if (at == first) {
                    text.add(beforePrevious);
                    text.add(previous);
                }
            }
            text.add(atEnd);
            return at == names.size();
        }
    }
}
