package org.urvant.project.check;

import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.Service;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.point.Role;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/** Looks at the services that a device offers on its network: open in clear text, open for nobody, two on one port. */
final class ServiceCheck {
    private ServiceCheck() {}

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        ports(device, sheets, findings);
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

    /** Connections of one protocol share a port, for each asks from its own address; all else that listens needs its own. */
    private static void ports(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        for (Sheet sheet : sheets.of(Sheet.Kind.CONNECTION)) {
            Optional<ConnectionKind> kind =
                    sheets.type().connection(sheet.container()).filter(each -> each.role() == Role.SERVER);
            Optional<SettingDefinition> setting = sheet.definition().setting(Meaning.TCP_PORT);
            Object port = setting.map(each -> sheet.value(each.path())).orElse(null);
            if (kind.isEmpty() || port == null) {
                continue;
            }
            listening(device, sheets, sheet, kind.get(), SiteWideCheck.shown(port))
                    .ifPresent(other -> {
                        String path = sheet.path(setting.get().path());
                        findings.accept(new Finding(
                                DeviceRules.PORT_TAKEN_TWICE,
                                device.name() + " " + path,
                                sheet.position(setting.get().path()),
                                path + " is " + SiteWideCheck.shown(port) + ", on which " + other + " listens too",
                                DeviceRules.PORT_TAKEN_TWICE.remedy()));
                    });
        }
    }

    /** What else listens on a TCP port: an open service, an earlier connection of another protocol, the maintenance link. */
    private static Optional<String> listening(
            Device device, DeviceSheets sheets, Sheet connection, ConnectionKind kind, String port) {
        Stream<String> services = sheets.type().services().stream()
                .filter(service -> sheets.isOpen(service)
                        && service.port().equals("tcp/" + port)
                        && !service.serves().equals(kind.name()))
                .map(Service::name);
        Stream<String> others = sheets.of(Sheet.Kind.CONNECTION).stream()
                .takeWhile(other -> other != connection)
                .filter(other -> sheets.type()
                        .connection(other.container())
                        .filter(each -> each.role() == Role.SERVER && each.protocol() != kind.protocol())
                        .isPresent())
                .filter(other -> {
                    Object taken = other.value(Meaning.TCP_PORT);
                    return taken != null && SiteWideCheck.shown(taken).equals(port);
                })
                .map(Sheet::prefix);
        Optional<Entry> own = sheets.own().entry(Meaning.NETWORK_ADDRESS);
        Stream<String> link = device.plate().entry(Plate.Item.LINK).stream()
                .filter(entry ->
                        own.isPresent() && entry.text().strip().equals(own.get().text() + ":" + port))
                .map(entry -> "its maintenance link");
        return Stream.of(services, others, link).flatMap(each -> each).findFirst();
    }
}
