package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Project;
import org.urvant.project.change.PickChange;
import org.urvant.project.folder.ProjectFolder;
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
        Project project = load(folder);
        if (name == null || verb == null) {
            Optional.ofNullable(name)
                    .map(project::pick)
                    .ifPresentOrElse(
                            pick -> new PickView(this, project).show(pick, ied()), new PickView(this, project)::list);
            return Exit.DONE;
        }
        Project changed =
                switch (verb) {
                    case "add" -> {
                        requireTerms("there is no query to add", "Give terms, such as kind:trip.");
                        Query query = Query.parse(Query.text(terms), folder.queries());
                        if (isGeneral && iedName != null) {
                            throw new RefusedException(
                                    "a general pick is for all relays, and --ied names one",
                                    "Leave out --ied; name relays when you use the pick.");
                        }
                        yield isGeneral
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
        new PickView(this, changed).show(changed.pick(name), ied());
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
}
