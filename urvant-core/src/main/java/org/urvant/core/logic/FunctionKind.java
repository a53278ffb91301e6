package org.urvant.core.logic;

import java.util.List;
import org.urvant.core.language.TextPlace;

/**
 * A function: how it is written, what it gives, and how a call of it is compiled. Each stands beside its code.
 *
 * @param form how it is written, such as {@code ATAN2(y, x)}
 * @param meaning what it gives
 * @param least least number of arguments
 * @param most greatest number of arguments
 * @param isTransparent whether its result has the type of its arguments, so that these may have the type that is wanted
 * @param isStandard whether the standard has it (IEC 61131-3, 6.6.2.5)
 */
record FunctionKind(
        String form, String meaning, int least, int most, boolean isTransparent, boolean isStandard, Call call) {
    /** Compiles a call. */
    interface Call {
        Operand compile(Functions functions, List<Operand> arguments, TextPlace place);
    }

    /** Returns a function with so many arguments. */
    static FunctionKind of(String form, String meaning, int least, int most, Call call) {
        return new FunctionKind(form, meaning, least, most, false, true, call);
    }

    /** Returns a function with so many arguments, no more and no less. */
    static FunctionKind of(String form, String meaning, int count, Call call) {
        return of(form, meaning, count, count, call);
    }

    /** Returns the same with a result of the type of its arguments. */
    FunctionKind transparent() {
        return new FunctionKind(form, meaning, least, most, true, isStandard, call);
    }

    /** Returns the same as one that the standard does not have. */
    FunctionKind beyondTheStandard() {
        return new FunctionKind(form, meaning, least, most, isTransparent, false, call);
    }

    String name() {
        return form.substring(0, form.indexOf('('));
    }
}
