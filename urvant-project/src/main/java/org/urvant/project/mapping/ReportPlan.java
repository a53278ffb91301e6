package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.urvant.core.finding.Entry;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.FunctionalConstraint;
import org.urvant.scl.Ied;
import org.urvant.scl.LogicalNode;
import org.urvant.scl.ReportControl;
import org.urvant.scl.Services;

/**
 * How signals of an IED reach a client: which report control blocks carry them, which instance is free for the client, what
 * the IED can take, and what could be added where no block carries a signal.
 *
 * @param ied the IED
 * @param subscriptions the blocks to enable, with the signals of each
 * @param instance number of the instance that is free for the client in all of these blocks, from 1; empty when none is
 * @param uncarried signals that no block carries
 * @param proposals what could be added for them; empty when every signal is carried
 * @param hints what stands at a limit, in plain words
 */
public record ReportPlan(
        Ied ied,
        List<Subscription> subscriptions,
        OptionalInt instance,
        List<DataAttribute> uncarried,
        List<Reports> proposals,
        List<String> hints) {
    public ReportPlan {
        subscriptions = List.copyOf(subscriptions);
        uncarried = List.copyOf(uncarried);
        proposals = List.copyOf(proposals);
        hints = List.copyOf(hints);
    }

    /**
     * A dataset and a block that would carry what no block carries.
     *
     * @param node logical node that would hold both
     * @param dataSet name for the dataset, free in the node
     * @param isBuffered whether the block keeps reports while no client is connected: for status
     * @param members members as the file would write them
     * @param obstacle why the IED cannot take it; empty text when it can
     */
    public record Reports(
            LogicalNode node, String dataSet, boolean isBuffered, List<String> members, String obstacle) {}

    /** Returns the plan for a client of the project, by the device's name, or for one that is not in it yet. */
    public static ReportPlan of(Project project, String client, Ied ied, List<DataAttribute> signals) {
        Subscription.Cover cover = Subscription.cover(ied, signals);
        List<String> hints = new ArrayList<>();
        Services services = ied.services();
        long clients = project.devices().values().stream()
                .filter(device -> !device.name().equals(client)
                        && device.connectionTo(ied.name()).isPresent())
                .count();
        OptionalLong associations = services.limit("DynAssociation", "max");
        if (associations.isPresent() && clients + 1 > associations.getAsLong()) {
            hints.add(ied.name() + " takes " + associations.getAsLong() + " clients at once; " + clients
                    + " others are planned");
        }
        for (Subscription subscription : cover.subscriptions()) {
            ReportControl report = subscription.report();
            boolean bursts = report.isBuffered()
                    && report.bufferTimeMillis() == 0
                    && subscription.signals().size() > 16;
            if (bursts) {
                hints.add(report.reference() + " gathers no changes (buffer time 0): a fault sends a report for each");
            }
        }
        List<Reports> proposals = new ArrayList<>();
        proposal(ied, cover.uncarried(), FunctionalConstraint.ST, proposals);
        proposal(ied, cover.uncarried(), FunctionalConstraint.MX, proposals);
        return new ReportPlan(
                ied,
                cover.subscriptions(),
                instance(project, client, ied, cover.subscriptions()),
                cover.uncarried(),
                proposals,
                hints);
    }

    /**
     * Returns the number of the instance of some blocks of an IED that a client of the project can have in all of them: one that
     * the file keeps for it, else the first that neither the file nor a device of the project has; empty when there is none.
     */
    public static OptionalInt instance(Project project, String client, Ied ied, List<Subscription> blocks) {
        Set<Integer> taken = new LinkedHashSet<>();
        for (Device device : project.devices().values()) {
            for (Connection connection : device.connections().values()) {
                Entry given =
                        Subscriptions.instance(project, device, connection).orElse(null);
                if (!device.name().equals(client)
                        && connection.ied().filter(ied.name()::equals).isPresent()) {
                    taken.add(given != null && given.text().matches("\\d{1,3}") ? Integer.parseInt(given.text()) : 1);
                }
            }
        }
        int most = blocks.stream()
                .mapToInt(block -> block.report().instances())
                .min()
                .orElse(1);
        OptionalInt kept = OptionalInt.empty();
        for (int number = 1; number <= most && kept.isEmpty(); number++) {
            int candidate = number;
            boolean ours = blocks.stream().allMatch(block -> isKept(block.report(), candidate, client));
            kept = ours && !blocks.isEmpty() ? OptionalInt.of(candidate) : kept;
        }
        for (int number = 1; number <= most && kept.isEmpty(); number++) {
            int candidate = number;
            boolean free = !taken.contains(candidate)
                    && blocks.stream()
                            .allMatch(block ->
                                    candidate > block.report().reservedFor().size()
                                            || isKept(block.report(), candidate, client));
            kept = free ? OptionalInt.of(candidate) : kept;
        }
        return kept;
    }

    private static boolean isKept(ReportControl report, int instance, String client) {
        List<String> reserved = report.reservedFor();
        return instance <= reserved.size() && reserved.get(instance - 1).equals(client);
    }

    private static void proposal(
            Ied ied, List<DataAttribute> signals, FunctionalConstraint constraint, List<Reports> proposals) {
        Set<String> members = new LinkedHashSet<>();
        LogicalNode holder = null;
        for (DataAttribute signal : signals) {
            if (signal.constraint().filter(constraint::equals).isPresent()) {
                LogicalNode first = signal.node().device().nodes().get(0);
                holder = holder == null ? first : holder;
                members.add(member(signal, constraint));
            }
        }
        if (holder == null) {
            return;
        }
        Set<String> names = new LinkedHashSet<>();
        holder.dataSets().forEach(set -> names.add(set.name()));
        String base = constraint == FunctionalConstraint.ST ? "status_more" : "measurements_more";
        String name = base;
        for (int i = 2; names.contains(name); i++) {
            name = base + i;
        }
        boolean isStatus = constraint == FunctionalConstraint.ST;
        proposals.add(new Reports(holder, name, isStatus, List.copyOf(members), obstacle(ied, members.size())));
    }

    /** Members are whole data objects, so that quality and time travel with the value (IEC 61850-6:2009, 9.3.7). */
    private static String member(DataAttribute signal, FunctionalConstraint constraint) {
        LogicalNode node = signal.node();
        String prefix = node.attribute("prefix").orElse("");
        String instance = node.attribute("inst").orElse("");
        String attribute = signal.attributePath();
        String path = signal.path().substring(0, Math.max(0, signal.path().length() - attribute.length() - 1));
        return "<FCDA ldInst=\"" + node.device().instance() + "\""
                + (prefix.isEmpty() ? "" : " prefix=\"" + prefix + "\"")
                + " lnClass=\"" + node.nodeClass() + "\"" + (instance.isEmpty() ? "" : " lnInst=\"" + instance + "\"")
                + " doName=\"" + path.replaceAll("\\(\\d+\\)", "") + "\"" + index(path) + " fc=\"" + constraint
                + "\"/>";
    }

    /** An element of an array is named by its index beside the path, not in it (IEC 61850-6:2009, 9.3.7). */
    private static String index(String path) {
        int open = path.indexOf('(');
        return open < 0 ? "" : " ix=\"" + path.substring(open + 1, path.indexOf(')', open)) + "\"";
    }

    private static String obstacle(Ied ied, int members) {
        Services services = ied.services();
        long sets =
                ied.nodes().stream().mapToLong(node -> node.dataSets().size()).sum();
        long blocks = ied.nodes().stream()
                .mapToLong(node -> node.reportControls().size())
                .sum();
        if (!services.offers("ConfDataSet")) {
            return ied.name() + " does not say that datasets can be configured; its signals can be polled";
        }
        OptionalLong mostSets = services.limit("ConfDataSet", "max");
        OptionalLong mostMembers = services.limit("ConfDataSet", "maxAttributes");
        OptionalLong mostBlocks = services.limit("ConfReportControl", "max");
        if (mostSets.isPresent() && sets + 1 > mostSets.getAsLong()) {
            return ied.name() + " holds " + mostSets.getAsLong()
                    + " datasets, all used; add the members to one of them";
        }
        if (mostMembers.isPresent() && members > mostMembers.getAsLong()) {
            return "a dataset of " + ied.name() + " holds " + mostMembers.getAsLong() + " members, " + members
                    + " are wanted";
        }
        return mostBlocks.isPresent() && blocks + 1 > mostBlocks.getAsLong()
                ? ied.name() + " holds " + mostBlocks.getAsLong() + " report control blocks, all used"
                : "";
    }
}
