package org.urvant.core.language;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.language.Term.Argument;
import org.urvant.core.language.Term.Literal;
import org.urvant.core.language.Token.Kind;

/** Reads expressions. */
final class TermReader {
    private final TokenReader tokens;

    TermReader(TokenReader tokens) {
        this.tokens = tokens;
    }

    Term term() {
        return binary(1);
    }

    /** Operators of a rank or above, from the left (table 71). */
    private Term binary(int rank) {
        Term left = unary();
        while (true) {
            Operator operator = operator();
            if (operator == null || operator.rank() < rank) {
                return left;
            }
            TextPlace place = tokens.take().place();
            Term right = binary(operator.rank() + 1);
            int deep = Math.max(left.depth(), right.depth()) + 1;
            if (deep > SyntaxReader.MOST_OPERATIONS) {
                tokens.mistakes()
                        .add(
                                place,
                                "an expression has more than " + SyntaxReader.MOST_OPERATIONS + " operations in a row",
                                "Split it.");
                throw new Lost();
            }
            left = new Term.Binary(place, operator, left, right, deep);
        }
    }

    private Operator operator() {
        if (tokens.next().kind() != Kind.SIGN && tokens.next().kind() != Kind.WORD) {
            return null;
        }
        return switch (tokens.next().text()) {
            case "OR" -> Operator.OR;
            case "XOR" -> Operator.XOR;
            case "AND", "&" -> Operator.AND;
            case "=" -> Operator.EQUAL;
            case "<>" -> Operator.DIFFERENT;
            case "<" -> Operator.LESS;
            case "<=" -> Operator.AT_MOST;
            case ">" -> Operator.GREATER;
            case ">=" -> Operator.AT_LEAST;
            case "+" -> Operator.ADD;
            case "-" -> Operator.SUBTRACT;
            case "*" -> Operator.MULTIPLY;
            case "/" -> Operator.DIVIDE;
            case "MOD" -> Operator.MOD;
            case "**" -> Operator.POWER;
            default -> null;
        };
    }

    private Term unary() {
        if (tokens.deeper()) {
            tokens.leave();
            throw tokens.lost(
                    "the expression is nested more than " + SyntaxReader.DEEPEST + " deep", "Split it into several.");
        }
        try {
            TextPlace place = tokens.next().place();
            if (tokens.next().is("NOT") || tokens.next().is("-")) {
                Operator operator = tokens.take().is("NOT") ? Operator.NOT : Operator.NEGATE;
                Term operand = unary();
                return new Term.Unary(place, operator, operand, operand.depth() + 1);
            }
            tokens.takes("+");
            return primary();
        } finally {
            tokens.leave();
        }
    }

    private Term primary() {
        Token token = tokens.next();
        if (token.kind() == Kind.LITERAL) {
            tokens.take();
            return new Literal(token.place(), token.type(), token.value());
        }
        if (token.is("TRUE") || token.is("FALSE")) {
            tokens.take();
            return new Literal(token.place(), null, token.is("TRUE"));
        }
        if (token.kind() == Kind.NAME) {
            tokens.take();
            if (!tokens.takes("(")) {
                return new Term.Name(token.place(), token.text());
            }
            List<Argument> arguments = arguments();
            int deepest = arguments.stream()
                    .mapToInt(argument -> argument.term().depth())
                    .max()
                    .orElse(0);
            return new Term.Call(token.place(), token.text(), arguments, deepest + 1);
        }
        if (token.is("(")) {
            tokens.take();
            Term inner = term();
            tokens.expect(")", "Close the parenthesis.");
            return inner;
        }
        throw tokens.lost("found " + token.shown() + "; expected a name, a number, a text or '('", "Complete it.");
    }

    /** Arguments up to the closing parenthesis; the opening one is taken. */
    List<Argument> arguments() {
        List<Argument> arguments = new ArrayList<>();
        if (tokens.takes(")")) {
            return arguments;
        }
        do {
            TextPlace place = tokens.next().place();
            boolean named = tokens.next().kind() == Kind.NAME
                    && (tokens.afterNext().is(":=") || tokens.afterNext().is("=>"));
            String name = named ? tokens.take().text() : null;
            boolean isOutput = named && tokens.take().is("=>");
            arguments.add(new Argument(place, name, isOutput, term()));
        } while (tokens.takes(","));
        tokens.expect(")", "Close the parenthesis.");
        return arguments;
    }
}
