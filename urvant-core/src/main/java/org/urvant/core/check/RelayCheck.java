package org.urvant.core.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.project.Connection;
import org.urvant.core.project.Device;
import org.urvant.core.project.Entry;
import org.urvant.core.project.Project;
import org.urvant.core.scl.ExternalReference;
import org.urvant.core.scl.GooseControl;
import org.urvant.core.scl.Ied;
import org.urvant.core.scl.LogicalNode;

/** Checks the imported relays against each other: GOOSE messages and who takes them, relays that nobody asks. */
final class RelayCheck {
    private final Project project;
    private final Consumer<Finding> findings;
    private final Map<String, Position> addresses = new HashMap<>();
    private final Map<String, Position> identifiers = new HashMap<>();
    private final Map<String, Position> applications = new HashMap<>();
    private final List<GooseControl> messages = new ArrayList<>();
    private final Set<String> taken = new TreeSet<>();

    private RelayCheck(Project project, Consumer<Finding> findings) {
        this.project = project;
        this.findings = findings;
    }

    static void check(Project project, Consumer<Finding> findings) {
        new RelayCheck(project, findings).run();
    }

    private void run() {
        List<Ied> ieds = project.ieds();
        ieds.forEach(this::messages);
        ieds.forEach(this::inputs);
        for (GooseControl message : messages) {
            if (!taken.contains(message.reference())) {
                report(
                        Rule.GOOSE_UNSUBSCRIBED,
                        message.reference(),
                        message.position(),
                        "GOOSE message " + message.reference() + " is taken by no relay of the project");
            }
        }
        for (Ied ied : ieds) {
            if (!isAsked(ied)) {
                report(
                        Rule.NOBODY_POLLS,
                        ied.name(),
                        ied.position(),
                        "no device of the project has a connection to " + ied.name());
            }
        }
    }

    private boolean isAsked(Ied ied) {
        return project.devices().values().stream()
                .flatMap((Device device) -> device.connections().values().stream())
                .map(connection -> connection.values().get(Connection.IED))
                .anyMatch((Entry entry) -> entry != null && entry.text().equals(ied.name()));
    }

    private static List<LogicalNode> nodes(Ied ied) {
        return ied.logicalDevices().stream()
                .flatMap(device -> device.nodes().stream())
                .toList();
    }

    private void messages(Ied ied) {
        for (LogicalNode node : nodes(ied)) {
            for (GooseControl message : node.gooseControls()) {
                messages.add(message);
                unique(identifiers, Rule.DUPLICATE_GOOSE_ID, message.gooseId(), message);
                Map<String, String> address = ied.connectedAccessPoint()
                        .flatMap(point -> point.gooseAddress(node.device().instance(), message.name()))
                        .orElse(Map.of());
                unique(addresses, Rule.DUPLICATE_MAC, address.getOrDefault("MAC-Address", ""), message);
                unique(applications, Rule.DUPLICATE_APPID, address.getOrDefault("APPID", ""), message);
            }
        }
    }

    private void unique(Map<String, Position> known, Rule rule, String value, GooseControl message) {
        Position first = value.isEmpty() ? null : known.putIfAbsent(value, message.position());
        if (first != null) {
            report(
                    rule,
                    message.reference(),
                    message.position(),
                    "'" + value + "' of " + message.reference() + " is also that of the message at " + first);
        }
    }

    private void inputs(Ied ied) {
        for (LogicalNode node : nodes(ied)) {
            for (ExternalReference input : gooseInputs(node)) {
                Optional<Ied> publisher = project.ied(input.publisher());
                Optional<GooseControl> message = publisher.flatMap(other -> nodes(other).stream()
                        .flatMap(candidate -> candidate.gooseControls().stream())
                        .filter(candidate -> candidate.name().equals(input.controlBlock()))
                        .findFirst());
                if (message.isPresent()) {
                    taken.add(message.get().reference());
                } else if (publisher.isPresent()) {
                    report(
                            Rule.GOOSE_NO_PUBLISHER,
                            node.reference() + " " + input.internalAddress(),
                            input.position(),
                            input.publisher() + " has no GOOSE control block '" + input.controlBlock() + "'");
                }
            }
        }
    }

    private static List<ExternalReference> gooseInputs(LogicalNode node) {
        return node.inputs().stream()
                .filter(input -> input.service().equals("GOOSE") && input.isBound())
                .toList();
    }

    private void report(Rule rule, String subject, Position position, String message) {
        findings.accept(new Finding(rule, subject, position, message, rule.remedy()));
    }
}
