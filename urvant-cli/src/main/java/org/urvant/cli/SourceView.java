package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.urvant.core.scl.ConnectedAccessPoint;
import org.urvant.core.scl.DataSet;
import org.urvant.core.scl.GooseControl;
import org.urvant.core.scl.Ied;
import org.urvant.core.scl.LogicalNode;
import org.urvant.core.scl.ReportControl;
import org.urvant.core.scl.SclFile;
import org.urvant.formats.project.ImportPlan;

/** Shows what is in an SCL file, and how it stands to the project. */
final class SourceView {
    private final Command command;

    SourceView(Command command) {
        this.command = command;
    }

    void say(ImportPlan plan) {
        SclFile file = plan.file();
        command.say(plan.name() + ": edition " + file.edition() + ", header " + file.headerId() + " "
                + file.headerVersion() + ", " + plan.content().length + " bytes");
        Table table =
                new Table("IED", "in project", "maker", "type", "access point", "address", "attributes", "description");
        for (ImportPlan.Row row : plan.rows()) {
            table.row(ied(row).values().toArray());
        }
        command.say(table);
        plan.rows().forEach(this::sayDelta);
    }

    private void sayDelta(ImportPlan.Row row) {
        delta("added", row.added());
        delta("removed", row.removed());
        delta("changed", row.changed());
    }

    private void delta(String word, List<String> references) {
        references.stream().limit(10).forEach(reference -> command.say("  " + word + "  " + reference));
        if (references.size() > 10) {
            command.say("  " + word + "  … and " + (references.size() - 10) + " more");
        }
    }

    /** Says datasets, reports and GOOSE messages of each IED. */
    void sayDetails(SclFile file) {
        Table table = new Table("block", "kind", "dataset", "members", "instances", "description");
        for (Ied ied : file.ieds()) {
            for (LogicalNode node : nodes(ied)) {
                for (ReportControl report : node.reportControls()) {
                    table.row(
                            report.reference(),
                            report.isBuffered() ? "report, buffered" : "report, unbuffered",
                            report.dataSet().map(DataSet::name).orElse("none"),
                            report.dataSet().map(set -> set.members().size()).orElse(0),
                            report.instances(),
                            report.description());
                }
                for (GooseControl message : node.gooseControls()) {
                    table.row(
                            message.reference(),
                            "GOOSE",
                            message.dataSet().map(DataSet::name).orElse("none"),
                            message.dataSet().map(set -> set.members().size()).orElse(0),
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

    static Object json(ImportPlan plan) {
        List<Object> rows = new ArrayList<>();
        for (ImportPlan.Row row : plan.rows()) {
            Map<String, Object> fields = ied(row);
            fields.put("added", row.added());
            fields.put("removed", row.removed());
            fields.put("changed", row.changed());
            rows.add(fields);
        }
        return Json.object(
                "source", plan.name(),
                "edition", plan.file().edition(),
                "header", plan.file().headerId(),
                "version", plan.file().headerVersion(),
                "ieds", rows);
    }

    private static Map<String, Object> ied(ImportPlan.Row row) {
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
                        nodes(ied).stream()
                                .mapToInt(node -> node.attributes().size())
                                .sum(),
                "description", ied.description());
    }

    private static List<LogicalNode> nodes(Ied ied) {
        return ied.logicalDevices().stream()
                .flatMap(device -> device.nodes().stream())
                .toList();
    }
}
