package org.urvant.scl.selection;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.core.text.Glob;
import org.urvant.core.text.Word;

/**
 * Parses the query language: terms side by side must all hold; {@code or} between terms binds weaker; {@code not} before a
 * term or group turns it round; parentheses group; double quotes keep blanks and make operators plain words.
 *
 * <pre>
 * query = all { "or" all }     all = { ["and"] item }     item = "not" item | "(" query ")" | term
 * </pre>
 */
final class QueryParser {
    private static final int LONGEST = 10_000;
    private static final int DEEPEST = 50;

    private final String text;
    private final Map<String, String> saved;
    private final List<Token> tokens = new ArrayList<>();
    private int at;
    private int depth;

    /** A part of the text: its letters without quotes, where it stands, and whether quotes were in it. */
    private record Token(String word, int from, int to, boolean quoted) {
        boolean is(String operator) {
            return !quoted && word.equalsIgnoreCase(operator);
        }
    }

    /** One item of the outermost conjunction, with its text as written. */
    record Parsed(String text, QueryTerm condition) {}

    QueryParser(String text, Map<String, String> saved) {
        this.text = text;
        this.saved = saved;
        if (text.length() > LONGEST) {
            throw new LimitExceededException(place(0), "length of a query", text.length(), LONGEST);
        }
        split();
    }

    private static Position place(int offset) {
        return new Position("query", 1, offset + 1);
    }

    private void split() {
        int i = 0;
        while (i < text.length()) {
            char c = text.charAt(i);
            if (Character.isWhitespace(c)) {
                i++;
            } else if (c == '(' || c == ')') {
                tokens.add(new Token(String.valueOf(c), i, ++i, false));
            } else {
                i = word(i);
            }
        }
    }

    private int word(int from) {
        StringBuilder word = new StringBuilder();
        boolean quoted = false;
        boolean open = false;
        int quote = from;
        int i = from;
        while (i < text.length()) {
            char c = text.charAt(i);
            if (c == '"') {
                open = !open;
                quoted = true;
                quote = i;
            } else if (!open && (Character.isWhitespace(c) || c == '(' || c == ')')) {
                break;
            } else {
                word.append(c);
            }
            i++;
        }
        if (open) {
            throw new MalformedInputException(place(quote), "a quotation mark has no second one", "Close it with \".");
        }
        tokens.add(new Token(word.toString(), from, i, quoted));
        return i;
    }

    /** Returns the items of the outermost conjunction; a query with an outermost {@code or} is one item. */
    List<Parsed> items() {
        List<Parsed> items = new ArrayList<>();
        while (at < tokens.size()) {
            int first = at;
            if (tokens.get(at).is("and")) {
                at++;
                continue;
            }
            if (tokens.get(at).is("or")) {
                at = 0;
                QueryTerm any = any();
                expectEnd();
                return List.of(new Parsed("(" + text.strip() + ")", any));
            }
            QueryTerm item = item();
            items.add(new Parsed(text.substring(tokens.get(first).from, tokens.get(at - 1).to), item));
        }
        return items;
    }

    private QueryTerm any() {
        List<QueryTerm> parts = new ArrayList<>();
        parts.add(all());
        while (at < tokens.size() && tokens.get(at).is("or")) {
            at++;
            parts.add(all());
        }
        return parts.size() == 1 ? parts.get(0) : new QueryTerm.AnyOf(parts);
    }

    private QueryTerm all() {
        List<QueryTerm> parts = new ArrayList<>();
        while (at < tokens.size() && !tokens.get(at).is("or") && !tokens.get(at).is(")")) {
            if (tokens.get(at).is("and")) {
                at++;
            } else {
                parts.add(item());
            }
        }
        if (parts.isEmpty()) {
            throw expected("a term");
        }
        return parts.size() == 1 ? parts.get(0) : new QueryTerm.AllOf(parts);
    }

    private QueryTerm item() {
        if (at >= tokens.size()) {
            throw expected("a term");
        }
        if (++depth > DEEPEST) {
            throw new LimitExceededException(place(tokens.get(at).from), "depth of a query", depth, DEEPEST);
        }
        try {
            Token token = tokens.get(at++);
            if (token.is("not")) {
                return new QueryTerm.Not(item());
            }
            if (token.is("(")) {
                QueryTerm inner = any();
                if (at >= tokens.size()) {
                    throw new MalformedInputException(
                            place(token.from), "a parenthesis has no second one", "Close it with ')'.");
                }
                at++;
                return inner;
            }
            if (token.is(")")) {
                at--;
                throw expected("a term");
            }
            return term(token);
        } finally {
            depth--;
        }
    }

    private void expectEnd() {
        if (at < tokens.size()) {
            throw expected("the end");
        }
    }

    private MalformedInputException expected(String what) {
        boolean end = at >= tokens.size();
        return new MalformedInputException(
                place(end ? text.length() : tokens.get(at).from),
                (end ? "the query ends" : "'" + tokens.get(at).word + "' stands") + " where " + what + " is expected",
                "Write such as: kind:trip (ld:PROT or ld:CTRL) not ln:PTRC. Quote a word that is an operator: \"not\".");
    }

    private QueryTerm term(Token token) {
        String word = token.word;
        int colon = word.indexOf(':');
        if (colon <= 0) {
            return new QueryTerm.Text(Glob.fold(word));
        }
        String name = word.substring(0, colon);
        if (name.equalsIgnoreCase(Query.SAVED)) {
            return saved(token, word.substring(colon + 1));
        }
        QueryField field = QueryField.of(name).orElseThrow(() -> {
            List<String> known = new ArrayList<>(Word.all(QueryField.class));
            known.add(Query.SAVED);
            return new UnknownNameException(place(token.from), "field", name, known);
        });
        List<QueryTerm> values = new ArrayList<>();
        int offset = token.from + colon + 1;
        for (String value : word.substring(colon + 1).split(",", -1)) {
            values.add(field(field, value, offset));
            offset += value.length() + 1;
        }
        return values.size() == 1 ? values.get(0) : new QueryTerm.AnyOf(values);
    }

    private static QueryTerm field(QueryField field, String value, int offset) {
        if (value.isEmpty()) {
            throw new MalformedInputException(
                    place(offset),
                    field.word() + ": has no value",
                    "Give one; * stands for any: " + field.word() + ":*");
        }
        if (field == QueryField.DESC) {
            return new QueryTerm.Field(field, Glob.within(value));
        }
        Glob.mistake(value).ifPresent(mistake -> {
            throw new MalformedInputException(
                    place(offset), field.word() + ": " + mistake, "Write one of several letters as [abc] or [1-4].");
        });
        boolean pattern = Glob.isPattern(value);
        String word = value.toLowerCase(Locale.ROOT);
        if (field == QueryField.KIND && !pattern) {
            return new QueryTerm.OfKind(SignalKind.of(word)
                    .orElseThrow(() -> new UnknownNameException(
                            place(offset), "kind of signal", value, Word.all(SignalKind.class))));
        }
        if (field == QueryField.KIND) {
            Glob glob = new Glob(value);
            List<QueryTerm> kinds = Arrays.stream(SignalKind.values())
                    .filter(kind -> glob.fits(kind.word()))
                    .map(kind -> (QueryTerm) new QueryTerm.OfKind(kind))
                    .toList();
            return new QueryTerm.AnyOf(kinds);
        }
        List<String> closed = field == QueryField.QUANTITY
                ? Quantity.words()
                : field == QueryField.PHASE ? Quantity.PHASES : List.of();
        if (!pattern && !closed.isEmpty() && closed.stream().noneMatch(value::equalsIgnoreCase)) {
            throw new UnknownNameException(place(offset), field.word(), value, closed);
        }
        return new QueryTerm.Field(field, new Glob(value));
    }

    private QueryTerm saved(Token token, String name) {
        String query = saved.get(name);
        if (query == null) {
            throw new UnknownNameException(place(token.from), "saved query", name, saved.keySet());
        }
        // what is saved cannot name saved ones, so it cannot name itself
        QueryParser inner = new QueryParser(query, Map.of());
        return new QueryTerm.AllOf(inner.items().stream().map(Parsed::condition).toList());
    }
}
