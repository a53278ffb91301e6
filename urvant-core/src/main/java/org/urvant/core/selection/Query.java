package org.urvant.core.selection;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import org.urvant.core.fault.UnknownNameException;
import org.urvant.core.scl.DataAttribute;
import org.urvant.core.scl.DataSet;
import org.urvant.core.text.Word;

/**
 * A query for signals: terms that must all fit. A term is a word that any field may contain, or {@code field:value}; a
 * value may hold {@code *} for any letters. Case does not count. Queries are narrowed by more terms and widened by fewer.
 *
 * @param terms the terms as they were written
 */
public record Query(List<String> terms) {
    /** A field that a term can name. */
    enum Field {
        KIND("the meaning: position, command, trip …"),
        IED("name of the IED"),
        LD("instance of the logical device, such as PROT"),
        LN("class or name of the logical node, such as PTOC or PTOC1"),
        DO("name of the data object, such as Pos"),
        DA("path of the attribute below the data object, such as cVal.mag.f"),
        FC("functional constraint, such as ST"),
        CDC("common data class, such as DPC"),
        TYPE("basic type, such as BOOLEAN"),
        SET("name of a dataset that carries the signal"),
        DESC("description, or part of it");

        private final String meaning;

        Field(String meaning) {
            this.meaning = meaning;
        }

        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * Checks every term.
     *
     * @throws UnknownNameException when a term names a field or a kind that does not exist
     */
    public Query {
        terms = List.copyOf(terms);
        terms.forEach(Query::predicate);
    }

    /** Returns the query that a line stands for: terms parted by blanks; double quotes keep blanks within a term. */
    public static Query parse(String line) {
        List<String> terms = new ArrayList<>();
        StringBuilder term = new StringBuilder();
        boolean quoted = false;
        for (char c : (line + " ").toCharArray()) {
            if (c == '"') {
                quoted = !quoted;
            } else if (c != ' ' || quoted) {
                term.append(c);
            } else if (!term.isEmpty()) {
                terms.add(term.toString());
                term.setLength(0);
            }
        }
        if (!term.isEmpty()) {
            terms.add(term.toString().strip());
        }
        return new Query(terms);
    }

    /** Returns the names of all fields with their meanings, as {@code name  meaning}. */
    public static List<String> fields() {
        return Arrays.stream(Field.values())
                .map(field -> String.format(Locale.ROOT, "%-5s %s", field.word() + ":", field.meaning))
                .toList();
    }

    /** Returns the query with more terms. */
    public Query narrowed(List<String> more) {
        List<String> all = new ArrayList<>(terms);
        all.addAll(more);
        return new Query(all);
    }

    /** Returns the query without its last term; the same when it has none. */
    public Query widened() {
        return terms.isEmpty() ? this : new Query(terms.subList(0, terms.size() - 1));
    }

    /** Returns a test that signals can be held against; made once, it may be used for any number of them. */
    public Predicate<DataAttribute> predicate() {
        return terms.stream().map(Query::predicate).reduce(attribute -> true, Predicate::and);
    }

    /** Returns the terms as one line; parts of it with blanks are quoted. */
    public String text() {
        return String.join(
                " ",
                terms.stream()
                        .map(term -> term.contains(" ") ? '"' + term + '"' : term)
                        .toList());
    }

    private static Predicate<DataAttribute> predicate(String term) {
        int colon = term.indexOf(':');
        if (colon <= 0) {
            String word = term.toLowerCase(Locale.ROOT);
            return attribute -> text(attribute).contains(word);
        }
        String name = term.substring(0, colon).toUpperCase(Locale.ROOT);
        String value = term.substring(colon + 1);
        Field field = Arrays.stream(Field.values())
                .filter(candidate -> candidate.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new UnknownNameException(
                        "field",
                        term.substring(0, colon),
                        words(Arrays.stream(Field.values()).map(Field::word).toList())));
        if (field == Field.KIND) {
            SignalKind kind = SignalKind.of(value)
                    .orElseThrow(
                            () -> new UnknownNameException("kind of signal", value, words(Word.all(SignalKind.class))));
            return attribute -> kind.reason(attribute).isPresent();
        }
        Pattern pattern = glob(field == Field.DESC ? "*" + value + "*" : value);
        return switch (field) {
            case IED ->
                attribute -> fits(pattern, attribute.node().device().ied().name());
            case LD -> attribute -> fits(pattern, attribute.node().device().instance());
            case LN ->
                attribute -> fits(pattern, attribute.node().nodeClass())
                        || fits(pattern, attribute.node().name());
            case DO -> attribute -> fits(pattern, attribute.objectName());
            case DA ->
                attribute -> fits(
                        pattern,
                        attribute.path().substring(attribute.objectName().length() + 1));
            case FC ->
                attribute ->
                        fits(pattern, attribute.constraint().map(Enum::name).orElse(""));
            case CDC -> attribute -> fits(pattern, attribute.innerClass()) || fits(pattern, attribute.objectClass());
            case TYPE -> attribute -> fits(pattern, attribute.basicType());
            case SET -> attribute -> sets(attribute).stream().anyMatch(set -> fits(pattern, set.name()));
            default -> attribute -> fits(pattern, attribute.description());
        };
    }

    private static TreeSet<String> words(List<String> words) {
        return new TreeSet<>(words);
    }

    private static List<DataSet> sets(DataAttribute attribute) {
        return attribute.node().device().ied().logicalDevices().stream()
                .flatMap(device -> device.nodes().stream())
                .flatMap(node -> node.dataSets().stream())
                .filter(set -> set.carries(attribute))
                .toList();
    }

    private static boolean fits(Pattern pattern, String text) {
        return pattern.matcher(text).matches();
    }

    private static Pattern glob(String value) {
        StringBuilder regex = new StringBuilder();
        for (String part : value.split("\\*", -1)) {
            regex.append(regex.isEmpty() ? "" : ".*")
                    .append(part.isEmpty() && regex.isEmpty() ? "(?:)" : Pattern.quote(part));
        }
        return Pattern.compile(regex.toString(), Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
    }

    private static String text(DataAttribute attribute) {
        return (attribute.reference() + " "
                        + attribute.constraint().map(Enum::name).orElse("") + " "
                        + attribute.innerClass() + " " + attribute.basicType() + " " + attribute.description() + " "
                        + attribute.node().description())
                .toLowerCase(Locale.ROOT);
    }
}
