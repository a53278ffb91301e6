package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.project.Project;
import org.urvant.project.change.CompanionMapping;
import org.urvant.project.change.LinkMapping;
import org.urvant.project.change.ProgramMapping;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.scl.selection.Query;
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
    private static final Map<String, Form> KINDS =
            Map.of("state", Form.LOGICAL, "position", Form.DOUBLE, "whole", Form.WHOLE, "number", Form.REAL);

    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String deviceName;

    @Parameters(
            index = "1..*",
            arity = "0..*",
            paramLabel = "SIGNAL",
            description = "References of data attributes, or a query as of 'urvant signals'; channels of the device and"
                    + " points of lists, LIST/POINT, wildcards allowed.")
    private List<String> signals = new ArrayList<>();

    @Option(names = "--pick", paramLabel = "PICK", description = "Map what a kept choice finds.")
    private String pickName;

    @Option(
            names = "--ied",
            split = ",",
            paramLabel = "IED",
            description = "Relays to apply the pick or query to; otherwise all that it fits.")
    private List<String> iedNames = List.of();

    @Option(names = "--to", paramLabel = "CONNECTION", description = "Connection to map to, if there are several.")
    private String to;

    @Option(
            names = "--start",
            paramLabel = "ADDRESS",
            description = "First address to try; otherwise the project's address plan holds.")
    private Integer start;

    @Option(
            names = "--as",
            paramLabel = "EXPRESSION",
            description =
                    "Calculate one value from the signals, in Structured Text: x is the signal, x1 and x2 are the first"
                            + " and second of several.")
    private String expression;

    @Option(names = "--name", paramLabel = "NAME", description = "Name of the calculated value.")
    private String name;

    @Option(
            names = "--over",
            paramLabel = "CONNECTION",
            description = "Connection over which points of lists are read, if several can.")
    private String over;

    @Option(
            names = "--onto",
            paramLabel = "LIST/POINT",
            description = "Pass the one signal on to this point of a list, so that the device writes it there.")
    private String onto;

    @Option(
            names = "--program",
            paramLabel = "IDENTIFIER",
            description =
                    "Give programs of the device the one signal to read as mapped.IDENTIFIER; without a signal, map"
                            + " what they write there, see --kind and --onto.")
    private String program;

    @Option(
            names = "--kind",
            paramLabel = "KIND",
            description = "What programs write: state, position, whole or number.")
    private String kind;

    @Option(names = "--command", description = "Programs are commanded the value, instead of giving it.")
    private boolean isCommand;

    @Option(
            names = "--validity",
            description =
                    "For each value that goes to a connection without quality, map to a point of its own whether it is"
                            + " good.")
    private boolean isValidity;

    @Option(
            names = "--age",
            description =
                    "For each value that goes to a connection without time, map to a point of its own how many seconds old"
                            + " it is.")
    private boolean isAge;

    @Option(
            names = "--links",
            description =
                    "For each connection of which the device tells it, map whether the other end answers to a point of its"
                            + " own.")
    private boolean isLinks;

    @Mixin
    private Consent consent;

    MapCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        if (program == null && (kind != null || isCommand)) {
            throw new RefusedException(
                    "--kind and --command are for values of programs", "Give --program IDENTIFIER too.");
        }
        ProjectFolder folder = changing();
        Project project = folder.load();
        SignalMapping mapping = plan(folder, project);
        MappingView view = new MappingView(this, deviceName);
        view.say(mapping.proposal(), mapping.connects());
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
        if (signals.size() != 1 || pickName != null || to != null || start != null || expression != null) {
            throw new RefusedException(
                    "--onto passes one signal on as it is", "Name one signal, and nothing else but --over.");
        }
        return SignalMapping.passOn(project, deviceName, signals.get(0), onto, Optional.ofNullable(over));
    }

    private SignalMapping plan(ProjectFolder folder, Project project) {
        if (isValidity || isAge || isLinks) {
            return companions(project);
        }
        if (program != null) {
            return ofProgram(project);
        }
        if (onto != null) {
            return passOn(project);
        }
        return SignalMapping.plan(
                project,
                deviceName,
                new SignalMapping.Request(
                        isQuery() ? List.of() : signals,
                        isQuery() ? Optional.of(Query.parse(Query.text(signals), folder.queries())) : Optional.empty(),
                        Optional.ofNullable(pickName),
                        iedNames,
                        Optional.ofNullable(to),
                        start == null ? OptionalInt.empty() : OptionalInt.of(start),
                        calculation(),
                        Optional.ofNullable(over)));
    }

    /** Options that only choose or calculate signals. */
    private boolean choosesOtherwise() {
        return pickName != null || !iedNames.isEmpty() || start != null || expression != null || onto != null;
    }

    private SignalMapping companions(Project project) {
        long asked = Stream.of(isValidity, isAge, isLinks).filter(is -> is).count();
        boolean isMore = program != null || over != null || name != null || asked > 1;
        if (!signals.isEmpty() || choosesOtherwise() || isMore) {
            throw new RefusedException(
                    isLinks
                            ? "--links is for all connections of a device"
                            : (isAge ? "--age" : "--validity") + " is for all values that are mapped to a connection",
                    "Give --to beside it, and nothing else.");
        }
        if (isLinks) {
            return LinkMapping.plan(project, deviceName, Optional.ofNullable(to));
        }
        return CompanionMapping.plan(
                project,
                deviceName,
                Optional.ofNullable(to),
                isAge ? CompanionMapping.About.AGE : CompanionMapping.About.QUALITY);
    }

    private SignalMapping ofProgram(Project project) {
        boolean isOnto = onto != null && signals.isEmpty();
        if (choosesOtherwise() && !isOnto || signals.size() > 1 || signals.isEmpty() && over != null && !isOnto) {
            throw new RefusedException(
                    "--program maps one value",
                    "Name one signal and --over where it is needed, or none and --onto, or --kind, --command, --to and"
                            + " --name.");
        }
        if (!signals.isEmpty() || isOnto) {
            if (kind != null || isCommand || to != null || name != null) {
                throw new RefusedException(
                        isOnto ? "programs write the point as its list says" : "programs read the signal as it is",
                        "Leave out --kind, --command, --to and --name" + (isOnto ? "." : ", or leave out the signal."));
            }
            if (isOnto) {
                return ProgramMapping.onto(project, deviceName, program, onto, Optional.ofNullable(over));
            }
            return ProgramMapping.toPrograms(project, deviceName, signals.get(0), program, Optional.ofNullable(over));
        }
        Form form = Optional.ofNullable(kind == null ? null : KINDS.get(kind))
                .orElseThrow(() -> new RefusedException(
                        kind == null
                                ? "what kind of value programs give is open"
                                : "'" + kind + "' is no kind of value",
                        "Give --kind state, position, whole or number."));
        return ProgramMapping.ofPrograms(
                project,
                deviceName,
                program,
                Optional.ofNullable(name),
                Shape.of(form, isCommand ? Access.COMMAND : Access.READ),
                Optional.ofNullable(to));
    }

    private Optional<SignalMapping.Calculation> calculation() {
        if (expression == null && name != null) {
            throw new RefusedException(
                    "--name is for a calculated value", "Give --as too; names of signals follow the conventions.");
        }
        return Optional.ofNullable(expression)
                .map(text -> new SignalMapping.Calculation(text, Optional.ofNullable(name)));
    }

    /** A query has fields, operators or words; the name of a signal or channel has none of these. */
    private boolean isQuery() {
        return signals.stream().anyMatch(term -> term.contains(":"));
    }
}
