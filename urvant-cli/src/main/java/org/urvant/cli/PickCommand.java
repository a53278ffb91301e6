package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.PointTypes;
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
            "          urvant pick feeder                            show what it finds",
            "          urvant map GW1 --pick feeder --ied F02        use it"
        })
final class PickCommand extends Command {
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

    PickCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        if (name == null) {
            list(project);
            return Exit.DONE;
        }
        if (verb == null) {
            show(project, project.pick(name));
            return Exit.DONE;
        }
        Pick changed =
                switch (verb) {
                    case "add" -> added(project, folder.queries());
                    case "drop" -> dropped(project, project.pick(name));
                    default -> throw new UnknownNameException("verb", verb, List.of("add", "drop"));
                };
        folder.save(project, project.with(changed));
        show(project, changed);
        next("urvant map DEVICE --pick " + name);
        return Exit.DONE;
    }

    private Pick added(Project project, Map<String, String> queries) {
        if (terms.isEmpty()) {
            throw new RefusedException("there is no query to add", "Give terms, such as kind:trip.");
        }
        Pick pick = project.picks().get(name);
        if (pick == null) {
            if (!name.matches("[A-Za-z0-9][A-Za-z0-9_-]*")) {
                throw new RefusedException("pick name '" + name + "' is not allowed", "Use letters, digits, _ and -.");
            }
            Ied ied = ied(project, null);
            pick = new Pick(name, ied.maker(), ied.type(), List.of(), List.of());
        }
        return pick.with(Query.parse(Query.text(terms), queries));
    }

    /** Takes a query of the pick out when all terms together are one, otherwise single signals. */
    private Pick dropped(Project project, Pick pick) {
        if (terms.isEmpty()) {
            throw new RefusedException(
                    "nothing is named to drop", "Name a query of the pick, or signals that it finds.");
        }
        String query = Query.text(terms);
        if (pick.queries().stream().anyMatch(each -> each.text().equals(query))) {
            return pick.withoutQuery(query);
        }
        List<String> found =
                pick.signals(ied(project, pick)).stream().map(Pick::place).toList();
        Pick fewer = pick;
        for (String place : terms) {
            if (!found.contains(place) && !pick.without().contains(place)) {
                throw new UnknownNameException("signal or query of the pick", place, found);
            }
            fewer = fewer.without(place);
        }
        return fewer;
    }

    private Ied ied(Project project, Pick pick) {
        Optional<Ied> found = project.ieds().stream()
                .filter(ied -> iedName == null
                        ? pick == null || pick.fits(ied)
                        : ied.name().equals(iedName))
                .findFirst();
        return found.orElseThrow(() ->
                new RefusedException("no imported relay fits the pick " + name, "Import one, or name one with --ied."));
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
        Ied ied = ied(project, pick);
        List<DataAttribute> signals = pick.signals(ied);
        Table table = new Table("signal", "carried by", "description");
        for (DataAttribute signal : signals) {
            PointTypes.Carriage carriage = PointTypes.carrying(signal);
            table.row(
                    Pick.place(signal),
                    carriage.isPossible() ? carriage.types().get(0).name() : "left out: " + carriage.reason(),
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
                .filter(signal -> PointTypes.carrying(signal).isPossible())
                .count();
        say(count(signals.size(), "signal") + " on " + ied.name() + ", " + (signals.size() - fitting) + " left out");
    }
}
