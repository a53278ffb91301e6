package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.ReportPlan;
import org.urvant.project.mapping.Subscription;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.DataSet;
import org.urvant.scl.Ied;
import org.urvant.scl.ReportControl;
import org.urvant.scl.selection.Query;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "reports",
        description =
                "Show which report control blocks carry signals: those that a device has mapped, or those that a query"
                        + " or pick finds. Where none carries a signal, a dataset is proposed.",
        footer = {
            "",
            "Examples: urvant reports GW1",
            "          urvant reports GW1 --pick feeder --ied F03",
            "          urvant reports GW1 --ied T01 kind:current kind:alarm"
        })
final class ReportsCommand extends Command {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the client.")
    private String deviceName;

    @Parameters(index = "1..*", arity = "0..*", paramLabel = "TERM", description = "Query for signals.")
    private List<String> terms = new ArrayList<>();

    @Option(names = "--pick", paramLabel = "PICK", description = "Signals of a kept choice.")
    private String pick;

    @Option(names = "--ied", split = ",", paramLabel = "IED", description = "IEDs to look at; otherwise all.")
    private List<String> ieds;

    ReportsCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        Device device = project.device(deviceName);
        List<ReportPlan> plans = new ArrayList<>();
        for (Ied ied : chosen(project)) {
            List<DataAttribute> signals = signals(folder, project, device, ied);
            if (!signals.isEmpty()) {
                plans.add(ReportPlan.of(project, deviceName, ied, signals));
            }
        }
        if (json) {
            sayJson(plans.stream().map(ReportsCommand::json).toList());
            return Exit.DONE;
        }
        if (plans.isEmpty()) {
            note("no signal is chosen");
            next("urvant map " + deviceName + " --pick NAME");
            return Exit.DONE;
        }
        sayBlocks(plans);
        plans.forEach(this::sayRest);
        plans.stream()
                .filter(plan -> plan.instance().isPresent() && plan.instance().getAsInt() != 1)
                .findFirst()
                .ifPresent(plan ->
                        next("urvant set " + deviceName + " " + plan.ied().name() + ".report-instance "
                                + plan.instance().getAsInt()));
        return Exit.DONE;
    }

    private List<Ied> chosen(Project project) {
        if (ieds == null) {
            return project.ieds();
        }
        return ieds.stream()
                .map(name ->
                        project.ied(name).orElseThrow(() -> new UnknownNameException("IED", name, project.iedNames())))
                .toList();
    }

    private List<DataAttribute> signals(ProjectFolder folder, Project project, Device device, Ied ied) {
        if (pick != null) {
            return project.pick(pick).fits(ied) ? project.pick(pick).signals(ied) : List.of();
        }
        if (!terms.isEmpty()) {
            return Query.parse(Query.text(terms), folder.queries()).find(ied);
        }
        return device.connections().values().stream()
                .filter(connection ->
                        connection.ied().filter(ied.name()::equals).isPresent())
                .flatMap(connection -> device.mappings().stream()
                        .filter(row -> row.from().equals(connection.name()))
                        .flatMap(row -> ied.attributeAt(row.source()).stream()))
                .distinct()
                .toList();
    }

    private void sayBlocks(List<ReportPlan> plans) {
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
            say(table);
        }
    }

    private void sayRest(ReportPlan plan) {
        plan.hints().forEach(hint -> say(paint.warn("note") + "  " + hint));
        if (plan.uncarried().isEmpty()) {
            return;
        }
        say("");
        say(paint.warn("carried by none") + " of " + plan.ied().name() + ": "
                + count(plan.uncarried().size(), "signal"));
        plan.uncarried().stream().limit(5).forEach(signal -> say("  " + signal.reference()));
        if (plan.uncarried().size() > 5) {
            say("  … and " + (plan.uncarried().size() - 5) + " more");
        }
        for (ReportPlan.Reports proposal : plan.proposals()) {
            say("proposal: dataset " + proposal.dataSet() + " in "
                    + proposal.node().reference() + ", sent by "
                    + (proposal.isBuffered() ? "a buffered" : "an unbuffered") + " block");
            proposal.members().stream().limit(5).forEach(member -> say("  " + paint.faint(member)));
            if (proposal.members().size() > 5) {
                say("  … and " + (proposal.members().size() - 5) + " more");
            }
            if (!proposal.obstacle().isEmpty()) {
                say("  " + paint.warn("but") + " " + proposal.obstacle());
            }
        }
    }

    private static Object json(ReportPlan plan) {
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
