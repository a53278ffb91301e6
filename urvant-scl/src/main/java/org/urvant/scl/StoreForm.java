package org.urvant.scl;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import java.util.zip.CRC32C;

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
    private static final int CHUNK = 1 << 20;
    private static final long LONGEST = Integer.MAX_VALUE - 8L;

    private StoreForm() {}

    /**
     * Writes what was read of a file; the channel must stand at its beginning and hold nothing.
     *
     * @param digest SHA-256 of the file's octets in hexadecimal digits
     */
    public static void write(SclFile file, String digest, SeekableByteChannel to) throws IOException {
        SclStore.Elements elements = file.store.elements();
        SclStore.Attributes attributes = file.store.attributes();
        int[] nameEnds = new int[file.store.names().size()];
        byte[] names = file.store.names().letters(nameEnds);
        int[] valueEnds = new int[file.store.values().size()];
        byte[] values = file.store.values().letters(valueEnds);
        Writer writer = new Writer(to, digest);
        writer.block(elements.tags());
        writer.block(elements.parents());
        writer.block(elements.ends());
        writer.block(elements.lines());
        writer.block(elements.columns());
        writer.block(attributes.starts());
        writer.block(attributes.names());
        writer.block(attributes.values());
        writer.block(nameEnds);
        writer.block(names);
        writer.block(valueEnds);
        writer.block(values);
        writer.finish();
    }

    /**
     * Returns the file that octets hold; empty when they are not whole, of another file, or not for this edition of Urvant and
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
        CRC32C sum = new CRC32C();
        sum.update(form.slice(0, HEAD - 4));
        if (form.getInt(HEAD - 4) != (int) sum.getValue()) {
            return Optional.empty();
        }
        Reader reader = new Reader(form);
        SclStore.Elements elements = new SclStore.Elements(
                reader.octets(), reader.integers(), reader.integers(), reader.integers(), reader.characters());
        SclStore.Attributes attributes =
                new SclStore.Attributes(reader.integers(), reader.characters(), reader.integers());
        int[] nameEnds = reader.integers();
        byte[] names = reader.octets();
        int[] valueEnds = reader.integers();
        byte[] values = reader.octets();
        if (!reader.isWhole()) {
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

    private static final class Writer {
        private final SeekableByteChannel to;
        private final ByteBuffer head = ByteBuffer.allocate(HEAD).order(ByteOrder.nativeOrder());
        private final ByteBuffer chunk = ByteBuffer.allocateDirect(CHUNK).order(ByteOrder.nativeOrder());
        private CRC32C sum;

        Writer(SeekableByteChannel to, String digest) throws IOException {
            this.to = to;
            byte[] digits = digest.getBytes(StandardCharsets.US_ASCII);
            if (digits.length != DIGEST) {
                throw new IllegalArgumentException("no SHA-256: " + digest);
            }
            head.putLong(MARK).putInt(edition()).put(digits);
            to.position(HEAD);
        }

        void block(byte[] column) throws IOException {
            begin(column.length);
            for (int at = 0; at < column.length; at += CHUNK) {
                chunk.clear().limit(Math.min(CHUNK, column.length - at));
                chunk.put(column, at, chunk.limit());
                write();
            }
            head.putInt((int) sum.getValue());
        }

        void block(int[] column) throws IOException {
            begin(4L * column.length);
            for (int at = 0; at < column.length; at += CHUNK / 4) {
                int length = Math.min(CHUNK / 4, column.length - at);
                chunk.clear().limit(4 * length);
                chunk.asIntBuffer().put(column, at, length);
                write();
            }
            head.putInt((int) sum.getValue());
        }

        void block(char[] column) throws IOException {
            begin(2L * column.length);
            for (int at = 0; at < column.length; at += CHUNK / 2) {
                int length = Math.min(CHUNK / 2, column.length - at);
                chunk.clear().limit(2 * length);
                chunk.asCharBuffer().put(column, at, length);
                write();
            }
            head.putInt((int) sum.getValue());
        }

        private void begin(long length) {
            head.putLong(length);
            sum = new CRC32C();
        }

        private void write() throws IOException {
            sum.update(chunk.rewind());
            chunk.rewind();
            while (chunk.hasRemaining()) {
                to.write(chunk);
            }
        }

        /** The head comes last: what was cut off before has none. */
        void finish() throws IOException {
            CRC32C whole = new CRC32C();
            whole.update(head.array(), 0, HEAD - 4);
            head.putInt((int) whole.getValue()).flip();
            to.position(0);
            while (head.hasRemaining()) {
                to.write(head);
            }
        }
    }

    private static final class Reader {
        private final ByteBuffer form;
        private int head = COLUMNS;
        private long at = HEAD;
        private boolean isWhole = true;

        Reader(ByteBuffer form) {
            this.form = form;
        }

        byte[] octets() {
            ByteBuffer block = block(1);
            byte[] column = new byte[block.remaining()];
            block.get(column);
            return column;
        }

        int[] integers() {
            ByteBuffer block = block(4);
            int[] column = new int[block.remaining() / 4];
            block.asIntBuffer().get(column);
            return column;
        }

        char[] characters() {
            ByteBuffer block = block(2);
            char[] column = new char[block.remaining() / 2];
            block.asCharBuffer().get(column);
            return column;
        }

        /** Returns the next column; an empty one once anything is wrong. */
        private ByteBuffer block(int width) {
            long length = form.getLong(head);
            int sum = form.getInt(head + 8);
            head += 12;
            isWhole &= length >= 0 && length <= LONGEST && length % width == 0 && at + length <= form.limit();
            if (!isWhole) {
                return ByteBuffer.allocate(0);
            }
            ByteBuffer block = form.slice((int) at, (int) length).order(ByteOrder.nativeOrder());
            at += length;
            CRC32C found = new CRC32C();
            found.update(block.duplicate());
            isWhole = (int) found.getValue() == sum;
            return isWhole ? block : ByteBuffer.allocate(0);
        }

        boolean isWhole() {
            return isWhole && at == form.limit();
        }
    }
}
