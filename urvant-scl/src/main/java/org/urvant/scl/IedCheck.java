package org.urvant.scl;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Checks the IEDs of a file: their names, nodes, datasets, control blocks, instances of data, and inputs. */
final class IedCheck {
    private final SclCheck check;
    private final SclStore store;
    private final TypeCheck types;
    private final NodeTable table;
    private final MessageCheck messages;
    private final InputCheck inputs;
    private final ReceiverCheck receivers;
    private final ReportCheck reports;
    private final ServiceCheck services;
    private final InstanceCheck instances;
    private final Map<String, Integer> cuts = new HashMap<>();

    IedCheck(SclCheck check, TypeCheck types) {
        this.check = check;
        this.store = check.store();
        this.types = types;
        Set<String> names = new HashSet<>();
        for (int row : store.children(0, Tag.IED)) {
            if (check.has(row, "name", "") && !names.add(store.attribute(row, "name"))) {
                String name = store.attribute(row, "name");
                check.report(SclRules.DUPLICATE_ELEMENT, name, name, row, "there are two IEDs named " + name);
            }
        }
        this.table = new NodeTable(check, types);
        this.receivers = new ReceiverCheck(check, names);
        this.messages = new MessageCheck(check, table, receivers);
        this.reports = new ReportCheck(check, receivers);
        this.services = new ServiceCheck(check, table);
        this.inputs = new InputCheck(check, types, table);
        this.instances = new InstanceCheck(check, types);
    }

    /** Checks what can be told when all IEDs are known. */
    void finish() {
        types.unused();
        instances.finish();
    }

    void check(Ied ied) {
        String name = ied.name();
        if (name.isEmpty()) {
            return;
        }
        NameRule.IED.check(check, name, name, ied.row);
        AttributeForms.ied(check, name, ied.row);
        if (store.child(ied.row, Tag.ACCESS_POINT) < 0) {
            check.report(SclRules.ELEMENT_INCOMPLETE, name, name, ied.row, "IED " + name + " has no <AccessPoint>");
        }
        unique(ied.row, Tag.ACCESS_POINT, "name", name, "access point");
        accessPoints(ied);
        ied.clientNodes().forEach(node -> node(ied, node, 1));
        Set<String> devices = new HashSet<>();
        Map<NodeTable.NodeKey, LogicalNode> own = table.nodes(ied);
        for (LogicalDevice device : ied.logicalDevices()) {
            if (check.has(device.row, "inst", name) && !devices.add(device.instance())) {
                check.twice(name, device.row, "logical device", device.instance());
            }
            boolean isGiven = store.attribute(device.row, "ldName") != null;
            (isGiven ? NameRule.GIVEN_DEVICE : NameRule.LOGICAL_DEVICE).check(check, name, device.name(), device.row);
            List<LogicalNode> nodes = device.nodes();
            if (store.child(device.row, Tag.LN0) < 0) {
                check.report(
                        SclRules.ELEMENT_INCOMPLETE,
                        name,
                        name + " " + device.instance(),
                        device.row,
                        "logical device " + device.name() + " has no <LN0>");
            }
            int groups = nodes.stream()
                    .findFirst()
                    .flatMap(LogicalNode::settingGroups)
                    .map(SettingGroupControl::count)
                    .orElse(1);
            for (LogicalNode node : nodes) {
                LogicalNode first = own.get(table.key(device, node)); // none in the second of two IEDs of one name
                if (first != null && !first.equals(node)) {
                    check.twice(name, node.row, "logical node", node.reference());
                }
                node(ied, node, groups);
            }
        }
        ied.serviceHolders().forEach(holder -> AttributeForms.services(check, name, holder));
        messages.limits(ied);
        services.ied(ied);
    }

    private void accessPoints(Ied ied) {
        String name = ied.name();
        for (int point : store.children(ied.row, Tag.ACCESS_POINT)) {
            int server = store.child(point, Tag.SERVER);
            if (server >= 0 && store.child(server, Tag.L_DEVICE) < 0) {
                check.report(
                        SclRules.ELEMENT_INCOMPLETE,
                        name,
                        name + " " + store.attribute(point, "name", ""),
                        server,
                        "the <Server> of " + name + " " + store.attribute(point, "name", "") + " has no <LDevice>");
            }
            int at = store.child(point, Tag.SERVER_AT);
            if (at >= 0 && ied.accessPoint(store.attribute(at, "apName", "")).isEmpty()) {
                check.report(
                        SclRules.ACCESS_POINT_MISSING,
                        name,
                        name + " ServerAt",
                        at,
                        name + " has no access point '" + store.attribute(at, "apName", "") + "'");
            }
        }
    }

    private void unique(int parent, Tag tag, String attribute, String ied, String what) {
        Set<String> seen = new HashSet<>();
        for (int at : store.children(parent, tag)) {
            if (check.has(at, attribute, ied) && !seen.add(store.attribute(at, attribute))) {
                check.twice(ied, at, what, store.attribute(at, attribute));
            }
        }
    }

    private void node(Ied ied, LogicalNode node, int groups) {
        String name = ied.name();
        if (!check.has(node.row, "lnClass", name)) {
            return;
        }
        String prefix = store.attribute(node.row, "prefix", "");
        String instance = store.attribute(node.row, "inst", "");
        if (store.tag(node.row) == Tag.LN0 && !(prefix + instance).isEmpty()) {
            check.report(
                    SclRules.ATTRIBUTE_MALFORMED,
                    name,
                    node.reference(),
                    node.row,
                    "inst of <LN0> is '" + prefix + instance
                            + "'; there is one in a logical device, and it has no number");
        }
        if (store.tag(node.row) == Tag.LN0 != node.nodeClass().equals("LLN0")) {
            check.report(
                    SclRules.ATTRIBUTE_MALFORMED,
                    name,
                    node.reference(),
                    node.row,
                    "lnClass of <" + store.element(node.row) + "> is '" + node.nodeClass()
                            + "'; <LN0> is LLN0, and no other node is");
        }
        boolean isNumbered = store.tag(node.row) == Tag.LN && check.has(node.row, "inst", name);
        if (isNumbered && !Numbers.areDigits(instance, 12)) {
            check.report(
                    SclRules.ATTRIBUTE_MALFORMED,
                    name,
                    node.reference(),
                    node.row,
                    "inst of " + node.reference() + " is '" + instance + "'; expected a number");
        }
        String affixes = prefix.isEmpty() ? instance : prefix + instance;
        if (!affixes.isEmpty()) {
            NameRule.PREFIX.check(check, name, affixes, node.row);
        }
        int type = check.file().templates().type(Tag.L_NODE_TYPE, node.typeName());
        if (type < 0) {
            check.report(
                    SclRules.TYPE_MISSING,
                    name,
                    node.reference(),
                    node.row,
                    "LNodeType '" + node.typeName() + "' of " + node.reference() + " is not defined"
                            + check.hint(node.typeName(), types.nodeTypes()));
        } else {
            types.used.add(type);
            if (types.wrong(type, new HashSet<>())) {
                check.unsound(name);
            }
            size(node, name);
            instances.ofType(node, type);
            String typeClass = store.attribute(type, "lnClass", "");
            if (!typeClass.equals(node.nodeClass())) {
                check.report(
                        SclRules.CLASS_DIFFERS,
                        name,
                        node.reference(),
                        node.row,
                        node.reference() + " is of class " + node.nodeClass() + ", its type " + node.typeName() + " of "
                                + typeClass);
            }
            Set<String> objects = new HashSet<>();
            for (int object = store.child(node.row, Tag.DOI); object >= 0; object = store.next(object, Tag.DOI)) {
                String data = store.attribute(object, "name", "") + store.attribute(object, "ix", "");
                if (!objects.add(data)) {
                    check.twice(name, object, "DOI", node.reference() + "." + data);
                }
                instances.check(node, object, type, groups);
            }
        }
        if (store.end(node.row) > node.row + 1) {
            blocks(ied, node);
        }
    }

    private void size(LogicalNode node, String ied) {
        Integer known = cuts.get(node.typeName());
        int cut = known != null ? known : check.file().templates().cut(node);
        cuts.put(node.typeName(), cut);
        if (cut >= 0) {
            check.report(
                    SclRules.TYPE_TOO_LARGE,
                    ied,
                    ied + " " + node.typeName(),
                    cut,
                    "LNodeType " + node.typeName() + " of " + node.reference() + " unfolds too far at "
                            + store.element(cut) + " "
                            + store.attribute(cut, "name", store.attribute(cut, "id", "")) + "; "
                            + node.attributeCount() + " attributes of it are known");
        }
    }

    private void blocks(Ied ied, LogicalNode node) {
        String name = ied.name();
        unique(node.row, Tag.DATA_SET, "name", name, "dataset");
        Set<String> seen = new HashSet<>();
        Map<String, DataSet> sets = new LinkedHashMap<>();
        for (DataSet set : node.dataSets()) {
            sets.putIfAbsent(set.name(), set);
            NameRule.DATA_SET.check(check, name, set.name(), set.row);
            members(ied, set);
        }
        for (ControlBlock block : node.controlBlocks()) {
            if (check.has(block.row, "name", name) && !seen.add(store.tag(block.row) + " " + block.name())) {
                check.twice(name, block.row, "control block", block.reference());
            }
            NameRule.CONTROL_BLOCK.check(check, name, block.name(), block.row);
            AttributeForms.check(check, name, block.reference(), block.row);
            String wanted = block.dataSetName();
            if (!wanted.isEmpty() && !sets.containsKey(wanted)) {
                check.report(
                        SclRules.DATASET_MISSING,
                        name,
                        block.reference(),
                        block.row,
                        block.reference() + " sends dataset '" + wanted + "', which " + node.reference()
                                + " does not have" + check.hint(wanted, sets.keySet()));
            }
            DataSet sent = sets.get(wanted);
            if (sent != null && store.child(sent.row, Tag.FCDA) < 0) {
                check.report(
                        SclRules.DATASET_MISSING,
                        name,
                        block.reference(),
                        block.row,
                        block.reference() + " sends dataset '" + wanted + "', which has no members",
                        "Give the dataset its members in the relay's file.");
            }
            if (block instanceof ReportControl report) {
                reports.report(ied, report);
                services.client(ied, report);
            } else {
                messages.message(ied, block, sent);
            }
        }
        node.settingGroups().ifPresent(groups -> groups(node, groups));
        Map<String, ExternalReference> taken = new HashMap<>();
        for (ExternalReference input : node.inputs()) {
            inputs.input(ied, input);
            inputs.once(ied, input, taken);
        }
    }

    private void groups(LogicalNode node, SettingGroupControl groups) {
        String ied = node.device().ied().name();
        int row = store.child(node.row, Tag.SETTING_CONTROL);
        AttributeForms.check(check, ied, node.reference(), row);
        if (groups.active() > groups.count()) {
            check.report(
                    SclRules.GROUP_OUT_OF_RANGE,
                    ied,
                    node.reference(),
                    row,
                    "group " + groups.active() + " is to be active, but "
                            + node.device().name() + " has " + groups.count());
        }
    }

    private void members(Ied ied, DataSet set) {
        Map<NodeTable.NodeKey, LogicalNode> all = table.nodes(ied);
        Set<Long> sums = new HashSet<>();
        for (int member = store.child(set.row, Tag.FCDA); member >= 0; member = store.next(member, Tag.FCDA)) {
            NodeTable.NodeKey key = table.key(member);
            LogicalNode holder = all.get(key);
            String mistake = null;
            if (Set.of("CO", "SE").contains(store.attribute(member, "fc", ""))) {
                check.report(
                        SclRules.MEMBER_NOT_SENT,
                        ied.name(),
                        set.reference(),
                        member,
                        "dataset " + set.name() + " lists " + key + "." + table.path(member) + " under "
                                + store.attribute(member, "fc", ""));
            }
            if (check.has(member, "fc", ied.name())
                    && !sums.add(store.attributeSum(member))
                    && isThereBefore(set, member)) {
                check.report(
                        SclRules.MEMBER_TWICE,
                        ied.name(),
                        set.reference(),
                        member,
                        "dataset " + set.name() + " has " + key + "." + table.path(member) + " twice");
            }
            if (holder == null) {
                mistake = ied.name() + " has no logical node " + key
                        + check.hint(key.toString(), NodeTable.texts(all.keySet()));
            } else {
                TypeData.Data data = table.data(holder, member);
                if (data != null && !data.exists()) {
                    mistake = key + " has no " + table.path(member);
                } else if (data != null && !data.hasConstraint()) {
                    mistake = table.path(member) + " of " + key + " has nothing with functional constraint "
                            + store.attribute(member, "fc", "");
                } else if (data != null) {
                    mistake = index(member, key, data);
                }
            }
            if (mistake != null) {
                check.report(
                        SclRules.MEMBER_MISSING,
                        ied.name(),
                        set.reference(),
                        member,
                        "dataset " + set.name() + ": " + mistake);
            }
        }
    }

    private boolean isThereBefore(DataSet set, int member) {
        Map<String, String> own = store.attributes(member);
        int before = store.child(set.row, Tag.FCDA);
        while (before < member && !store.attributes(before).equals(own)) {
            before = store.next(before, Tag.FCDA);
        }
        return before < member;
    }

    /** Returns what is wrong with the index of a member into an array; null when nothing is (IEC 61850-6:2009, 9.3.7). */
    private String index(int member, NodeTable.NodeKey key, TypeData.Data data) {
        String index = store.attribute(member, "ix", "");
        if (index.isEmpty()) {
            return null;
        }
        if (data.array() == 0) {
            return "ix is '" + index + "', but " + table.path(member) + " of " + key + " is no array and in none";
        }
        long number = Numbers.parse(index, -1);
        return number < 0 || data.array() > 0 && number >= data.array()
                ? "ix is '" + index + "'; the array of " + table.path(member) + " of " + key + " has "
                        + (data.array() > 0 ? "elements 0 to " + (data.array() - 1) : "elements from 0")
                : null;
    }
}
