package org.urvant.project.setting;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BiConsumer;
import org.urvant.core.device.Bound;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Limits;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.TypeRule;
import org.urvant.core.expression.Expression;

/** Where a device type uses one of its settings: rules, limits and conditions of others, selectors, services. */
public final class Usage {
    private Usage() {}

    /** Returns the uses of a path, in plain words. */
    public static List<String> of(DeviceType type, String path) {
        List<String> uses = new ArrayList<>();
        BiConsumer<String, SheetDefinition> look = (prefix, sheet) -> {
            for (TypeRule rule : sheet.rules()) {
                if (reads(rule.holds(), path) || reads(rule.when(), path)) {
                    uses.add(
                            "rule " + prefix + rule.name() + ": " + rule.holds().text());
                }
            }
            sheet.settings().values().forEach(setting -> depends(prefix, setting, path, uses));
        };
        look.accept("", type.sheet());
        look.accept("group.", type.groups().settings());
        type.tables().forEach((name, table) -> look.accept(name + ".", table.row()));
        type.groups().tables().forEach((name, table) -> look.accept("group." + name + ".", table.row()));
        type.hardware().channels().forEach((name, kind) -> look.accept(name + ".", kind.settings()));
        type.connections().forEach((name, kind) -> look.accept(name + ".", kind.sheet()));
        type.hardware().selectors().stream()
                .filter(selector -> selector.follows().equals(path))
                .forEach(selector -> uses.add("selector " + selector.name() + " on the hardware must agree"));
        type.services().stream()
                .filter(service -> service.setting().equals(path))
                .forEach(service -> uses.add("opens the service " + service.name() + " on " + service.port()));
        return uses;
    }

    private static void depends(String prefix, SettingDefinition setting, String path, List<String> uses) {
        setting.applicability()
                .filter(condition -> reads(condition.expression(), path))
                .ifPresent(condition -> uses.add(prefix + setting.path() + " applies when "
                        + condition.expression().text()));
        if (reads(setting.derivation(), path)) {
            uses.add(prefix + setting.path() + " follows from it: "
                    + setting.derivation().text());
        }
        Limits limits = setting.limits();
        for (Bound bound : new Bound[] {limits.least(), limits.most(), limits.step()}) {
            if (bound != null && reads(bound.expression(), path)) {
                uses.add("a limit of " + prefix + setting.path() + ": " + bound);
            }
        }
    }

    private static boolean reads(Expression expression, String path) {
        return expression != null && expression.paths().contains(path);
    }
}
