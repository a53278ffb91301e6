package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.urvant.core.scl.ConnectedAccessPoint;
import org.urvant.core.scl.DataSet;
import org.urvant.core.scl.Ied;
import org.urvant.core.scl.LogicalNode;
import org.urvant.core.scl.SclFile;
import org.urvant.formats.project.ProjectFolder;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "import",
        description = "Take an SCL file into the project, untouched, and say what is in it.",
        footer = {"", "Example: urvant import F01.cid"})
final class ImportCommand extends Command {
    @Parameters(paramLabel = "FILE", description = "ICD, IID, CID or SCD file.")
    private String file;

    ImportCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        SclFile scl = folder.importScl(session.path(file));
        Table table =
                new Table("IED", "maker", "type", "address", "logical devices", "attributes", "datasets", "reports");
        List<Object> rows = new ArrayList<>();
        for (Ied ied : scl.ieds()) {
            List<LogicalNode> nodes = ied.logicalDevices().stream()
                    .flatMap(device -> device.nodes().stream())
                    .toList();
            String address = ied.connectedAccessPoint()
                    .map(ConnectedAccessPoint::address)
                    .map(parts -> parts.get("IP"))
                    .orElse("none");
            int attributes =
                    nodes.stream().mapToInt(node -> node.attributes().size()).sum();
            List<DataSet> sets =
                    nodes.stream().flatMap(node -> node.dataSets().stream()).toList();
            long reports = nodes.stream()
                    .mapToLong(node -> node.reportControls().size())
                    .sum();
            Map<String, Object> row = Json.object(
                    "ied", ied.name(),
                    "maker", ied.maker(),
                    "type", ied.type(),
                    "address", address,
                    "logicalDevices", ied.logicalDevices().size(),
                    "attributes", attributes,
                    "datasets", sets.size(),
                    "reports", reports);
            rows.add(row);
            table.row(row.values().toArray());
        }
        if (json) {
            sayJson(Json.object("source", scl.source(), "edition", scl.edition(), "ieds", rows));
        } else {
            say("imported " + scl.source() + ", edition " + scl.edition() + ", header " + scl.headerId() + " "
                    + scl.headerVersion());
            say(table);
        }
        next("urvant signals");
        return Exit.DONE;
    }
}
