package org.urvant.scl;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.zip.CRC32;

/**
 * The form in which what was read of an SCL file is kept, so that it need not be read again: a head with place, length and sum
 * of each column, then the columns as the machine holds them. What is not whole, or of another edition of Urvant or another
 * kind of machine, is not taken.
 */
public final class StoreForm {
    private static final long MARK = 0x5572_7661_6e74_5331L; // "UrvantS1"
    /** To be raised whenever the same file would be read to something else. */
    private static final int EDITION = 1;

    private static final int BLOCKS = 12;
    private static final int DIGEST = 64; // hexadecimal digits of SHA-256
    private static final int COLUMNS = 8 + 4 + DIGEST; // where the head begins to tell of them
    private static final int HEAD = COLUMNS + BLOCKS * (8 + 4) + 4;
    private static final int PIECE = 1 << 20; // in octets

    private StoreForm() {}

    /**
     * Gives what was read of a file as octets, in pieces one after the other.
     *
     * @param digest SHA-256 of the file's octets in hexadecimal digits
     * @param to takes each piece before it is filled anew
     */
    public static void write(SclFile file, String digest, Consumer<ByteBuffer> to) {
        byte[] digits = digest.getBytes(StandardCharsets.US_ASCII);
        if (digits.length != DIGEST) {
            throw new IllegalArgumentException("no SHA-256: " + digest);
        }
        ByteBuffer head = ByteBuffer.allocate(HEAD).order(ByteOrder.nativeOrder());
        head.putLong(MARK).putInt(edition()).put(digits);
        List<Column> columns = columns(file.store);
        ByteBuffer piece = ByteBuffer.allocateDirect(PIECE).order(ByteOrder.nativeOrder());
        for (Column column : columns) {
            CRC32 sum = new CRC32();
            column.give(piece, sum::update);
            head.putLong(column.octets()).putInt((int) sum.getValue());
        }
        CRC32 whole = new CRC32();
        whole.update(head.array(), 0, HEAD - 4);
        to.accept(head.putInt((int) whole.getValue()).flip());
        columns.forEach(column -> column.give(piece, to));
    }

    private static List<Column> columns(SclStore store) {
        SclStore.Elements elements = store.elements();
        SclStore.Attributes attributes = store.attributes();
        int[] nameEnds = new int[store.names().size()];
        byte[] names = store.names().letters(nameEnds);
        int[] valueEnds = new int[store.values().size()];
        byte[] values = store.values().letters(valueEnds);
        return List.of(
                Column.of(elements.tags().all()),
                Column.of(elements.parents().all()),
                Column.of(elements.ends().all()),
                Column.of(elements.lines().all()),
                Column.of(elements.columns().all()),
                Column.of(attributes.starts().all()),
                Column.of(attributes.names().all()),
                Column.of(attributes.values().all()),
                Column.of(nameEnds),
                Column.of(names),
                Column.of(valueEnds),
                Column.of(values));
    }

    /**
     * A column as it is written.
     *
     * @param length how many numbers it has
     * @param width how many octets each takes
     * @param filler puts some of them into a piece
     */
    private record Column(int length, int width, Filler filler) {
        interface Filler {
            void fill(ByteBuffer piece, int from, int count);
        }

        static Column of(byte[] column) {
            return new Column(column.length, 1, (piece, from, count) -> piece.put(column, from, count));
        }

        static Column of(int[] column) {
            return new Column(column.length, 4, (piece, from, count) -> piece.asIntBuffer()
                    .put(column, from, count));
        }

        static Column of(char[] column) {
            return new Column(column.length, 2, (piece, from, count) -> piece.asCharBuffer()
                    .put(column, from, count));
        }

        long octets() {
            return (long) length * width;
        }

        void give(ByteBuffer piece, Consumer<ByteBuffer> to) {
            int most = PIECE / width;
            for (int from = 0; from < length; from += most) {
                int count = Math.min(most, length - from);
                piece.clear();
                filler.fill(piece, from, count);
                to.accept(piece.position(0).limit(count * width));
            }
        }
    }

    /**
     * Returns the file that octets hold, which are used where they are; empty when they are not whole, of another file, or not for this edition of Urvant and
     * this machine.
     *
     * @param digest SHA-256 of the file's octets in hexadecimal digits
     * @param source name that positions show
     */
    public static Optional<SclFile> read(ByteBuffer octets, String digest, String source) {
        ByteBuffer form = octets.duplicate().order(ByteOrder.nativeOrder());
        if (form.limit() < HEAD
                || form.getLong(0) != MARK
                || form.getInt(8) != edition()
                || !form.slice(12, DIGEST).equals(StandardCharsets.US_ASCII.encode(digest))) {
            return Optional.empty();
        }
        CRC32 sum = new CRC32();
        sum.update(form.slice(0, HEAD - 4));
        if (form.getInt(HEAD - 4) != (int) sum.getValue()) {
            return Optional.empty();
        }
        Columns columns = new Columns(form);
        if (!columns.fit()) {
            return Optional.empty();
        }
        SclStore.Elements elements = new SclStore.Elements(
                columns.octets(0),
                columns.integers(1),
                columns.integers(2),
                columns.integers(3),
                columns.characters(4));
        IntColumn nameEnds = columns.integers(8);
        ByteColumn names = columns.octets(9);
        IntColumn valueEnds = columns.integers(10);
        ByteColumn values = columns.octets(11);
        SclStore.Attributes attributes =
                new SclStore.Attributes(columns.integers(5), columns.characters(6), columns.integers(7));
        if (!columns.areWhole()) {
            return Optional.empty();
        }
        StringPool written = new StringPool(names, nameEnds);
        StringPool asked = new StringPool();
        for (int i = 0; i < written.size(); i++) {
            asked.add(written.get(i).intern()); // as SclBuilder does
        }
        return Optional.of(
                new SclFile(new SclStore(source, elements, attributes, asked, new StringPool(values, valueEnds))));
    }

    /** Tags are kept by their number, so another list of them is another edition. */
    private static int edition() {
        return 31 * EDITION + Arrays.toString(Tag.values()).hashCode();
    }

    /** The columns of a form, by their number. What is not whole comes empty, and is told. */
    private static final class Columns {
        private final ByteBuffer form;
        private final long[] starts = new long[BLOCKS + 1];
        private boolean isBroken;

        Columns(ByteBuffer form) {
            this.form = form;
            starts[0] = HEAD;
            for (int i = 0; i < BLOCKS; i++) {
                starts[i + 1] = starts[i] + Math.max(0, form.getLong(COLUMNS + 12 * i));
            }
        }

        boolean fit() {
            return starts[BLOCKS] == form.limit();
        }

        boolean areWhole() {
            return !isBroken;
        }

        ByteColumn octets(int number) {
            return new ByteColumn(block(number));
        }

        IntColumn integers(int number) {
            return new IntColumn(block(number).asIntBuffer());
        }

        CharColumn characters(int number) {
            return new CharColumn(block(number).asCharBuffer());
        }

        private ByteBuffer block(int number) {
            int length = (int) (starts[number + 1] - starts[number]);
            ByteBuffer block = form.slice((int) starts[number], length).order(ByteOrder.nativeOrder());
            CRC32 sum = new CRC32();
            sum.update(block.duplicate());
            if ((int) sum.getValue() != form.getInt(COLUMNS + 12 * number + 8)) {
                isBroken = true;
                return ByteBuffer.allocate(0);
            }
            return block;
        }
    }
}
