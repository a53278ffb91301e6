package org.urvant.scl;

import java.util.Map;
import java.util.Set;

/** Checks the inputs of IEDs against what the senders in the file give. */
final class InputCheck {
    private static final Set<String> SERVICES = Set.of("", "Poll", "Report", "GOOSE", "SMV");

    private static final Set<String> MESSAGES = Set.of("GOOSE", "SMV");

    private final SclCheck check;
    private final SclStore store;
    private final TypeCheck types;
    private final NodeTable table;

    InputCheck(SclCheck check, TypeCheck types, NodeTable table) {
        this.check = check;
        this.store = check.store();
        this.types = types;
        this.table = table;
    }

    void input(Ied ied, ExternalReference input) {
        if (!input.isBound()) {
            check.report(
                    SclRules.INPUT_NOT_BOUND,
                    ied.name(),
                    subject(input),
                    input.row,
                    "input " + input.internalAddress()
                            + input.expected().map(e -> " (" + e + ")").orElse("") + " takes no data yet");
            return;
        }
        if (!SERVICES.contains(input.service())) {
            check.report(
                    SclRules.ATTRIBUTE_MALFORMED,
                    ied.name(),
                    subject(input),
                    input.row,
                    "serviceType of " + subject(input) + " is '" + input.service()
                            + "'; expected Poll, Report, GOOSE or SMV");
        }
        String wanted = input.expectedService();
        if (!wanted.isEmpty() && !input.service().isEmpty() && !wanted.equals(input.service())) {
            check.report(
                    SclRules.GOOSE_TYPE_DIFFERS,
                    ied.name(),
                    subject(input),
                    input.row,
                    "expects its data by " + wanted + ", and is to take them by " + input.service());
        }
        if (input.publisher().equals(ied.name()) && MESSAGES.contains(input.service())) {
            check.report(
                    SclRules.INPUT_FROM_ITSELF,
                    ied.name(),
                    subject(input),
                    input.row,
                    "takes data by " + input.service() + " from " + ied.name() + " itself");
        }
        String object = store.attribute(input.row, "doName", "");
        if (input.sourceNode().isEmpty() != object.isEmpty()) {
            check.has(input.row, object.isEmpty() ? "doName" : "lnClass", ied.name());
        }
        Ied sender = check.file().ied(input.publisher()).orElse(null);
        if (sender == null
                || sender.logicalDevices().isEmpty()
                || input.sourceNode().isEmpty()) {
            return; // whether the sender is there is a question to the whole project
        }
        NodeTable.NodeKey key = table.key(input.row);
        LogicalNode source = table.nodes(sender).get(key);
        int type = source == null ? -1 : table.type(source);
        if (source == null) {
            missing(
                    ied,
                    input,
                    sender.name() + " has no logical node " + key
                            + check.hint(
                                    key.toString(),
                                    NodeTable.texts(table.nodes(sender).keySet())));
        } else if (type >= 0 && !object.isEmpty()) {
            TypeData.Data data = types.data().resolve(type, object, store.attribute(input.row, "daName", ""), "");
            if (!data.exists()) {
                missing(ied, input, key + " of " + sender.name() + " has no " + table.path(input.row));
            } else {
                expected(ied, input, source, data);
                carried(ied, sender, input, key);
            }
        }
    }

    /** A value and its quality may share an input of the receiver; two data objects cannot. */
    void once(Ied ied, ExternalReference input, Map<String, ExternalReference> taken) {
        String address = input.internalAddress();
        if (address.isBlank() || !input.isBound()) {
            return;
        }
        ExternalReference other = taken.putIfAbsent(address, input);
        if (other != null && !source(other).equals(source(input))) {
            check.report(
                    SclRules.INPUT_TAKEN_TWICE,
                    ied.name(),
                    subject(input),
                    input.row,
                    "input " + address + " takes " + source(input) + ", and " + source(other) + " as well");
        }
    }

    private String source(ExternalReference input) {
        return input.publisher() + " " + input.sourceNode() + "." + store.attribute(input.row, "doName", "");
    }

    private static String subject(ExternalReference input) {
        return input.node().reference() + " " + input.internalAddress();
    }

    private void missing(Ied ied, ExternalReference input, String message) {
        check.report(SclRules.SOURCE_DATA_MISSING, ied.name(), subject(input), input.row, message);
    }

    private void carried(Ied ied, Ied sender, ExternalReference input, NodeTable.NodeKey source) {
        if (input.controlBlock().isEmpty()) {
            return;
        }
        String nodeClass = store.attribute(input.row, "srcLNClass", "LLN0");
        LogicalNode holder = table.nodes(sender)
                .get(new NodeTable.NodeKey(
                        store.attribute(input.row, "srcLDInst", source.device()),
                        store.attribute(input.row, "srcPrefix", ""),
                        nodeClass.isEmpty() ? "LLN0" : nodeClass,
                        store.attribute(input.row, "srcLNInst", "")));
        boolean isNamed = holder != null
                && holder.reportControls().stream()
                        .anyMatch(block -> block.name().equals(input.controlBlock()));
        if (input.service().equals("Report") && !isNamed) {
            check.report(
                    SclRules.GOOSE_NO_PUBLISHER,
                    ied.name(),
                    subject(input),
                    input.row,
                    sender.name() + " has no report control block '" + input.controlBlock() + "' in "
                            + input.controlBlockNode());
            return;
        }
        ControlBlock sent = holder == null
                ? null
                : holder.controlBlocks().stream()
                        .filter(block -> block.name().equals(input.controlBlock()))
                        .findFirst()
                        .orElse(null);
        if (sent == null && !isNamed && input.service().isEmpty()) {
            check.report(
                    SclRules.GOOSE_NO_PUBLISHER,
                    ied.name(),
                    subject(input),
                    input.row,
                    sender.name() + " has no control block '" + input.controlBlock() + "' in "
                            + input.controlBlockNode());
        }
        if (sent != null && sent.dataSetName().isEmpty()) {
            missing(ied, input, input.controlBlock() + " of " + sender.name() + " has no dataset, and carries nothing");
        }
        DataSet set = sent == null ? null : sent.dataSet().orElse(null);
        if (set == null) {
            return; // a block or dataset that does not exist is a mistake of its own
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
            if (sameObject && source.equals(table.key(member))) {
                return;
            }
        }
        missing(
                ied,
                input,
                input.controlBlock() + " of " + sender.name() + " does not carry " + source + "."
                        + table.path(input.row));
    }

    /** Compares the type that the function expects by its own definition with the type of what is sent. */
    private void expected(Ied ied, ExternalReference input, LogicalNode source, TypeData.Data data) {
        String object = store.attribute(input.row, "pDO", "");
        String nodeClass = store.attribute(input.row, "pLN", "");
        if (object.isEmpty() || nodeClass.isEmpty()) {
            return;
        }
        String attribute = store.attribute(input.row, "pDA", "");
        for (LogicalNode candidate : table.nodes(ied).values()) {
            int type = candidate.nodeClass().equals(nodeClass) ? table.type(candidate) : -1;
            TypeData.Data own = type < 0 ? null : types.data().resolve(type, object, attribute, "");
            if (own != null && own.exists()) {
                String wanted = attribute.isEmpty() ? dataClass(type, object) : store.attribute(own.row(), "bType", "");
                String given = attribute.isEmpty()
                        ? dataClass(table.type(source), store.attribute(input.row, "doName", ""))
                        : store.attribute(data.row(), "bType", "");
                if (!wanted.equals(given) && !wanted.isEmpty() && !given.isEmpty()) {
                    check.report(
                            SclRules.GOOSE_TYPE_DIFFERS,
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
        TypeData.Data object = types.data().resolve(nodeType, objectPath, "", "");
        return object.type() < 0 ? "" : store.attribute(object.type(), "cdc", "");
    }
}
