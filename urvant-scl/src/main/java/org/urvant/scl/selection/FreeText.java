package org.urvant.scl.selection;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.text.Glob;

/**
 * A word that any field may contain; it may also reach from the node's reference into the path. What is the same for all nodes
 * of a logical device is asked once.
 */
final class FreeText implements Evaluation.Test {
    private static final byte YES = Evaluation.YES;
    private static final byte NO = Evaluation.NO;
    private static final long UNKNOWN = -1; // more places than a pattern can have

    private final SignalIndex index;
    private final Evaluation of;
    private final String word;
    private final Glob pattern;
    private final Evaluation.TextCache cache;
    private final Evaluation.Test defined;
    /** What fits of a shape, by the places of the pattern that the node's reference leads to: few, for many nodes. */
    private final Map<Integer, Map<Long, Optional<long[]>>> ends = new HashMap<>();

    /** By logical device, whether it fits as a whole, and the places of the pattern that its name leads to. */
    private final byte[] devices;

    private final long[] reached;
    /** By these places, those that the name of a node leads to from there. */
    private final Map<Long, long[]> beyond = new HashMap<>();

    FreeText(SignalIndex index, Evaluation of, QueryTerm.Text text) {
        this.index = index;
        this.of = of;
        this.devices = new byte[index.column(Column.DEVICE_NAME).length];
        this.reached = new long[devices.length];
        this.word = text.folded();
        this.pattern = text.isPattern() ? new Glob("*" + word + "*") : null;
        this.cache = of.new TextCache(pattern == null ? given -> Glob.holds(given, word) : pattern::fits);
        Arrays.fill(reached, UNKNOWN);
        this.defined = of.definition(
                cache,
                Column.PATH,
                Column.CONSTRAINT,
                Column.INNER_CLASS,
                Column.OUTER_CLASS,
                Column.BASIC_TYPE,
                Column.TEXT);
    }

    @Override
    public long[] at(int node) {
        return fitsNode(node)
                ? of.all(node)
                : Evaluation.or(Evaluation.or(defined.at(node), objects(node)), across(node));
    }

    /** Asks the IED and the logical device once for all of its nodes. */
    private boolean fitsDevice(int device) {
        if (devices[device] == 0) {
            int ied = index.column(Column.DEVICE_IED)[device];
            boolean fits = cache.fits(index.column(Column.IED_NAME)[ied])
                    || cache.fits(index.column(Column.IED_TEXT)[ied])
                    || cache.fits(index.column(Column.IED_MAKER)[ied])
                    || cache.fits(index.column(Column.IED_MODEL)[ied])
                    || cache.fits(index.column(Column.DEVICE_NAME)[device])
                    || cache.fits(index.column(Column.DEVICE_TEXT)[device]);
            devices[device] = fits ? YES : NO;
        }
        return devices[device] == YES;
    }

    private boolean fitsNode(int node) {
        int place = index.column(Column.NODE_PLACE)[node];
        return fitsDevice(index.column(Column.NODE_DEVICE)[node])
                || cache.fits(index.column(Column.NODE_NAME)[node])
                || cache.fits(index.column(Column.NODE_TEXT)[node])
                || place >= 0 && cache.fits(index.column(Column.PLACE_PATH)[place]);
    }

    private long[] objects(int node) {
        int[] starts = index.column(Column.OBJECT_START);
        long[] found = null;
        for (int i = starts[node]; i < starts[node + 1]; i++) {
            if (cache.fits(index.column(Column.OBJECT_TEXT)[i])) {
                int object = index.column(Column.OBJECT_NAME)[i];
                found = Evaluation.or(found, of.bits(node, row -> index.column(Column.OBJECT)[row] == object));
            }
        }
        int[] sets = index.column(Column.SET_START);
        for (int i = sets[node]; i < sets[node + 1]; i++) {
            if (cache.fits(index.column(Column.SET_NAME)[i])) {
                return Evaluation.or(found, of.memberOf(cache, node));
            }
        }
        return found;
    }

    /** Returns the places of the pattern that a node's reference leads to; each name is gone through once. */
    private long places(int node) {
        int device = index.column(Column.NODE_DEVICE)[node];
        if (reached[device] == UNKNOWN) {
            reached[device] =
                    pattern.after(pattern.after(1, index.text(index.column(Column.DEVICE_NAME)[device])), "/");
        }
        long[] byName = beyond.computeIfAbsent(reached[device], places -> {
            long[] unknown = new long[index.textCount()];
            Arrays.fill(unknown, UNKNOWN);
            return unknown;
        });
        int name = index.column(Column.NODE_NAME)[node];
        if (byName[name] == UNKNOWN) {
            byName[name] = pattern.after(pattern.after(reached[device], index.text(name)), ".");
        }
        return byName[name];
    }

    private long[] across(int node) {
        if (pattern == null && word.indexOf('/') < 0 && word.indexOf('.') < 0) {
            return null;
        }
        if (pattern != null) {
            long places = places(node);
            return ends.computeIfAbsent(index.shape(node), shape -> new HashMap<>())
                    .computeIfAbsent(
                            places,
                            key -> Optional.ofNullable(of.bits(
                                    node,
                                    row -> pattern.isEnd(
                                            pattern.after(places, index.text(index.column(Column.PATH)[row]))))))
                    .orElse(null);
        }
        String reference = Glob.fold(index.nodeReference(node)) + ".";
        long[] found = reference.contains(word) ? of.all(node) : null;
        for (int dot = word.indexOf('.'); dot >= 0 && found == null; dot = word.indexOf('.', dot + 1)) {
            if (reference.endsWith(word.substring(0, dot + 1))) {
                String rest = word.substring(dot + 1);
                found = of.bits(node, row -> Glob.fold(index.text(index.column(Column.PATH)[row]))
                        .startsWith(rest));
            }
        }
        return found;
    }
}
