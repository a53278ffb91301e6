package org.urvant.core.scl;

import java.util.Arrays;
import org.urvant.core.fault.LimitExceededException;
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
    private final StringPool values = new StringPool();
    private byte[] tags = new byte[1024];
    private int[] parents = new int[1024];
    private int[] ends = new int[1024];
    private int[] lines = new int[1024];
    private int[] columns = new int[1024];
    private int[] attributeStarts = new int[1025];
    private char[] attributeNames = new char[4096];
    private int[] attributeValues = new int[4096];
    private int size;
    private int attributes;
    private int current = -1;

    /** Creates a builder for a source of the given name, which every position will show. */
    public SclBuilder(String source) {
        this.source = source;
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
            int larger = size * 2;
            tags = Arrays.copyOf(tags, larger);
            parents = Arrays.copyOf(parents, larger);
            ends = Arrays.copyOf(ends, larger);
            lines = Arrays.copyOf(lines, larger);
            columns = Arrays.copyOf(columns, larger);
            attributeStarts = Arrays.copyOf(attributeStarts, larger + 1);
        }
        tags[size] = (byte) tag.ordinal();
        parents[size] = current;
        lines[size] = line;
        columns[size] = column;
        attributeStarts[size] = attributes;
        current = size++;
    }

    /** Adds an attribute to the element opened last; only before its first child. */
    public void attribute(String name, String value) {
        if (current != size - 1) {
            throw new IllegalStateException("attribute " + name + " after a child element");
        }
        if (attributes == attributeNames.length) {
            attributeNames = Arrays.copyOf(attributeNames, attributes * 2);
            attributeValues = Arrays.copyOf(attributeValues, attributes * 2);
        }
        int number = names.add(name);
        if (number > MOST_NAMES) {
            throw new LimitExceededException(
                    new Position(source, lines[current], columns[current]),
                    "number of different attribute names",
                    number,
                    MOST_NAMES);
        }
        attributeNames[attributes] = (char) number;
        attributeValues[attributes] = values.add(value);
        attributes++;
    }

    /** Adds the text content of the element opened last; text after a child element is not kept. */
    public void text(String text) {
        if (current == size - 1) {
            attribute(SclStore.TEXT, text);
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
                Arrays.copyOf(tags, size),
                Arrays.copyOf(parents, size),
                Arrays.copyOf(ends, size),
                Arrays.copyOf(lines, size),
                Arrays.copyOf(columns, size),
                Arrays.copyOf(attributeStarts, size + 1),
                Arrays.copyOf(attributeNames, attributes),
                Arrays.copyOf(attributeValues, attributes),
                names,
                values);
        return new SclFile(store);
    }
}
