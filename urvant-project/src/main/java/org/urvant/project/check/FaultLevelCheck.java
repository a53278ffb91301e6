package org.urvant.project.check;

import java.math.BigDecimal;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.protection.FaultKind;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Unit;
import org.urvant.project.Bay;
import org.urvant.project.Feeding;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.SiteGrading;

/** Holds the fault currents that a site gives against each other: of one bay, and of the bay that feeds it. */
final class FaultLevelCheck {
    /** Of a fault of three phases: 0.87 between two, near machines 0.7 to 1 (IEC 60909-0:2016, 7.3). */
    private static final BigDecimal LEAST_BETWEEN_TWO = new BigDecimal("0.7");

    /** Three times the current that one impedance of three lets through, where the other two and that of the earth are none. */
    private static final BigDecimal MOST_TO_EARTH = new BigDecimal("1.5");

    /** What is rounded, or comes from motors on the way. */
    private static final double TOLERANCE = 1.05;

    private FaultLevelCheck() {}

    static void check(Project project, Bay bay, Consumer<Finding> findings) {
        Optional<Feeding> feeding = bay.feeding();
        if (feeding.isEmpty()) {
            return;
        }
        Map<FaultKind, Entry> levels = feeding.get().levels();
        Entry three = levels.get(FaultKind.THREE_PHASE);
        Optional<BigDecimal> most = current(three);
        if (most.isEmpty() || most.get().signum() <= 0) {
            return;
        }
        Entry two = levels.get(FaultKind.PHASE_PHASE);
        current(two).ifPresent(current -> {
            if (current.compareTo(most.get()) > 0
                    || current.compareTo(most.get().multiply(LEAST_BETWEEN_TWO)) < 0) {
                find(bay, two, two.text() + " between two phases and " + three.text() + " with three", findings);
            }
        });
        Entry earth = levels.get(FaultKind.PHASE_EARTH);
        current(earth).ifPresent(current -> {
            if (current.compareTo(most.get().multiply(MOST_TO_EARTH)) > 0) {
                find(bay, earth, earth.text() + " to earth and " + three.text() + " with three phases", findings);
            }
        });
        Bay feeder = project.bays().get(feeding.get().from().text());
        OptionalDouble ratio = SiteGrading.ratio(feeding.get());
        Entry before = feeder == null
                ? null
                : feeder.feeding().map(Feeding::levels).orElse(Map.of()).get(FaultKind.THREE_PHASE);
        current(before).ifPresent(current -> {
            double there = most.get().doubleValue() * ratio.orElse(0);
            if (there > current.doubleValue() * TOLERANCE) {
                find(
                        bay,
                        three,
                        three.text() + " behind it, " + DeviceCurve.text(there) + " A at bay " + feeder.name()
                                + ", which has " + before.text(),
                        findings);
            }
        });
    }

    private static void find(Bay bay, Entry at, String what, Consumer<Finding> findings) {
        findings.accept(new Finding(
                SiteRules.FAULT_LEVELS_UNLIKELY,
                "bay " + bay.name() + " feeding",
                at.position(),
                "bay " + bay.name() + " has " + what,
                SiteRules.FAULT_LEVELS_UNLIKELY.remedy()));
    }

    private static Optional<BigDecimal> current(@Nullable Entry entry) {
        return Optional.ofNullable(entry)
                .flatMap(text -> Amount.parse(text.text()))
                .filter(amount -> amount.unit() != null && amount.unit().dimension() == Unit.AMPERE.dimension())
                .flatMap(amount -> amount.unit().convert(amount.number(), Unit.AMPERE));
    }
}
