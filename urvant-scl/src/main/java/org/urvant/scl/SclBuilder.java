package org.urvant.scl;

import java.util.Arrays;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.finding.Position;

/**
 * Takes the elements of an SCL file in document order and makes the {@link SclFile} over them. A reader calls
 * {@link #open}, any number of {@link #attribute} and {@link #text}, and {@link #close} for each element. Single-threaded;
 * of no use after {@link #build}.
 */
public final class SclBuilder {
    private static final int MOST_NAMES = 10_000;

    private final String source;
    private final StringPool names = new StringPool();
    private final OctetPool values = new OctetPool();
    private byte[] tags;
    private int[] parents;
    private int[] ends;
    private int[] lines;
    private char[] columns;
    private int[] attributeStarts;
    private char[] attributeNames;
    private int[] attributeValues;
    private int size;
    private int attributes;
    private int current = -1;

    /** Creates a builder for a source of the given name, which every position will show. */
    public SclBuilder(String source) {
        this(source, 1024);
    }

    /**
     * Creates a builder that has room for a number of elements at once.
     *
     * @param elements how many are expected; more are taken too
     */
    public SclBuilder(String source, int elements) {
        this.source = source;
        tags = new byte[elements];
        parents = new int[elements];
        ends = new int[elements];
        lines = new int[elements];
        columns = new char[elements];
        attributeStarts = new int[elements + 1];
        attributeNames = new char[3 * elements];
        attributeValues = new int[3 * elements];
    }

    /** Opens an element of the SCL namespace at a 1-based line and column; 0 for a place that is not known. */
    public void open(String localName, int line, int column) {
        Tag tag = Tag.of(localName);
        row(tag, line, column);
        if (tag == Tag.OTHER) {
            attribute(SclStore.NAME, localName);
        }
    }

    /** Opens an element of another namespace, kept under {@code {namespace}localName}. */
    public void openForeign(String namespace, String localName, int line, int column) {
        row(Tag.OTHER, line, column);
        attribute(SclStore.NAME, "{" + namespace + "}" + localName);
    }

    private void row(Tag tag, int line, int column) {
        if (size == tags.length) {
            room(size + size / 2 + 1);
        }
        tags[size] = (byte) tag.ordinal();
        parents[size] = current;
        lines[size] = line;
        columns[size] = column > Character.MAX_VALUE ? 0 : (char) column;
        attributeStarts[size] = attributes;
        current = size++;
    }

    /** Adds an attribute to the element opened last; only before its first child. */
    public void attribute(String name, String value) {
        attribute(name(name), values.add(value));
    }

    /**
     * Adds an attribute to the element opened last; only before its first child.
     *
     * @param name what {@link #name} says of its name
     * @param in holds its value as UTF-8 octets
     * @param from where that begins
     * @param to the place behind its last octet
     * @param sum what {@link #sum} says of it
     */
    public void attribute(int name, byte[] in, int from, int to, int sum) {
        attribute(name, values.add(in, from, to, sum));
    }

    /** What {@link #sum} multiplies by; another one in each run. */
    public static final int SUM_FACTOR = OctetPool.FACTOR;

    /** Returns the sum of octets: that of none is 0, and each octet makes of it {@link #SUM_FACTOR} times it and itself. */
    public static int sum(byte[] in, int from, int to) {
        return OctetPool.sum(in, from, to);
    }

    private void attribute(int name, int value) {
        if (current != size - 1) {
            throw new IllegalStateException("attribute " + names.get(name) + " after a child element");
        }
        if (attributes == attributeNames.length) {
            roomForAttributes(attributes + attributes / 2 + 1);
        }
        attributeNames[attributes] = (char) name;
        attributeValues[attributes] = value;
        attributes++;
    }

    /** Returns the number of a name of attributes in this builder. */
    public int name(String name) {
        int number = names.find(name);
        if (number < 0) {
            // the views ask by literals, and interned names are found without comparing letters
            number = names.add(name.intern());
        }
        if (number > MOST_NAMES) {
            throw new LimitExceededException(
                    new Position(source, lines[current], columns[current]),
                    "number of different attribute names",
                    number,
                    MOST_NAMES);
        }
        return number;
    }

    private void room(int larger) {
        tags = Arrays.copyOf(tags, larger);
        parents = Arrays.copyOf(parents, larger);
        ends = Arrays.copyOf(ends, larger);
        lines = Arrays.copyOf(lines, larger);
        columns = Arrays.copyOf(columns, larger);
        attributeStarts = Arrays.copyOf(attributeStarts, larger + 1);
    }

    private void roomForAttributes(int larger) {
        attributeNames = Arrays.copyOf(attributeNames, larger);
        attributeValues = Arrays.copyOf(attributeValues, larger);
    }

    /**
     * Takes what stands in the root of another builder as what follows in the root of this one. Both roots are open, and nothing
     * else is; the other one's has no attributes.
     *
     * @param lines how many lines lie before the first line of the other
     */
    public void append(SclBuilder next, int lines) {
        if (current != 0 || next.current != 0) {
            throw new IllegalStateException("only roots are open when one builder follows another");
        }
        int[] numbers = values.addAll(next.values);
        int[] named = new int[next.names.size()];
        for (int i = 0; i < named.length; i++) {
            named[i] = name(next.names.get(i));
        }
        int rows = size - 1; // the other's root is this one's
        room(Math.max(tags.length, rows + next.size));
        for (int row = 1; row < next.size; row++, size++) {
            tags[size] = next.tags[row];
            parents[size] = next.parents[row] == 0 ? 0 : next.parents[row] + rows;
            ends[size] = next.ends[row] + rows;
            this.lines[size] = next.lines[row] + lines;
            columns[size] = next.columns[row];
            attributeStarts[size] = next.attributeStarts[row] + attributes;
        }
        roomForAttributes(Math.max(attributeNames.length, attributes + next.attributes));
        for (int i = 0; i < next.attributes; i++, attributes++) {
            attributeNames[attributes] = (char) named[next.attributeNames[i]];
            attributeValues[attributes] = numbers[next.attributeValues[i]];
        }
    }

    /** Adds the text content of the element opened last; text after a child element is not kept. */
    public void text(String text) {
        if (current == size - 1) {
            attribute(SclStore.TEXT, text);
        }
    }

    /** Adds text content as {@link #text(String)} does, of UTF-8 octets as {@link #attribute(int, byte[], int, int, int)} takes them. */
    public void text(byte[] in, int from, int to, int sum) {
        if (current == size - 1) {
            attribute(name(SclStore.TEXT), in, from, to, sum);
        }
    }

    /** Closes the innermost open element. */
    public void close() {
        ends[current] = size;
        current = parents[current];
    }

    /** Returns how many elements were opened. */
    public int size() {
        return size;
    }

    /** Returns the views over all that was taken; every element must be closed. */
    public SclFile build() {
        if (size == 0 || current != -1) {
            throw new IllegalStateException("an SCL file has one root element, opened and closed");
        }
        attributeStarts[size] = attributes;
        SclStore store = new SclStore(
                source,
                new SclStore.Elements(
                        new ByteColumn(Arrays.copyOf(tags, size)),
                        new IntColumn(Arrays.copyOf(parents, size)),
                        new IntColumn(Arrays.copyOf(ends, size)),
                        new IntColumn(Arrays.copyOf(lines, size)),
                        new CharColumn(Arrays.copyOf(columns, size))),
                new SclStore.Attributes(
                        new IntColumn(Arrays.copyOf(attributeStarts, size + 1)),
                        new CharColumn(Arrays.copyOf(attributeNames, attributes)),
                        new IntColumn(Arrays.copyOf(attributeValues, attributes))),
                names,
                values.close());
        return new SclFile(store);
    }
}
