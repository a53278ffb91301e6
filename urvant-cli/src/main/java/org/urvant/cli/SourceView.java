package org.urvant.cli;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.urvant.core.device.DeviceType;
import org.urvant.core.finding.Finding;
import org.urvant.core.progress.Cores;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.AddressFollowing;
import org.urvant.project.folder.ImportPlan;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.ConnectionFit;
import org.urvant.scl.ConnectedAccessPoint;
import org.urvant.scl.DataSet;
import org.urvant.scl.FileKind;
import org.urvant.scl.GooseControl;
import org.urvant.scl.Ied;
import org.urvant.scl.IedContent;
import org.urvant.scl.IedDifference;
import org.urvant.scl.IedDifference.Part;
import org.urvant.scl.LogicalNode;
import org.urvant.scl.ReportControl;
import org.urvant.scl.SampledValueControl;
import org.urvant.scl.SclFile;
import org.urvant.scl.SitePart;

/** Shows what is in an SCL file, and how it stands to the project. */
final class SourceView {
    private static final int FEW_IEDS = 3;
    private static final int MOST_NAMED = 40;
    private static final int FEW_DIFFERENCES = 6;

    private final Command command;
    private final boolean all;

    /** Creates a view that shows every finding, or a few of each check. */
    SourceView(Command command, boolean all) {
        this.command = command;
        this.all = all;
    }

    void say(ImportPlan plan) {
        SclFile file = plan.file();
        FileKind kind = file.kind();
        command.say(plan.name() + ": " + command.paint.strong(kind.name()) + " of edition " + file.edition()
                + ", header " + (file.headerId() + " " + file.headerVersion()).strip() + ", "
                + plan.source().size()
                + " bytes");
        Findings.wrapped("  It holds " + kind.content() + ". " + kind.use(), command.session.width())
                .forEach(command::say);
        if (!file.site().isEmpty()) {
            long bays = file.site().stream()
                    .mapToLong(part -> part.count(SitePart.Kind.BAY))
                    .sum();
            List<String> parts = file.site().stream().map(SitePart::path).toList();
            command.say("  site: " + (all ? String.join(", ", parts) : Command.some(parts)) + ", "
                    + Command.count(bays, "bay"));
        }
        if (plan.rows().size() > MOST_NAMED && !all) {
            sayTypes(plan);
        } else if (!plan.rows().isEmpty()) {
            Table table = new Table(
                    "IED", "in project", "maker", "type", "access point", "address", "attributes", "description");
            plan.rows().forEach(row -> table.row(ied(row).values().toArray()));
            command.say(table);
        }
        List<ImportPlan.IedRow> changed = plan.rows().stream()
                .filter(row -> row.mark() == ImportPlan.Standing.CHANGED)
                .toList();
        int shown = all ? changed.size() : Math.min(MOST_NAMED, changed.size());
        changed.subList(0, shown).forEach(this::sayDelta);
        if (shown < changed.size()) {
            command.say("  … and " + Command.count(changed.size() - shown, "IED") + " more changed; --all shows them");
        }
    }

    /** Says of a station how many IEDs of each type it has; nobody reads thousands of rows. */
    private void sayTypes(ImportPlan plan) {
        Map<List<String>, List<ImportPlan.IedRow>> types = new LinkedHashMap<>();
        plan.rows().forEach(row -> types.computeIfAbsent(
                        List.of(row.ied().maker(), row.ied().type(), row.mark().word()), key -> new ArrayList<>())
                .add(row));
        Table table = new Table("IEDs", "in project", "maker", "type", "for example");
        types.forEach((type, rows) -> table.row(
                rows.size(),
                type.get(2),
                type.get(0),
                type.get(1),
                String.join(
                        ", ",
                        rows.stream()
                                .limit(FEW_IEDS)
                                .map(row -> row.ied().name())
                                .toList())));
        command.say(table);
        command.say("  " + Command.count(plan.rows().size(), "IED") + "; --all names each");
    }

    /** Says what is wrong in the file. */
    void sayFindings(ImportPlan plan) {
        List<Finding> findings = plan.check().findings();
        if (findings.isEmpty()) {
            return;
        }
        command.say("");
        command.say(Findings.lines(findings, command.session, all));
        if (plan.check().unlisted() > 0) {
            command.say("… and " + plan.check().unlisted() + " more, each like one that is listed; mend these first");
        }
        command.say(Findings.summary(findings));
    }

    /** Says whether a device can ask the IEDs; returns whether it can ask all of them. */
    boolean sayFit(ProjectFolder folder, String deviceName, ImportPlan plan, List<String> chosen) {
        Project project = folder.load();
        Device device = project.device(deviceName);
        DeviceType type = project.typeOf(device);
        List<Ied> ieds = plan.file().ieds().stream()
                .filter(ied -> chosen.contains(ied.name()))
                .toList();
        Table table = new Table("IED", "can " + deviceName + " ask it?", "as", "why, or what to know");
        boolean fits = true;
        for (ConnectionFit fit : ConnectionFit.of(device, type, ieds)) {
            fits &= fit.fits();
            table.row(
                    fit.ied().name(),
                    fit.fits() ? "yes" : "no",
                    fit.kind()
                            .map(kind -> kind.role().word() + " of "
                                    + kind.protocol().title())
                            .orElse(""),
                    String.join("; ", fit.fits() ? fit.hints() : fit.obstacles()));
        }
        command.say("");
        command.say(table);
        return fits;
    }

    /** Says in what an IED differs from the one that the project has: by what it belongs to, with what follows. */
    private void sayDelta(ImportPlan.IedRow row) {
        Map<Part, List<IedDifference>> parts = new EnumMap<>(Part.class);
        row.differences().forEach(each -> parts.computeIfAbsent(each.part(), part -> new ArrayList<>())
                .add(each));
        parts.forEach((part, differences) -> {
            command.say("  " + command.paint.strong(row.ied().name() + " " + part.word()) + ": " + part.meaning());
            int shown = all ? differences.size() : Math.min(FEW_DIFFERENCES, differences.size());
            differences.subList(0, shown).forEach(this::sayDifference);
            if (shown < differences.size()) {
                command.say("    … and " + (differences.size() - shown) + " more; 'urvant look --all' shows them");
            }
        });
    }

    private void sayDifference(IedDifference difference) {
        String values =
                switch (difference.change()) {
                    case ADDED -> difference.after();
                    case REMOVED -> difference.before();
                    case CHANGED -> shown(difference.before()) + " → " + shown(difference.after());
                };
        Findings.wrapped(
                        "    " + difference.change().word() + "  " + difference.what()
                                + (values.isEmpty() ? "" : "  " + values),
                        command.session.width())
                .forEach(command::say);
    }

    private static String shown(String text) {
        return text.isEmpty() ? "(nothing)" : text;
    }

    /** Says which connections follow new addresses. */
    void sayFollowing(List<AddressFollowing.Followed> followed) {
        followed.forEach(each -> command.say(
                "  follows: " + each.device() + " " + each.path() + " " + each.before() + " → " + each.after()));
    }

    /** Says datasets, reports and messages: each of them, or of a station how many each IED has. */
    void sayDetails(SclFile file) {
        if (file.ieds().size() > FEW_IEDS && !all) {
            sayCounts(file);
            return;
        }
        Table table = new Table("block", "kind", "dataset", "members", "instances", "triggers", "description");
        for (Ied ied : file.ieds()) {
            for (LogicalNode node : ied.nodes()) {
                for (ReportControl report : node.reportControls()) {
                    table.row(
                            report.reference(),
                            report.isBuffered() ? "report, buffered" : "report, unbuffered",
                            report.dataSet().map(DataSet::name).orElse("none"),
                            report.dataSet().map(set -> set.members().size()).orElse(0),
                            report.instances() + (report.isIndexed() ? "" : ", not numbered"),
                            String.join(" ", report.triggers()),
                            report.description());
                }
                for (SampledValueControl stream : node.sampledValueControls()) {
                    table.row(
                            stream.reference(),
                            "sampled values",
                            stream.dataSet().map(DataSet::name).orElse("none"),
                            stream.dataSet().map(set -> set.members().size()).orElse(0),
                            "",
                            "",
                            stream.description());
                }
                for (GooseControl message : node.gooseControls()) {
                    table.row(
                            message.reference(),
                            "GOOSE",
                            message.dataSet().map(DataSet::name).orElse("none"),
                            message.dataSet().map(set -> set.members().size()).orElse(0),
                            "",
                            "",
                            message.description());
                }
            }
        }
        if (!table.isEmpty()) {
            command.say("");
            command.say(table);
        }
    }

    private void sayCounts(SclFile file) {
        boolean isByType = file.ieds().size() > MOST_NAMED;
        Map<String, IedContent> counts = new LinkedHashMap<>();
        List<Ied> ieds = file.ieds();
        List<IedContent> contents = Cores.map(ieds, Ied::content);
        for (int i = 0; i < ieds.size(); i++) {
            Ied ied = ieds.get(i);
            counts.merge(isByType ? ied.maker() + " " + ied.type() : ied.name(), contents.get(i), IedContent::plus);
        }
        Table table = new Table(
                isByType ? "all of type" : "IED",
                "datasets",
                "reports",
                "GOOSE",
                "sampled values",
                "inputs",
                "not bound yet");
        counts.forEach((name, own) -> table.row(
                name, own.dataSets(), own.reports(), own.messages(), own.sampledValues(), own.inputs(), own.unbound()));
        command.say("");
        command.say(table);
        command.say(command.paint.faint("--all shows each dataset and control block"));
    }

    static Object json(ImportPlan plan) {
        List<Object> rows = new ArrayList<>();
        for (ImportPlan.IedRow row : plan.rows()) {
            Map<String, Object> fields = ied(row);
            fields.put(
                    "differences",
                    row.differences().stream()
                            .map(each -> Json.object(
                                    "part", each.part().word(),
                                    "change", each.change().word(),
                                    "what", each.what(),
                                    "before", each.before(),
                                    "after", each.after(),
                                    "meaning", each.part().meaning(),
                                    "position", each.position()))
                            .toList());
            rows.add(fields);
        }
        return Json.object(
                "source", plan.name(),
                "kind", plan.file().kind().name(),
                "edition", plan.file().edition(),
                "header", plan.file().headerId(),
                "version", plan.file().headerVersion(),
                "held", plan.isHeld(),
                "ieds", rows,
                "findings", Findings.json(plan.check().findings()),
                "unlisted", plan.check().unlisted());
    }

    private static Map<String, Object> ied(ImportPlan.IedRow row) {
        Ied ied = row.ied();
        return Json.object(
                "ied", ied.name(),
                "mark", row.mark().word(),
                "maker", ied.maker(),
                "type", ied.type(),
                "accessPoint", String.join(", ", ied.accessPoints()),
                "address",
                        ied.connectedAccessPoint()
                                .map(ConnectedAccessPoint::address)
                                .map(parts -> parts.get("IP"))
                                .orElse("none"),
                "attributes",
                        ied.nodes().stream()
                                .mapToLong(LogicalNode::attributeCount)
                                .sum(),
                "description", ied.description());
    }
}
