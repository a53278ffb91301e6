package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.Shape;
import org.urvant.project.Project;
import org.urvant.project.change.PickChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "pick",
        description = "Keep a choice of signals: what was picked stays picked, and fits every relay of the same type.",
        footer = {
            "",
            "Examples: urvant pick                                   list the picks",
            "          urvant pick feeder add kind:position 'ln:X*'  add what a query finds",
            "          urvant pick feeder drop PROT/RBRF1.OpEx.general",
            "          urvant pick alarms add kind:alarm --general   all relays, channels and lists",
            "          urvant pick feeder                            show what it finds",
            "          urvant map GW1 --pick feeder --ied F02        use it"
        })
final class PickCommand extends ChangingCommand {
    private static final int MOST_SHOWN = 100;

    @Parameters(index = "0", arity = "0..1", paramLabel = "NAME", description = "Name of the pick.")
    private String name;

    @Parameters(index = "1", arity = "0..1", paramLabel = "add|drop", description = "What to do with it.")
    private String verb;

    @Parameters(
            index = "2..*",
            arity = "0..*",
            paramLabel = "TERM",
            description = "Query to add; query or signals to drop.")
    private List<String> terms = new ArrayList<>();

    @Option(names = "--ied", paramLabel = "IED", description = "A relay of the type; otherwise the first that fits.")
    private String iedName;

    @Option(
            names = "--general",
            description =
                    "Make it for everything that offers signals: all relays, channels of devices and lists of points.")
    private boolean isGeneral;

    PickCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing(verb != null);
        Project project = folder.load();
        if (name == null || verb == null) {
            Optional.ofNullable(name)
                    .map(project::pick)
                    .ifPresentOrElse(pick -> show(project, pick), () -> list(project));
            return Exit.DONE;
        }
        Project changed =
                switch (verb) {
                    case "add" -> {
                        requireTerms("there is no query to add", "Give terms, such as kind:trip.");
                        Query query = Query.parse(Query.text(terms), folder.queries());
                        boolean isForAll = isGeneral
                                || project.picks().containsKey(name)
                                        && project.pick(name).isGeneral();
                        if (isForAll && iedName != null) {
                            throw new RefusedException(
                                    "a general pick is for all relays, and --ied names one",
                                    "Leave out --ied; name relays when you use the pick.");
                        }
                        yield isForAll
                                ? PickChange.addGeneral(project, name, query)
                                : PickChange.add(project, name, ied(), query);
                    }
                    case "drop" -> {
                        requireTerms("nothing is named to drop", "Name a query of the pick, or signals that it finds.");
                        yield PickChange.drop(project, name, ied(), terms);
                    }
                    default -> throw new UnknownNameException("verb", verb, List.of("add", "drop"));
                };
        folder.save(project, changed);
        show(changed, changed.pick(name));
        next("urvant map DEVICE --pick " + name);
        return Exit.DONE;
    }

    private void requireTerms(String message, String remedy) {
        if (terms.isEmpty()) {
            throw new RefusedException(message, remedy);
        }
    }

    private Optional<String> ied() {
        return Optional.ofNullable(iedName);
    }

    private void list(Project project) {
        Table table = new Table("pick", "maker", "type", "queries", "taken out");
        project.picks()
                .values()
                .forEach(pick -> table.row(
                        pick.name(),
                        pick.maker(),
                        pick.type(),
                        String.join(
                                " + ", pick.queries().stream().map(Query::text).toList()),
                        pick.without().size()));
        if (json) {
            sayJson(project.picks().values().stream().map(pick -> json(pick)).toList());
        } else if (table.isEmpty()) {
            note("no pick yet");
            next("urvant pick NAME add kind:position");
        } else {
            say(table);
        }
    }

    private static Object json(Pick pick) {
        return Json.object(
                "pick", pick.name(),
                "maker", pick.maker(),
                "type", pick.type(),
                "queries", pick.queries().stream().map(Query::text).toList(),
                "without", pick.without());
    }

    private void show(Project project, Pick pick) {
        if (pick.isGeneral()) {
            showGeneral(project, pick);
            return;
        }
        Ied ied = PickChange.fitting(project, pick.name(), ied());
        List<DataAttribute> signals = pick.signals(ied);
        Table table = new Table("signal", "carried by", "description");
        for (DataAttribute signal : signals) {
            MappedSignal mapped = new MappedSignal.OfIed(signal);
            table.row(
                    Pick.place(signal),
                    mapped.shape().map(PickCommand::carriers).orElse("left out: " + mapped.reason()),
                    signal.description());
        }
        if (json) {
            sayJson(Json.object(
                    "pick",
                    json(pick),
                    "ied",
                    ied.name(),
                    "signals",
                    signals.stream().map(Pick::place).toList()));
            return;
        }
        pick.queries().forEach(query -> say(paint.faint("+ ") + query.text()));
        if (!table.isEmpty()) {
            say(table);
        }
        long fitting = signals.stream()
                .filter(signal -> new MappedSignal.OfIed(signal).shape().isPresent())
                .count();
        say(count(signals.size(), "signal") + " on " + ied.name() + ", " + (signals.size() - fitting) + " left out");
    }

    private void showGeneral(Project project, Pick pick) {
        List<String> found = PickChange.found(project, pick);
        if (json) {
            sayJson(Json.object("pick", json(pick), "signals", found));
            return;
        }
        pick.queries().forEach(query -> say(paint.faint("+ ") + query.text()));
        found.stream().limit(MOST_SHOWN).forEach(this::say);
        if (found.size() > MOST_SHOWN) {
            note("… and " + (found.size() - MOST_SHOWN) + " more; --json has them all");
        }
        say(count(found.size(), "signal") + " of relays, devices and lists");
    }

    /** Returns what would be proposed to carry a signal, in each protocol that can. */
    private static String carriers(Shape shape) {
        return PointSpaces.all().stream()
                .flatMap(space -> space.carriers(shape).stream().limit(1))
                .collect(Collectors.joining(", "));
    }
}
