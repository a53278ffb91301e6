package org.urvant.scl;

import java.util.HashSet;
import java.util.Set;
import java.util.regex.Pattern;

/** Checks the values that nodes give their data: whether the data are there, and what a value may be. */
final class InstanceCheck {
    private static final Pattern ZERO = Pattern.compile("[+-]?0{1,20}(\\.0{0,20})?([eE][+-]?\\d{1,3})?");

    private final SclCheck check;
    private final SclStore store;
    private final TypeCheck types;
    private final UnitCheck units;
    private final ReferenceCheck references;

    InstanceCheck(SclCheck check, TypeCheck types) {
        this.check = check;
        this.store = check.store();
        this.types = types;
        this.units = new UnitCheck(check, types.data());
        this.references = new ReferenceCheck(check, types);
    }

    /** Checks the values that a node has by its type alone. */
    void ofType(LogicalNode node, int type) {
        units.byType(node, type);
    }

    /** Checks the values of a data object of a node; its logical device has some setting groups, or one. */
    void check(LogicalNode node, int object, int type, int groups) {
        instance(node, object, type, groups, "", false);
    }

    /** Checks what can be told when the values of all nodes are known. */
    void finish() {
        references.run();
    }

    private void instance(LogicalNode node, int row, int type, int groups, String path, boolean isOfGroup) {
        String name = store.attribute(row, "name", "");
        int part = types.data().part(type, name);
        String ied = node.device().ied().name();
        if (part < 0) {
            check.report(
                    SclRules.INSTANCE_UNKNOWN,
                    ied,
                    node.reference() + "." + path + name,
                    row,
                    node.typeName() + " has no " + path + name);
            return;
        }
        if (store.tag(row) == Tag.DAI && !AttributeForms.fits(store, row)) { // texts cost more than looking
            AttributeForms.element(check, ied, node.reference() + "." + path + name, row);
        }
        int below = types.data().below(part);
        if (store.tag(row) == Tag.SDI && below < 0 && isSimple(part)) {
            check.report(
                    SclRules.INSTANCE_UNKNOWN,
                    ied,
                    node.reference() + "." + path + name,
                    row,
                    path + name + " of " + node.typeName() + " is a value by itself, and has no parts");
        }
        String constraint = store.attribute(part, "fc", "");
        boolean inGroup = isOfGroup || constraint.equals("SG") || constraint.equals("SE");
        boolean hasSeveral = row + 1 < store.end(row) && store.end(row + 1) < store.end(row);
        Set<String> values = hasSeveral ? new HashSet<>() : Set.of(); // most have one child, which is not there twice
        Set<String> inner = hasSeveral ? new HashSet<>() : Set.of();
        for (int child = row + 1; child < store.end(row); child = store.end(child)) {
            switch (store.tag(child)) {
                case SDI, DAI -> {
                    String given = hasSeveral
                            ? store.attribute(child, "name", "") + " " + store.attribute(child, "ix", "")
                            : "";
                    if (hasSeveral && !inner.add(given)) {
                        check.twice(ied, child, "instance", node.reference() + "." + path + name + "." + given.strip());
                    }
                    if (below >= 0) {
                        instance(node, child, below, groups, path.isEmpty() ? name + "." : path + name + ".", inGroup);
                    }
                }
                case VAL -> {
                    if (types.misfit(part, child) != null) {
                        types.value(ied, node.reference() + "." + path + name, part, child);
                    }
                    switch (name) {
                        case "ctlModel" ->
                            types.objects().controlled(ied, node.reference() + "." + path + name, type, child);
                        case "SIUnit" -> units.given(node, path + name, child);
                        case "scaleFactor" -> scale(ied, node.reference() + "." + path + name, child);
                        case "setSrcRef", "setSrcCB", "setTstRef", "setTstCB" ->
                            references.add(node, path + name, child);
                        default -> {
                            // held against its type alone
                        }
                    }
                    String group = store.attribute(child, "sGroup", "");
                    if (hasSeveral && !values.add(group)) {
                        check.twice(
                                ied,
                                child,
                                "value",
                                node.reference() + "." + path + name + (group.isEmpty() ? "" : ", group " + group));
                    }
                    if (group.isEmpty() && inGroup && groups > 1) {
                        check.report(
                                SclRules.GROUP_OUT_OF_RANGE,
                                ied,
                                node.reference() + "." + path + name,
                                child,
                                "a value for no setting group, and "
                                        + node.device().name() + " has " + groups);
                    }
                    long number = Numbers.parse(group, 0);
                    if (!group.isEmpty() && (number < 1 || number > groups)) {
                        check.report(
                                SclRules.GROUP_OUT_OF_RANGE,
                                ied,
                                node.reference() + "." + path + name,
                                child,
                                "a value for group " + group + ", but "
                                        + node.device().name() + " has " + groups);
                    }
                }
                default -> {
                    // texts and private elements
                }
            }
        }
    }

    private boolean isSimple(int part) {
        Tag tag = store.tag(part);
        return (tag == Tag.DA || tag == Tag.BDA)
                && !store.attribute(part, "bType", "").equals("Struct");
    }

    /** Samples that are scaled by zero are all alike. */
    private void scale(String ied, String subject, int value) {
        if (ZERO.matcher(store.text(value).strip()).matches()) {
            check.report(
                    SclRules.VALUE_NOT_OF_TYPE,
                    ied,
                    subject,
                    value,
                    "value '" + store.text(value).strip() + "' of scaleFactor must be another number than 0");
        }
    }
}
