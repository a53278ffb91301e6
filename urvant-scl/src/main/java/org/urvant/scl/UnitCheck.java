package org.urvant.scl;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Holds the units of measured values against the names of their objects, as the values are given for one node, or by types for
 * all that do not give their own. Per cent and ratios to a rated value have no unit.
 */
final class UnitCheck {
    private static final Set<String> NONE = Set.of("", "1", "%");

    private final SclCheck check;
    private final SclStore store;
    private final TypeData data;
    private final Map<Integer, List<ByType>> byType = new HashMap<>();

    UnitCheck(SclCheck check, TypeData data) {
        this.check = check;
        this.store = check.store();
        this.data = data;
    }

    /** A unit that a type gives an object and that its name does not bear: the path at which a node can give another one, and the value. */
    private record ByType(List<String> path, int value) {}

    /** Checks a unit that stands in a node, at a path below it. */
    void given(LogicalNode node, String path, int value) {
        String object = path.substring(0, Math.max(0, path.indexOf('.')));
        if (isOther(object, value) && NodeClass.of(node.nodeClass()).isPresent()) {
            report(node, path, object, value, "");
        }
    }

    /** Checks the units that a node has by its type; each is told once, at the first node that has no other. */
    void byType(LogicalNode node, int nodeType) {
        List<ByType> units = byType.computeIfAbsent(nodeType, type -> find(node, type));
        if (!units.isEmpty()) {
            units.removeIf(unit -> {
                boolean isOwn = node.valueAt(unit.path).isEmpty();
                if (isOwn) {
                    report(node, String.join(".", unit.path), unit.path.get(0), unit.value, " by its type");
                }
                return isOwn;
            });
        }
    }

    private List<ByType> find(LogicalNode node, int nodeType) {
        List<ByType> units = new ArrayList<>();
        if (NodeClass.of(node.nodeClass()).isEmpty()) {
            return units;
        }
        for (int object : store.children(nodeType, Tag.DO)) {
            String name = store.attribute(object, "name", "");
            int type = ClassForms.units(name).isEmpty() ? -1 : data.below(object);
            if (type < 0) {
                continue;
            }
            find(units, List.of(name), type);
            for (int phase : store.children(type, Tag.SDO)) {
                find(units, List.of(name, store.attribute(phase, "name", "")), data.below(phase));
            }
        }
        return units;
    }

    private void find(List<ByType> units, List<String> object, int type) {
        int at = type < 0 ? -1 : data.part(type, "units");
        int constructed = at < 0 ? -1 : data.below(at);
        int unit = constructed < 0 ? -1 : data.part(constructed, "SIUnit");
        int value = unit < 0 ? -1 : store.child(unit, Tag.VAL);
        if (value >= 0 && isOther(object.get(0), value)) {
            List<String> path = new ArrayList<>(object);
            path.add("units");
            path.add("SIUnit");
            units.add(new ByType(List.copyOf(path), value));
        }
    }

    private boolean isOther(String object, int value) {
        List<String> wanted = ClassForms.units(object);
        String unit = store.text(value).strip();
        return !wanted.isEmpty() && !NONE.contains(unit) && !wanted.contains(unit);
    }

    private void report(LogicalNode node, String path, String object, int value, String by) {
        check.report(
                SclRules.UNIT_DIFFERS,
                node.device().ied().name(),
                node.reference() + "." + path,
                value,
                "the unit of " + node.reference() + "." + object + " is "
                        + store.text(value).strip() + by + "; expected "
                        + ClassForms.units(object).get(0));
    }
}
