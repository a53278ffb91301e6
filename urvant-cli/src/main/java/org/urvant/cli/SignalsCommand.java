package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.urvant.core.error.RefusedException;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.scl.selection.Hits;
import org.urvant.scl.selection.Query;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "signals",
        description =
                "Search the signals of imported IEDs, of lists of points and of the channels of devices. Without a term: how"
                        + " many there are of each kind.",
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
final class SignalsCommand extends ChangingCommand {
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
        apart("--narrow", "--widen");
        apart("--saved", "--save", "--narrow", "--widen", "--count", "--why");
        apart("--count", "--why");
        if ((widen || listSaved) && !terms.isEmpty()) {
            throw wrongUse((widen ? "--widen" : "--saved") + " takes no terms");
        }
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
        Hits hits = query.search(folder.signals(finding -> note(paint.warn("signals are missing") + ": "
                + finding.position() + ": " + finding.message() + " " + finding.remedy())));
        new HitsView(this, query, hits).say(countOnly, why, all ? Long.MAX_VALUE : FEW);
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
}
