package org.urvant.project.check;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Unit;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.scl.Ied;
import org.urvant.scl.LogicalNode;

/**
 * Holds the instrument transformers that a device is set for against those that the IED of its name says it has, by the rated values
 * of its nodes TCTR and TVTR (IEC 61850-7-4:2010, 5.16).
 */
final class TransformerNodeCheck {
    private static final BigDecimal ROOT = new BigDecimal(3).sqrt(MathContext.DECIMAL64);
    private static final BigDecimal ALIKE = new BigDecimal("0.01"); // as ratings are rounded: 6350 V and 6351 V

    private static final Map<String, Integer> POWERS = Map.of("", 0, "k", 3, "M", 6, "m", -3);

    private TransformerNodeCheck() {}

    static void check(Project project, Consumer<Finding> findings) {
        for (Device device : project.devices().values()) {
            Optional<Ied> ied = project.ied(device.name());
            if (ied.isPresent() && project.type(device).isPresent()) {
                Sheet sheet = DeviceSheets.of(project.typeOf(device), device).own();
                held(device, sheet, ied.get(), Unit.AMPERE, "TCTR", "ARtg", findings);
                held(device, sheet, ied.get(), Unit.VOLT, "TVTR", "VRtg", findings);
            }
        }
    }

    private static void held(
            Device device,
            Sheet sheet,
            Ied ied,
            Unit unit,
            String nodeClass,
            String object,
            Consumer<Finding> findings) {
        List<SettingDefinition> own = sheet.definition().settings(Meaning.TRANSFORMER_PRIMARY).stream()
                .filter(setting -> setting.limits().unit() == unit)
                .filter(setting -> sheet.value(setting.path()) instanceof BigDecimal)
                .filter(setting -> sheet.idle(setting).isEmpty())
                .toList();
        if (own.isEmpty()) {
            return;
        }
        rated(ied, nodeClass, object).forEach((value, node) -> {
            boolean isThere = own.stream()
                    .anyMatch(setting -> isAlike((BigDecimal) sheet.value(setting.path()), value, unit == Unit.VOLT));
            if (!isThere) {
                SettingDefinition nearest = own.stream()
                        .min(Comparator.comparing(setting -> apart((BigDecimal) sheet.value(setting.path()), value)))
                        .orElseThrow();
                findings.accept(new Finding(
                                SiteRules.OWN_TRANSFORMER_DIFFERS,
                                device.name() + " " + nearest.path(),
                                sheet.position(nearest.path()),
                                nearest.path() + " is "
                                        + new Amount((BigDecimal) sheet.value(nearest.path()), unit).text() + "; "
                                        + node.reference() + "." + object + " is " + new Amount(value, unit).text()
                                        + " at " + node.position(),
                                SiteRules.OWN_TRANSFORMER_DIFFERS.remedy())
                        .concerning(Ref.device(device.name()), Ref.ied(ied.name())));
            }
        });
    }

    /** Returns how many times the greater value is the smaller one. */
    private static BigDecimal apart(BigDecimal one, BigDecimal other) {
        BigDecimal ratio = one.max(BigDecimal.ONE).divide(other, MathContext.DECIMAL64);
        return ratio.max(BigDecimal.ONE.divide(ratio, MathContext.DECIMAL64));
    }

    /** Returns the rated primary values that an IED gives, each with its first node. */
    private static Map<BigDecimal, LogicalNode> rated(Ied ied, String nodeClass, String object) {
        Map<BigDecimal, LogicalNode> rated = new TreeMap<>();
        for (LogicalNode node : ied.nodes()) {
            if (node.nodeClass().equals(nodeClass)) {
                value(node, object).ifPresent(value -> rated.putIfAbsent(value, node));
            }
        }
        return rated;
    }

    /** A value of at most 1 is what types begin with. */
    private static Optional<BigDecimal> value(LogicalNode node, String object) {
        Integer power =
                POWERS.get(node.valueAt(List.of(object, "units", "multiplier")).orElse(""));
        return node.valueAt(List.of(object, "setMag", "f"))
                .filter(text -> power != null && text.matches("\\+?\\d{1,9}(\\.\\d{1,9})?"))
                .map(text -> new BigDecimal(text).scaleByPowerOfTen(power).stripTrailingZeros())
                .filter(value -> value.compareTo(BigDecimal.ONE) > 0);
    }

    /** A voltage transformer is rated between phases, or from one to earth. */
    private static boolean isAlike(BigDecimal one, BigDecimal other, boolean mayBePhase) {
        return isNear(one, other)
                || mayBePhase && (isNear(one.multiply(ROOT), other) || isNear(one, other.multiply(ROOT)));
    }

    private static boolean isNear(BigDecimal one, BigDecimal other) {
        return one.subtract(other).abs().compareTo(other.multiply(ALIKE).setScale(9, RoundingMode.UP)) <= 0;
    }
}
