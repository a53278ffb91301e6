package org.urvant.core.logic;

import org.urvant.core.language.TextPlace;

/**
 * Something in a sound program that is probably not meant.
 *
 * @param source name of the text that it stands in
 * @param place where it stands
 * @param message what was found
 * @param remedy how to mend it
 */
public record Remark(Kind kind, String source, TextPlace place, String message, String remedy) {
    /** What kinds of remarks there are. */
    public enum Kind {
        /** The range of a result exceeds its type. */
        DOES_NOT_FIT,
        /** A divisor can be zero. */
        ZERO_DIVISOR,
        /** A function is given what it has no value for. */
        NO_VALUE,
        /** One output is given its value in two programs, or twice in the main line of one. */
        DRIVEN_TWICE,
        /** A function block's essential input is never connected or never changes, or the block is never called. */
        BLOCK_OPEN,
        /** A function block is called twice in one cycle. */
        BLOCK_TWICE,
        /** A function block that waits or looks for edges is called in some cycles alone. */
        BLOCK_SOMETIMES,
        /** A condition asks the same twice, or what can never or must always hold. */
        CONDITION_NEEDLESS,
        /** Numbers with fractions are compared for equality. */
        FRACTIONS_COMPARED,
        /** An output or a variable keeps itself on for ever. */
        HELD_FOREVER,
        /** A variable is never read. */
        NEVER_READ,
        /** An output, or a variable that is read, never gets a value. */
        NEVER_SET
    }

    Remark in(String name) {
        return new Remark(kind, name, place, message, remedy);
    }
}
