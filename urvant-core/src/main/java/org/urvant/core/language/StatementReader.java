package org.urvant.core.language;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.urvant.core.language.Statement.Branch;
import org.urvant.core.language.Statement.Case;
import org.urvant.core.language.Statement.Label;
import org.urvant.core.language.Term.Argument;
import org.urvant.core.language.Token.Kind;

/** Reads statements; after a mistake in one it goes on with the next. */
final class StatementReader {
    private static final Set<String> BODY_ENDS =
            Set.of("END_IF", "ELSIF", "ELSE", "END_CASE", "END_PROGRAM", "PROGRAM", "END_VAR");
    /** Ends of what was reported at its begin. */
    private static final Set<String> ENDS_OF_LOOPS = Set.of("END_FOR", "END_WHILE", "END_REPEAT");

    private final TokenReader tokens;
    private final TermReader terms;

    StatementReader(TokenReader tokens, TermReader terms) {
        this.tokens = tokens;
        this.terms = terms;
    }

    List<Statement> body() {
        List<Statement> statements = new ArrayList<>();
        while (!tokens.isAtEnd() && !isBodyEnd() && !tokens.mistakes().isFull()) {
            try {
                statement(statements);
            } catch (Lost lost) {
                skipStatement();
            }
        }
        return statements;
    }

    /** Returns whether a word comes that ends a body. */
    boolean isBodyEnd() {
        return tokens.next().kind() == Kind.WORD
                && BODY_ENDS.contains(tokens.next().text());
    }

    /** Goes to what follows the tokens.next() semicolon, or to the word that ends the body. */
    void skipStatement() {
        while (!tokens.isAtEnd() && !isBodyEnd()) {
            if (tokens.take().is(";")) {
                return;
            }
        }
    }

    private void statement(List<Statement> statements) {
        tokens.beginStatement();
        if (ENDS_OF_LOOPS.contains(tokens.next().text())) {
            throw new Lost();
        }
        if (tokens.takes(";")) {
            return;
        }
        if (tokens.next().is("IF") || tokens.next().is("CASE")) {
            if (tokens.deeper()) {
                tokens.mistakes()
                        .addLast(
                                tokens.next().place(),
                                "IF and CASE are nested more than " + SyntaxReader.DEEPEST + " deep",
                                "Split the program.");
                tokens.leave();
                throw new Lost();
            }
            try {
                statements.add(tokens.next().is("IF") ? choice() : selection());
            } finally {
                tokens.leave();
            }
            return;
        }
        if (tokens.next().kind() == Kind.WORD) {
            String remedy = SyntaxReader.LEFT_OUT.contains(tokens.next().text())
                    ? tokens.next().text()
                            + " is not in the subset: a program runs from top to bottom in each cycle, without loops or jumps."
                    : "Begin a statement with a name, IF or CASE.";
            throw tokens.lost("found " + tokens.next().shown() + "; expected a statement", remedy);
        }
        Token name = tokens.expectName("a statement");
        Term.Name target = new Term.Name(name.place(), name.text());
        if (tokens.takes(":=")) {
            Term value = terms.term();
            tokens.expect(";", "End the statement with a semicolon.");
            statements.add(new Statement.Assignment(name.place(), target, value));
        } else if (tokens.takes("(")) {
            List<Argument> arguments = terms.arguments();
            tokens.expect(";", "End the statement with a semicolon.");
            statements.add(new Statement.Invocation(name.place(), target, arguments));
        } else {
            throw tokens.lost(
                    "found " + tokens.next().shown() + " after " + name.shown() + "; expected ':=' or '('",
                    tokens.next().is("=")
                            ? "Write := to give a value; = compares."
                            : "Give the name a value, or call the block.");
        }
    }

    private Statement choice() {
        TextPlace place = tokens.take().place();
        List<Branch> branches = new ArrayList<>();
        List<Statement> otherwise = List.of();
        branches.add(branch());
        while (tokens.next().is("ELSIF")) {
            tokens.take();
            branches.add(branch());
        }
        if (tokens.takes("ELSE")) {
            otherwise = body();
        }
        close("END_IF", "IF", place);
        return new Statement.Choice(place, branches, otherwise);
    }

    private Branch branch() {
        Term condition = null;
        try {
            condition = terms.term();
            tokens.expect("THEN", "Write IF condition THEN.");
        } catch (Lost lost) {
            // What is between the condition and the body is skipped, so that the body's mistakes are found too.
            while (!tokens.isAtEnd()
                    && !tokens.next().is("THEN")
                    && !tokens.next().is(";")
                    && !isBodyEnd()) {
                tokens.take();
            }
            if (!tokens.takes("THEN")) {
                tokens.takes(";");
            }
        }
        return new Branch(condition, body());
    }

    private void close(String word, String opened, TextPlace place) {
        if (!tokens.takes(word)) {
            tokens.mistake(
                    "found " + tokens.next().shown() + "; expected " + word,
                    "Close the " + opened + " of line " + place.line() + ".");
            throw new Lost();
        }
        if (!tokens.takes(";")) {
            tokens.mistake(
                    "found " + tokens.next().shown() + " after " + word + "; expected ';'",
                    "End the statement with a semicolon.");
        }
    }

    private Statement selection() {
        TextPlace place = tokens.take().place();
        Term selector = null;
        try {
            selector = terms.term();
            tokens.expect("OF", "Write CASE value OF.");
        } catch (Lost lost) {
            while (!tokens.isAtEnd()
                    && !tokens.next().is("OF")
                    && !tokens.next().is(";")
                    && !isBodyEnd()) {
                tokens.take();
            }
            tokens.takes("OF");
        }
        List<Case> cases = new ArrayList<>();
        while (!tokens.isAtEnd() && !isBodyEnd() && !tokens.mistakes().isFull()) {
            try {
                List<Label> labels = labels();
                cases.add(new Case(labels, caseBody()));
            } catch (Lost lost) {
                skipStatement();
            }
        }
        List<Statement> otherwise = tokens.takes("ELSE") ? body() : List.of();
        close("END_CASE", "CASE", place);
        return new Statement.Selection(place, selector, cases, otherwise);
    }

    private List<Label> labels() {
        List<Label> labels = new ArrayList<>();
        do {
            Term first = terms.term();
            labels.add(new Label(first, tokens.takes("..") ? terms.term() : null));
        } while (tokens.takes(","));
        tokens.expect(":", "Write value : statements, or value, value .. value : statements.");
        return labels;
    }

    /** Statements up to the tokens.next() label: a literal, a minus, or a name that ':' ',' or '..' follows. */
    private List<Statement> caseBody() {
        List<Statement> statements = new ArrayList<>();
        while (!tokens.isAtEnd()
                && !isBodyEnd()
                && !isLabel()
                && !tokens.mistakes().isFull()) {
            try {
                statement(statements);
            } catch (Lost lost) {
                skipStatement();
            }
        }
        return statements;
    }

    private boolean isLabel() {
        if (tokens.next().kind() == Kind.LITERAL
                || tokens.next().is("-")
                || tokens.next().is("TRUE")
                || tokens.next().is("FALSE")) {
            return true;
        }
        return tokens.next().kind() == Kind.NAME
                && (tokens.afterNext().is(":")
                        || tokens.afterNext().is(",")
                        || tokens.afterNext().is(".."));
    }
}
