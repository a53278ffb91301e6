package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.urvant.core.error.RefusedException;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.scl.selection.FoundSignal;
import org.urvant.scl.selection.Hits;
import org.urvant.scl.selection.Query;
import org.urvant.scl.selection.SignalKind;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "signals",
        description = "Search the signals of the imported IEDs. Without a term: how many there are of each kind.",
        footer = {
            "",
            "A term is a word that any field may contain, or FIELD:VALUE; a VALUE may hold * and ?, and commas between several.",
            "Terms side by side must all fit; join them otherwise with or, not and parentheses. saved:NAME is a saved query.",
            "Fields: kind quantity phase ied maker model ld ln do da fc cdc type set desc level bay equipment.",
            "Examples: urvant signals kind:trip",
            "          urvant signals --narrow bay:F01",
            "          urvant signals '(kind:trip or kind:pick-up) not ln:PTRC'",
            "          urvant signals quantity:current phase:A --save currents-a"
        })
final class SignalsCommand extends Command {
    private static final String LAST_QUERY = "last-query";
    private static final int FEW = 100;

    @Parameters(paramLabel = "TERM", arity = "0..*", description = "Word or FIELD:VALUE.")
    private List<String> terms = new ArrayList<>();

    @Option(names = "--narrow", description = "Add the terms to the last query.")
    private boolean narrow;

    @Option(names = "--widen", description = "Take the last term off the last query.")
    private boolean widen;

    @Option(names = "--count", description = "Say only how many there are of each kind.")
    private boolean countOnly;

    @Option(names = "--all", description = "Show every signal, not only the first " + FEW + ".")
    private boolean all;

    @Option(names = "--why", description = "Say why each signal belongs to its kind.")
    private boolean why;

    @Option(names = "--save", paramLabel = "NAME", description = "Keep the query; saved:NAME then stands for it.")
    private String name;

    @Option(names = "--saved", description = "List the saved queries.")
    private boolean listSaved;

    SignalsCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        if (listSaved) {
            return sayQueries(folder);
        }
        Query query = query(folder);
        if (name != null) {
            if (query.terms().isEmpty()) {
                throw new RefusedException("there is no query to save", "Give terms, such as kind:trip.");
            }
            folder.saveQuery(name, query.text());
            note("saved as " + name + ": " + query.text());
        }
        folder.keepNote(LAST_QUERY, query.text());
        Hits hits = query.search(folder.signals());
        if (json) {
            sayJson(countOnly ? counts(hits) : rows(hits));
        } else if (query.terms().isEmpty() || countOnly) {
            sayCounts(hits);
        } else {
            sayFound(query, hits);
        }
        return Exit.DONE;
    }

    private Query query(ProjectFolder folder) {
        String given = Query.text(terms);
        String text = given;
        if (narrow || widen) {
            Query last = parse(folder, folder.note(LAST_QUERY));
            text = narrow ? last.narrowed(given) : last.widened();
        }
        return parse(folder, text);
    }

    private static Query parse(ProjectFolder folder, String text) {
        return text.contains(Query.SAVED + ":") ? Query.parse(text, folder.queries()) : Query.parse(text);
    }

    private Integer sayQueries(ProjectFolder folder) {
        Map<String, String> queries = folder.queries();
        if (json) {
            sayJson(queries);
            return Exit.DONE;
        }
        Table table = new Table("query", "terms");
        queries.forEach(table::row);
        if (table.isEmpty()) {
            note("no query is saved yet");
            next("urvant signals kind:trip --save trips");
        } else {
            say(table);
        }
        return Exit.DONE;
    }

    private void sayFound(Query query, Hits hits) {
        List<FoundSignal> found = hits.signals(0, all ? Long.MAX_VALUE : FEW);
        boolean placed = found.stream().anyMatch(signal -> !signal.place().isEmpty());
        List<String> headings = new ArrayList<>(List.of("signal", "FC", "class", "type", "kind"));
        headings.add(why ? "why" : "description");
        headings.addAll(placed ? List.of("place") : List.of());
        Table table = new Table(headings.toArray(String[]::new));
        for (FoundSignal signal : found) {
            List<SignalKind> kinds = signal.kinds();
            List<String> cells = new ArrayList<>(List.of(
                    signal.reference(),
                    signal.constraint(),
                    signal.innerClass(),
                    signal.basicType(),
                    words(kinds),
                    why ? kinds.isEmpty() ? "" : signal.reason(kinds.get(0)) : signal.description()));
            cells.addAll(
                    placed ? List.of(signal.place() + (signal.isPlaceInferred() ? " (inferred)" : "")) : List.of());
            table.row(cells.toArray());
        }
        if (!table.isEmpty()) {
            say(table);
        }
        if (found.size() < hits.count()) {
            say(paint.faint(
                    "… and " + (hits.count() - found.size()) + " more; --count says of what kind, --all shows them"));
        }
        note(count(hits.count(), "signal") + " for " + query.text());
        next(hits.count() == 0 ? "urvant signals --widen" : "urvant pick NAME add " + forShell(query));
    }

    private static String forShell(Query query) {
        return String.join(
                " ",
                query.terms().stream()
                        .map(term -> term.matches("[A-Za-z0-9:.,_/-]+") ? term : "'" + term + "'")
                        .toList());
    }

    private static String words(List<SignalKind> kinds) {
        return String.join(", ", kinds.stream().map(SignalKind::word).toList());
    }

    private void sayCounts(Hits hits) {
        Table table = new Table("kind", "signals", "meaning");
        hits.countByKind().forEach((kind, number) -> {
            if (number > 0) {
                table.row("kind:" + kind.word(), number, kind.meaning());
            }
        });
        if (!table.isEmpty()) {
            say(table);
        }
        say(count(hits.count(), "data attribute") + " in all");
        next(hits.count() == 0 ? "urvant import FILE" : "urvant signals kind:position");
    }

    private static Object counts(Hits hits) {
        Map<String, Object> fields = Json.object("signals", hits.count());
        hits.countByKind().forEach((kind, number) -> fields.put(kind.word(), number));
        return fields;
    }

    private static Object rows(Hits hits) {
        return hits.signals(0, Long.MAX_VALUE).stream()
                .map(signal -> Json.object(
                        "reference", signal.reference(),
                        "constraint", signal.constraint(),
                        "class", signal.innerClass(),
                        "type", signal.basicType(),
                        "kinds", signal.kinds().stream().map(SignalKind::word).toList(),
                        "description", signal.description(),
                        "place", signal.place(),
                        "placeInferred", signal.isPlaceInferred(),
                        "position", signal.position()))
                .toList();
    }
}
