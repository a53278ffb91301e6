package org.urvant.core.language;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A part of an expression. Immutable. */
public sealed interface Term {
    /** Returns where it begins, or where the name of what it does stands. */
    TextPlace place();

    /** Returns how many terms are within each other here, 1 for a term without others. */
    int depth();

    /** Does what fits the kind of term. */
    <T> T accept(Visitor<T> visitor);

    /** Returns where the term begins, its first operand included. */
    default TextPlace start() {
        return place();
    }

    /** One method for each kind of term. */
    interface Visitor<T> {
        T literal(Literal literal);

        T name(Name name);

        T unary(Unary unary);

        T binary(Binary binary);

        T call(Call call);
    }

    /**
     * A value that is written out.
     *
     * @param type name of the type before {@code #}, as written; null without one
     * @param value a Boolean, {@link BigInteger}, {@link BigDecimal}, String, or a {@link Span} of time
     */
    record Literal(TextPlace place, @Nullable String type, Object value) implements Term {
        @Override
        public int depth() {
            return 1;
        }

        @Override
        public <T> T accept(Visitor<T> visitor) {
            return visitor.literal(this);
        }
    }

    /** A length of time in nanoseconds. */
    record Span(long nanos) {}

    /** A name, with its dots; case is kept but does not count. */
    record Name(TextPlace place, String text) implements Term {
        @Override
        public int depth() {
            return 1;
        }

        @Override
        public <T> T accept(Visitor<T> visitor) {
            return visitor.name(this);
        }
    }

    /** NOT or minus. */
    record Unary(TextPlace place, Operator operator, Term operand, int depth) implements Term {
        @Override
        public <T> T accept(Visitor<T> visitor) {
            return visitor.unary(this);
        }
    }

    /** Two operands; the place is that of the operator. */
    record Binary(TextPlace place, Operator operator, Term left, Term right, int depth) implements Term {
        @Override
        public TextPlace start() {
            Term first = this;
            while (first instanceof Binary binary) {
                first = binary.left;
            }
            return first.place();
        }

        @Override
        public <T> T accept(Visitor<T> visitor) {
            return visitor.binary(this);
        }
    }

    /** A call of a function. */
    record Call(TextPlace place, String function, List<Argument> arguments, int depth) implements Term {
        public Call {
            arguments = List.copyOf(arguments);
        }

        @Override
        public <T> T accept(Visitor<T> visitor) {
            return visitor.call(this);
        }
    }

    /**
     * What is given to a function or block.
     *
     * @param name name of the parameter; null when it stands at its position
     * @param isOutput whether the block's output goes to the term ({@code =>})
     */
    record Argument(TextPlace place, @Nullable String name, boolean isOutput, Term term) {}
}
