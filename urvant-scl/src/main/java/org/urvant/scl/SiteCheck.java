package org.urvant.scl;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** Checks the substation section: names, terminals, and the logical nodes that it places. */
final class SiteCheck {
    private final SclCheck check;
    private final SclStore store;
    private final Set<String> joints = new HashSet<>();
    private final Map<String, Set<String>> nodes = new HashMap<>();

    SiteCheck(SclCheck check) {
        this.check = check;
        this.store = check.store();
    }

    void run() {
        Deque<SitePart> left = new ArrayDeque<>(check.file().site());
        Deque<SitePart> all = new ArrayDeque<>();
        while (!left.isEmpty()) {
            SitePart part = left.poll();
            all.add(part);
            joints.addAll(part.connectivityNodes());
            Set<String> names = new HashSet<>();
            for (SitePart inner : part.parts()) {
                if (check.has(inner.row, "name", "") && !names.add(inner.element() + inner.name())) {
                    check.report(
                            SclRules.DUPLICATE_ELEMENT,
                            "",
                            check.file().name() + " " + inner.path(),
                            inner.row,
                            "there are two of " + inner.element() + " '" + inner.path() + "'");
                }
                left.add(inner);
            }
        }
        all.forEach(this::part);
    }

    private void part(SitePart part) {
        for (SitePart.Terminal terminal : part.terminals()) {
            if (!terminal.node().isEmpty() && !terminal.isGrounded() && !joints.contains(terminal.node())) {
                check.report(
                        SclRules.TERMINAL_UNCONNECTED,
                        "",
                        check.file().name() + " " + part.path(),
                        part.row,
                        "terminal " + terminal.name() + " of " + part.path() + " leads to '" + terminal.node()
                                + "', which is not in the file" + check.hint(terminal.node(), joints));
            }
        }
        for (int row : store.children(part.row, Tag.L_NODE)) {
            String ied = store.attribute(row, "iedName", "None");
            if (!ied.equals("None")) {
                placed(part, row, ied);
            }
        }
    }

    private void placed(SitePart part, int row, String ied) {
        String device = store.attribute(row, "ldInst", "");
        String node = device + "/" + store.attribute(row, "prefix", "") + store.attribute(row, "lnClass", "")
                + store.attribute(row, "lnInst", "");
        Ied found = check.file().ied(ied).orElse(null);
        String mistake = null;
        if (found == null) {
            mistake = "IED '" + ied + "' is not in the file"
                    + check.hint(
                            ied, check.file().ieds().stream().map(Ied::name).toList());
        } else if (!device.isEmpty()) {
            Set<String> known = nodes.get(ied);
            if (known == null) {
                known = new HashSet<>();
                for (LogicalDevice own : found.logicalDevices()) {
                    String before = own.instance() + "/";
                    for (LogicalNode inner : own.nodes()) {
                        known.add(before + inner.name());
                    }
                }
                nodes.put(ied, known);
            }
            mistake = known.contains(node) ? null : ied + " has no logical node " + node + check.hint(node, known);
        }
        if (mistake != null) {
            check.report(
                    SclRules.PLACE_NODE_MISSING,
                    "",
                    check.file().name() + " " + part.path(),
                    row,
                    part.path() + ": " + mistake);
        }
    }
}
