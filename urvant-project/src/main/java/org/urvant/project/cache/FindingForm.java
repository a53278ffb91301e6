package org.urvant.project.cache;

import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.IntBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Set;
import java.util.zip.CRC32;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Rules;
import org.urvant.core.finding.Step;
import org.urvant.scl.SclCheck;
import org.urvant.scl.StringPool;

/**
 * The form in which findings are kept: a key that says what they are of, numbers, and each text once. What is not whole or of
 * another key is not taken.
 */
final class FindingForm {
    private static final int MARK = 0x55464e31; // "UFN1"
    private static final int KEY = 64;
    private static final int HEAD = 4 + KEY + 4 + 4 + 4;

    private FindingForm() {}

    /** @param key what the findings are of: 64 hexadecimal digits */
    static byte[] octets(String key, SclCheck.Result result) {
        Writer writer = new Writer();
        writer.add(result.unlisted());
        writer.add(result.unsoundIeds().size());
        result.unsoundIeds().forEach(writer::add);
        writer.add(result.findings().size());
        result.findings().forEach(writer::add);
        int[] ends = new int[writer.texts.size()];
        byte[] letters = writer.texts.letters(ends);
        ByteBuffer octets =
                ByteBuffer.allocate(Math.addExact(HEAD + 4 * (writer.size + ends.length) + 4, letters.length));
        octets.putInt(MARK).put(key.getBytes(StandardCharsets.US_ASCII));
        octets.putInt(writer.size).putInt(ends.length).putInt(letters.length);
        for (int i = 0; i < writer.size; i++) {
            octets.putInt(writer.numbers[i]);
        }
        for (int end : ends) {
            octets.putInt(end);
        }
        octets.put(letters);
        return octets.putInt(sum(octets.array())).array();
    }

    /** Returns the sum of all but the last four octets. */
    private static int sum(byte[] octets) {
        CRC32 sum = new CRC32();
        sum.update(octets, 0, octets.length - 4);
        return (int) sum.getValue();
    }

    /** Returns what octets hold; empty when they are not whole or of another key. */
    static Optional<SclCheck.Result> read(String key, byte[] octets) {
        ByteBuffer form = ByteBuffer.wrap(octets);
        if (octets.length < HEAD + 4 || form.getInt(octets.length - 4) != sum(octets) || form.getInt() != MARK) {
            return Optional.empty();
        }
        byte[] digits = new byte[KEY];
        form.get(digits);
        if (!key.equals(new String(digits, StandardCharsets.US_ASCII))) {
            return Optional.empty();
        }
        int[] numbers = new int[form.getInt()];
        int[] ends = new int[form.getInt()];
        byte[] letters = new byte[form.getInt()];
        form.asIntBuffer().get(numbers).get(ends);
        form.position(form.position() + 4 * (numbers.length + ends.length));
        form.get(letters);
        try {
            return Optional.of(new Reader(numbers, new StringPool(letters, ends)).result());
        } catch (NoSuchElementException | BufferUnderflowException e) {
            return Optional.empty(); // a rule that is no more
        }
    }

    private static final class Writer {
        private final StringPool texts = new StringPool();
        private int[] numbers = new int[1024];
        private int size;

        void add(int number) {
            if (size == numbers.length) {
                numbers = Arrays.copyOf(numbers, size * 2);
            }
            numbers[size++] = number;
        }

        void add(String text) {
            add(texts.add(text));
        }

        void add(Finding finding) {
            add(finding.rule().id());
            add(finding.subject());
            add(finding.position());
            add(finding.message());
            boolean isGeneral = finding.mend() == finding.rule().mend();
            add(isGeneral ? -1 : finding.mend().steps().size());
            if (!isGeneral) {
                add(finding.remedy());
                finding.mend().steps().forEach(step -> {
                    add(step.action().name());
                    add(step.operands().size());
                    step.operands().forEach(this::add);
                });
            }
            add(finding.muted());
            add(finding.typeRule().isPresent() ? 1 : 0);
            finding.typeRule().ifPresent(this::add);
            add(finding.about().size());
            finding.about().forEach(this::add);
        }

        private void add(Position position) {
            add(position.source());
            add(position.line());
            add(position.column());
        }

        private void add(Ref ref) {
            add(ref.kind().name());
            add(ref.name());
            add(ref.within().isPresent() ? 1 : 0);
            ref.within().ifPresent(this::add);
        }
    }

    private static final class Reader {
        private final IntBuffer numbers;
        private final StringPool texts;

        Reader(int[] numbers, StringPool texts) {
            this.numbers = IntBuffer.wrap(numbers);
            this.texts = texts;
        }

        SclCheck.Result result() {
            int unlisted = numbers.get();
            Set<String> unsound = new HashSet<>();
            for (int left = numbers.get(); left > 0; left--) {
                unsound.add(text());
            }
            List<Finding> findings = new ArrayList<>();
            for (int left = numbers.get(); left > 0; left--) {
                findings.add(finding());
            }
            return new SclCheck.Result(findings, unlisted, unsound);
        }

        private String text() {
            return texts.get(numbers.get());
        }

        private Finding finding() {
            Rule rule = Rules.byId(text()).orElseThrow();
            String subject = text();
            Position position = position();
            String message = text();
            int steps = numbers.get();
            return new Finding(
                    rule,
                    subject,
                    position,
                    message,
                    steps < 0 ? rule.mend() : mend(steps),
                    text(),
                    numbers.get() == 0 ? null : position(),
                    about());
        }

        private Remedy mend(int count) {
            String words = text();
            List<Step> steps = new ArrayList<>();
            for (int left = count; left > 0; left--) {
                Step.Action action = Step.Action.valueOf(text());
                List<String> operands = new ArrayList<>();
                for (int more = numbers.get(); more > 0; more--) {
                    operands.add(text());
                }
                steps.add(new Step(action, operands));
            }
            return new Remedy(words, steps);
        }

        private Position position() {
            return new Position(text(), numbers.get(), numbers.get());
        }

        private Set<Ref> about() {
            Set<Ref> about = new HashSet<>();
            for (int left = numbers.get(); left > 0; left--) {
                about.add(ref());
            }
            return about;
        }

        private Ref ref() {
            Ref.Kind kind = Ref.Kind.valueOf(text());
            String name = text();
            return new Ref(kind, name, numbers.get() == 0 ? Optional.empty() : Optional.of(ref()));
        }
    }
}
