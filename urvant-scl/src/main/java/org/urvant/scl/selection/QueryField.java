package org.urvant.scl.selection;

import java.util.Locale;
import java.util.Optional;
import org.urvant.core.text.Word;

/** A field that a term of a query can name, as {@code field:value}. */
public enum QueryField {
    KIND("the meaning: position, command, trip …", Reach.DEFINITION),
    QUANTITY("what is measured: current, voltage, active-power, frequency, temperature …", Reach.DEFINITION),
    PHASE("the phase: A, B, C, N, AB, BC or CA", Reach.DEFINITION),
    IED("name of the IED", Reach.NODE),
    MAKER("maker of the IED", Reach.NODE),
    MODEL("type of the IED, as its maker names it", Reach.NODE),
    LD("instance or name of the logical device, such as PROT", Reach.NODE),
    LN("class or name of the logical node, such as PTOC or PTOC1", Reach.NODE),
    DO("name of the data object, such as Pos", Reach.DEFINITION),
    DA("path of the attribute below the data object, such as cVal.mag.f", Reach.DEFINITION),
    FC("functional constraint, such as ST", Reach.DEFINITION),
    CDC("common data class, such as DPC", Reach.DEFINITION),
    TYPE("basic type, such as BOOLEAN", Reach.DEFINITION),
    SET("name of a dataset that carries the signal", Reach.SIGNAL),
    DESC("description, or part of it", Reach.SIGNAL),
    LEVEL("voltage level that the node belongs to", Reach.NODE),
    BAY("bay that the node belongs to", Reach.NODE),
    EQUIPMENT("equipment or function that the node belongs to", Reach.NODE);

    /** What a field is the same for: all signals of a definition, all of a node, or one. */
    enum Reach {
        DEFINITION,
        NODE,
        SIGNAL
    }

    private final String meaning;
    private final Reach scope;

    QueryField(String meaning, Reach scope) {
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

    Reach scope() {
        return scope;
    }

    static Optional<QueryField> of(String word) {
        return Word.find(QueryField.class, word.toLowerCase(Locale.ROOT));
    }
}
