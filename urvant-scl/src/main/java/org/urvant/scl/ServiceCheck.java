package org.urvant.scl;

import java.util.LinkedHashSet;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;

/**
 * Holds what an IED does in a file against what its maker says that it can do (IEC 61850-6:2009+A1:2018, 9.3.2). Of an IED
 * whose file says nothing nothing is asked, and of its part as a client neither, for edition 1 has no words for it.
 */
final class ServiceCheck {
    private static final String CLIENT = "ClientServices";

    private final SclCheck check;
    private final SclStore store;
    private final NodeTable table;

    ServiceCheck(SclCheck check, NodeTable table) {
        this.check = check;
        this.store = check.store();
        this.table = table;
    }

    void ied(Ied ied) {
        Services services = ied.services();
        if (services.elements().isEmpty()) {
            return;
        }
        Set<String> messages = new LinkedHashSet<>();
        Set<String> streams = new LinkedHashSet<>();
        int supervised = 0;
        int supervisedStreams = 0;
        for (LogicalNode node : table.nodes(ied).values()) {
            supervised += node.nodeClass().equals("LGOS") ? 1 : 0;
            supervisedStreams += node.nodeClass().equals("LSVS") ? 1 : 0;
            if (store.end(node.row) > node.row + 1) {
                sends(ied, services, node);
                for (ExternalReference input : node.inputs()) {
                    takes(ied, services, input, messages, streams);
                }
            }
        }
        most(ied, services, CLIENT, "maxGOOSE", messages.size(), "takes", "GOOSE messages");
        most(ied, services, CLIENT, "maxSMV", streams.size(), "takes", "streams of sampled values");
        most(ied, services, "SupSubscription", "maxGo", supervised, "has", "nodes that watch GOOSE messages (LGOS)");
        most(ied, services, "SupSubscription", "maxSv", supervisedStreams, "has", "nodes that watch streams (LSVS)");
    }

    /** Asks of a client that a block is kept for whether it says that it takes such reports. */
    void client(Ied ied, ReportControl report) {
        for (String name : report.reservedFor()) {
            Ied client = check.file().ied(name).orElse(null);
            Services services = client == null ? new Services(Map.of()) : client.services();
            String service = report.isBuffered() ? "bufReport" : "unbufReport";
            if (services.offers(CLIENT) && !services.allows(CLIENT, service)) {
                missing(
                        ied,
                        report.reference(),
                        report.row,
                        report.reference() + " is kept for " + name + ", which does not say that it takes "
                                + (report.isBuffered() ? "buffered" : "unbuffered") + " reports (ClientServices "
                                + service + ")");
            }
        }
    }

    private void sends(Ied ied, Services services, LogicalNode node) {
        boolean isSwitched = store.tag(node.row) == Tag.LN0
                && node.settingGroups().filter(groups -> groups.count() > 1).isPresent();
        if (isSwitched && !services.offers("SettingGroups")) {
            missing(
                    ied,
                    node.reference(),
                    node.row,
                    node.reference() + " has several setting groups, and " + ied.name()
                            + " does not say that it has any (SettingGroups)");
        }
        for (ControlBlock block : node.controlBlocks()) {
            String wanted =
                    block instanceof GooseControl ? "GOOSE" : block instanceof SampledValueControl ? "SMVsc" : "";
            if (!wanted.isEmpty() && !services.offers(wanted)) {
                missing(
                        ied,
                        block.reference(),
                        block.row,
                        ied.name() + " is to send " + block.reference() + ", and does not say that it can (" + wanted
                                + ")");
            }
            String buffers = services.elements()
                    .getOrDefault("ConfReportControl", Map.of())
                    .getOrDefault("bufMode", "both");
            if (block instanceof ReportControl report
                    && buffers.equals(report.isBuffered() ? "unbuffered" : "buffered")) {
                missing(
                        ied,
                        report.reference(),
                        report.row,
                        report.reference() + " is " + (report.isBuffered() ? "buffered" : "unbuffered") + "; "
                                + ied.name() + " says that it has " + buffers + " ones only (bufMode)");
            }
        }
    }

    private void takes(Ied ied, Services services, ExternalReference input, Set<String> messages, Set<String> streams) {
        boolean isOwn = input.publisher().equals(ied.name());
        if (!services.offers(CLIENT) || !input.isBound() || isOwn) {
            return;
        }
        String service = input.service();
        String block = input.controlBlock().isEmpty()
                ? ""
                : input.publisher() + " " + input.controlBlockNode() + "." + input.controlBlock();
        boolean isOffered =
                switch (service) {
                    case "GOOSE" -> services.allows(CLIENT, "goose");
                    case "SMV" -> services.allows(CLIENT, "sv");
                    case "Report" -> services.allows(CLIENT, "bufReport") || services.allows(CLIENT, "unbufReport");
                    default -> true; // polled, or by a service that is not said
                };
        if (!block.isEmpty() && service.equals("GOOSE")) {
            messages.add(block);
        } else if (!block.isEmpty() && service.equals("SMV")) {
            streams.add(block);
        }
        if (!isOffered) {
            String subject = input.node().reference() + " " + input.internalAddress();
            missing(
                    ied,
                    subject,
                    input.row,
                    "input " + input.internalAddress() + " takes its data by " + service + ", and " + ied.name()
                            + " does not say that it can (ClientServices)");
        }
    }

    private void missing(Ied ied, String subject, int row, String message) {
        check.report(SclRules.SERVICE_NOT_OFFERED, ied.name(), subject, row, message);
    }

    private void most(
            Ied ied, Services services, String service, String attribute, int count, String does, String what) {
        OptionalLong most = services.limit(service, attribute);
        if (most.isPresent() && count > most.getAsLong()) {
            check.report(
                    SclRules.SERVICE_LIMIT_EXCEEDED,
                    ied.name(),
                    ied.name() + " " + attribute,
                    ied.row,
                    what + " that " + ied.name() + " " + does + ": " + count + "; it says that the most are "
                            + most.getAsLong() + " (" + service + " " + attribute + ")");
        }
    }
}
