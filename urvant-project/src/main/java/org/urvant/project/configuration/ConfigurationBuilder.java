package org.urvant.project.configuration;

import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.point.LinkPoint;
import org.urvant.core.point.program.ProgramPoint;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.TreatmentText;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.ResolvedMapping;
import org.urvant.project.mapping.Subscription;
import org.urvant.project.mapping.Subscriptions;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.DataSet;
import org.urvant.scl.ReportControl;

/**
 * Builds the configuration of a device from a project. Every default is written out, so that the device holds no value
 * that the project does not show. What the checks call an error is left out here; a download refuses it anyway, but a
 * comparison of the rest stays possible.
 */
public final class ConfigurationBuilder {
    private ConfigurationBuilder() {}

    /** Returns the configuration; the same project always gives the same one. */
    public static Configuration build(Project project, Device device) {
        return Configuration.of(device.name(), parts(project, device));
    }

    /**
     * Returns the configuration, to be kept or handed on.
     *
     * @throws MalformedInputException when a file of the device, or a part of one, cannot be read, for it would be missing
     */
    public static Configuration whole(Project project, Device device) {
        project.requireWhole(device);
        return build(project, device);
    }

    /** Returns its named parts alone, to look at them. */
    public static SortedMap<String, Section> parts(Project project, Device device) {
        SortedMap<String, Section> parts = new TreeMap<>();
        Optional<DeviceSheets> sheets = project.type(device).map(type -> DeviceSheets.of(type, device));
        parts.put("hardware", hardware(device));
        parts.put("settings", sheets.map(ConfigurationBuilder::settings).orElse(Section.empty()));
        parts.put(
                "communications",
                sheets.map(s -> communications(project, s, device)).orElse(Section.empty()));
        parts.put("mappings", mappings(project, device));
        Section logic = logic(device);
        if (!logic.nodes().isEmpty()) {
            parts.put("logic", logic);
        }
        return parts;
    }

    private static Section logic(Device device) {
        SortedMap<String, Value> programs = new TreeMap<>();
        DeviceLogic.programs(device.logic()).forEach((key, text) -> programs.put(key, Value.text(text)));
        return Section.of(programs);
    }

    private static Section hardware(Device device) {
        SortedMap<String, Node> nodes = new TreeMap<>();
        nodes.put("type", Value.text(device.type().text()));
        nodes.put("firmware", Value.text(device.firmware().text()));
        device.plate()
                .entry(Plate.Item.HARDWARE)
                .ifPresent(version -> nodes.put("version", Value.text(version.text())));
        SortedMap<String, Value> modules = new TreeMap<>();
        device.fitted().modules().forEach((slot, module) -> modules.put(slot, Value.text(module.text())));
        if (!modules.isEmpty()) {
            nodes.put("modules", Section.of(modules));
        }
        return Section.of(nodes);
    }

    /** Returns the values of the device, its groups, channels and rows; what does not apply is left out. */
    private static Section settings(DeviceSheets sheets) {
        SortedMap<String, Value> values = new TreeMap<>();
        for (Sheet sheet : sheets.all()) {
            if (sheet.kind() != Sheet.Kind.CONNECTION) {
                values(sheet, sheet.prefix().isEmpty() ? "" : sheet.prefix() + ".", values);
            }
        }
        return nested(values);
    }

    private static void values(Sheet sheet, String prefix, SortedMap<String, Value> values) {
        for (SettingDefinition setting : sheet.definition().settings().values()) {
            boolean isOfDevice = setting.kind() != SettingKind.PLAN;
            if (isOfDevice && sheet.idle(setting).isEmpty()) {
                sheet.reading(setting)
                        .flatMap(ReadValue::value)
                        .ifPresent(value -> values.put(prefix + setting.path(), value));
            }
        }
    }

    /** Turns dotted paths into sections within sections. */
    private static Section nested(SortedMap<String, Value> values) {
        SortedMap<String, Node> nodes = new TreeMap<>();
        SortedMap<String, SortedMap<String, Value>> below = new TreeMap<>();
        values.forEach((path, value) -> {
            int dot = path.indexOf('.');
            if (dot < 0) {
                nodes.put(path, value);
            } else {
                below.computeIfAbsent(path.substring(0, dot), name -> new TreeMap<>())
                        .put(path.substring(dot + 1), value);
            }
        });
        below.forEach((name, inner) -> nodes.put(name, nested(inner)));
        return Section.of(nodes);
    }

    private static Section communications(Project project, DeviceSheets sheets, Device device) {
        SortedMap<String, Section> connections = new TreeMap<>();
        for (Sheet sheet : sheets.all()) {
            if (sheet.kind() != Sheet.Kind.CONNECTION) {
                continue;
            }
            ConnectionKind kind = sheets.type().connection(sheet.container()).orElseThrow();
            SortedMap<String, Value> values = new TreeMap<>();
            values(sheet, "", values);
            SortedMap<String, Node> nodes = new TreeMap<>(nested(values).nodes());
            nodes.put("kind", Value.text(kind.name()));
            nodes.put("protocol", Value.text(kind.protocol().id()));
            nodes.put("role", Value.text(kind.role().word()));
            Section reports = reports(project, device, device.connections().get(sheet.prefix()));
            if (!reports.nodes().isEmpty()) {
                nodes.put("reports", reports);
            }
            connections.put(sheet.prefix(), Section.of(nodes));
        }
        return Section.of(connections);
    }

    /** Returns the report control blocks to enable, by reference: what the mapped signals of the connection need. */
    private static Section reports(Project project, Device device, Connection connection) {
        SortedMap<String, Section> reports = new TreeMap<>();
        for (Subscription subscription :
                Subscriptions.of(project, device, connection).subscriptions()) {
            ReportControl report = subscription.report();
            SortedMap<String, Node> fields = new TreeMap<>();
            fields.put(
                    "dataset",
                    Value.text(report.dataSet().map(DataSet::reference).orElse("")));
            fields.put("revision", Value.number(report.configurationRevision()));
            if (!report.isIndexed()) {
                fields.put("indexed", Value.logical(false)); // its name on the line has no number after it
            }
            reports.put(report.reference(), Section.of(fields));
        }
        return Section.of(reports);
    }

    private static Section mappings(Project project, Device device) {
        SortedMap<String, Section> rows = new TreeMap<>();
        for (Mapping mapping : device.mappings()) {
            ResolvedMapping.resolve(project, device, mapping, finding -> {})
                    .ifPresent(resolved -> rows.put(mapping.key(), row(mapping, resolved)));
        }
        return Section.of(rows);
    }

    private static Section row(Mapping mapping, ResolvedMapping resolved) {
        SortedMap<String, Node> nodes = new TreeMap<>();
        Section placed = Section.of(resolved.object().fields());
        nodes.put("name", Value.text(mapping.name()));
        nodes.put("use", Value.logical(mapping.isUsed()));
        nodes.put("to", Value.text(mapping.to()));
        if (resolved.mapped() instanceof MappedSignal.Calculated calculated) {
            nodes.put("transform", Value.text(calculated.transform().text()));
            nodes.put("sources", sources(mapping, calculated));
        } else {
            nodes.put("from", Value.text(mapping.from()));
            nodes.put("source", resolved.isCommand() ? placed : signal(resolved.mapped()));
        }
        nodes.put(
                "destination",
                resolved.isCommand()
                        ? signal(resolved.mapped())
                        : resolved.receiver().map(ConfigurationBuilder::signal).orElse(placed));
        TreatmentText.of(mapping.treatment()).forEach((part, text) -> nodes.put(part, Value.text(text)));
        if (!mapping.place().isEmpty()) {
            nodes.put("place", Value.text(mapping.place()));
        }
        if (!mapping.identifier().isEmpty()) {
            nodes.put("identifier", Value.text(mapping.identifier()));
        }
        return Section.of(nodes);
    }

    /** Returns the sources of a calculated value by their number, x1 as {@code 01}. */
    private static Section sources(Mapping mapping, MappedSignal.Calculated calculated) {
        SortedMap<String, Node> sources = new TreeMap<>();
        for (int i = 0; i < calculated.sources().size(); i++) {
            SortedMap<String, Node> fields =
                    new TreeMap<>(signal(calculated.sources().get(i)).nodes());
            fields.put("from", Value.text(mapping.origins().get(i).connection()));
            sources.put(String.format(Locale.ROOT, "%02d", i + 1), Section.of(fields));
        }
        return Section.of(sources);
    }

    private static Section signal(MappedSignal signal) {
        if (signal instanceof MappedSignal.OfList listed) {
            return Section.of(listed.fields());
        }
        if (signal instanceof MappedSignal.OfProgram) {
            return Section.of(Map.of(ProgramPoint.TEXT, Value.logical(true)));
        }
        if (signal instanceof MappedSignal.OfLink) {
            return Section.of(Map.of(LinkPoint.TEXT, Value.logical(true)));
        }
        if (!(signal instanceof MappedSignal.OfIed ofIed)) {
            return Section.of(Map.of("channel", Value.text(signal.reference())));
        }
        DataAttribute attribute = ofIed.attribute();
        return Section.of(Map.of(
                "reference", Value.text(attribute.reference()),
                "constraint", Value.text(attribute.constraint().map(Enum::name).orElse("")),
                "class", Value.text(attribute.innerClass()),
                "type", Value.text(attribute.basicType())));
    }
}
