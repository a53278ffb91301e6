package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.project.mapping.Subscription;
import org.urvant.project.mapping.Subscriptions;
import org.urvant.scl.DataSet;

/** Shows what a mapping brings: rows, what is left out and why, the reports that carry the signals. */
final class MappingView {
    private final Command command;
    private final String device;

    MappingView(Command command, String device) {
        this.command = command;
        this.device = device;
    }

    void say(SignalMapping mapping) {
        SignalMapper.Proposal proposal = mapping.proposal();
        Table table = new Table("name", "from", "source", "to", "destination", "use");
        List<Object> rows = new ArrayList<>();
        for (Mapping row : proposal.rows()) {
            String use = row.isUsed() ? "yes" : "no";
            table.row(row.name(), row.from(), row.shownSource(), row.to(), row.destination(), use);
            rows.add(Json.object(
                    "key", row.key(),
                    "name", row.name(),
                    "from", row.from(),
                    "source", row.source(),
                    "transform", row.transform(),
                    "to", row.to(),
                    "destination", row.destination(),
                    "use", row.isUsed()));
        }
        if (command.json) {
            Map<String, Object> leftOut = new TreeMap<>();
            proposal.leftOut().forEach((signal, reason) -> leftOut.put(signal.reference(), reason));
            command.sayJson(Json.object(
                    "rows",
                    rows,
                    "leftOut",
                    leftOut,
                    "present",
                    proposal.present().size()));
            return;
        }
        mapping.connects().forEach(name -> command.say(connects(mapping.after(), name)));
        if (!table.isEmpty()) {
            command.say(table);
        }
        proposal.shortened().forEach((full, brief) -> command.note("named '" + brief + "' for '" + full + "'"));
        if (!proposal.present().isEmpty()) {
            command.note(Command.count(proposal.present().size(), "signal") + " mapped before, rows kept");
        }
        Map<String, Integer> reasons = new TreeMap<>();
        proposal.leftOut().values().forEach(reason -> reasons.merge(reason, 1, Integer::sum));
        reasons.forEach((reason, number) -> command.note(command.paint.warn("left out ") + number + ": " + reason));
        long off = proposal.rows().stream().filter(row -> !row.isUsed()).count();
        if (off > 0) {
            command.note("switched off until you enable them: " + Command.count(off, "command") + " (urvant enable "
                    + device + " KEY)");
        }
    }

    private String connects(Project after, String name) {
        Device own = after.device(device);
        String instance = Optional.ofNullable(own.connections().get(name))
                .flatMap(connection -> Subscriptions.instance(after, own, connection))
                .map(given -> ", instance " + given.text() + " of its reports")
                .orElse("");
        return "connects " + device + " to IED " + name + instance;
    }

    void sayReports(Project project) {
        Device own = project.device(device);
        Table table = new Table("connection", "report", "dataset", "signals");
        for (Connection connection : own.connections().values()) {
            for (Subscription subscription :
                    Subscriptions.of(project, own, connection).subscriptions()) {
                table.row(
                        connection.name(),
                        subscription.report().reference(),
                        subscription.report().dataSet().map(DataSet::name).orElse(""),
                        subscription.signals().size());
            }
        }
        if (!table.isEmpty()) {
            command.say("");
            command.say(table);
        }
    }
}
