package org.urvant.scl.selection;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;

/**
 * A query for signals. A term is a word that any field may contain, or {@code field:value}; a value may hold {@code *} and
 * {@code ?}, and commas between several. Terms side by side must all hold; {@code or}, {@code not} and parentheses join
 * them otherwise; {@code saved:name} stands for a saved query. Case does not count. Immutable.
 */
public final class Query {
    /** The word before the name of a saved query. */
    public static final String SAVED = "saved";

    private final List<String> terms;
    private final QueryTerm condition;

    private Query(List<QueryParser.Parsed> items) {
        this.terms = items.stream().map(QueryParser.Parsed::text).toList();
        this.condition = new QueryTerm.AllOf(
                items.stream().map(QueryParser.Parsed::condition).toList());
    }

    /**
     * Returns the query that a text stands for.
     *
     * @throws MalformedInputException at the column where a quotation mark or parenthesis is open, or a term is missing
     * @throws UnknownNameException at the column of a field, kind, phase or quantity that does not exist; names the nearest
     */
    public static Query parse(String text) {
        return parse(text, Map.of());
    }

    /** Returns the query that a text stands for, with the saved queries by name. */
    public static Query parse(String text, Map<String, String> saved) {
        return new Query(new QueryParser(text, saved).items());
    }

    /**
     * Returns a query from the words of a command line, where quotes are gone: a word with blanks that names one field, or
     * none, and no operator, is one term.
     */
    public static String text(List<String> words) {
        return String.join(" ", words.stream().map(Query::quoted).toList());
    }

    private static String quoted(String word) {
        List<String> parts = Arrays.asList(word.strip().split("\\s+"));
        boolean plain = parts.size() == 1
                || word.matches(".*[\"()].*")
                || parts.stream().skip(1).anyMatch(part -> part.indexOf(':') > 0)
                || parts.stream()
                        .map(part -> part.toLowerCase(Locale.ROOT))
                        .anyMatch(Set.of("or", "and", "not")::contains);
        return plain ? word : '"' + word + '"';
    }

    /** Returns the items that must all hold, as written: terms, groups in parentheses, or one of them after {@code not}. */
    public List<String> terms() {
        return terms;
    }

    /** Returns the fields that the query names. */
    public Set<QueryField> fields() {
        return condition.fields();
    }

    QueryTerm condition() {
        return condition;
    }

    /** Returns the text of the query narrowed by more. */
    public String narrowed(String more) {
        return terms.isEmpty() ? more : text() + " " + more;
    }

    /** Returns the query without its last item; the same when it has none. */
    public String widened() {
        return terms.isEmpty() ? "" : String.join(" ", terms.subList(0, terms.size() - 1));
    }

    /** Returns the query as text; parsing it gives an equal query. */
    public String text() {
        return String.join(" ", terms);
    }

    /** Returns what the query finds in some indexes, in their order. Costs one step a logical node, not one a signal. */
    public Hits search(List<SignalIndex> indexes) {
        return Hits.search(indexes, condition);
    }

    /** Returns the data attributes of an IED that the query finds, in the order of the file. */
    public List<DataAttribute> find(Ied ied) {
        Hits hits = search(List.of(SignalIndex.of(ied)));
        List<DataAttribute> found = new ArrayList<>();
        hits.forEach((index, node, attribute) -> found.add(index.attribute(node, attribute)));
        return found;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Query query && query.terms.equals(terms);
    }

    @Override
    public int hashCode() {
        return Objects.hash(terms);
    }

    @Override
    public String toString() {
        return text();
    }
}
