package org.urvant.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.urvant.core.project.Project;
import org.urvant.core.scl.DataAttribute;
import org.urvant.core.selection.Query;
import org.urvant.core.selection.SignalKind;
import org.urvant.formats.project.ProjectFolder;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "signals",
        description = "Search the signals of the imported relays. Without a term: how many there are of each kind.",
        footer = {
            "",
            "A term is a word that any field may contain, or FIELD:VALUE, where VALUE may hold * for any letters.",
            "Fields: kind ied ld ln do da fc cdc type set desc. All terms must fit.",
            "Examples: urvant signals kind:trip",
            "          urvant signals --narrow ld:PROT",
            "          urvant signals kind:position --why"
        })
final class SignalsCommand extends Command {
    private static final String LAST_QUERY = "last-query";

    @Parameters(paramLabel = "TERM", arity = "0..*", description = "Word or FIELD:VALUE.")
    private List<String> terms = new ArrayList<>();

    @Option(names = "--narrow", description = "Add the terms to the last query.")
    private boolean narrow;

    @Option(names = "--widen", description = "Take the last term off the last query.")
    private boolean widen;

    @Option(names = "--why", description = "Say why each signal belongs to its kind.")
    private boolean why;

    SignalsCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.loadSources();
        Query last = Query.parse(folder.note(LAST_QUERY));
        Query query = narrow ? last.narrowed(terms) : widen ? last.widened() : new Query(terms);
        folder.keepNote(LAST_QUERY, query.text());
        List<DataAttribute> found = project.signals().filter(query.predicate()).toList();
        if (json) {
            sayJson(found.stream().map(SignalsCommand::json).toList());
            return Exit.DONE;
        }
        if (query.terms().isEmpty()) {
            sayCounts(found);
            return Exit.DONE;
        }
        sayFound(found);
        note(count(found.size(), "signal") + " for " + query.text());
        next(found.isEmpty() ? "urvant signals --widen" : "urvant pick NAME add " + forShell(query));
        return Exit.DONE;
    }

    private static String forShell(Query query) {
        return String.join(
                " ",
                query.terms().stream()
                        .map(term -> term.matches("[A-Za-z0-9:._-]+") ? term : "'" + term + "'")
                        .toList());
    }

    private void sayFound(List<DataAttribute> found) {
        Table table = new Table("signal", "FC", "class", "type", "kind", why ? "why" : "description");
        for (DataAttribute attribute : found) {
            List<SignalKind> kinds = SignalKind.of(attribute);
            String reason =
                    kinds.isEmpty() ? "" : kinds.get(0).reason(attribute).orElse("");
            table.row(
                    attribute.reference(),
                    attribute.constraint().map(Enum::name).orElse(""),
                    attribute.innerClass(),
                    attribute.basicType(),
                    words(kinds),
                    why ? reason : attribute.description());
        }
        if (!table.isEmpty()) {
            say(table);
        }
    }

    private static String words(List<SignalKind> kinds) {
        return String.join(", ", kinds.stream().map(SignalKind::word).toList());
    }

    private void sayCounts(List<DataAttribute> found) {
        Map<SignalKind, Integer> counts = new LinkedHashMap<>();
        for (SignalKind kind : SignalKind.values()) {
            counts.put(kind, 0);
        }
        found.forEach(attribute -> SignalKind.of(attribute).forEach(kind -> counts.merge(kind, 1, Integer::sum)));
        Table table = new Table("kind", "signals", "meaning");
        counts.forEach((kind, number) -> table.row("kind:" + kind.word(), number, kind.meaning()));
        say(table);
        say(found.size() + " data attributes in all");
        next("urvant signals kind:position");
    }

    private static Object json(DataAttribute attribute) {
        return Json.object(
                "reference", attribute.reference(),
                "constraint", attribute.constraint().map(Enum::name).orElse(""),
                "class", attribute.innerClass(),
                "type", attribute.basicType(),
                "kinds", SignalKind.of(attribute).stream().map(SignalKind::word).toList(),
                "description", attribute.description(),
                "position", attribute.position());
    }
}
