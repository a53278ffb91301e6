package org.urvant.scl.selection;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/** What a query found: counted at once, shown on demand. */
public final class Hits {
    private final List<SignalIndex> indexes;
    /** For each index, by node, which of its attributes were found; null for none. */
    private final List<long[][]> found = new ArrayList<>();

    private long count;

    private Hits(List<SignalIndex> indexes) {
        this.indexes = indexes;
    }

    static Hits search(List<SignalIndex> indexes, QueryTerm condition) {
        Hits hits = new Hits(List.copyOf(indexes));
        for (SignalIndex index : hits.indexes) {
            long[][] masks = Evaluation.run(index, condition);
            hits.found.add(masks);
            for (long[] mask : masks) {
                for (int i = 0; mask != null && i < mask.length; i++) {
                    hits.count += Long.bitCount(mask[i]);
                }
            }
        }
        return hits;
    }

    /** Takes a signal by its index, node and attribute. */
    interface Taker {
        void take(SignalIndex index, int node, int attribute);
    }

    void forEach(Taker taker) {
        for (int i = 0; i < indexes.size(); i++) {
            long[][] masks = found.get(i);
            for (int node = 0; node < masks.length; node++) {
                long[] mask = masks[node];
                for (int word = 0; mask != null && word < mask.length; word++) {
                    for (long bits = mask[word]; bits != 0; bits &= bits - 1) {
                        taker.take(indexes.get(i), node, word * 64 + Long.numberOfTrailingZeros(bits));
                    }
                }
            }
        }
    }

    /** Returns how many signals were found. */
    public long count() {
        return count;
    }

    /** Returns how many of them there are of each kind; a signal of two kinds counts for both. */
    public Map<SignalKind, Long> countByKind() {
        Map<SignalKind, Long> counts = new EnumMap<>(SignalKind.class);
        for (SignalKind kind : SignalKind.values()) {
            long number = 0;
            for (int i = 0; i < indexes.size(); i++) {
                Evaluation evaluation = new Evaluation(indexes.get(i));
                long[][] masks = found.get(i);
                for (int node = 0; node < masks.length; node++) {
                    number += masks[node] == null ? 0 : evaluation.countOfKind(node, kind, masks[node]);
                }
            }
            counts.put(kind, number);
        }
        return counts;
    }

    /**
     * Returns some of the signals in the order of the files.
     *
     * @param from how many to pass over
     * @param most how many to return at most
     */
    public List<FoundSignal> signals(long from, long most) {
        List<FoundSignal> signals = new ArrayList<>();
        long passed = 0;
        for (int i = 0; i < indexes.size() && signals.size() < most; i++) {
            long[][] masks = found.get(i);
            for (int node = 0; node < masks.length && signals.size() < most; node++) {
                long[] mask = masks[node];
                for (int word = 0; mask != null && word < mask.length; word++) {
                    for (long bits = mask[word]; bits != 0 && signals.size() < most; bits &= bits - 1) {
                        if (passed++ >= from) {
                            signals.add(new FoundSignal(
                                    indexes.get(i), node, word * 64 + Long.numberOfTrailingZeros(bits)));
                        }
                    }
                }
            }
        }
        return signals;
    }
}
