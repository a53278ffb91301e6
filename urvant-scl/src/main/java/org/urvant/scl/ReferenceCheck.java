package org.urvant.scl;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * Holds the references that nodes have as values, to control blocks that they watch and to data that they take, against what is in
 * a station's file (IEC 61850-7-3:2010, 7.9.2, ORG; IEC 61850-7-4:2010, 5.3.5 and 5.3.12, LGOS and LSVS).
 */
final class ReferenceCheck {
    /** A logical device, a node, and what is in it; the parts after the node are separated by points, or by $ as they are sent. */
    private static final Pattern REFERENCE = Pattern.compile("[A-Za-z]\\w{0,63}/\\w{1,40}([.$][\\w()]{1,40}){1,9}");

    private final SclCheck check;
    private final SclStore store;
    private final TypeCheck types;
    private final List<Given> all = new ArrayList<>();
    private final Map<String, LogicalDevice> devices = new HashMap<>();

    ReferenceCheck(SclCheck check, TypeCheck types) {
        this.check = check;
        this.store = check.store();
        this.types = types;
    }

    /** A reference that stands in a node, at a path below it. */
    private record Given(LogicalNode node, String path, int value) {}

    /** Keeps a value for {@link #run}, where it is that of an attribute that refers to something. */
    void add(LogicalNode node, String path, int value) {
        if (check.kind() == FileKind.SCD
                && REFERENCE.matcher(store.text(value).strip()).matches()) {
            all.add(new Given(node, path, value));
        }
    }

    void run() {
        if (!all.isEmpty()) {
            check.file().ieds().forEach(ied -> ied.logicalDevices()
                    .forEach(own -> devices.putIfAbsent(own.name(), own)));
            all.forEach(this::look);
        }
    }

    private void look(Given given) {
        String text = store.text(given.value).strip();
        String[] parts = text.substring(text.indexOf('/') + 1).split("[.$]");
        String name = text.substring(0, text.indexOf('/'));
        LogicalDevice device = devices.get(name);
        LogicalNode node = device == null
                ? null
                : device.nodes().stream()
                        .filter(own -> own.name().equals(parts[0]))
                        .findFirst()
                        .orElse(null);
        if (device == null) {
            report(given, "there is no logical device " + name + check.hint(name, devices.keySet()));
        } else if (node == null) {
            List<String> known = device.nodes().stream().map(LogicalNode::name).toList();
            report(given, name + " has no logical node " + parts[0] + check.hint(parts[0], known));
        } else if (given.path.startsWith("GoCBRef") || given.path.startsWith("SvCBRef") || given.path.endsWith("CB")) {
            block(given, node, parts[parts.length - 1]);
        } else {
            object(given, node, parts);
        }
    }

    private void block(Given given, LogicalNode node, String name) {
        boolean isStream = given.path.startsWith("SvCBRef");
        boolean isGoose = given.path.startsWith("GoCBRef");
        List<String> known = node.controlBlocks().stream()
                .filter(block -> !isStream || block instanceof SampledValueControl)
                .filter(block -> !isGoose || block instanceof GooseControl)
                .map(ControlBlock::name)
                .toList();
        if (!known.contains(name)) {
            String what = isStream ? "sampled-value control block" : isGoose ? "GOOSE control block" : "control block";
            report(given, node.reference() + " has no " + what + " '" + name + "'" + check.hint(name, known));
        }
    }

    private void object(Given given, LogicalNode node, String[] parts) {
        boolean isSent = parts.length > 2 && FunctionalConstraint.of(parts[1]).isPresent(); // with its constraint
        String object = parts[isSent ? 2 : 1];
        int type = check.file().templates().type(Tag.L_NODE_TYPE, node.typeName());
        if (type >= 0 && types.data().part(type, object) < 0) {
            report(given, node.reference() + " has no " + object);
        }
    }

    private void report(Given given, String what) {
        String place = given.node.reference() + "." + given.path;
        check.report(
                SclRules.REFERENCE_LEADS_NOWHERE,
                given.node.device().ied().name(),
                place,
                given.value,
                place + " is '" + store.text(given.value).strip() + "', but " + what);
    }
}
