package org.urvant.project.check;

import java.math.BigDecimal;
import java.util.HashMap;
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
import org.urvant.scl.SclFile;
import org.urvant.scl.SitePart;

/** Holds the rated voltages of devices against the voltage levels in which imported files put the IEDs of their names. */
final class LevelCheck {
    /** A transformer may be rated for one phase, 1/√3 of the level, and either a little more than the network. */
    private static final BigDecimal LEAST_OF_TRANSFORMER = new BigDecimal("0.4");

    private static final BigDecimal LEAST = new BigDecimal("0.7");
    private static final BigDecimal MOST = new BigDecimal("1.3");

    private final Project project;
    private final Consumer<Finding> findings;
    private final Map<String, TreeMap<BigDecimal, SitePart>> levels = new HashMap<>();

    private LevelCheck(Project project, Consumer<Finding> findings) {
        this.project = project;
        this.findings = findings;
    }

    static void check(Project project, Consumer<Finding> findings) {
        if (project.devices().keySet().stream()
                .noneMatch(name -> project.ied(name).isPresent())) {
            return;
        }
        LevelCheck check = new LevelCheck(project, findings);
        for (SclFile file : project.sources()) {
            file.site().forEach(part -> check.learn(part, Optional.empty()));
        }
        project.devices().values().forEach(check::device);
    }

    private void learn(SitePart part, Optional<SitePart> outer) {
        Optional<SitePart> level = part.kind() == SitePart.Kind.VOLTAGE_LEVEL ? Optional.of(part) : outer;
        Optional<BigDecimal> voltage = level.flatMap(each -> Amount.parse(each.voltage()))
                .filter(amount -> amount.unit() != null && amount.unit().dimension() == Unit.VOLT.dimension())
                .flatMap(amount -> amount.unit().convert(amount.number(), Unit.VOLT))
                .filter(number -> number.signum() > 0);
        if (voltage.isPresent()) {
            part.nodes().stream()
                    .filter(node -> project.devices().containsKey(node.ied()))
                    .forEach(node -> levels.computeIfAbsent(node.ied(), ied -> new TreeMap<>())
                            .putIfAbsent(voltage.get(), level.get()));
        }
        part.parts().forEach(inner -> learn(inner, level));
    }

    private void device(Device device) {
        TreeMap<BigDecimal, SitePart> own = levels.get(device.name());
        if (own == null || project.type(device).isEmpty()) {
            return;
        }
        Sheet sheet = DeviceSheets.of(project.typeOf(device), device).own();
        sheet.definition().settings(Meaning.RATED_VOLTAGE).forEach(setting -> held(device, sheet, setting, LEAST, own));
        sheet.definition().settings(Meaning.TRANSFORMER_PRIMARY).stream()
                .filter(setting -> setting.limits().unit() == Unit.VOLT)
                .forEach(setting -> held(device, sheet, setting, LEAST_OF_TRANSFORMER, own));
    }

    private void held(
            Device device,
            Sheet sheet,
            SettingDefinition setting,
            BigDecimal least,
            TreeMap<BigDecimal, SitePart> own) {
        if (!(sheet.value(setting.path()) instanceof BigDecimal value)
                || sheet.idle(setting).isPresent()
                || own.keySet().stream()
                        .anyMatch(level -> value.compareTo(level.multiply(least)) >= 0
                                && value.compareTo(level.multiply(MOST)) <= 0)) {
            return;
        }
        SitePart level = own.firstEntry().getValue();
        findings.accept(new Finding(
                        SiteRules.LEVEL_DIFFERS,
                        device.name() + " " + setting.path(),
                        sheet.position(setting.path()),
                        setting.path() + " is " + new Amount(value, Unit.VOLT).text() + ", and " + device.name()
                                + " stands at " + level.path() + " of " + level.voltage() + " at " + level.position(),
                        SiteRules.LEVEL_DIFFERS.remedy())
                .concerning(Ref.device(device.name()), Ref.ied(device.name())));
    }
}
