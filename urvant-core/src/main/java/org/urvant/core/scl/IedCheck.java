package org.urvant.core.scl;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.ToLongFunction;
import org.urvant.core.finding.Rule;

/** Checks the IEDs of a file: their names, nodes, datasets, control blocks, instances of data, and inputs. */
final class IedCheck {
    /** What an Ethernet frame carries (IEEE 802.3). */
    private static final int FRAME = 1500;

    /** APPID, length and two reserved words before a GOOSE or sampled-value message (IEC 61850-8-1:2011, annex C). */
    private static final int FRAME_HEAD = 8;

    private final SclCheck check;
    private final SclStore store;
    private final TypeCheck types;
    private final Set<String> names = new HashSet<>();
    private final Map<String, Integer> cuts = new HashMap<>();
    /** The nodes of the IEDs looked at last; a message has few receivers, and all nodes of a file would be many. */
    private final Map<String, Map<NodeKey, LogicalNode>> nodes = new LinkedHashMap<>(64, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Map<NodeKey, LogicalNode>> eldest) {
            return size() > 50;
        }
    };

    /**
     * What names a logical node within its IED; its parts are not joined, for that would be done millions of times. The
     * methods that a record has by itself are several times slower here.
     */
    private record NodeKey(String device, String prefix, String nodeClass, String instance) {
        @Override
        public int hashCode() {
            return ((device.hashCode() * 31 + prefix.hashCode()) * 31 + nodeClass.hashCode()) * 31
                    + instance.hashCode();
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof NodeKey key
                    && device.equals(key.device)
                    && nodeClass.equals(key.nodeClass)
                    && instance.equals(key.instance)
                    && prefix.equals(key.prefix);
        }

        @Override
        public String toString() {
            return device + "/" + prefix + nodeClass + instance;
        }
    }

    IedCheck(SclCheck check, TypeCheck types) {
        this.check = check;
        this.store = check.store();
        this.types = types;
        for (int row : store.children(0, Tag.IED)) {
            if (check.has(row, "name", "") && !names.add(store.attribute(row, "name"))) {
                String name = store.attribute(row, "name");
                check.report(Rule.DUPLICATE_ELEMENT, name, name, row, "there are two IEDs named " + name);
            }
        }
    }

    void unusedTypes() {
        types.unused();
    }

    void check(Ied ied) {
        String name = ied.name();
        if (name.isEmpty()) {
            return;
        }
        NameRule.IED.check(check, name, name, ied.row);
        unique(ied.row, Tag.ACCESS_POINT, "name", name, "access point");
        for (int point : store.children(ied.row, Tag.ACCESS_POINT)) {
            int at = store.child(point, Tag.SERVER_AT);
            if (at >= 0 && ied.accessPoint(store.attribute(at, "apName", "")).isEmpty()) {
                check.report(
                        Rule.ACCESS_POINT_MISSING,
                        name,
                        name + " ServerAt",
                        at,
                        name + " has no access point '" + store.attribute(at, "apName", "") + "'");
            }
        }
        ied.clientNodes().forEach(node -> node(ied, node, 1));
        Set<String> devices = new HashSet<>();
        Map<NodeKey, LogicalNode> own = nodes(ied);
        for (LogicalDevice device : ied.logicalDevices()) {
            if (check.has(device.row, "inst", name) && !devices.add(device.instance())) {
                twice(name, device.row, "logical device", device.instance());
            }
            NameRule.LOGICAL_DEVICE.check(check, name, device.name(), device.row);
            List<LogicalNode> nodes = device.nodes();
            int groups = nodes.stream()
                    .findFirst()
                    .flatMap(LogicalNode::settingGroups)
                    .map(SettingGroups::count)
                    .orElse(1);
            for (LogicalNode node : nodes) {
                if (!own.get(key(device, node)).equals(node)) {
                    twice(name, node.row, "logical node", node.reference());
                }
                node(ied, node, groups);
            }
        }
        limits(ied);
    }

    private void twice(String ied, int row, String what, String name) {
        check.report(
                Rule.DUPLICATE_ELEMENT, ied, ied + " " + name, row, "there are two of " + what + " '" + name + "'");
    }

    private void unique(int parent, Tag tag, String attribute, String ied, String what) {
        Set<String> seen = new HashSet<>();
        for (int at : store.children(parent, tag)) {
            if (check.has(at, attribute, ied) && !seen.add(store.attribute(at, attribute))) {
                twice(ied, at, what, store.attribute(at, attribute));
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
        String affixes = prefix.isEmpty() ? instance : prefix + instance;
        if (!affixes.isEmpty()) {
            NameRule.PREFIX.check(check, name, affixes, node.row);
        }
        int type = check.file().templates().type(Tag.L_NODE_TYPE, node.typeName());
        if (type < 0) {
            check.report(
                    Rule.TYPE_MISSING,
                    name,
                    node.reference(),
                    node.row,
                    "LNodeType '" + node.typeName() + "' of " + node.reference() + " is not defined"
                            + check.hint(node.typeName(), types.nodeTypes()));
        } else {
            types.used.add(type);
            if (types.faulty(type, new HashSet<>())) {
                check.unsound(name);
            }
            size(node, name);
            String typeClass = store.attribute(type, "lnClass", "");
            if (!typeClass.equals(node.nodeClass())) {
                check.report(
                        Rule.CLASS_DIFFERS,
                        name,
                        node.reference(),
                        node.row,
                        node.reference() + " is of class " + node.nodeClass() + ", its type " + node.typeName() + " of "
                                + typeClass);
            }
            for (int object = store.child(node.row, Tag.DOI); object >= 0; object = store.next(object, Tag.DOI)) {
                instance(node, object, type, groups, "");
            }
        }
        if (store.end(node.row) > node.row + 1) {
            blocks(ied, node);
        }
    }

    private void size(LogicalNode node, String ied) {
        int cut = cuts.computeIfAbsent(
                node.typeName(), key -> check.file().templates().cut(node));
        if (cut >= 0) {
            check.report(
                    Rule.TYPE_TOO_LARGE,
                    ied,
                    ied + " " + node.typeName(),
                    cut,
                    "LNodeType " + node.typeName() + " of " + node.reference() + " unfolds too far at "
                            + store.element(cut) + " "
                            + store.attribute(cut, "name", store.attribute(cut, "id", "")) + "; "
                            + node.attributeCount() + " attributes of it are known");
        }
    }

    private void instance(LogicalNode node, int row, int type, int groups, String path) {
        String name = store.attribute(row, "name", "");
        int part = types.part(type, name);
        String ied = node.device().ied().name();
        if (part < 0) {
            check.report(
                    Rule.INSTANCE_UNKNOWN,
                    ied,
                    node.reference() + "." + path + name,
                    row,
                    node.typeName() + " has no " + path + name);
            return;
        }
        int below = types.below(part);
        for (int child = row + 1; child < store.end(row); child = store.end(child)) {
            switch (store.tag(child)) {
                case SDI, DAI -> {
                    if (below >= 0) {
                        instance(node, child, below, groups, path.isEmpty() ? name + "." : path + name + ".");
                    }
                }
                case VAL -> {
                    types.value(ied, node.reference() + "." + path + name, part, child);
                    String group = store.attribute(child, "sGroup", "");
                    if (!group.isEmpty() && Numbers.parse(group, 0) > groups) {
                        check.report(
                                Rule.GROUP_OUT_OF_RANGE,
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
                twice(name, block.row, "control block", block.reference());
            }
            NameRule.CONTROL_BLOCK.check(check, name, block.name(), block.row);
            String wanted = block.dataSetName();
            if (!wanted.isEmpty() && !sets.containsKey(wanted)) {
                check.report(
                        Rule.DATASET_MISSING,
                        name,
                        block.reference(),
                        block.row,
                        block.reference() + " sends dataset '" + wanted + "', which " + node.reference()
                                + " does not have" + check.hint(wanted, sets.keySet()));
            }
            if (block instanceof ReportControl report) {
                report(ied, report);
            } else {
                message(ied, block, sets.get(wanted));
            }
        }
        node.inputs().forEach(input -> input(ied, input));
    }

    private Map<NodeKey, LogicalNode> nodes(Ied ied) {
        Map<NodeKey, LogicalNode> known = nodes.get(ied.name());
        if (known == null) {
            known = new HashMap<>();
            for (LogicalDevice device : ied.logicalDevices()) {
                for (LogicalNode node : device.nodes()) {
                    known.putIfAbsent(key(device, node), node);
                }
            }
            nodes.put(ied.name(), known);
        }
        return known;
    }

    private NodeKey key(LogicalDevice device, LogicalNode node) {
        return new NodeKey(
                device.instance(),
                store.attribute(node.row, "prefix", ""),
                node.nodeClass(),
                store.attribute(node.row, "inst", ""));
    }

    private NodeKey key(int row) {
        return new NodeKey(
                store.attribute(row, "ldInst", ""),
                store.attribute(row, "prefix", ""),
                store.attribute(row, "lnClass", ""),
                store.attribute(row, "lnInst", ""));
    }

    private static Set<String> texts(Set<NodeKey> keys) {
        Set<String> texts = new HashSet<>();
        keys.forEach(key -> texts.add(key.toString()));
        return texts;
    }

    private int type(LogicalNode node) {
        return check.file().templates().type(Tag.L_NODE_TYPE, node.typeName());
    }

    private void members(Ied ied, DataSet set) {
        Map<NodeKey, LogicalNode> all = nodes(ied);
        for (int member = store.child(set.row, Tag.FCDA); member >= 0; member = store.next(member, Tag.FCDA)) {
            NodeKey key = key(member);
            LogicalNode holder = all.get(key);
            String fault = null;
            if (holder == null) {
                fault = ied.name() + " has no logical node " + key + check.hint(key.toString(), texts(all.keySet()));
            } else {
                TypeCheck.Data data = data(holder, member);
                if (data != null && !data.exists()) {
                    fault = key + " has no " + path(member);
                } else if (data != null && !data.hasConstraint()) {
                    fault = path(member) + " of " + key + " has nothing with functional constraint "
                            + store.attribute(member, "fc", "");
                } else if (data != null) {
                    fault = index(member, key, data);
                }
            }
            if (fault != null) {
                check.report(
                        Rule.MEMBER_MISSING,
                        ied.name(),
                        set.reference(),
                        member,
                        "dataset " + set.name() + ": " + fault);
            }
        }
    }

    /** Returns what is wrong with the index of a member into an array; null when nothing is (IEC 61850-6:2009, 9.3.7). */
    private String index(int member, NodeKey key, TypeCheck.Data data) {
        String index = store.attribute(member, "ix", "");
        if (index.isEmpty()) {
            return null;
        }
        if (data.array() == 0) {
            return "ix is '" + index + "', but " + path(member) + " of " + key + " is no array and in none";
        }
        long number = Numbers.parse(index, -1);
        return number < 0 || data.array() > 0 && number >= data.array()
                ? "ix is '" + index + "'; the array of " + path(member) + " of " + key + " has "
                        + (data.array() > 0 ? "elements 0 to " + (data.array() - 1) : "elements from 0")
                : null;
    }

    /** Returns what a member of a dataset is; null when it is a whole node, or the node's type is not known. */
    private TypeCheck.Data data(LogicalNode holder, int member) {
        String object = store.attribute(member, "doName", "");
        int type = type(holder);
        return type < 0 || object.isEmpty()
                ? null
                : types.resolve(type, object, store.attribute(member, "daName", ""), store.attribute(member, "fc", ""));
    }

    private String path(int row) {
        String attribute = store.attribute(row, "daName", "");
        return store.attribute(row, "doName", "") + (attribute.isEmpty() ? "" : "." + attribute);
    }

    private void report(Ied ied, ReportControl report) {
        List<String> clients = report.reservedFor();
        if (clients.size() > report.instances()) {
            check.report(
                    Rule.REPORT_CLIENTS_EXCEEDED,
                    ied.name(),
                    report.reference(),
                    report.row,
                    report.reference() + " has " + report.instances() + " instances, kept for " + clients.size()
                            + " clients");
        }
        if (report.instances() < report.wantedInstances()) {
            check.report(
                    Rule.REPORT_CLIENTS_EXCEEDED,
                    ied.name(),
                    report.reference(),
                    report.row,
                    report.reference() + " asks for " + report.wantedInstances() + " instances; "
                            + (report.isIndexed()
                                    ? "99 can be told apart"
                                    : "without index a buffered block has one, for all would have one name"));
        }
        int kept = store.child(report.row, Tag.RPT_ENABLED);
        for (int client = kept < 0 ? -1 : store.child(kept, Tag.CLIENT_LN);
                client >= 0;
                client = store.next(client, Tag.CLIENT_LN)) {
            client(ied, report, client);
        }
        if (report.integrityPeriodMillis() > 0 && !report.triggersOn("period")) {
            check.report(
                    Rule.INTEGRITY_NOT_TRIGGERED,
                    ied.name(),
                    report.reference(),
                    report.row,
                    report.reference() + " has an integrity period of " + report.integrityPeriodMillis()
                            + " ms, but not the trigger 'period'");
        }
    }

    private void client(Ied ied, ReportControl report, int row) {
        String name = store.attribute(row, "iedName", "");
        Ied client = check.file().ied(name).orElse(null);
        if (client == null) {
            if (check.kind() == FileKind.SCD) {
                receiver(ied, report, name);
            }
            return;
        }
        String node = store.attribute(row, "prefix", "")
                + store.attribute(row, "lnClass", "")
                + store.attribute(row, "lnInst", "");
        Set<String> known = new HashSet<>();
        client.allNodes().forEach(own -> known.add(own.name()));
        if (!node.isEmpty() && !known.isEmpty() && !known.contains(node)) {
            check.report(
                    Rule.RECEIVER_MISSING,
                    ied.name(),
                    report.reference(),
                    row,
                    report.reference() + " is kept for " + node + " of " + name + ", which has no such node"
                            + check.hint(node, known));
        }
    }

    private void receiver(Ied ied, ControlBlock block, String receiver) {
        check.report(
                Rule.RECEIVER_MISSING,
                ied.name(),
                block.reference(),
                block.row,
                block.reference() + " names " + receiver + ", which is not in the file" + check.hint(receiver, names));
    }

    private void message(Ied ied, ControlBlock block, DataSet set) {
        List<String> receivers = List.of();
        int perMessage = 1;
        if (block instanceof GooseControl goose) {
            receivers = goose.receivers();
        } else if (block instanceof SampledValueControl stream) {
            receivers = stream.receivers();
            perMessage = (int) Math.min(1000, stream.samplesPerMessage());
        }
        if (check.kind() == FileKind.SCD) {
            receivers.stream()
                    .filter(receiver -> !names.contains(receiver))
                    .forEach(receiver -> receiver(ied, block, receiver));
        }
        if (set == null || block instanceof LogControl) {
            return;
        }
        long size = block instanceof SampledValueControl stream
                ? streamSize(stream, sum(ied, set, TypeCheck.Data::plainSize), perMessage)
                : messageSize(block, set, sum(ied, set, TypeCheck.Data::size));
        if (size > FRAME) {
            check.report(
                    Rule.DATASET_TOO_LARGE,
                    ied.name(),
                    block.reference(),
                    set.row,
                    "dataset " + set.name() + " needs up to " + size + " bytes in one message of " + block.reference()
                            + "; a frame holds " + FRAME);
        }
    }

    /** Returns the greatest length of a GOOSE message with its head in the frame (IEC 61850-8-1:2011, annex A and C). */
    private static long messageSize(ControlBlock block, DataSet set, long data) {
        String identifier =
                block instanceof GooseControl goose && !goose.gooseId().isEmpty() ? goose.gooseId() : block.reference();
        long counter = BasicType.size("INT32U");
        long content = BasicType.headed(block.reference().length())
                + counter // timeAllowedToLive
                + BasicType.headed(set.reference().length())
                + BasicType.headed(identifier.length())
                + BasicType.size("Timestamp")
                + 3 * counter // stNum, sqNum, confRev
                + 2L * BasicType.size("BOOLEAN") // simulation, ndsCom
                + BasicType.size("INT16U") // numDatSetEntries
                + BasicType.headed(data);
        return FRAME_HEAD + BasicType.headed(content);
    }

    /** Returns the length of a sampled-value message with its head in the frame (IEC 61850-9-2:2011, 8.5). */
    private static long streamSize(SampledValueControl stream, long data, int perMessage) {
        String identifier = stream.streamId().isEmpty() ? stream.reference() : stream.streamId();
        long sample = BasicType.headed(identifier.length())
                + 4 // smpCnt
                + 6 // confRev
                + 3 // smpSynch
                + BasicType.headed(data);
        return FRAME_HEAD + BasicType.headed(4 + BasicType.headed(perMessage * BasicType.headed(sample)));
    }

    private long sum(Ied ied, DataSet set, ToLongFunction<TypeCheck.Data> measure) {
        Map<NodeKey, LogicalNode> all = nodes(ied);
        long size = 0;
        for (int member = store.child(set.row, Tag.FCDA); member >= 0; member = store.next(member, Tag.FCDA)) {
            LogicalNode holder = all.get(key(member));
            TypeCheck.Data data = holder == null ? null : data(holder, member);
            if (data != null) {
                boolean isElement = !store.attribute(member, "ix", "").isEmpty()
                        && Numbers.parse(store.attribute(data.row(), "count", ""), 0) > 1;
                long whole = measure.applyAsLong(data);
                size += isElement ? whole / Numbers.parse(store.attribute(data.row(), "count", ""), 1) : whole;
            }
        }
        return size;
    }

    private void limits(Ied ied) {
        Map<String, Integer> counts = new LinkedHashMap<>();
        Map<String, String> reportIds = new HashMap<>();
        Services services = ied.services();
        OptionalLong mostMembers = services.limit("ConfDataSet", "maxAttributes");
        for (LogicalNode node : nodes(ied).values()) {
            for (DataSet set : node.dataSets()) {
                counts.merge("ConfDataSet", 1, Integer::sum);
                mostMembers.ifPresent(most -> members(ied, set, members(set), most));
            }
            counts.merge("GOOSE", node.gooseControls().size(), Integer::sum);
            counts.merge("SMVsc", node.sampledValueControls().size(), Integer::sum);
            for (ReportControl report : node.reportControls()) {
                counts.merge("ConfReportControl", 1, Integer::sum);
                String other = report.reportId().isEmpty()
                        ? null
                        : reportIds.putIfAbsent(report.reportId(), report.reference());
                if (other != null) {
                    check.report(
                            Rule.DUPLICATE_REPORT_ID,
                            ied.name(),
                            report.reference(),
                            report.row,
                            "'" + report.reportId() + "' is also the identifier of " + other);
                }
            }
        }
        counts.forEach((service, count) -> {
            OptionalLong most = services.limit(service, "max");
            if (most.isPresent() && count > most.getAsLong()) {
                check.report(
                        Rule.SERVICE_LIMIT_EXCEEDED,
                        ied.name(),
                        ied.name() + " " + service,
                        ied.row,
                        ied.name() + " has " + count + " of " + service + " and says it can hold " + most.getAsLong());
            }
        });
    }

    private int members(DataSet set) {
        int members = 0;
        for (int member = store.child(set.row, Tag.FCDA); member >= 0; member = store.next(member, Tag.FCDA)) {
            members++;
        }
        return members;
    }

    /**
     * The limit counts attributes, of which a member can have several (IEC 61850-6:2009, 9.3.2, maxAttributes); makers also count
     * members. More members than that are too many either way; more attributes are told with both counts.
     */
    private void members(Ied ied, DataSet set, int members, long most) {
        long attributes = sum(ied, set, TypeCheck.Data::attributes);
        if (members <= most && attributes <= most) {
            return;
        }
        boolean isSure = members > most;
        check.report(
                isSure ? Rule.DATASET_TOO_LARGE : Rule.SERVICE_LIMIT_EXCEEDED,
                ied.name(),
                set.reference(),
                set.row,
                "dataset " + set.name() + " has " + members + " members"
                        + (attributes > members ? " with " + attributes + " attributes" : "") + "; " + ied.name()
                        + " says that it holds " + most + " attributes"
                        + (isSure ? "" : ", by which some makers mean members"));
    }

    private void input(Ied ied, ExternalReference input) {
        if (!input.isBound()) {
            check.report(
                    Rule.INPUT_NOT_BOUND,
                    ied.name(),
                    subject(input),
                    input.row,
                    "input " + input.internalAddress()
                            + input.expected().map(e -> " (" + e + ")").orElse("") + " takes no data yet");
            return;
        }
        Ied sender = check.file().ied(input.publisher()).orElse(null);
        if (sender == null
                || sender.logicalDevices().isEmpty()
                || input.sourceNode().isEmpty()) {
            return; // whether the sender is there is a question to the whole project
        }
        NodeKey key = key(input.row);
        LogicalNode source = nodes(sender).get(key);
        int type = source == null ? -1 : type(source);
        String object = store.attribute(input.row, "doName", "");
        if (source == null) {
            missing(
                    ied,
                    input,
                    sender.name() + " has no logical node " + key
                            + check.hint(key.toString(), texts(nodes(sender).keySet())));
        } else if (type >= 0 && !object.isEmpty()) {
            TypeCheck.Data data = types.resolve(type, object, store.attribute(input.row, "daName", ""), "");
            if (!data.exists()) {
                missing(ied, input, key + " of " + sender.name() + " has no " + path(input.row));
            } else {
                expected(ied, input, source, data);
                carried(ied, sender, input, key);
            }
        }
    }

    private static String subject(ExternalReference input) {
        return input.node().reference() + " " + input.internalAddress();
    }

    private void missing(Ied ied, ExternalReference input, String message) {
        check.report(Rule.SOURCE_DATA_MISSING, ied.name(), subject(input), input.row, message);
    }

    private void carried(Ied ied, Ied sender, ExternalReference input, NodeKey source) {
        if (input.controlBlock().isEmpty()) {
            return;
        }
        String nodeClass = store.attribute(input.row, "srcLNClass", "LLN0");
        LogicalNode holder = nodes(sender)
                .get(new NodeKey(
                        store.attribute(input.row, "srcLDInst", source.device),
                        store.attribute(input.row, "srcPrefix", ""),
                        nodeClass.isEmpty() ? "LLN0" : nodeClass,
                        store.attribute(input.row, "srcLNInst", "")));
        DataSet set = holder == null
                ? null
                : holder.controlBlocks().stream()
                        .filter(block -> block.name().equals(input.controlBlock()))
                        .findFirst()
                        .flatMap(ControlBlock::dataSet)
                        .orElse(null);
        if (set == null) {
            return; // a block or dataset that does not exist is a fault of its own
        }
        String object = store.attribute(input.row, "doName", "");
        String attribute = store.attribute(input.row, "daName", "");
        for (int member = store.child(set.row, Tag.FCDA); member >= 0; member = store.next(member, Tag.FCDA)) {
            String own = store.attribute(member, "daName", "");
            boolean sameObject = object.equals(store.attribute(member, "doName", ""))
                    && (own.isEmpty()
                            || attribute.isEmpty()
                            || attribute.equals(own)
                            || attribute.startsWith(own + "."));
            if (sameObject && source.equals(key(member))) {
                return;
            }
        }
        missing(
                ied,
                input,
                input.controlBlock() + " of " + sender.name() + " does not carry " + source + "." + path(input.row));
    }

    /** Compares the type that the function expects by its own definition with the type of what is sent. */
    private void expected(Ied ied, ExternalReference input, LogicalNode source, TypeCheck.Data data) {
        String object = store.attribute(input.row, "pDO", "");
        String nodeClass = store.attribute(input.row, "pLN", "");
        if (object.isEmpty() || nodeClass.isEmpty()) {
            return;
        }
        String attribute = store.attribute(input.row, "pDA", "");
        for (LogicalNode candidate : nodes(ied).values()) {
            int type = candidate.nodeClass().equals(nodeClass) ? type(candidate) : -1;
            TypeCheck.Data own = type < 0 ? null : types.resolve(type, object, attribute, "");
            if (own != null && own.exists()) {
                String wanted = attribute.isEmpty() ? dataClass(type, object) : store.attribute(own.row(), "bType", "");
                String given = attribute.isEmpty()
                        ? dataClass(type(source), store.attribute(input.row, "doName", ""))
                        : store.attribute(data.row(), "bType", "");
                if (!wanted.equals(given) && !wanted.isEmpty() && !given.isEmpty()) {
                    check.report(
                            Rule.GOOSE_TYPE_DIFFERS,
                            ied.name(),
                            subject(input),
                            input.row,
                            "expects " + input.expected().orElse("") + " of type " + wanted + ", but "
                                    + input.publisher() + " " + input.sourceNode() + "." + input.sourcePath() + " is "
                                    + given);
                }
                return;
            }
        }
    }

    private String dataClass(int nodeType, String objectPath) {
        TypeCheck.Data object = types.resolve(nodeType, objectPath, "", "");
        return object.type() < 0 ? "" : store.attribute(object.type(), "cdc", "");
    }
}
