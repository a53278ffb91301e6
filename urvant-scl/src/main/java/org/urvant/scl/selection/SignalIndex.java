package org.urvant.scl.selection;

import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.zip.CRC32;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;
import org.urvant.scl.LogicalNode;
import org.urvant.scl.SclFile;
import org.urvant.scl.StringPool;

/**
 * What a search needs of an SCL file, or of others that offer signals, so that it need not be read again: nodes as rows, and their attributes once for all
 * nodes that have the same. A million signals cost about as much as the nodes and shapes that they come of. Immutable.
 */
public final class SignalIndex {
    private static final int MARK = 0x55534932; // "USI2": the form of the octets
    private static final int MOST_NUMBERS = 500_000_000;

    private final String source;
    private final StringPool texts;
    private final Map<Column, int[]> columns;
    private final Set<String> hidden;
    private final List<LogicalNode> views;

    SignalIndex(
            String source, StringPool texts, Map<Column, int[]> columns, Set<String> hidden, List<LogicalNode> views) {
        this.source = source;
        this.texts = texts;
        this.columns = columns;
        this.hidden = hidden;
        this.views = views;
    }

    /** Returns the index of all IEDs of a file. */
    public static SignalIndex of(SclFile file) {
        return new SignalIndexBuilder(file.source(), false).add(file.ieds()).build();
    }

    /** Returns the index of signals that are no data attributes, by what offers them. */
    public static SignalIndex of(String source, Map<OfferedSignal.Owner, List<OfferedSignal>> signals) {
        SignalIndexBuilder builder = new SignalIndexBuilder(source, false);
        signals.forEach(builder::add);
        return builder.build();
    }

    /** Returns the index of one IED, from which data attributes can be had. */
    static SignalIndex of(Ied ied) {
        return new SignalIndexBuilder(ied.file().source(), true)
                .add(List.of(ied))
                .build();
    }

    /** Returns the index without some IEDs; {@code signalCount} then leaves them out too. */
    public SignalIndex without(Set<String> ieds) {
        return ieds.isEmpty() ? this : new SignalIndex(source, texts, columns, Set.copyOf(ieds), views);
    }

    /** Returns the name of the source, as positions show it. */
    public String source() {
        return source;
    }

    /** Returns how many signals the index has. */
    public long signalCount() {
        long count = 0;
        for (int node = 0; node < nodeCount(); node++) {
            count += isHidden(node) ? 0 : attributeCount(node);
        }
        return count;
    }

    /** Returns the names of the IEDs. */
    public List<String> ieds() {
        List<String> names = new ArrayList<>();
        for (int name : column(Column.IED_NAME)) {
            if (!hidden.contains(texts.get(name))) {
                names.add(texts.get(name));
            }
        }
        return names;
    }

    /** Returns the index as octets that {@link #read} takes; they hold no name of a source. */
    public byte[] octets() {
        int[] ends = new int[texts.size()];
        byte[] letters = texts.letters(ends);
        long size = 20L + letters.length + 4L * ends.length;
        for (Column column : Column.values()) {
            size += 4 + 4L * column(column).length;
        }
        ByteBuffer buffer = ByteBuffer.allocate(Math.toIntExact(size));
        buffer.putInt(MARK).putInt(SignalKind.edition());
        for (Column column : Column.values()) {
            numbers(buffer, column(column));
        }
        numbers(buffer, ends);
        buffer.putInt(letters.length).put(letters);
        CRC32 sum = new CRC32();
        sum.update(buffer.array(), 0, buffer.position());
        buffer.putInt((int) sum.getValue());
        return buffer.array();
    }

    private static void numbers(ByteBuffer buffer, int[] numbers) {
        buffer.putInt(numbers.length);
        buffer.asIntBuffer().put(numbers);
        buffer.position(buffer.position() + 4 * numbers.length);
    }

    /** Returns the index that octets hold, or empty when they are not whole or of another edition of Urvant. */
    public static Optional<SignalIndex> read(byte[] octets, String source) {
        if (octets.length < 12) {
            return Optional.empty();
        }
        CRC32 sum = new CRC32();
        sum.update(octets, 0, octets.length - 4);
        ByteBuffer buffer = ByteBuffer.wrap(octets);
        if (buffer.getInt(octets.length - 4) != (int) sum.getValue()
                || buffer.getInt() != MARK
                || buffer.getInt() != SignalKind.edition()) {
            return Optional.empty();
        }
        Map<Column, int[]> columns = new EnumMap<>(Column.class);
        for (Column column : Column.values()) {
            columns.put(column, numbers(buffer));
        }
        int[] ends = numbers(buffer);
        byte[] letters = new byte[buffer.getInt()];
        buffer.get(letters);
        return Optional.of(new SignalIndex(source, new StringPool(letters, ends), columns, Set.of(), List.of()));
    }

    private static int[] numbers(ByteBuffer buffer) {
        int length = buffer.getInt();
        if (length < 0 || length > MOST_NUMBERS || length > buffer.remaining() / 4) {
            throw new IllegalStateException("the sum fits, but a column has " + length + " numbers");
        }
        int[] numbers = new int[length];
        buffer.asIntBuffer().get(numbers);
        buffer.position(buffer.position() + 4 * length);
        return numbers;
    }

    int[] column(Column column) {
        return columns.get(column);
    }

    int textCount() {
        return texts.size();
    }

    String text(int number) {
        return texts.get(number);
    }

    int nodeCount() {
        return column(Column.NODE_SHAPE).length;
    }

    int shapeCount() {
        return column(Column.SHAPE_START).length - 1;
    }

    int shape(int node) {
        return column(Column.NODE_SHAPE)[node];
    }

    int attributeCount(int node) {
        int[] starts = column(Column.SHAPE_START);
        return starts[shape(node) + 1] - starts[shape(node)];
    }

    /** Returns the row of an attribute of a node among the attributes of all shapes. */
    int row(int node, int attribute) {
        return column(Column.SHAPE_START)[shape(node)] + attribute;
    }

    boolean isHidden(int node) {
        return !hidden.isEmpty() && hidden.contains(text(column(Column.IED_NAME)[ied(node)]));
    }

    int ied(int node) {
        return column(Column.DEVICE_IED)[column(Column.NODE_DEVICE)[node]];
    }

    String attributeText(Column column, int node, int attribute) {
        return text(column(column)[row(node, attribute)]);
    }

    String nodeReference(int node) {
        return text(column(Column.DEVICE_NAME)[column(Column.NODE_DEVICE)[node]]) + "/"
                + text(column(Column.NODE_NAME)[node]);
    }

    String nodeClass(int node) {
        return text(column(Column.NODE_CLASS)[node]);
    }

    String placePath(int node) {
        int place = column(Column.NODE_PLACE)[node];
        return place < 0 ? "" : text(column(Column.PLACE_PATH)[place]);
    }

    boolean isPlaceInferred(int node) {
        return column(Column.NODE_PLACE_INFERRED)[node] == 1;
    }

    String description(int node, int attribute) {
        int object = column(Column.OBJECT)[row(node, attribute)];
        int[] starts = column(Column.OBJECT_START);
        for (int i = starts[node]; i < starts[node + 1]; i++) {
            if (column(Column.OBJECT_NAME)[i] == object) {
                return text(column(Column.OBJECT_TEXT)[i]);
            }
        }
        return isOffered(node, attribute)
                ? text(column(Column.NODE_TEXT)[node])
                : attributeText(Column.TEXT, node, attribute);
    }

    /** Returns whether a signal is no data attribute, so that its node is all of its reference. */
    boolean isOffered(int node, int attribute) {
        return attributeText(Column.PATH, node, attribute).isEmpty();
    }

    List<SignalKind> kinds(int node, int attribute) {
        int bits = column(Column.KINDS)[row(node, attribute)];
        int[] starts = column(Column.FLIP_START);
        for (int i = starts[node]; i < starts[node + 1]; i++) {
            if (column(Column.FLIP_ATTRIBUTE)[i] == attribute) {
                bits ^= 1 << SignalKind.COMMAND.ordinal();
            }
        }
        List<SignalKind> kinds = new ArrayList<>();
        for (SignalKind kind : SignalKind.values()) {
            if ((bits >> kind.ordinal() & 1) != 0) {
                kinds.add(kind);
            }
        }
        return kinds;
    }

    /** Returns the data attribute of the file; only when the index was made of one IED. */
    DataAttribute attribute(int node, int attribute) {
        return views.get(node).attributeAt(attribute);
    }
}
