package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.ReportPlan;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;
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
        Project project = load(folder);
        Device device = project.device(deviceName);
        List<ReportPlan> plans = new ArrayList<>();
        for (Ied ied : chosen(project)) {
            List<DataAttribute> signals = signals(folder, project, device, ied);
            if (!signals.isEmpty()) {
                plans.add(ReportPlan.of(project, deviceName, ied, signals));
            }
        }
        if (json) {
            sayJson(plans.stream().map(ReportView::json).toList());
            return Exit.DONE;
        }
        if (plans.isEmpty()) {
            note("no signal is chosen");
            next("urvant map " + deviceName + " --pick NAME");
            return Exit.DONE;
        }
        ReportView view = new ReportView(this);
        view.sayBlocks(plans);
        plans.forEach(view::sayRest);
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
                        .flatMap(row -> row.origins().stream())
                        .filter(end -> end.connection().equals(connection.name()))
                        .flatMap(end -> ied.attributeAt(end.point()).stream()))
                .distinct()
                .toList();
    }
}
