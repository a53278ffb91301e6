package org.urvant.scl;

import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.PrimitiveIterator;
import java.util.function.ObjIntConsumer;
import org.jspecify.annotations.Nullable;
import org.urvant.core.finding.Position;

/**
 * All elements of one SCL file in document order, as parallel columns: a row is an element, its children follow it and
 * {@code end} is the row after its subtree, so that walking the children is skipping from {@code end} to {@code end}.
 * Attribute names and values are interned once for the file. Costs 19 bytes an element and 6 an attribute.
 */
final class SclStore {
    /** The name under which an element's text content is kept among its attributes. */
    static final String TEXT = "#text";
    /** The name under which the element name of {@link Tag#OTHER} is kept among its attributes. */
    static final String NAME = "#name";

    final String source;
    private final ByteColumn tags;
    private final IntColumn parents;
    private final IntColumn ends;
    private final IntColumn lines;
    private final CharColumn columns;
    private final IntColumn attributeStarts;
    private final CharColumn attributeNames;
    private final IntColumn attributeValues;
    private final StringPool names;
    private final StringPool values;
    private final Asked[] asked = new Asked[4096]; // so many that few of the names share a place
    private volatile @Nullable Same lately;

    /** Columns with a row for each element. */
    record Elements(ByteColumn tags, IntColumn parents, IntColumn ends, IntColumn lines, CharColumn columns) {}

    /** Columns with a row for each attribute; an element's begin at its start. */
    record Attributes(IntColumn starts, CharColumn names, IntColumn values) {}

    SclStore(String source, Elements elements, Attributes attributes, StringPool names, StringPool values) {
        this.source = source;
        this.tags = elements.tags();
        this.parents = elements.parents();
        this.ends = elements.ends();
        this.lines = elements.lines();
        this.columns = elements.columns();
        this.attributeStarts = attributes.starts();
        this.attributeNames = attributes.names();
        this.attributeValues = attributes.values();
        this.names = names;
        this.values = values;
    }

    Elements elements() {
        return new Elements(tags, parents, ends, lines, columns);
    }

    Attributes attributes() {
        return new Attributes(attributeStarts, attributeNames, attributeValues);
    }

    StringPool names() {
        return names;
    }

    StringPool values() {
        return values;
    }

    int size() {
        return tags.size();
    }

    Tag tag(int row) {
        return Tag.at(tags.get(row));
    }

    int parent(int row) {
        return parents.get(row);
    }

    int end(int row) {
        return ends.get(row);
    }

    int line(int row) {
        return lines.get(row);
    }

    /** Returns the file, line and column of an element's start tag. */
    Position position(int row) {
        return new Position(source, lines.get(row), columns.get(row));
    }

    /** Returns the attributes of an element in the order of the file, without text and element name. */
    Map<String, String> attributes(int row) {
        Map<String, String> all = new LinkedHashMap<>();
        for (int i = attributeStarts.get(row); i < attributeStarts.get(row + 1); i++) {
            String name = names.get(attributeNames.get(i));
            if (name.charAt(0) != '#') {
                all.put(name, values.get(attributeValues.get(i)));
            }
        }
        return all;
    }

    /** Returns the place of an element's first attribute; those of the element end where the next one's begin. */
    int firstAttribute(int row) {
        return attributeStarts.get(row);
    }

    /** Returns the name of the attribute at a place. */
    String nameAt(int place) {
        return names.get(attributeNames.get(place));
    }

    /** Returns the value of the attribute at a place. */
    String valueAt(int place) {
        return values.get(attributeValues.get(place));
    }

    /** Returns a number that is the same for elements with the same attributes, in whatever order they stand. */
    long attributeSum(int row) {
        long sum = 0;
        int end = attributeStarts.get(row + 1);
        for (int i = attributeStarts.get(row); i < end; i++) {
            long one = ((long) attributeNames.get(i) << 32 | attributeValues.get(i)) * 0x9E3779B97F4A7C15L;
            sum += one ^ one >>> 29;
        }
        return sum;
    }

    /** Hands out the names of an element's attributes whose numbers are marked. */
    void attributesOf(int row, boolean[] marked, ObjIntConsumer<String> taker) {
        for (int i = attributeStarts.get(row); i < attributeStarts.get(row + 1); i++) {
            int name = attributeNames.get(i);
            if (marked[name]) {
                taker.accept(names.get(name), row);
            }
        }
    }

    /** Returns whether an element and all that is in it is written as one of another file is, attributes in one order. */
    boolean isAlike(int row, SclStore other, int otherRow) {
        int count = ends.get(row) - row;
        if (other.ends.get(otherRow) - otherRow != count) {
            return false;
        }
        return tags.isSame(row, other.tags, otherRow, count)
                && areShifted(ends, row, other.ends, otherRow, count)
                && haveAlikeAttributes(row, other, otherRow, count);
    }

    /** Returns whether numbers that are places are the same, counted from the first row on each side. */
    private static boolean areShifted(IntColumn column, int row, IntColumn other, int otherRow, int count) {
        int by = other.get(otherRow) - column.get(row);
        if (by == 0) {
            return column.isSame(row, other, otherRow, count);
        }
        for (int i = 0; i < count; i++) {
            if (other.get(otherRow + i) - column.get(row + i) != by) {
                return false;
            }
        }
        return true;
    }

    private boolean haveAlikeAttributes(int row, SclStore other, int otherRow, int rows) {
        if (!areShifted(attributeStarts, row, other.attributeStarts, otherRow, rows + 1)) {
            return false;
        }
        int start = attributeStarts.get(row);
        int otherStart = other.attributeStarts.get(otherRow);
        int count = attributeStarts.get(row + rows) - start;
        Same same = sameOf(other);
        boolean areNamed = same.haveNames
                ? attributeNames.isSame(start, other.attributeNames, otherStart, count)
                : areNamed(start, other, otherStart, count, same.names);
        return areNamed
                && same.values.areSame(attributeValues.here(), start, other.attributeValues.here(), otherStart, count);
    }

    private boolean areNamed(int start, SclStore other, int otherStart, int count, SameTexts same) {
        for (int i = 0; i < count; i++) {
            if (!same.isSame(attributeNames.get(start + i), other.attributeNames.get(otherStart + i))) {
                return false;
            }
        }
        return true;
    }

    /** What of another file this one was held against last is the same. */
    private record Same(SclStore other, SameTexts names, boolean haveNames, SameTexts values) {}

    private Same sameOf(SclStore other) {
        Same known = lately;
        return known != null && known.other == other ? known : madeSame(other);
    }

    private synchronized Same madeSame(SclStore other) {
        Same known = lately;
        if (known == null || known.other != other) { // several threads may ask at once
            SameTexts same = new SameTexts(names, other.names);
            known = new Same(other, same, same.areAll(), new SameTexts(values, other.values));
            lately = known;
        }
        return known;
    }

    /** Returns a number for an element and all that is in it: tags, attributes and texts, wherever they stand. */
    long hash(int row) {
        long hash = 17;
        for (int at = row; at < ends.get(row); at++) {
            hash = hash * 1_000_003 + tags.get(at) * 31L + (ends.get(at) - at);
            for (int i = attributeStarts.get(at); i < attributeStarts.get(at + 1); i++) {
                hash = hash * 1_000_003 + names.get(attributeNames.get(i)).hashCode();
                hash = hash * 1_000_003 + values.get(attributeValues.get(i)).hashCode();
            }
        }
        return hash;
    }

    /** Returns the element's name; that of a foreign element with its namespace before it in braces. */
    String element(int row) {
        return tag(row) == Tag.OTHER ? attribute(row, NAME, "") : tag(row).element();
    }

    /** Returns the text of the first child with a tag, without blanks around it; empty text when there is none. */
    String childText(int row, Tag tag) {
        int found = child(row, tag);
        return found < 0 ? "" : text(found);
    }

    /** Returns an element's text without blanks around it. */
    String text(int row) {
        return attribute(row, TEXT, "").strip();
    }

    /** Returns the value of an attribute, or null when the element does not have it. */
    String attribute(int row, String name) {
        int id = nameNumber(name);
        if (id < 0) {
            return null;
        }
        int at = attributeNames.find(attributeStarts.get(row), attributeStarts.get(row + 1), id);
        return at < 0 ? null : values.get(attributeValues.get(at));
    }

    /** Views ask for the same few names, as literals, millions of times. */
    private int nameNumber(String name) {
        int place = name.hashCode() * 31 >>> 5 & asked.length - 1;
        Asked known = asked[place];
        if (known == null || known.name != name) {
            known = new Asked(name, names.find(name));
            asked[place] = known;
        }
        return known.number;
    }

    /** A name that was asked for lately, and its number. */
    private record Asked(String name, int number) {}

    String attribute(int row, String name, String absent) {
        String value = attribute(row, name);
        return value == null ? absent : value;
    }

    /** Returns whether an attribute of xs:boolean is true, which has the two forms {@code true} and {@code 1}. */
    boolean flag(int row, String name, boolean absent) {
        String value = attribute(row, name);
        return value == null ? absent : isTrue(value);
    }

    /** Returns whether a text stands for the true of xs:boolean (XML Schema 1.0, part 2, 3.2.2). */
    static boolean isTrue(String text) {
        return text.strip().equals("true") || text.strip().equals("1");
    }

    /** Returns the first child with a tag, or of any tag when it is null; -1 when there is none. */
    int child(int row, Tag tag) {
        return seek(row + 1, ends.get(row), tag);
    }

    private int seek(int from, int end, Tag tag) {
        if (tag == null) {
            return from < end ? from : -1;
        }
        byte wanted = (byte) tag.ordinal();
        for (int at = from; at < end; at = ends.get(at)) {
            if (tags.get(at) == wanted) {
                return at;
            }
        }
        return -1;
    }

    /** Returns the first element with a tag from a row on, at any depth; the end when there is none before that. */
    int anywhere(int from, int end, Tag tag) {
        byte wanted = (byte) tag.ordinal();
        int at = from;
        while (at < end && tags.get(at) != wanted) {
            at++;
        }
        return at;
    }

    /** Returns the next element after one with the same parent and a tag, or of any tag; -1 when there is none. */
    int next(int row, Tag tag) {
        return seek(ends.get(row), ends.get(parents.get(row)), tag);
    }

    /** Returns the first child with a tag and a given attribute value, or -1. */
    int child(int row, Tag tag, String attribute, String value) {
        for (int at = row + 1; at < ends.get(row); at = ends.get(at)) {
            if (tags.get(at) == tag.ordinal() && value.equals(attribute(at, attribute))) {
                return at;
            }
        }
        return -1;
    }

    /** Iterates over the rows of all children, or of the children with one tag. */
    Iterable<Integer> children(int row, Tag only) {
        return new Children(row, only);
    }

    /** A class of its own, and no closure: those are slow until the compiler has seen them often. */
    private final class Children implements Iterable<Integer> {
        private final int row;
        private final Tag only;

        Children(int row, Tag only) {
            this.row = row;
            this.only = only;
        }

        @Override
        public Iterator<Integer> iterator() {
            return new Rows(row, only);
        }
    }

    private final class Rows implements PrimitiveIterator.OfInt {
        private final int end;
        private final Tag only;
        private int at;

        Rows(int row, Tag only) {
            this.end = ends.get(row);
            this.only = only;
            this.at = seek(row + 1, end, only);
        }

        @Override
        public boolean hasNext() {
            return at >= 0;
        }

        @Override
        public int nextInt() {
            if (at < 0) {
                throw new NoSuchElementException();
            }
            int found = at;
            at = seek(ends.get(at), end, only);
            return found;
        }
    }
}
