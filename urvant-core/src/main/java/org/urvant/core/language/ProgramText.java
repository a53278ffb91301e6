package org.urvant.core.language;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** A program as it was written: what it declares and what it does. Immutable. */
public record ProgramText(TextPlace place, String name, List<Declaration> declarations, List<Statement> statements) {
    /** What a declared variable is for. */
    public enum Section {
        VAR,
        VAR_INPUT,
        VAR_OUTPUT,
        CONSTANT
    }

    /**
     * A variable or instance of a function block.
     *
     * @param type its type
     * @param initial its first value; null for the type's own
     */
    public record Declaration(TextPlace place, Section section, String name, TypeText type, @Nullable Term initial) {}

    /**
     * A type as it was written.
     *
     * @param name name of the type; empty for an enumeration that is written out
     * @param length greatest length of a STRING; -1 for the usual one
     * @param values values of an enumeration that is written out
     */
    public record TypeText(TextPlace place, String name, int length, List<String> values) {
        public TypeText {
            values = List.copyOf(values);
        }
    }

    public ProgramText {
        declarations = List.copyOf(declarations);
        statements = List.copyOf(statements);
    }
}
