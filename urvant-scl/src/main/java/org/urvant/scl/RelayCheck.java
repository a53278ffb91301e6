package org.urvant.scl;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Rule;
import org.urvant.core.network.Ipv4;
import org.urvant.core.network.NetworkRules;
import org.urvant.core.network.Station;

/** Checks IEDs against each other: GOOSE messages and sampled values, and who takes them. */
public final class RelayCheck {
    private final Map<String, Ied> ieds = new LinkedHashMap<>();
    private final Consumer<Finding> findings;
    private final Map<String, Held> addresses = new HashMap<>();
    private final Map<String, Held> identifiers = new HashMap<>();
    private final Map<String, Held> streams = new HashMap<>();
    private final Map<String, Held> applications = new HashMap<>();
    private final Map<String, ControlBlock> blocks = new LinkedHashMap<>();
    private final Set<String> taken = new HashSet<>();
    private final Set<String> unlisted = new HashSet<>();
    private final Map<String, LogicalDevice> devices = new HashMap<>(); // by their names on the wire
    private final Set<String> unsound = new HashSet<>();
    private final Map<String, Set<String>> subnetworks = new HashMap<>();
    private final Map<String, Set<String>> sentOn = new HashMap<>(); // by the place of the control block
    /** By sender, then by the node within it, what its messages carry. */
    private final Map<String, Map<String, List<Carried>>> carried = new HashMap<>();

    /** Who has something that only one may have, and where it stands. */
    private record Held(String ied, Position position) {}

    private RelayCheck(List<Ied> ieds, Consumer<Finding> findings) {
        ieds.forEach(ied -> this.ieds.putIfAbsent(ied.name(), ied));
        this.findings = findings;
    }

    /**
     * Checks IEDs that came with several files.
     *
     * @param copies IEDs that came with the file of another one: copies that the other was made with
     */
    public static void check(List<Ied> ieds, List<Ied> copies, Consumer<Finding> findings) {
        RelayCheck check = new RelayCheck(ieds, findings);
        check.run();
        copies.forEach(check::revision);
    }

    /** Checks the IEDs of one file against each other; returns the names of those that an error concerns. */
    static Set<String> check(List<Ied> ieds, Consumer<Finding> findings) {
        RelayCheck check = new RelayCheck(ieds, findings);
        check.run();
        check.hosts();
        return check.unsound;
    }

    private void run() {
        ieds.values().forEach(ied -> ied.logicalDevices().forEach(device -> named(ied, device)));
        // only the first node of a logical device, LLN0, has control blocks of these kinds
        ieds.values().forEach(ied -> ied.logicalDevices().stream()
                .flatMap(device -> device.nodes().stream().limit(1))
                .forEach(node -> blocks(ied, node)));
        for (Ied ied : ieds.values()) {
            for (LogicalNode node : ied.allNodes()) {
                for (ExternalReference input : node.inputs()) {
                    input(ied, input);
                }
            }
        }
        blocks.forEach((place, block) -> {
            if (!taken.contains(place) && receivers(block).isEmpty()) {
                report(
                        SclRules.GOOSE_UNSUBSCRIBED,
                        List.of(name(block)),
                        block.reference(),
                        block.position(),
                        what(block) + " " + block.reference() + " is taken by no other IED");
            }
        });
    }

    /** Clients and messages know a logical device by its name alone, wherever in the site it is. */
    private void named(Ied ied, LogicalDevice device) {
        LogicalDevice other = devices.putIfAbsent(device.name(), device);
        boolean isItself = other != null
                && other.ied().name().equals(ied.name())
                && other.instance().equals(device.instance()); // found as two of one instance
        if (other != null && !isItself) {
            unsound.add(ied.name());
            report(
                    SclRules.DUPLICATE_ELEMENT,
                    List.of(ied.name(), other.ied().name()),
                    ied.name() + " " + device.instance(),
                    device.position(),
                    "logical device " + device.instance() + " of " + ied.name() + " has the name '" + device.name()
                            + "', which logical device " + other.instance() + " of "
                            + other.ied().name() + " has too");
        }
    }

    /** Receivers that the sender's file lists count as takers, though their own files may name no input. */
    private static List<String> receivers(ControlBlock block) {
        return block instanceof GooseControl goose
                ? goose.receivers()
                : block instanceof SampledValueControl stream ? stream.receivers() : List.of();
    }

    /** Finds addresses that two access points of a file have; over a whole project that is done with the devices. */
    private void hosts() {
        Map<String, ConnectedAccessPoint> owners = new HashMap<>();
        Map<String, ConnectedAccessPoint> stations = new HashMap<>();
        for (Ied ied : ieds.values()) {
            for (ConnectedAccessPoint point : ied.connectedAccessPoints()) {
                Map<String, String> parts = point.address();
                String address = parts.getOrDefault("IP", "");
                String one = Ipv4.of(address).map(Ipv4::toString).orElse(address);
                if (!address.isEmpty()) {
                    ConnectedAccessPoint first = owners.putIfAbsent(point.subnetwork() + " " + one, point);
                    doubled(NetworkRules.DUPLICATE_IP, "IP address " + address, point, first);
                }
                String mac = parts.getOrDefault("MAC-Address", "").toUpperCase(Locale.ROOT);
                if (!mac.isEmpty()) {
                    ConnectedAccessPoint first = stations.putIfAbsent(mac, point);
                    boolean isOther = first != null && !first.iedName().equals(ied.name());
                    doubled(NetworkRules.DUPLICATE_MAC, "MAC address " + mac, point, isOther ? first : null);
                }
            }
        }
    }

    private void doubled(Rule rule, String what, ConnectedAccessPoint point, @Nullable ConnectedAccessPoint first) {
        if (first != null) {
            unsound.add(point.iedName());
            report(
                    rule,
                    List.of(point.iedName(), first.iedName()),
                    point.iedName() + " " + point.accessPointName(),
                    point.position(),
                    what + " is also that of " + first.iedName() + " at " + first.position());
        }
    }

    private static String name(ControlBlock block) {
        return block.node().device().ied().name();
    }

    private static String what(ControlBlock block) {
        return block instanceof GooseControl ? "GOOSE message" : "sampled-value stream";
    }

    private static String place(Ied ied, String node, String block) {
        return ied.name() + " " + node + " " + block;
    }

    private void blocks(Ied ied, LogicalNode node) {
        String nodePlace = node.device().instance() + "/" + node.name();
        for (GooseControl message : node.gooseControls()) {
            blocks.put(place(ied, nodePlace, message.name()), message);
            unique(identifiers, SclRules.DUPLICATE_GOOSE_ID, "", message.gooseId(), message, message.position());
            sent(message, place(ied, nodePlace, message.name()), message.addresses());
        }
        for (SampledValueControl stream : node.sampledValueControls()) {
            blocks.put(place(ied, nodePlace, stream.name()), stream);
            unique(streams, SclRules.DUPLICATE_STREAM_ID, "", stream.streamId(), stream, stream.position());
            sent(stream, place(ied, nodePlace, stream.name()), stream.addresses());
        }
    }

    private void sent(ControlBlock block, String place, List<MessageAddress> addresses) {
        addresses.forEach(address -> address(block, address));
        sentOn.put(
                place,
                addresses.stream().map(MessageAddress::subnetwork).collect(Collectors.toCollection(TreeSet::new)));
    }

    private void address(ControlBlock block, MessageAddress address) {
        String mac = address.parts().getOrDefault("MAC-Address", "").toUpperCase(Locale.ROOT);
        String application = address.parts().getOrDefault("APPID", "").toUpperCase(Locale.ROOT);
        String network = address.subnetwork();
        Position macAt = address.positions().getOrDefault("MAC-Address", block.position());
        Position applicationAt = address.positions().getOrDefault("APPID", block.position());
        unique(addresses, NetworkRules.DUPLICATE_MAC, network, mac, block, macAt);
        String padded = application.isEmpty() ? "" : "0".repeat(Math.max(0, 4 - application.length())) + application;
        unique(applications, SclRules.DUPLICATE_APPID, network, padded, block, applicationAt);
    }

    /** Multicast addresses need be unique within a subnetwork only, identifiers everywhere. */
    private void unique(
            Map<String, Held> known, Rule rule, String network, String value, ControlBlock block, Position position) {
        Held held = new Held(name(block), position);
        Held first = value.isEmpty() ? null : known.putIfAbsent(network + " " + value, held);
        if (first != null) {
            unsound.add(held.ied);
            report(
                    rule,
                    List.of(held.ied, first.ied),
                    block.reference(),
                    position,
                    "'" + value + "' of " + block.reference() + " is also that of the message at " + first.position);
        }
    }

    private void input(Ied ied, ExternalReference input) {
        if (!input.isBound()) {
            return;
        }
        String subject = input.node().reference() + " " + input.internalAddress();
        Ied sender = ieds.get(input.publisher());
        if (sender == null) {
            report(
                    SclRules.SENDER_ABSENT,
                    List.of(ied.name()),
                    subject,
                    input.position(),
                    ied.name() + " takes data from " + input.publisher() + ", which is not there");
            return;
        }
        boolean multicast = input.service().equals("GOOSE") || input.service().equals("SMV");
        boolean byAssociation =
                input.service().equals("Report") || input.service().equals("Poll");
        if (byAssociation && !isReached(ied, sender)) {
            unsound.add(ied.name());
            report(
                    NetworkRules.SUBNET_DIFFERS,
                    List.of(ied.name(), sender.name()),
                    subject,
                    input.position(),
                    ied.name() + " takes reports of " + sender.name()
                            + ", which is in no subnet of its own, and no gateway leads there");
        }
        if (input.controlBlock().isEmpty()) {
            if ((multicast || input.service().isEmpty()) && !takenByData(sender, input) && multicast) {
                report(
                        SclRules.SOURCE_DATA_MISSING,
                        List.of(ied.name(), sender.name()),
                        subject,
                        input.position(),
                        "no message of " + sender.name() + " carries " + input.sourceNode() + "." + input.sourcePath()
                                + ", which is to come by " + input.service());
            }
            return;
        }
        String place = place(sender, input.controlBlockNode(), input.controlBlock());
        if (!multicast) {
            if (input.service().isEmpty() && blocks.containsKey(place)) {
                taken.add(place);
            }
            return;
        }
        boolean isGoose = input.service().equals("GOOSE");
        ControlBlock block = blocks.get(place);
        if (block != null && block instanceof GooseControl == isGoose) {
            taken.add(place);
            sameNetwork(ied, block, place, input);
            listed(ied, block, input);
        } else {
            unsound.add(ied.name());
            report(
                    SclRules.GOOSE_NO_PUBLISHER,
                    List.of(ied.name(), sender.name()),
                    subject,
                    input.position(),
                    sender.name() + " has no " + (isGoose ? "GOOSE" : "sampled-value") + " control block '"
                            + input.controlBlock() + "' in " + input.controlBlockNode());
        }
    }

    /** A sender that lists who may take its message has to list all of them. */
    private void listed(Ied ied, ControlBlock block, ExternalReference input) {
        List<String> receivers = receivers(block);
        boolean isMissing = !receivers.isEmpty()
                && !receivers.contains(ied.name())
                && !ied.name().equals(name(block));
        if (isMissing && unlisted.add(ied.name() + " " + block.reference())) {
            report(
                    SclRules.RECEIVER_UNLISTED,
                    List.of(ied.name(), name(block)),
                    block.reference(),
                    block.position(),
                    ied.name() + " takes " + block.reference() + " (" + input.position()
                            + "), and is not among the receivers that " + name(block) + " lists: "
                            + String.join(", ", receivers));
        }
    }

    /**
     * An input that names no control block takes its data by whichever message carries them (edition 2003 knows no other way).
     * Returns whether one does, or where that cannot be told.
     */
    private boolean takenByData(Ied sender, ExternalReference input) {
        List<Carried> messages = carried
                .computeIfAbsent(sender.name(), name -> carried(sender))
                .getOrDefault(input.sourceNode(), List.of())
                .stream()
                .filter(member -> isSame(member.path(), input.sourcePath()))
                .filter(member -> input.service().isEmpty()
                        || blocks.get(member.block()) instanceof GooseControl
                                == input.service().equals("GOOSE"))
                .toList();
        messages.forEach(member -> taken.add(member.block()));
        return !messages.isEmpty()
                || input.sourceNode().isEmpty()
                || sender.logicalDevices().isEmpty();
    }

    private static boolean isSame(String member, String path) {
        return member.equals(path) || path.startsWith(member + ".") || member.startsWith(path + ".");
    }

    private Map<String, List<Carried>> carried(Ied sender) {
        Map<String, List<Carried>> all = new HashMap<>();
        blocks.forEach((place, block) -> {
            if (block.node().device().ied().equals(sender)) {
                block.dataSet().ifPresent(set -> set.members()
                        .forEach(member -> all.computeIfAbsent(member.place(), key -> new ArrayList<>())
                                .add(new Carried(place, member.path()))));
            }
        });
        return all;
    }

    /** Data that a message carries: the place of its control block, and the path within the node. */
    private record Carried(String block, String path) {}

    /** Returns whether some address of the sender is reached from the IED, and reaches it; so too when none is known. */
    private static boolean isReached(Ied ied, Ied sender) {
        List<Station> others = stations(sender);
        List<Station> own = stations(ied);
        return own.isEmpty()
                || others.isEmpty()
                || own.stream().anyMatch(station -> others.stream()
                        .anyMatch(other -> station.reaches(other.address()) && other.reaches(station.address())));
    }

    private static List<Station> stations(Ied ied) {
        return ied.connectedAccessPoints().stream()
                .flatMap(point -> point.station().stream())
                .toList();
    }

    /** GOOSE and sampled values are not routed, so both must be on one subnetwork (IEC 61850-8-1:2011, 18.1). */
    private void sameNetwork(Ied ied, ControlBlock block, String place, ExternalReference input) {
        Ied sender = block.node().device().ied();
        Set<String> own = subnetworks(ied);
        Set<String> addressed = sentOn.getOrDefault(place, Set.of());
        Set<String> others = addressed.isEmpty() ? subnetworks(sender) : addressed; // it may not be sent everywhere
        if (!own.isEmpty() && !others.isEmpty() && own.stream().noneMatch(others::contains)) {
            unsound.add(ied.name());
            report(
                    NetworkRules.SUBNET_DIFFERS,
                    List.of(ied.name(), sender.name()),
                    input.node().reference() + " " + input.internalAddress(),
                    input.position(),
                    ied.name() + " is on " + String.join(", ", own) + ", but takes " + input.controlBlock() + " from "
                            + sender.name() + " on " + String.join(", ", others));
        }
    }

    private Set<String> subnetworks(Ied ied) {
        return subnetworks.computeIfAbsent(ied.name(), name -> ied.connectedAccessPoints().stream()
                .map(ConnectedAccessPoint::subnetwork)
                .collect(Collectors.toCollection(TreeSet::new)));
    }

    /** Compares the copy of a sender in a subscriber's file with the sender's own file. */
    private void revision(Ied copy) {
        Ied own = ieds.get(copy.name());
        if (own == null) {
            return;
        }
        for (LogicalNode node : copy.nodes()) {
            for (GooseControl old : node.gooseControls()) {
                String place = place(own, node.device().instance() + "/" + node.name(), old.name());
                ControlBlock block = blocks.get(place);
                if (block != null && block.configurationRevision() != old.configurationRevision()) {
                    report(
                            SclRules.GOOSE_REVISION_DIFFERS,
                            List.of(own.name()),
                            block.reference(),
                            old.position(),
                            "revision " + old.configurationRevision() + " of " + old.reference() + " here; "
                                    + block.configurationRevision() + " in the sender's file at " + block.position());
                }
            }
        }
    }

    private void report(Rule rule, List<String> about, String subject, Position position, String message) {
        findings.accept(new Finding(rule, subject, position, message, rule.remedy())
                .concerning(about.stream().map(Ref::ied).toArray(Ref[]::new)));
    }
}
