package org.urvant.cli;

import java.util.List;
import org.urvant.project.mapping.ReportPlan;
import org.urvant.project.mapping.Subscription;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.DataSet;
import org.urvant.scl.ReportControl;

/** Shows which report control blocks carry signals, and what is proposed where none does. */
final class ReportView {
    private final Command command;

    ReportView(Command command) {
        this.command = command;
    }

    void sayBlocks(List<ReportPlan> plans) {
        Table table = new Table(
                "IED", "report", "kind", "dataset", "members", "signals wanted", "instance", "of", "integrity");
        for (ReportPlan plan : plans) {
            for (Subscription subscription : plan.subscriptions()) {
                ReportControl report = subscription.report();
                table.row(
                        plan.ied().name(),
                        report.reference(),
                        report.isBuffered() ? "buffered" : "unbuffered",
                        report.dataSet().map(DataSet::name).orElse(""),
                        report.dataSet().map(set -> set.members().size()).orElse(0),
                        subscription.signals().size(),
                        plan.instance().isPresent() ? plan.instance().getAsInt() : "none free",
                        report.instances() + (report.isIndexed() ? "" : ", not numbered"),
                        report.integrityPeriodMillis() == 0 ? "none" : report.integrityPeriodMillis() / 1000.0 + " s");
            }
        }
        if (!table.isEmpty()) {
            command.say(table);
        }
    }

    void sayRest(ReportPlan plan) {
        plan.hints().forEach(hint -> command.say(command.paint.warn("note") + "  " + hint));
        if (plan.uncarried().isEmpty()) {
            return;
        }
        command.say("");
        command.say(command.paint.warn("carried by none") + " of " + plan.ied().name() + ": "
                + Command.count(plan.uncarried().size(), "signal"));
        plan.uncarried().stream().limit(5).forEach(signal -> command.say("  " + signal.reference()));
        if (plan.uncarried().size() > 5) {
            command.say("  … and " + (plan.uncarried().size() - 5) + " more");
        }
        for (ReportPlan.Reports proposal : plan.proposals()) {
            command.say("proposal: dataset " + proposal.dataSet() + " in "
                    + proposal.node().reference() + ", sent by "
                    + (proposal.isBuffered() ? "a buffered" : "an unbuffered") + " block");
            proposal.members().stream().limit(5).forEach(member -> command.say("  " + command.paint.faint(member)));
            if (proposal.members().size() > 5) {
                command.say("  … and " + (proposal.members().size() - 5) + " more");
            }
            if (!proposal.obstacle().isEmpty()) {
                command.say("  " + command.paint.warn("but") + " " + proposal.obstacle());
            }
        }
    }

    static Object json(ReportPlan plan) {
        return Json.object(
                "ied", plan.ied().name(),
                "instance", plan.instance().isPresent() ? plan.instance().getAsInt() : null,
                "reports",
                        plan.subscriptions().stream()
                                .map(subscription -> Json.object(
                                        "report", subscription.report().reference(),
                                        "buffered", subscription.report().isBuffered(),
                                        "dataset",
                                                subscription
                                                        .report()
                                                        .dataSet()
                                                        .map(DataSet::reference)
                                                        .orElse(""),
                                        "signals",
                                                subscription.signals().stream()
                                                        .map(DataAttribute::reference)
                                                        .toList()))
                                .toList(),
                "uncarried",
                        plan.uncarried().stream().map(DataAttribute::reference).toList(),
                "proposals",
                        plan.proposals().stream()
                                .map(proposal -> Json.object(
                                        "node", proposal.node().reference(),
                                        "dataset", proposal.dataSet(),
                                        "buffered", proposal.isBuffered(),
                                        "members", proposal.members(),
                                        "obstacle", proposal.obstacle()))
                                .toList(),
                "hints", plan.hints());
    }
}
