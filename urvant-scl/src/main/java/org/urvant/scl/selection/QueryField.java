package org.urvant.scl.selection;

import java.util.Locale;
import java.util.Optional;
import org.urvant.core.text.Word;

/** A field that a term of a query can name, as {@code field:value}. */
public enum QueryField {
    KIND("the meaning: position, command, trip …", Scope.DEFINITION),
    QUANTITY("what is measured: current, voltage, active-power, frequency, temperature …", Scope.DEFINITION),
    PHASE("the phase: A, B, C, N, AB, BC or CA", Scope.DEFINITION),
    IED("name of the IED", Scope.NODE),
    MAKER("maker of the IED", Scope.NODE),
    MODEL("type of the IED, as its maker names it", Scope.NODE),
    LD("instance or name of the logical device, such as PROT", Scope.NODE),
    LN("class or name of the logical node, such as PTOC or PTOC1", Scope.NODE),
    DO("name of the data object, such as Pos", Scope.DEFINITION),
    DA("path of the attribute below the data object, such as cVal.mag.f", Scope.DEFINITION),
    FC("functional constraint, such as ST", Scope.DEFINITION),
    CDC("common data class, such as DPC", Scope.DEFINITION),
    TYPE("basic type, such as BOOLEAN", Scope.DEFINITION),
    SET("name of a dataset that carries the signal", Scope.SIGNAL),
    DESC("description, or part of it", Scope.SIGNAL),
    LEVEL("voltage level that the node belongs to", Scope.NODE),
    BAY("bay that the node belongs to", Scope.NODE),
    EQUIPMENT("equipment or function that the node belongs to", Scope.NODE);

    /** What a field is the same for: all signals of a definition, all of a node, or one. */
    enum Scope {
        DEFINITION,
        NODE,
        SIGNAL
    }

    private final String meaning;
    private final Scope scope;

    QueryField(String meaning, Scope scope) {
        this.meaning = meaning;
        this.scope = scope;
    }

    /** Returns the word that queries use. */
    public String word() {
        return Word.of(this);
    }

    /** Returns what the field holds, in plain words. */
    public String meaning() {
        return meaning;
    }

    Scope scope() {
        return scope;
    }

    static Optional<QueryField> of(String word) {
        return Word.find(QueryField.class, word.toLowerCase(Locale.ROOT));
    }
}
