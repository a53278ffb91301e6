package org.urvant.scl.selection;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.urvant.core.error.RefusedException;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;
import org.urvant.scl.LogicalNode;

/**
 * A kept choice of signals: the union of what its queries find, less what was taken out by hand. It says nothing about one
 * device, so it can be applied to every IED of its type; a general one is for whatever offers signals.
 *
 * @param name name of the pick
 * @param maker maker of the IEDs that it is for; empty text for a general pick
 * @param type type of the IEDs that it is for; empty text for a general pick
 * @param queries the queries, in the order in which they were added
 * @param without signals taken out by hand, as {@code PROT/PTOC1.Str.general}: without the name of the IED; whole references in
 *     a general pick
 */
public record Pick(String name, String maker, String type, List<Query> queries, List<String> without) {
    public Pick {
        Objects.requireNonNull(name, "name");
        queries = List.copyOf(queries);
        without = List.copyOf(without);
    }

    /** Returns whether it is for all IEDs, channels and lists. */
    public boolean isGeneral() {
        return maker.isEmpty() && type.isEmpty();
    }

    /** Returns the pick under another name. */
    public Pick named(String other) {
        return new Pick(other, maker, type, queries, without);
    }

    /** Returns whether the pick is for IEDs like this one. */
    public boolean fits(Ied ied) {
        return isGeneral() || ied.maker().equals(maker) && ied.type().equals(type);
    }

    /** Returns the signals of an IED that the pick finds, each once: in the order of its queries, then of the file. */
    public List<DataAttribute> signals(Ied ied) {
        Set<String> seen = new HashSet<>(without);
        List<DataAttribute> found = new ArrayList<>();
        for (Query query : queries) {
            query.find(ied).forEach(attribute -> {
                if (seen.add(key(attribute))) {
                    found.add(attribute);
                }
            });
        }
        return found;
    }

    /** Returns the queries that find nothing on an IED, which may be for others like it, or misspelt. */
    public List<Query> idle(Ied ied) {
        return queries.stream().filter(query -> query.find(ied).isEmpty()).toList();
    }

    /** Returns the signals taken out by hand that no query finds on an IED anyway, which may be misspelt. */
    public List<String> needless(Ied ied) {
        Set<String> found = new HashSet<>();
        queries.forEach(query -> query.find(ied).forEach(attribute -> found.add(key(attribute))));
        return without.stream().filter(place -> !found.contains(place)).toList();
    }

    /** Returns what names a signal in the pick. */
    public String key(DataAttribute attribute) {
        return isGeneral() ? attribute.reference() : place(attribute);
    }

    /** Returns where a signal is within its IED, so that like IEDs have like places. */
    public static String place(DataAttribute attribute) {
        LogicalNode node = attribute.node();
        return node.device().instance() + "/" + node.name() + "." + attribute.path();
    }

    /**
     * Returns the pick with one more query; unchanged when it has it already.
     *
     * @throws RefusedException when the query names an IED
     */
    public Pick with(Query query) {
        if (!isGeneral() && query.fields().contains(QueryField.IED)) {
            throw new RefusedException(
                    "a pick fits every relay of its type, so it cannot name one",
                    "Leave the term ied: out; name relays when you use the pick.");
        }
        if (queries.contains(query)) {
            return this;
        }
        return new Pick(
                name,
                maker,
                type,
                Stream.concat(queries.stream(), Stream.of(query)).toList(),
                without);
    }

    /** Returns the pick without a query, given by its text. */
    public Pick withoutQuery(String text) {
        List<Query> others =
                queries.stream().filter(query -> !query.text().equals(text)).toList();
        return new Pick(name, maker, type, others, without);
    }

    /** Returns the pick without a signal, given by its place; unchanged when it is out already. */
    public Pick without(String place) {
        if (without.contains(place)) {
            return this;
        }
        return new Pick(
                name,
                maker,
                type,
                queries,
                Stream.concat(without.stream(), Stream.of(place)).toList());
    }
}
