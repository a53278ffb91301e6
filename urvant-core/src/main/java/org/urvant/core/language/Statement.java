package org.urvant.core.language;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** A statement of a program. Immutable. */
public sealed interface Statement {
    /** Returns where it begins. */
    TextPlace place();

    /** Does what fits the kind of statement. */
    void accept(Visitor visitor);

    /** One method for each kind of statement. */
    interface Visitor {
        void assignment(Assignment assignment);

        void choice(Choice choice);

        void selection(Selection selection);

        void invocation(Invocation invocation);
    }

    /** {@code target := value;} */
    record Assignment(TextPlace place, Term.Name target, Term value) implements Statement {
        @Override
        public void accept(Visitor visitor) {
            visitor.assignment(this);
        }
    }

    /** IF with its ELSIFs; the statements of ELSE are empty without one. */
    record Choice(TextPlace place, List<Branch> branches, List<Statement> otherwise) implements Statement {
        public Choice {
            branches = List.copyOf(branches);
            otherwise = List.copyOf(otherwise);
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.choice(this);
        }
    }

    /** A condition and what is done when it holds. */
    record Branch(@Nullable Term condition, List<Statement> body) {
        public Branch {
            body = List.copyOf(body);
        }
    }

    /** CASE; the statements of ELSE are empty without one. */
    record Selection(TextPlace place, @Nullable Term selector, List<Case> cases, List<Statement> otherwise)
            implements Statement {
        public Selection {
            cases = List.copyOf(cases);
            otherwise = List.copyOf(otherwise);
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.selection(this);
        }
    }

    /** What is done for some values of the selector. */
    record Case(List<Label> labels, List<Statement> body) {
        public Case {
            labels = List.copyOf(labels);
            body = List.copyOf(body);
        }
    }

    /** A value, or a range of values from the first to the last; the last is null for one value. */
    record Label(Term first, @Nullable Term last) {}

    /** A call of a function block. */
    record Invocation(TextPlace place, Term.Name block, List<Term.Argument> arguments) implements Statement {
        public Invocation {
            arguments = List.copyOf(arguments);
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.invocation(this);
        }
    }
}
