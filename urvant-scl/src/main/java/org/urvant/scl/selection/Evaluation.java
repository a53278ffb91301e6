package org.urvant.scl.selection;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.urvant.scl.DataSet;

/**
 * Holds a condition against an index, one node after the other. The answer for a node is a set of its attributes as bits,
 * null for none. What is the same for all nodes of a shape, or for all that share a text, is found once. For one thread.
 */
final class Evaluation {
    static final byte YES = 1;
    static final byte NO = 2;

    /** Below this, starting threads costs more than they win. */
    private static final int NODES_OF_A_PART = 4096;

    private final SignalIndex index;
    private final long[][] full;
    private final Map<SignalKind, Test> kinds = new EnumMap<>(SignalKind.class);

    /** What is asked of a node; sets are shared, so nobody changes one that was returned. */
    interface Test {
        long[] at(int node);
    }

    /** Whether a text fits. */
    interface TextTest {
        boolean fits(String text);
    }

    Evaluation(SignalIndex index) {
        this.index = index;
        this.full = new long[index.shapeCount()][];
    }

    /** Returns what a condition finds of an index, by node; of a large one, each core goes through a part of the nodes. */
    static long[][] run(SignalIndex index, QueryTerm condition) {
        long[][] found = new long[index.nodeCount()][];
        int parts = Math.min(Runtime.getRuntime().availableProcessors(), found.length / NODES_OF_A_PART);
        if (parts < 2) {
            new Evaluation(index).run(condition, found, 0, found.length);
        } else {
            IntStream.range(0, parts).parallel().forEach(part -> new Evaluation(index)
                    .run(condition, found, (int) ((long) found.length * part / parts), (int)
                            ((long) found.length * (part + 1) / parts)));
        }
        return found;
    }

    private void run(QueryTerm condition, long[][] found, int from, int to) {
        Test test = test(condition);
        for (int node = from; node < to; node++) {
            found[node] = index.isHidden(node) ? null : test.at(node);
        }
    }

    long countOfKind(int node, SignalKind kind, long[] mask) {
        long[] own = kinds.computeIfAbsent(kind, this::kind).at(node);
        long count = 0;
        for (int i = 0; own != null && i < own.length; i++) {
            count += Long.bitCount(own[i] & mask[i]);
        }
        return count;
    }

    long[] all(int node) {
        int shape = index.shape(node);
        if (full[shape] == null) {
            int count = index.attributeCount(node);
            long[] bits = new long[count + 63 >> 6];
            for (int i = 0; i < count; i++) {
                bits[i >> 6] |= 1L << i;
            }
            full[shape] = bits;
        }
        return full[shape].length == 0 ? null : full[shape];
    }

    private Test test(QueryTerm condition) {
        if (condition instanceof QueryTerm.AllOf all) {
            List<Test> parts = new ArrayList<>();
            // what a whole node can fail at first
            all.parts().stream().filter(Evaluation::isOfNode).forEach(part -> parts.add(test(part)));
            all.parts().stream().filter(part -> !isOfNode(part)).forEach(part -> parts.add(test(part)));
            return parts.size() == 1 ? parts.get(0) : node -> intersection(parts, node);
        }
        if (condition instanceof QueryTerm.AnyOf any) {
            List<Test> parts = any.parts().stream().map(this::test).toList();
            return node -> union(parts, node);
        }
        if (condition instanceof QueryTerm.Not not) {
            Test part = test(not.part());
            return node -> complement(part.at(node), node);
        }
        if (condition instanceof QueryTerm.OfKind kind) {
            return kind(kind.kind());
        }
        if (condition instanceof QueryTerm.Text text) {
            return new FreeText(index, this, text);
        }
        return field((QueryTerm.Field) condition);
    }

    private static boolean isOfNode(QueryTerm condition) {
        return condition instanceof QueryTerm.Field field && field.field().scope() == QueryField.Reach.NODE;
    }

    private long[] intersection(List<Test> parts, int node) {
        long[] left = all(node);
        for (int i = 0; i < parts.size() && left != null; i++) {
            long[] next = parts.get(i).at(node);
            left = left == full[index.shape(node)] ? next : next == full[index.shape(node)] ? left : and(left, next);
        }
        return left;
    }

    private static long[] and(long[] a, long[] b) {
        if (a == null || b == null) {
            return null;
        }
        long[] both = new long[a.length];
        long any = 0;
        for (int i = 0; i < a.length; i++) {
            both[i] = a[i] & b[i];
            any |= both[i];
        }
        return any == 0 ? null : both;
    }

    static long[] or(long[] a, long[] b) {
        if (a == null || b == null) {
            return a == null ? b : a;
        }
        long[] either = new long[a.length];
        for (int i = 0; i < a.length; i++) {
            either[i] = a[i] | b[i];
        }
        return either;
    }

    private long[] union(List<Test> parts, int node) {
        long[] found = null;
        for (Test part : parts) {
            found = or(found, part.at(node));
        }
        return found;
    }

    private long[] complement(long[] bits, int node) {
        long[] all = all(node);
        if (bits == null || all == null) {
            return all;
        }
        long[] others = new long[all.length];
        long any = 0;
        for (int i = 0; i < all.length; i++) {
            others[i] = all[i] & ~bits[i];
            any |= others[i];
        }
        return any == 0 ? null : others;
    }

    private Test kind(SignalKind kind) {
        int[] bits = index.column(Column.KINDS);
        Test defined = byShape(row -> (bits[row] >> kind.ordinal() & 1) != 0);
        return kind == SignalKind.COMMAND ? node -> flipped(defined.at(node), node) : defined;
    }

    private long[] flipped(long[] bits, int node) {
        int[] starts = index.column(Column.FLIP_START);
        if (starts[node] == starts[node + 1]) {
            return bits;
        }
        long[] changed = bits == null ? new long[all(node).length] : bits.clone();
        for (int i = starts[node]; i < starts[node + 1]; i++) {
            int attribute = index.column(Column.FLIP_ATTRIBUTE)[i];
            changed[attribute >> 6] ^= 1L << attribute;
        }
        return and(changed, changed);
    }

    /** Whether an attribute of a shape fits, by its row among the attributes of all shapes. */
    interface RowTest {
        boolean fits(int row);
    }

    /** Asks each attribute of a shape once. */
    private Test byShape(RowTest test) {
        long[][] known = new long[index.shapeCount()][];
        boolean[] asked = new boolean[index.shapeCount()];
        return node -> {
            int shape = index.shape(node);
            if (!asked[shape]) {
                asked[shape] = true;
                known[shape] = bits(node, test);
            }
            return known[shape];
        };
    }

    long[] bits(int node, RowTest test) {
        int count = index.attributeCount(node);
        long[] bits = new long[count + 63 >> 6];
        for (int i = 0; i < count; i++) {
            if (test.fits(index.row(node, i))) {
                bits[i >> 6] |= 1L << i;
            }
        }
        return and(bits, bits);
    }

    /** Asks each text once. */
    final class TextCache {
        private final TextTest test;
        private final byte[] known = new byte[index.textCount()];

        TextCache(TextTest test) {
            this.test = test;
        }

        boolean fits(int text) {
            if (known[text] == 0) {
                known[text] = test.fits(index.text(text)) ? YES : NO;
            }
            return known[text] == YES;
        }
    }

    private Test field(QueryTerm.Field condition) {
        TextCache cache = new TextCache(condition.pattern()::fits);
        return switch (condition.field()) {
            case QUANTITY -> definition(cache, Column.QUANTITY);
            case PHASE -> definition(cache, Column.PHASE);
            case DO -> definition(cache, Column.OBJECT);
            case FC -> definition(cache, Column.CONSTRAINT);
            case CDC -> definition(cache, Column.INNER_CLASS, Column.OUTER_CLASS);
            case TYPE -> definition(cache, Column.BASIC_TYPE);
            case DA -> {
                int[] paths = index.column(Column.PATH);
                int[] objects = index.column(Column.OBJECT);
                int[] attributes = index.column(Column.ATTRIBUTE);
                yield byShape(row -> cache.fits(attributes[row])
                        || condition.pattern().fits(below(index.text(paths[row]), index.text(objects[row]))));
            }
            case IED -> ofNode(cache, node -> index.column(Column.IED_NAME)[index.ied(node)]);
            case MAKER -> ofNode(cache, node -> index.column(Column.IED_MAKER)[index.ied(node)]);
            case MODEL -> ofNode(cache, node -> index.column(Column.IED_MODEL)[index.ied(node)]);
            case LD ->
                ofNode(
                        cache,
                        node -> index.column(Column.DEVICE_INSTANCE)[index.column(Column.NODE_DEVICE)[node]],
                        node -> index.column(Column.DEVICE_NAME)[index.column(Column.NODE_DEVICE)[node]]);
            case LN ->
                ofNode(cache, node -> index.column(Column.NODE_NAME)[node], node -> index.column(Column.NODE_CLASS)[
                        node]);
            case LEVEL -> place(cache, Column.PLACE_LEVEL);
            case BAY -> place(cache, Column.PLACE_BAY);
            case EQUIPMENT -> place(cache, Column.PLACE_EQUIPMENT);
            case SET -> node -> memberOf(cache, node);
            case DESC -> {
                Test defined = definition(cache, Column.TEXT);
                Test around = ofNode(
                        cache,
                        node -> index.column(Column.NODE_TEXT)[node],
                        node -> index.column(Column.DEVICE_TEXT)[index.column(Column.NODE_DEVICE)[node]],
                        node -> index.column(Column.IED_TEXT)[index.ied(node)]);
                yield node -> {
                    long[] whole = around.at(node);
                    return whole == null ? described(cache, defined.at(node), node) : whole;
                };
            }
            case KIND -> throw new IllegalStateException("a kind is a condition of its own");
        };
    }

    /** Returns the path below its data object; empty for one that has nothing below. */
    private static String below(String path, String object) {
        return path.substring(Math.min(path.length(), object.length() + 1));
    }

    Test definition(TextCache cache, Column... columns) {
        return byShape(row -> {
            boolean fits = false;
            for (Column column : columns) {
                fits |= cache.fits(index.column(column)[row]);
            }
            return fits;
        });
    }

    /** Returns the number of a text for a node. */
    private interface NodeText {
        int of(int node);
    }

    private Test ofNode(TextCache cache, NodeText... columns) {
        return node -> {
            for (NodeText column : columns) {
                if (cache.fits(column.of(node))) {
                    return all(node);
                }
            }
            return null;
        };
    }

    private Test place(TextCache cache, Column column) {
        return node -> {
            int place = index.column(Column.NODE_PLACE)[node];
            boolean fits = place >= 0 && index.column(column)[place] != 0 && cache.fits(index.column(column)[place]);
            return fits ? all(node) : null;
        };
    }

    long[] memberOf(TextCache cache, int node) {
        int[] starts = index.column(Column.SET_START);
        long[] found = null;
        for (int i = starts[node]; i < starts[node + 1]; i++) {
            if (cache.fits(index.column(Column.SET_NAME)[i])) {
                String path = index.text(index.column(Column.SET_PATH)[i]);
                int element = index.column(Column.SET_INDEX)[i];
                int constraint = index.column(Column.SET_CONSTRAINT)[i];
                found = or(
                        found,
                        bits(
                                node,
                                row -> index.column(Column.CONSTRAINT)[row] == constraint
                                        && DataSet.Member.holds(
                                                path, element, index.text(index.column(Column.PATH)[row]))));
            }
        }
        return found;
    }

    /** A description of the instance stands before that of the definition. */
    private long[] described(TextCache cache, long[] defined, int node) {
        int[] starts = index.column(Column.OBJECT_START);
        long[] found = defined;
        for (int i = starts[node]; i < starts[node + 1]; i++) {
            int object = index.column(Column.OBJECT_NAME)[i];
            long[] own = bits(node, row -> index.column(Column.OBJECT)[row] == object);
            boolean fits = cache.fits(index.column(Column.OBJECT_TEXT)[i]);
            if (own != null && (fits || found != null)) {
                found = fits ? or(found, own) : and(found, complement(own, node));
            }
        }
        return found;
    }
}
