package org.urvant.project.check;

import java.util.function.Consumer;
import org.urvant.core.device.Service;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.project.Device;
import org.urvant.project.setting.DeviceSheets;

/** Looks at the services that a device offers on its network: open in clear text, or open for nobody. */
final class ServiceCheck {
    private ServiceCheck() {}

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        for (Service service : sheets.type().services()) {
            if (!sheets.isOpen(service)) {
                continue;
            }
            Entry entry = device.settings().get(service.setting());
            Position position = entry == null ? device.position() : entry.position();
            String subject = device.name() + " " + (service.setting().isEmpty() ? service.name() : service.setting());
            Remedy close = service.setting().isEmpty()
                    ? Remedy.of("It cannot be switched off: keep its network apart.")
                    : Remedy.of(
                            "Switch it off if it is not needed.",
                            Step.of(Action.SET, device.name(), service.setting(), "no"));
            if (service.isClearText()) {
                findings.accept(new Finding(
                        DeviceRules.CLEAR_TEXT_SERVICE,
                        subject,
                        position,
                        service.name() + " is open on " + service.port() + ": " + service.risk(),
                        close));
            }
            boolean used = service.serves().isEmpty()
                    || device.connections().values().stream()
                            .anyMatch(connection -> connection.kind().text().equals(service.serves()));
            if (!used) {
                findings.accept(new Finding(
                        DeviceRules.UNUSED_SERVICE_OPEN,
                        subject,
                        position,
                        service.name() + " is open on " + service.port() + ", but " + device.name()
                                + " has no connection of kind " + service.serves(),
                        close));
            }
        }
    }
}
