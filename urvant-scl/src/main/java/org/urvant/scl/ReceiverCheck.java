package org.urvant.scl;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * Checks whom control blocks name: the clients that reports are kept for, the receivers of messages (IEC 61850-6:2009, 9.3.8
 * and 9.3.10).
 */
final class ReceiverCheck {
    private final SclCheck check;
    private final SclStore store;
    private final Set<String> ieds;
    private final Map<String, Set<String>> nodes = new HashMap<>(); // by IED, with and without their logical device

    ReceiverCheck(SclCheck check, Set<String> ieds) {
        this.check = check;
        this.store = check.store();
        this.ieds = ieds;
    }

    void check(Ied ied, ControlBlock block) {
        boolean isReport = block instanceof ReportControl;
        Tag tag = isReport ? Tag.CLIENT_LN : Tag.IED_NAME;
        int holder = isReport ? store.child(block.row, Tag.RPT_ENABLED) : block.row;
        Set<Map<String, String>> seen = new HashSet<>();
        for (int row = holder < 0 ? -1 : store.child(holder, tag); row >= 0; row = store.next(row, tag)) {
            String name = isReport ? store.attribute(row, "iedName", "") : store.text(row);
            receiver(ied, block, row, name);
            if (!isReport && name.equals(ied.name())) {
                check.report(
                        SclRules.INPUT_FROM_ITSELF,
                        ied.name(),
                        block.reference(),
                        row,
                        block.reference() + " names " + name + " itself as a receiver");
            }
            Map<String, String> whole = new HashMap<>(store.attributes(row));
            whole.put("iedName", name);
            if (!seen.add(whole)) {
                check.report(
                        SclRules.RECEIVER_TWICE,
                        ied.name(),
                        block.reference(),
                        row,
                        block.reference() + " names " + name + " twice, alike in all");
            }
        }
    }

    private void receiver(Ied ied, ControlBlock block, int row, String name) {
        String does = block instanceof ReportControl ? " is kept for " : " names ";
        Ied receiver = check.file().ied(name).orElse(null);
        if (receiver == null) {
            if (check.kind() == FileKind.SCD) {
                missing(ied, block, row, " names " + name + ", which is not in the file" + check.hint(name, ieds));
            }
            return;
        }
        String point = store.attribute(row, "apRef", "");
        if (!point.isEmpty() && receiver.accessPoint(point).isEmpty()) {
            missing(
                    ied,
                    block,
                    row,
                    does + "access point '" + point + "' of " + name + ", which has no such one"
                            + check.hint(point, receiver.accessPoints()));
        }
        String device = store.attribute(row, "ldInst", "");
        String node = store.attribute(row, "prefix", "")
                + store.attribute(row, "lnClass", "")
                + store.attribute(row, "lnInst", "");
        boolean isUnderPoint = device.isEmpty() || device.equals("none"); // not in a logical device
        String wanted = isUnderPoint ? node : device + "/" + node;
        if (wanted.isEmpty()) {
            return;
        }
        Set<String> known = nodes.computeIfAbsent(name, any -> nodes(receiver));
        if (!known.isEmpty() && !known.contains(wanted)) {
            missing(
                    ied,
                    block,
                    row,
                    does + wanted + " of " + name + ", which has no such "
                            + (node.isEmpty() ? "logical device" : "node") + check.hint(wanted, known));
        }
    }

    private static Set<String> nodes(Ied receiver) {
        Set<String> known = new HashSet<>();
        for (LogicalNode own : receiver.allNodes()) {
            known.add(own.name());
        }
        for (LogicalNode own : receiver.nodes()) {
            known.add(own.device().instance() + "/" + own.name());
            known.add(own.device().instance() + "/");
        }
        return known;
    }

    private void missing(Ied ied, ControlBlock block, int row, String what) {
        check.report(SclRules.RECEIVER_MISSING, ied.name(), block.reference(), row, block.reference() + what);
    }
}
