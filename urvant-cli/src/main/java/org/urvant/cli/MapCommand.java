package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Project;
import org.urvant.project.change.ProgramMapping;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "map",
        description =
                "Map signals of relays, and the device's own channels, to information objects. Types, names and free"
                        + " addresses are proposed, reports follow; what is proposed is shown, then asked for.",
        footer = {
            "",
            "Examples: urvant map GW1 F01CTRL/XCBR1.Pos.stVal",
            "          urvant map GW1 --pick feeder --ied F02 --yes",
            "          urvant map GW1 kind:trip --ied F01,F02 --dry-run",
            "          urvant map RTU1 'DI*' AI1",
            "          urvant map GW1 'PD1/*' --to scada",
            "          urvant map GW1 NB1/pump-order --onto PD1/start",
            "          urvant map RTU1 DI1 DI2 --as 'PAIR(x1, x2)' --name 'Pump 1 breaker'",
            "          urvant map GW1 --validity --to panel",
            "          urvant map GW1 --age --to panel",
            "          urvant map GW1 --links --to scada",
            "          urvant map GW1 PD1/power --program pump_power      # programs read mapped.pump_power",
            "          urvant map GW1 --program total --kind number --to scada --name 'Total power'"
        })
final class MapCommand extends ChangingCommand {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String deviceName;

    @Parameters(
            index = "1..*",
            arity = "0..*",
            paramLabel = "SIGNAL",
            description = "References of data attributes, or a query as of 'urvant signals'; channels of the device and"
                    + " points of lists, LIST/POINT, wildcards allowed.")
    private List<String> signals = new ArrayList<>();

    @Mixin
    private SignalChoice choice = new SignalChoice();

    @Option(names = "--to", paramLabel = "CONNECTION", description = "Connection to map to, if there are several.")
    private String to;

    @Option(
            names = "--onto",
            paramLabel = "LIST/POINT",
            description = "Pass the one signal on to this point of a list, so that the device writes it there.")
    private String onto;

    @Mixin
    private ProgramOptions program = new ProgramOptions();

    @Mixin
    private CompanionOptions companions = new CompanionOptions();

    @Mixin
    private Consent consent;

    MapCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        program.requireIdentifier();
        ProjectFolder folder = changing();
        Project project = load(folder);
        SignalMapping mapping = plan(folder, project);
        MappingView view = new MappingView(this, deviceName);
        view.say(mapping);
        choice.idle(project).forEach(this::note);
        int rows = mapping.proposal().rows().size();
        if (dryRun) {
            next("the same without --dry-run");
            return Exit.DONE;
        }
        if (rows > 0) {
            consent.ask("Map these " + count(rows, "signal") + "?", "nothing was changed");
            folder.save(project, mapping.after());
        }
        if (!json && mapping.concernsReports()) {
            view.sayReports(rows > 0 ? folder.load() : project);
        }
        next("urvant check " + deviceName);
        return Exit.DONE;
    }

    private SignalMapping passOn(Project project) {
        if (signals.size() != 1 || choice.isGiven() || choice.name().isPresent() || to != null) {
            throw new RefusedException(
                    "--onto passes one signal on as it is", "Name one signal, and nothing else but --over.");
        }
        return SignalMapping.passOn(project, deviceName, signals.get(0), onto, choice.over());
    }

    private SignalMapping plan(ProjectFolder folder, Project project) {
        if (companions.isAsked()) {
            return companions(project);
        }
        if (program.isAsked()) {
            return ofProgram(project);
        }
        if (onto != null) {
            return passOn(project);
        }
        return SignalMapping.plan(
                project, deviceName, choice.request(signals, folder.queries(), Optional.ofNullable(to)));
    }

    private SignalMapping companions(Project project) {
        boolean isMore =
                program.isAsked() || choice.over().isPresent() || choice.name().isPresent();
        companions.require(signals.isEmpty() && !choice.isGiven() && onto == null && !isMore);
        return companions.plan(project, deviceName, Optional.ofNullable(to));
    }

    private SignalMapping ofProgram(Project project) {
        boolean isOnto = onto != null && signals.isEmpty();
        if (choice.isGiven()
                || onto != null && !isOnto
                || signals.size() > 1
                || signals.isEmpty() && choice.over().isPresent() && !isOnto) {
            throw new RefusedException(
                    "--program maps one value",
                    "Name one signal and --over where it is needed, or none and --onto, or --kind, --command, --to and"
                            + " --name.");
        }
        if (signals.isEmpty() && !isOnto) {
            return program.written(project, deviceName, choice.name(), Optional.ofNullable(to));
        }
        program.requirePlain(isOnto, to == null && choice.name().isEmpty());
        return isOnto
                ? ProgramMapping.onto(project, deviceName, program.identifier(), onto, choice.over())
                : ProgramMapping.toPrograms(project, deviceName, signals.get(0), program.identifier(), choice.over());
    }
}
