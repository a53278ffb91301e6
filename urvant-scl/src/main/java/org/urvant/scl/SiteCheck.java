package org.urvant.scl;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.urvant.core.finding.Rule;

/** Checks the substation section: names, terminals, and the logical nodes that it places. */
final class SiteCheck {
    /** Kinds of conducting equipment (IEC 61850-6:2009+A1:2018, annex A). */
    private static final Set<String> EQUIPMENT = Set.of(
            ("CBR DIS VTR CTR GEN CAP REA CON MOT EFN PSH BAT BSH CAB GIL LIN RES RRC SAR SCR SMC TCF TCR IFL FAN FIL PMP"
                            + " TNK VLV AXN")
                    .split(" "));

    /** Nodes that stand for a piece of equipment itself, and the kinds of it that each can stand for (IEC 61850-7-4:2010, 5.15 and 5.16). */
    private static final Map<String, Set<String>> STANDS_FOR = Map.of(
            "XCBR", Set.of("CBR", "DIS"),
            "XSWI", Set.of("DIS", "CBR"),
            "TCTR", Set.of("CTR"),
            "TVTR", Set.of("VTR"));

    /** Equipment that joins two points of the network, or parts them. */
    private static final Set<String> SERIES = Set.of("CBR", "DIS", "CTR", "LIN", "CAB", "GIL");

    /** What the schema gives one type, and lets nothing leave out. */
    private static final Set<Tag> TYPED = EnumSet.of(Tag.POWER_TRANSFORMER, Tag.TRANSFORMER_WINDING, Tag.TAP_CHANGER);

    private final SclCheck check;
    private final SclStore store;
    private final Set<String> joints = new HashSet<>();
    private final Map<String, Set<NodeTable.NodeKey>> nodes = new HashMap<>();
    private final Map<Placed, SitePart> standFor = new HashMap<>();

    /** A part with its path, which is made once: most of it is that of the parts around it. */
    private record Spot(SitePart part, String path, String subject) {
        int row() {
            return part.row;
        }
    }

    /** A node of an IED that the site names. */
    private record Placed(String ied, NodeTable.NodeKey node) {}

    SiteCheck(SclCheck check) {
        this.check = check;
        this.store = check.store();
    }

    void run() {
        Deque<Spot> left = new ArrayDeque<>(named(check.file().site(), ""));
        Deque<Spot> all = new ArrayDeque<>();
        while (!left.isEmpty()) {
            Spot spot = left.poll();
            all.add(spot);
            for (int node : store.children(spot.row(), Tag.CONNECTIVITY_NODE)) {
                joints.add(spot.path + "/" + store.attribute(node, "name", ""));
            }
            left.addAll(named(spot.part.parts(), spot.path + "/"));
        }
        all.forEach(this::part);
    }

    /** Parts that stand beside each other have a name each. */
    private List<Spot> named(List<SitePart> parts, String before) {
        Set<String> names = new HashSet<>();
        List<Spot> spots = new ArrayList<>();
        for (SitePart part : parts) {
            String path = before + part.name();
            Spot spot = new Spot(part, path, check.file().name() + " " + path);
            spots.add(spot);
            if (check.has(part.row, "name", "") && !names.add(part.element() + part.name())) {
                report(
                        SclRules.DUPLICATE_ELEMENT,
                        spot,
                        part.row,
                        "there are two of " + part.element() + " '" + spot.path + "'");
            }
        }
        return spots;
    }

    private void report(Rule rule, Spot spot, int row, String message) {
        check.report(rule, "", spot.subject, row, message);
    }

    /** Own types begin with E; of others only one that nearly is a word of the standard is taken for a slip. */
    private void equipment(Spot spot) {
        if (!check.has(spot.row(), "type", "")) {
            return;
        }
        String type = store.attribute(spot.row(), "type");
        String hint = EQUIPMENT.contains(type) || type.startsWith("E") ? "" : check.hint(type, EQUIPMENT);
        if (!hint.isEmpty()) {
            report(
                    SclRules.NOT_IN_STANDARD,
                    spot,
                    spot.row(),
                    spot.path + " is of the type '" + type + "', which the standard does not have" + hint);
        }
    }

    /** A phase has one part of a piece of equipment, and each of its terminals a name of its own. */
    private void once(Spot spot) {
        Set<String> phases = new HashSet<>();
        for (SitePart inner : spot.part.parts()) {
            boolean isOfPhase =
                    inner.element().equals("SubEquipment") && !inner.phase().isEmpty();
            if (isOfPhase && !phases.add(inner.phase())) {
                report(
                        SclRules.PART_TWICE,
                        spot,
                        inner.row,
                        "there are two sub-equipments of phase " + inner.phase() + " in " + spot.path);
            }
        }
        Set<String> terminals = new HashSet<>();
        for (int row : store.children(spot.row(), Tag.TERMINAL)) {
            String name = store.attribute(row, "name", "");
            if (!name.isEmpty() && !terminals.add(name)) {
                report(SclRules.PART_TWICE, spot, row, "there are two terminals '" + name + "' of " + spot.path);
            }
        }
    }

    private void part(Spot spot) {
        SitePart part = spot.part;
        once(spot);
        AttributeForms.element(check, "", spot.subject, part.row);
        if (TYPED.contains(store.tag(part.row))) {
            check.has(part.row, "type", "");
        }
        for (int voltage : store.children(part.row, Tag.VOLTAGE)) {
            check.has(voltage, "unit", "");
            AttributeForms.element(check, "", spot.subject, voltage);
            if (!store.text(voltage).strip().matches("\\+?(?=.*[1-9])\\d{1,12}(\\.\\d{1,12})?")) {
                report(
                        SclRules.ATTRIBUTE_MALFORMED,
                        spot,
                        voltage,
                        "the voltage of " + spot.path + " is '"
                                + store.text(voltage).strip() + "'; expected a number above 0");
            }
        }
        if (store.tag(part.row) == Tag.CONDUCTING_EQUIPMENT) {
            equipment(spot);
        }
        for (int node : store.children(part.row, Tag.CONNECTIVITY_NODE)) {
            String path = spot.path + "/" + store.attribute(node, "name", "");
            String given = store.attribute(node, "pathName", "");
            if (!given.equals(path)) {
                report(
                        SclRules.TERMINAL_UNCONNECTED,
                        spot,
                        node,
                        "the connectivity node " + path + " says that its path is '" + given + "'");
            }
        }
        for (Tag tag : List.of(Tag.TERMINAL, Tag.NEUTRAL_POINT)) {
            store.children(part.row, tag).forEach(row -> names(spot, row));
        }
        List<SitePart.Terminal> terminals = part.terminals();
        for (SitePart.Terminal terminal : terminals) {
            if (!terminal.node().isEmpty() && !terminal.isGrounded() && !joints.contains(terminal.node())) {
                report(
                        SclRules.TERMINAL_UNCONNECTED,
                        spot,
                        part.row,
                        "terminal " + terminal.name() + " of " + spot.path + " leads to '" + terminal.node()
                                + "', which is not in the file" + check.hint(terminal.node(), joints));
            }
        }
        bridged(spot, terminals);
        Set<Placed> placed = new HashSet<>();
        for (int row : store.children(part.row, Tag.L_NODE)) {
            String ied = store.attribute(row, "iedName", "None");
            if (ied.equals("None")) {
                specified(spot, row);
                continue;
            }
            NodeTable.NodeKey node = NodeTable.key(store, row);
            placed(spot, row, ied, node);
            if (!placed.add(new Placed(ied, node))) {
                placedTwice(spot, row, node + " of " + ied + " stands twice in " + spot.path);
            } else if (STANDS_FOR.containsKey(node.nodeClass())) {
                standsFor(spot, row, new Placed(ied, node));
            }
        }
    }

    /** What joins two points of the network has its terminals at two. */
    private void bridged(Spot spot, List<SitePart.Terminal> terminals) {
        boolean isSeries = store.tag(spot.row()) == Tag.CONDUCTING_EQUIPMENT
                && SERIES.contains(store.attribute(spot.row(), "type", ""));
        if (isSeries
                && terminals.size() == 2
                && !terminals.get(0).node().isEmpty()
                && terminals.get(0).node().equals(terminals.get(1).node())) {
            report(
                    SclRules.TERMINALS_JOINED,
                    spot,
                    spot.row(),
                    "both terminals of " + spot.path + " lead to "
                            + terminals.get(0).node());
        }
    }

    /** A node that no IED has yet is described by a type (IEC 61850-6:2009, 9.2.4). */
    private void specified(Spot spot, int row) {
        String type = store.attribute(row, "lnType", "");
        if (!type.isEmpty() && check.file().templates().type(Tag.L_NODE_TYPE, type) < 0) {
            report(
                    SclRules.PLACE_NODE_MISSING,
                    spot,
                    row,
                    spot.path + ": the type '" + type + "' of "
                            + NodeTable.key(store, row).text() + " is not in the file");
        }
    }

    private void standsFor(Spot spot, int row, Placed placed) {
        Set<String> kinds = STANDS_FOR.get(placed.node.nodeClass());
        SitePart part = spot.part;
        SitePart equipment =
                store.tag(part.row) == Tag.SUB_EQUIPMENT ? part.parent().orElse(part) : part;
        if (store.tag(equipment.row) != Tag.CONDUCTING_EQUIPMENT) {
            return;
        }
        String type = store.attribute(equipment.row, "type", "");
        String node = placed.node + " of " + placed.ied;
        if (EQUIPMENT.contains(type) && !kinds.contains(type)) {
            report(
                    SclRules.NODE_AT_OTHER_EQUIPMENT,
                    spot,
                    row,
                    node + " is at " + spot.path + ", which is of the type " + type + "; "
                            + (kinds.contains("CBR")
                                    ? "a switch is CBR or DIS"
                                    : "expected " + kinds.iterator().next()));
        }
        SitePart other = standFor.putIfAbsent(placed, equipment);
        if (other != null && other.row != equipment.row) { // a phase of it is it
            placedTwice(spot, row, node + " stands for " + other.path() + " and for " + equipment.path());
        }
    }

    private void placedTwice(Spot spot, int row, String message) {
        report(SclRules.NODE_PLACED_TWICE, spot, row, message);
    }

    /** A terminal says twice where it leads to: by a path, and by the names that the path is made of. */
    private void names(Spot spot, int row) {
        String path = store.attribute(row, "connectivityNode", "");
        List<String> names = List.of(
                store.attribute(row, "substationName", ""),
                store.attribute(row, "voltageLevelName", ""),
                store.attribute(row, "bayName", ""),
                store.attribute(row, "cNodeName", ""));
        boolean isGrounded = path.endsWith("/" + SitePart.EARTH) || names.contains(SitePart.EARTH);
        check.has(row, "cNodeName", "");
        if (check.has(row, "connectivityNode", "")
                && !isGrounded
                && !names.contains("")
                && !path.equals(String.join("/", names))) {
            report(
                    SclRules.TERMINAL_UNCONNECTED,
                    spot,
                    row,
                    "terminal " + store.attribute(row, "name", "") + " of " + spot.path + " leads to '" + path
                            + "' by its path, and to '" + String.join("/", names) + "' by its names");
        }
    }

    private Set<NodeTable.NodeKey> known(Ied ied) {
        Set<NodeTable.NodeKey> known = new HashSet<>();
        for (LogicalDevice own : ied.logicalDevices()) {
            for (LogicalNode inner : own.nodes()) {
                known.add(NodeTable.key(store, own.instance(), inner));
            }
        }
        for (LogicalNode inner : ied.clientNodes()) {
            known.add(NodeTable.key(store, "", inner)); // outside any logical device
        }
        return known;
    }

    private void placed(Spot spot, int row, String ied, NodeTable.NodeKey node) {
        String device = node.device();
        Ied found = check.file().ied(ied).orElse(null);
        String mistake = null;
        if (found == null) {
            mistake = "IED '" + ied + "' is not in the file"
                    + check.hint(
                            ied, check.file().ieds().stream().map(Ied::name).toList());
        } else {
            Set<NodeTable.NodeKey> known = nodes.get(ied);
            if (known == null) {
                known = known(found);
                nodes.put(ied, known);
            }
            if (!known.contains(node) && !NodeTable.texts(known).contains(node.toString())) {
                String text = node.toString();
                mistake = ied + " has no logical node "
                        + (device.isEmpty() ? text.substring(1) + " outside its logical devices" : text)
                        + check.hint(text, NodeTable.texts(known));
            }
        }
        if (mistake != null) {
            report(SclRules.PLACE_NODE_MISSING, spot, row, spot.path + ": " + mistake);
        }
    }
}
