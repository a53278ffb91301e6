package org.urvant.core.mapping;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.urvant.core.scl.DataAttribute;
import org.urvant.core.scl.DataSet;
import org.urvant.core.scl.FunctionalConstraint;
import org.urvant.core.scl.Ied;
import org.urvant.core.scl.ReportControl;

/**
 * A report control block that a client enables because it carries signals that the client needs.
 *
 * @param report the block
 * @param signals the signals that it carries, in the order in which they were asked for
 */
public record Subscription(ReportControl report, List<DataAttribute> signals) {
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
     * Chooses the blocks of an IED that carry signals: again and again the block that carries most of what is left, buffered
     * before unbuffered for status and the other way round for measured values (IEC 61850-7-2:2010, 17.1). Commands need none.
     * Costs blocks × signals.
     */
    public static Cover cover(Ied ied, List<DataAttribute> signals) {
        Set<DataAttribute> left = new LinkedHashSet<>();
        signals.stream()
                .filter(signal -> signal.constraint()
                        .filter(fc -> fc == FunctionalConstraint.ST || fc == FunctionalConstraint.MX)
                        .isPresent())
                .forEach(left::add);
        List<ReportControl> reports = ied.logicalDevices().stream()
                .flatMap(device -> device.nodes().stream())
                .flatMap(node -> node.reportControls().stream())
                .toList();
        List<Subscription> chosen = new ArrayList<>();
        while (true) {
            Subscription best = reports.stream()
                    .map(report -> new Subscription(report, carried(report, left)))
                    .filter(candidate -> !candidate.signals.isEmpty())
                    .max(Comparator.comparingInt((Subscription candidate) -> candidate.signals.size())
                            .thenComparingInt(Subscription::suitability))
                    .orElse(null);
            if (best == null) {
                return new Cover(chosen, List.copyOf(left));
            }
            chosen.add(best);
            best.signals.forEach(left::remove);
        }
    }

    private static List<DataAttribute> carried(ReportControl report, Set<DataAttribute> signals) {
        return report.dataSet()
                .map(set -> {
                    List<DataSet.Member> members = set.members();
                    return signals.stream()
                            .filter(signal -> members.stream().anyMatch(member -> member.carries(signal)))
                            .toList();
                })
                .orElse(List.of());
    }

    private int suitability() {
        boolean status = signals.get(0).constraint().orElseThrow() == FunctionalConstraint.ST;
        return report.isBuffered() == status ? 1 : 0;
    }
}
