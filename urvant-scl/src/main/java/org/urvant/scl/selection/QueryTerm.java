package org.urvant.scl.selection;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.urvant.core.text.Glob;

/** What a query asks, parsed: terms joined by and, or and not. */
sealed interface QueryTerm {
    /** All must hold; of none, everything holds. */
    record AllOf(List<QueryTerm> parts) implements QueryTerm {}

    /** One must hold. */
    record AnyOf(List<QueryTerm> parts) implements QueryTerm {}

    /** It must not hold. */
    record Not(QueryTerm part) implements QueryTerm {}

    /** A word that any field may contain. */
    record Text(String folded) implements QueryTerm {
        /** Returns whether the word has {@code *} or {@code ?} in it. */
        boolean isPattern() {
            return folded.indexOf('*') >= 0 || folded.indexOf('?') >= 0;
        }
    }

    /** A kind of signal. */
    record OfKind(SignalKind kind) implements QueryTerm {}

    /** A field that must fit a pattern. */
    record Field(QueryField field, Glob pattern) implements QueryTerm {}

    /** Returns the fields that the condition names. */
    default Set<QueryField> fields() {
        Set<QueryField> fields = new TreeSet<>();
        if (this instanceof AllOf all) {
            all.parts.forEach(part -> fields.addAll(part.fields()));
        } else if (this instanceof AnyOf any) {
            any.parts.forEach(part -> fields.addAll(part.fields()));
        } else if (this instanceof Not not) {
            fields.addAll(not.part.fields());
        } else if (this instanceof OfKind) {
            fields.add(QueryField.KIND);
        } else if (this instanceof Field field) {
            fields.add(field.field);
        }
        return fields;
    }
}
