package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.DataSet;
import org.urvant.scl.FunctionalConstraint;
import org.urvant.scl.Ied;
import org.urvant.scl.ReportControl;

/**
 * A report control block that a client enables because it carries signals that the client needs.
 *
 * @param report the block
 * @param signals the signals that it carries, in the order in which they were asked for
 */
public record Subscription(ReportControl report, List<DataAttribute> signals) {
    private static final int MOST_EXACT = 12;

    public Subscription {
        signals = List.copyOf(signals);
    }

    /**
     * What carries a set of signals.
     *
     * @param subscriptions the blocks to enable
     * @param uncarried signals that are in no dataset of any block; a client can only poll them
     */
    public record Cover(List<Subscription> subscriptions, List<DataAttribute> uncarried) {}

    /**
     * Chooses the smallest set of blocks of an IED that carries all signals that any block carries; among sets of one size
     * the one that carries most of its signals suitably: status buffered, measured values unbuffered (IEC 61850-7-2:2010,
     * 17.1). Commands need none. Exact for up to {@value #MOST_EXACT} blocks that carry something, beyond that the block that
     * carries most of what is left is taken again and again.
     */
    public static Cover cover(Ied ied, List<DataAttribute> signals) {
        Set<DataAttribute> left = new LinkedHashSet<>();
        signals.stream()
                .filter(signal -> signal.constraint()
                        .filter(fc -> fc == FunctionalConstraint.ST || fc == FunctionalConstraint.MX)
                        .isPresent())
                .forEach(left::add);
        List<Subscription> all = ied.nodes().stream()
                .flatMap(node -> node.reportControls().stream())
                .map(report -> new Subscription(report, carried(report, left)))
                .filter(candidate -> !candidate.signals.isEmpty())
                .toList();
        List<Subscription> chosen = all.size() <= MOST_EXACT ? smallest(all) : greedy(all);
        List<Subscription> shared = shared(chosen, left);
        shared.forEach(subscription -> subscription.signals.forEach(left::remove));
        return new Cover(shared, List.copyOf(left));
    }

    private static List<DataAttribute> carried(ReportControl report, Set<DataAttribute> signals) {
        List<DataSet.Member> members = report.dataSet().map(DataSet::members).orElse(List.of());
        return signals.stream()
                .filter(signal -> members.stream().anyMatch(member -> member.carries(signal)))
                .toList();
    }

    private static List<Subscription> smallest(List<Subscription> all) {
        int wanted = signals(all).size();
        List<Subscription> best = List.of();
        long suited = -1;
        for (int set = 1; set < 1 << all.size(); set++) {
            if (best.isEmpty() || Integer.bitCount(set) <= best.size()) {
                List<Subscription> some = new ArrayList<>();
                for (int i = 0; i < all.size(); i++) {
                    if ((set >> i & 1) != 0) {
                        some.add(all.get(i));
                    }
                }
                Set<DataAttribute> covered = signals(some);
                long suitable = covered.stream()
                        .filter(signal -> some.stream().anyMatch(candidate -> candidate.suits(signal)))
                        .count();
                if (covered.size() == wanted && (some.size() < best.size() || best.isEmpty() || suitable > suited)) {
                    best = some;
                    suited = suitable;
                }
            }
        }
        return best;
    }

    private static List<Subscription> greedy(List<Subscription> all) {
        List<Subscription> chosen = new ArrayList<>();
        Set<DataAttribute> left = signals(all);
        while (!left.isEmpty()) {
            Subscription best = all.stream()
                    .max(Comparator.comparingLong((Subscription candidate) -> candidate.signals.stream()
                                    .filter(left::contains)
                                    .count())
                            .thenComparingLong(candidate -> candidate.signals.stream()
                                    .filter(candidate::suits)
                                    .count()))
                    .orElseThrow();
            chosen.add(best);
            best.signals.forEach(left::remove);
        }
        return chosen;
    }

    private static Set<DataAttribute> signals(List<Subscription> subscriptions) {
        Set<DataAttribute> signals = new HashSet<>();
        subscriptions.forEach(subscription -> signals.addAll(subscription.signals));
        return signals;
    }

    /** Gives each signal to one of the chosen blocks: the first that suits it, else the first that carries it. */
    private static List<Subscription> shared(List<Subscription> chosen, Set<DataAttribute> signals) {
        Map<Subscription, List<DataAttribute>> shares = new LinkedHashMap<>();
        chosen.forEach(subscription -> shares.put(subscription, new ArrayList<>()));
        for (DataAttribute signal : signals) {
            chosen.stream()
                    .filter(subscription -> subscription.signals.contains(signal))
                    .max(Comparator.comparing(subscription -> subscription.suits(signal)))
                    .ifPresent(subscription -> shares.get(subscription).add(signal));
        }
        List<Subscription> result = new ArrayList<>();
        shares.forEach((subscription, share) -> result.add(new Subscription(subscription.report, share)));
        return result;
    }

    /** A status goes buffered and at once, a measured value as it stands: an old one is worth nothing. */
    private boolean suits(DataAttribute signal) {
        boolean isStatus =
                signal.constraint().filter(FunctionalConstraint.ST::equals).isPresent();
        return signals.contains(signal)
                && report.isBuffered() == isStatus
                && (!isStatus || report.triggersOn("dchg") || report.triggersOn("dupd"));
    }
}
