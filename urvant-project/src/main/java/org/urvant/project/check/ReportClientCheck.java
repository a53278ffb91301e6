package org.urvant.project.check;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappingRules;
import org.urvant.project.mapping.Subscription;
import org.urvant.project.mapping.Subscriptions;
import org.urvant.scl.Ied;

/** Finds IEDs that nobody asks, and two clients on one instance of a report control block. */
final class ReportClientCheck {
    private ReportClientCheck() {}

    static void check(Project project, Consumer<Finding> findings) {
        Set<String> asked = project.askedIeds();
        for (Ied ied : project.ieds()) {
            boolean reports =
                    ied.nodes().stream().anyMatch(node -> !node.reportControls().isEmpty());
            if (reports && !asked.contains(ied.name())) {
                findings.accept(new Finding(
                                MappingRules.NOBODY_POLLS,
                                ied.name(),
                                ied.position(),
                                "no device of the project has a connection to " + ied.name(),
                                MappingRules.NOBODY_POLLS.remedy())
                        .concerning(Ref.ied(ied.name())));
            }
        }
        instances(project, findings);
    }

    private static void instances(Project project, Consumer<Finding> findings) {
        Map<String, String> clients = new HashMap<>();
        for (Device device : project.devices().values()) {
            for (Connection connection : device.connections().values()) {
                Entry given =
                        Subscriptions.instance(project, device, connection).orElse(null);
                String instance = given == null ? "1" : given.text();
                for (Subscription subscription :
                        Subscriptions.of(project, device, connection).subscriptions()) {
                    String block = subscription.report().reference() + " instance " + instance;
                    String other = clients.putIfAbsent(block, device.name());
                    if (other == null) {
                        other = reserved(subscription, instance, device.name());
                    }
                    if (other != null) {
                        findings.accept(new Finding(
                                        MappingRules.REPORT_INSTANCE_TAKEN,
                                        device.name() + " " + Subscriptions.instancePath(project, device, connection),
                                        given == null ? connection.position() : given.position(),
                                        block + " is used by or kept for " + other,
                                        MappingRules.REPORT_INSTANCE_TAKEN.remedy())
                                .concerning(Ref.device(device.name()), Ref.device(other)));
                    }
                }
            }
        }
    }

    /** Returns the IED that the file keeps an instance for, when it is another than the device; else null. */
    private static String reserved(Subscription subscription, String instance, String device) {
        List<String> clients = subscription.report().reservedFor();
        int number = instance.matches("\\d{1,3}") ? Integer.parseInt(instance) : 0;
        return number < 1 || number > clients.size() || clients.get(number - 1).equals(device)
                ? null
                : clients.get(number - 1);
    }
}
