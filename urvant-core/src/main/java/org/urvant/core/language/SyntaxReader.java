package org.urvant.core.language;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.urvant.core.language.ProgramText.Declaration;
import org.urvant.core.language.ProgramText.Section;
import org.urvant.core.language.ProgramText.TypeText;
import org.urvant.core.language.Statement.Branch;
import org.urvant.core.language.Statement.Case;
import org.urvant.core.language.Statement.Label;
import org.urvant.core.language.Term.Argument;
import org.urvant.core.language.Term.Literal;
import org.urvant.core.language.Token.Kind;

/**
 * Reads expressions and programs by recursive descent. After a mistake in a statement it goes on with the next one, so that all
 * mistakes come in one pass. Depth, length and number of mistakes are bounded.
 */
public final class SyntaxReader {
    /** Greatest length of a text with programs, in UTF-16 units. */
    public static final int LONGEST = 1_000_000;
    /** How deep brackets, signs, IF and CASE may be nested. */
    public static final int DEEPEST = 60;
    /** How many operators may follow each other in one expression. */
    public static final int MOST_OPERATIONS = 1_000;

    private static final Set<String> BODY_ENDS =
            Set.of("END_IF", "ELSIF", "ELSE", "END_CASE", "END_PROGRAM", "PROGRAM", "END_VAR");
    /** Ends of what was reported at its begin. */
    private static final Set<String> ENDS_OF_LOOPS = Set.of("END_FOR", "END_WHILE", "END_REPEAT");

    private static final Set<String> LEFT_OUT =
            Set.of("FOR", "WHILE", "REPEAT", "EXIT", "RETURN", "FUNCTION", "FUNCTION_BLOCK", "TYPE", "ARRAY", "STRUCT");

    private final Mistakes mistakes = new Mistakes();
    private final Lexer lexer;
    private Token next;
    private Token following;
    private int depth;
    private int wrongBefore;

    /** Thrown to leave a statement that cannot be read on; its mistake was reported. */
    private static final class Lost extends RuntimeException {
        private static final long serialVersionUID = 1L;

        Lost() {
            super(null, null, false, false);
        }
    }

    private SyntaxReader(String text) {
        this.lexer = new Lexer(text, mistakes);
        this.next = lexer.next();
    }

    /** Reads one expression; empty when it has mistakes, and then all that were found were reported. */
    public static Optional<Term> expression(String text, int longest, Consumer<Mistake> report) {
        if (text.length() > longest) {
            report.accept(new Mistake(
                    TextPlace.START, "the expression is longer than " + longest + " characters", "Shorten it."));
            return Optional.empty();
        }
        SyntaxReader reader = new SyntaxReader(text);
        Term term = null;
        try {
            term = reader.term();
            if (reader.mistakes.isEmpty() && reader.next.kind() != Kind.END) {
                reader.mistake(
                        "found " + reader.next.shown() + "; expected an operator or the end", "Join the two parts.");
            }
        } catch (Lost lost) {
            term = null;
        }
        reader.mistakes.all().forEach(report);
        return reader.mistakes.isEmpty() ? Optional.ofNullable(term) : Optional.empty();
    }

    /** Reads programs; those that could be read are returned beside the mistakes of others. */
    public static List<ProgramText> programs(String text, Consumer<Mistake> report) {
        if (text.length() > LONGEST) {
            report.accept(new Mistake(
                    TextPlace.START,
                    "the text has " + text.length() + " characters; at most " + LONGEST + " are read",
                    "Split it into programs of several devices, or shorten it."));
            return List.of();
        }
        SyntaxReader reader = new SyntaxReader(text);
        List<ProgramText> programs = reader.allPrograms();
        reader.mistakes.all().forEach(report);
        return programs;
    }

    private Token take() {
        Token token = next;
        next = following == null ? lexer.next() : following;
        following = null;
        return token;
    }

    private Token afterNext() {
        if (following == null) {
            following = lexer.next();
        }
        return following;
    }

    private boolean takes(String sign) {
        if (next.is(sign)) {
            take();
            return true;
        }
        return false;
    }

    private void mistake(String message, String remedy) {
        mistakes.add(next.place(), message, remedy);
    }

    /** What follows from a token that is wrong is not told as well. */
    private Lost lost(String message, String remedy) {
        if (lexer.wrong() == wrongBefore) {
            mistake(message, remedy);
        }
        return new Lost();
    }

    private Token expect(String sign, String remedy) {
        if (!next.is(sign)) {
            throw lost("found " + next.shown() + "; expected '" + sign + "'", remedy);
        }
        return take();
    }

    private Token expectName(String what) {
        if (next.kind() != Kind.NAME) {
            String remedy = next.kind() == Kind.WORD
                    ? "The language keeps this word for itself; choose another."
                    : "Write a name.";
            throw lost("found " + next.shown() + "; expected " + what, remedy);
        }
        return take();
    }

    // Programs

    private List<ProgramText> allPrograms() {
        List<ProgramText> programs = new ArrayList<>();
        Set<String> names = new HashSet<>();
        while (next.kind() != Kind.END && !mistakes.isFull()) {
            if (!next.is("PROGRAM")) {
                String remedy = LEFT_OUT.contains(next.text())
                        ? next.text() + " is not in the subset; docs/structured-text.md lists what is."
                        : "Begin with PROGRAM and a name, end with END_PROGRAM.";
                mistake("found " + next.shown() + "; expected PROGRAM", remedy);
                while (next.kind() != Kind.END && !next.is("PROGRAM")) {
                    take();
                }
                continue;
            }
            TextPlace place = take().place();
            String name = "";
            try {
                name = expectName("the name of the program").text();
            } catch (Lost lost) {
                skipStatement();
            }
            if (!name.isEmpty() && !names.add(name.toLowerCase(Locale.ROOT))) {
                mistakes.add(place, "there are two programs '" + name + "'", "Rename one; case does not count.");
            }
            List<Declaration> declarations = declarations();
            List<Statement> statements = body();
            if (!takes("END_PROGRAM")) {
                mistake("found " + next.shown() + "; expected END_PROGRAM", "Close program " + name + ".");
            }
            programs.add(new ProgramText(place, name, declarations, statements));
        }
        return programs;
    }

    private List<Declaration> declarations() {
        List<Declaration> declarations = new ArrayList<>();
        while (next.is("VAR") || next.is("VAR_INPUT") || next.is("VAR_OUTPUT")) {
            Section section = Section.valueOf(take().text());
            if (takes("CONSTANT")) {
                section = Section.CONSTANT;
            }
            while (next.kind() == Kind.NAME || next.is(";")) {
                try {
                    declaration(section, declarations);
                } catch (Lost lost) {
                    skipStatement();
                }
            }
            if (!takes("END_VAR")) {
                String remedy = next.kind() == Kind.WORD && !BODY_ENDS.contains(next.text())
                        ? "Close the declarations with END_VAR; a word of the language cannot be a name."
                        : "Close the declarations.";
                mistake("found " + next.shown() + "; expected a declaration or END_VAR", remedy);
                while (next.kind() != Kind.END && !BODY_ENDS.contains(next.text())) {
                    take();
                }
                takes("END_VAR");
            }
        }
        return declarations;
    }

    private void declaration(Section section, List<Declaration> declarations) {
        if (takes(";")) {
            return;
        }
        List<Token> names = new ArrayList<>();
        do {
            Token name = expectName("a name");
            if (name.text().contains(".")) {
                mistakes.add(name.place(), "the name '" + name.text() + "' has a dot", "Declare it without.");
            }
            names.add(name);
        } while (takes(","));
        expect(":", "Write name : TYPE;");
        TypeText type = type();
        Term initial = takes(":=") ? term() : null;
        expect(";", "End the declaration with a semicolon.");
        names.forEach(name -> declarations.add(new Declaration(name.place(), section, name.text(), type, initial)));
    }

    private TypeText type() {
        TextPlace place = next.place();
        if (takes("(")) {
            List<String> values = new ArrayList<>();
            do {
                values.add(expectName("a value of the enumeration").text());
            } while (takes(","));
            expect(")", "Close the enumeration.");
            return new TypeText(place, "", -1, values);
        }
        if (next.kind() == Kind.WORD) {
            throw lost("found " + next.shown() + "; expected a type", next.text() + " is not in the subset.");
        }
        String name = expectName("a type").text();
        int length = -1;
        if (name.equalsIgnoreCase("STRING") && (next.is("[") || next.is("("))) {
            String close = take().is("[") ? "]" : ")";
            if (!(next.value() instanceof BigInteger number) || number.bitLength() > 15) {
                throw lost("found " + next.shown() + "; expected a length", "Write STRING[80].");
            }
            length = number.intValue();
            take();
            expect(close, "Close the length.");
        }
        return new TypeText(place, name, length, List.of());
    }

    // Statements

    private List<Statement> body() {
        List<Statement> statements = new ArrayList<>();
        while (next.kind() != Kind.END && !isBodyEnd() && !mistakes.isFull()) {
            try {
                statement(statements);
            } catch (Lost lost) {
                skipStatement();
            }
        }
        return statements;
    }

    private boolean isBodyEnd() {
        return next.kind() == Kind.WORD && BODY_ENDS.contains(next.text());
    }

    /** Goes to what follows the next semicolon, or to the word that ends the body. */
    private void skipStatement() {
        while (next.kind() != Kind.END && !isBodyEnd()) {
            if (take().is(";")) {
                return;
            }
        }
    }

    private void statement(List<Statement> statements) {
        wrongBefore = lexer.wrong();
        if (ENDS_OF_LOOPS.contains(next.text())) {
            throw new Lost();
        }
        if (takes(";")) {
            return;
        }
        if (next.is("IF") || next.is("CASE")) {
            if (++depth > DEEPEST) {
                mistakes.addLast(
                        next.place(), "IF and CASE are nested more than " + DEEPEST + " deep", "Split the program.");
                depth--;
                throw new Lost();
            }
            try {
                statements.add(next.is("IF") ? choice() : selection());
            } finally {
                depth--;
            }
            return;
        }
        if (next.kind() == Kind.WORD) {
            String remedy = LEFT_OUT.contains(next.text())
                    ? next.text()
                            + " is not in the subset: a program runs from top to bottom in each cycle, without loops or jumps."
                    : "Begin a statement with a name, IF or CASE.";
            throw lost("found " + next.shown() + "; expected a statement", remedy);
        }
        Token name = expectName("a statement");
        Term.Name target = new Term.Name(name.place(), name.text());
        if (takes(":=")) {
            Term value = term();
            expect(";", "End the statement with a semicolon.");
            statements.add(new Statement.Assignment(name.place(), target, value));
        } else if (takes("(")) {
            List<Argument> arguments = arguments();
            expect(";", "End the statement with a semicolon.");
            statements.add(new Statement.Invocation(name.place(), target, arguments));
        } else {
            throw lost(
                    "found " + next.shown() + " after " + name.shown() + "; expected ':=' or '('",
                    next.is("=")
                            ? "Write := to give a value; = compares."
                            : "Give the name a value, or call the block.");
        }
    }

    private Statement choice() {
        TextPlace place = take().place();
        List<Branch> branches = new ArrayList<>();
        List<Statement> otherwise = List.of();
        branches.add(branch());
        while (next.is("ELSIF")) {
            take();
            branches.add(branch());
        }
        if (takes("ELSE")) {
            otherwise = body();
        }
        close("END_IF", "IF", place);
        return new Statement.Choice(place, branches, otherwise);
    }

    private Branch branch() {
        Term condition = null;
        try {
            condition = term();
            expect("THEN", "Write IF condition THEN.");
        } catch (Lost lost) {
            // What is between the condition and the body is skipped, so that the body's mistakes are found too.
            while (next.kind() != Kind.END && !next.is("THEN") && !next.is(";") && !isBodyEnd()) {
                take();
            }
            if (!takes("THEN")) {
                takes(";");
            }
        }
        return new Branch(condition, body());
    }

    private void close(String word, String opened, TextPlace place) {
        if (!takes(word)) {
            mistake(
                    "found " + next.shown() + "; expected " + word,
                    "Close the " + opened + " of line " + place.line() + ".");
            throw new Lost();
        }
        if (!takes(";")) {
            mistake(
                    "found " + next.shown() + " after " + word + "; expected ';'",
                    "End the statement with a semicolon.");
        }
    }

    private Statement selection() {
        TextPlace place = take().place();
        Term selector = null;
        try {
            selector = term();
            expect("OF", "Write CASE value OF.");
        } catch (Lost lost) {
            while (next.kind() != Kind.END && !next.is("OF") && !next.is(";") && !isBodyEnd()) {
                take();
            }
            takes("OF");
        }
        List<Case> cases = new ArrayList<>();
        while (next.kind() != Kind.END && !isBodyEnd() && !mistakes.isFull()) {
            try {
                List<Label> labels = labels();
                cases.add(new Case(labels, caseBody()));
            } catch (Lost lost) {
                skipStatement();
            }
        }
        List<Statement> otherwise = takes("ELSE") ? body() : List.of();
        close("END_CASE", "CASE", place);
        return new Statement.Selection(place, selector, cases, otherwise);
    }

    private List<Label> labels() {
        List<Label> labels = new ArrayList<>();
        do {
            Term first = term();
            labels.add(new Label(first, takes("..") ? term() : null));
        } while (takes(","));
        expect(":", "Write value : statements, or value, value .. value : statements.");
        return labels;
    }

    /** Statements up to the next label: a literal, a minus, or a name that ':' ',' or '..' follows. */
    private List<Statement> caseBody() {
        List<Statement> statements = new ArrayList<>();
        while (next.kind() != Kind.END && !isBodyEnd() && !isLabel() && !mistakes.isFull()) {
            try {
                statement(statements);
            } catch (Lost lost) {
                skipStatement();
            }
        }
        return statements;
    }

    private boolean isLabel() {
        if (next.kind() == Kind.LITERAL || next.is("-") || next.is("TRUE") || next.is("FALSE")) {
            return true;
        }
        return next.kind() == Kind.NAME
                && (afterNext().is(":") || afterNext().is(",") || afterNext().is(".."));
    }

    // Expressions

    private Term term() {
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
            TextPlace place = take().place();
            Term right = binary(operator.rank() + 1);
            int deep = Math.max(left.depth(), right.depth()) + 1;
            if (deep > MOST_OPERATIONS) {
                mistakes.add(
                        place, "an expression has more than " + MOST_OPERATIONS + " operations in a row", "Split it.");
                throw new Lost();
            }
            left = new Term.Binary(place, operator, left, right, deep);
        }
    }

    private Operator operator() {
        if (next.kind() != Kind.SIGN && next.kind() != Kind.WORD) {
            return null;
        }
        return switch (next.text()) {
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
        if (++depth > DEEPEST) {
            depth--;
            throw lost("the expression is nested more than " + DEEPEST + " deep", "Split it into several.");
        }
        try {
            TextPlace place = next.place();
            if (next.is("NOT") || next.is("-")) {
                Operator operator = take().is("NOT") ? Operator.NOT : Operator.NEGATE;
                Term operand = unary();
                return new Term.Unary(place, operator, operand, operand.depth() + 1);
            }
            takes("+");
            return primary();
        } finally {
            depth--;
        }
    }

    private Term primary() {
        Token token = next;
        if (token.kind() == Kind.LITERAL) {
            take();
            return new Literal(token.place(), token.type(), token.value());
        }
        if (token.is("TRUE") || token.is("FALSE")) {
            take();
            return new Literal(token.place(), null, token.is("TRUE"));
        }
        if (token.kind() == Kind.NAME) {
            take();
            if (!takes("(")) {
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
            take();
            Term inner = term();
            expect(")", "Close the parenthesis.");
            return inner;
        }
        throw lost("found " + token.shown() + "; expected a name, a number, a text or '('", "Complete it.");
    }

    /** Arguments up to the closing parenthesis; the opening one is taken. */
    private List<Argument> arguments() {
        List<Argument> arguments = new ArrayList<>();
        if (takes(")")) {
            return arguments;
        }
        do {
            TextPlace place = next.place();
            boolean named = next.kind() == Kind.NAME
                    && (afterNext().is(":=") || afterNext().is("=>"));
            String name = named ? take().text() : null;
            boolean isOutput = named && take().is("=>");
            arguments.add(new Argument(place, name, isOutput, term()));
        } while (takes(","));
        expect(")", "Close the parenthesis.");
        return arguments;
    }
}
