package org.urvant.core.check;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Rule;
import org.urvant.core.mapping.Subscription;
import org.urvant.core.mapping.Subscriptions;
import org.urvant.core.project.Connection;
import org.urvant.core.project.Device;
import org.urvant.core.project.Entry;
import org.urvant.core.project.Project;

/** Finds two clients on one instance of a report control block. */
final class ReportInstanceCheck {
    private ReportInstanceCheck() {}

    static void check(Project project, Consumer<Finding> findings) {
        Map<String, String> clients = new HashMap<>();
        for (Device device : project.devices().values()) {
            for (Connection connection : device.connections().values()) {
                Entry given = connection.values().get(Subscriptions.INSTANCE);
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
                                Rule.REPORT_INSTANCE_TAKEN,
                                device.name() + " " + connection.name() + "." + Subscriptions.INSTANCE,
                                given == null ? connection.position() : given.position(),
                                block + " is used by or kept for " + other,
                                Rule.REPORT_INSTANCE_TAKEN.remedy()));
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
