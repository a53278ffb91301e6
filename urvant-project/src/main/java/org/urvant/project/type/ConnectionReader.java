package org.urvant.project.type;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.urvant.core.device.Availability;
import org.urvant.core.device.Bound;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.Effect;
import org.urvant.core.device.Hardware;
import org.urvant.core.device.Limits;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.Service;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.Traits;
import org.urvant.core.expression.Names;
import org.urvant.core.finding.Entry;
import org.urvant.core.point.AddressGroup;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.Role;
import org.urvant.core.text.NameRule;
import org.urvant.core.text.NearestName;
import org.urvant.core.text.Word;
import org.urvant.file.yaml.FieldReader;
import org.urvant.project.Connection;

/** Reads the kinds of connection of a type, and the services that it offers. */
final class ConnectionReader {
    private static final int LONGEST_IED = 64; // IEC 61850-6:2009+A1:2018, 8.3

    private ConnectionReader() {}

    static ConnectionKind connection(String name, FieldReader fields, Hardware hardware, Names outer, Known known) {
        PointSpace protocol = Words.word(
                fields, "protocol", PointSpaces::byId, PointSpaces.all().get(0));
        Role role = Words.word(fields, "role", Role::of, Role.CLIENT);
        List<String> ports = Known.all(fields, "ports", "port", hardware.ports().keySet());
        List<SettingDefinition> built = new ArrayList<>();
        if (!ports.isEmpty()) {
            built.add(new SettingDefinition(
                            ConnectionKind.PORT,
                            SettingKind.CHOICE,
                            Limits.choices(ports),
                            "port of the device that the connection uses")
                    .with(SettingDefinition.Provision.standard(ports.get(0)))
                    .with(Traits.ORDINARY.with(Effect.RESTART)));
        }
        if (Words.yes(fields, "to-ied")) {
            built.add(new SettingDefinition(
                    Connection.IED,
                    SettingKind.TEXT,
                    Limits.longest(LONGEST_IED),
                    "name of the IED at the other end, as its SCL file gives it"));
        }
        if (protocol.takesSignals(role) && !Words.yes(fields, "fixed-points")) {
            protocol.groups().forEach(group -> built.add(plan(group)));
        }
        ConnectionKind kind = new ConnectionKind(
                name,
                protocol,
                role,
                fields.required("meaning", "").text(),
                new ConnectionKind.Capacity(
                        Words.whole(fields, "most", 1),
                        new NameRule(
                                Words.whole(fields, "longest-name", 0),
                                Words.optional(
                                        fields,
                                        "name-letters",
                                        word -> Word.find(NameRule.Letters.class, word),
                                        NameRule.Letters.ANY)),
                        Words.whole(fields, "most-points", 0),
                        Words.yes(fields, "fixed-points"),
                        Words.yes(fields, "tells-link")),
                ports,
                new Availability(known.firmware(fields, "since"), known.licence(fields)),
                SheetReader.read(Meaning.Place.CONNECTION, fields, outer, known, Map.of(), built)
                        .definition());
        fields.finish();
        return kind;
    }

    private static SettingDefinition plan(AddressGroup group) {
        return new SettingDefinition(
                        ConnectionKind.plan(group),
                        SettingKind.PLAN,
                        Limits.between(
                                Bound.of(BigDecimal.valueOf(group.whole().first())),
                                Bound.of(BigDecimal.valueOf(group.whole().last()))),
                        "where points of '" + group.word()
                                + "' are given addresses here; the project's plan when not given")
                .with(SettingDefinition.Provision.MAY_BE_GIVEN)
                .with(Traits.ORDINARY.asExpert());
    }

    private static String port(FieldReader fields) {
        Entry port = fields.required("port", "tcp/1");
        if (!port.text().matches("(tcp|udp)/\\d{1,5}")
                || Integer.parseInt(port.text().substring(4)) > 65_535
                || Integer.parseInt(port.text().substring(4)) == 0) {
            fields.report(port.position(), "'" + port.text() + "' is no port", "Write tcp/80 or udp/123.");
        }
        return port.text();
    }

    static List<Service> services(FieldReader fields, SheetDefinition own, Map<String, ConnectionKind> connections) {
        List<Service> services = new ArrayList<>();
        fields.children("services").forEach((name, reader) -> {
            Entry setting = reader.text("setting").orElse(new Entry("", reader.position()));
            if (!setting.text().isEmpty()
                    && own.setting(setting.text())
                            .filter(found -> found.kind() == SettingKind.LOGICAL)
                            .isEmpty()) {
                reader.report(
                        setting.position(),
                        "'" + setting.text() + "' is no setting of yes or no",
                        NearestName.hint(
                                "setting", setting.text(), own.settings().keySet()));
            }
            String serves = Words.text(reader, "serves");
            if (!serves.isEmpty() && !connections.containsKey(serves)) {
                reader.report(
                        reader.at("serves"),
                        "'" + serves + "' is no kind of connection",
                        NearestName.hint("kind", serves, connections.keySet()));
            }
            services.add(new Service(
                    name,
                    reader.required("meaning", "").text(),
                    setting.text(),
                    port(reader),
                    Words.yes(reader, "clear-text"),
                    Words.text(reader, "risk"),
                    serves));
            reader.finish();
        });
        return services;
    }
}
