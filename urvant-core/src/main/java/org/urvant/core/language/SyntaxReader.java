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

    static final Set<String> LEFT_OUT =
            Set.of("FOR", "WHILE", "REPEAT", "EXIT", "RETURN", "FUNCTION", "FUNCTION_BLOCK", "TYPE", "ARRAY", "STRUCT");

    private final TokenReader tokens;
    private final TermReader terms;
    private final StatementReader statements;

    private SyntaxReader(String text) {
        this.tokens = new TokenReader(text);
        this.terms = new TermReader(tokens);
        this.statements = new StatementReader(tokens, terms);
    }

    /** Reads one expression; empty when it has mistakes, and then all that were found were reported. */
    public static Optional<Term> expression(String text, int longest, Consumer<Mistake> report) {
        if (text.length() > longest) {
            report.accept(new Mistake(
                    TextPlace.START, "the expression is longer than " + longest + " characters", "Shorten it."));
            return Optional.empty();
        }
        TokenReader tokens = new TokenReader(text);
        Term term = null;
        try {
            term = new TermReader(tokens).term();
            if (tokens.mistakes().isEmpty() && !tokens.isAtEnd()) {
                tokens.mistake(
                        "found " + tokens.next().shown() + "; expected an operator or the end", "Join the two parts.");
            }
        } catch (Lost lost) {
            term = null;
        }
        tokens.mistakes().all().forEach(report);
        return tokens.mistakes().isEmpty() ? Optional.ofNullable(term) : Optional.empty();
    }

    /** Returns all names in a text with programs as they are written, dots included; those in comments and texts are none. */
    public static List<Term.Name> names(String text) {
        List<Term.Name> names = new ArrayList<>();
        if (text.length() <= LONGEST) {
            TokenReader tokens = new TokenReader(text);
            while (!tokens.isAtEnd()) {
                Token token = tokens.take();
                if (token.kind() == Kind.NAME) {
                    names.add(new Term.Name(token.place(), token.text()));
                }
            }
        }
        return names;
    }

    /** Returns all names in a text with programs that get a value there: by an assignment, or from an output of a block, as far as it can be read. */
    public static List<Term.Name> targets(String text) {
        List<Term.Name> targets = new ArrayList<>();
        Statement.Visitor visitor = new Statement.Visitor() {
            @Override
            public void assignment(Statement.Assignment assignment) {
                targets.add(assignment.target());
            }

            @Override
            public void choice(Statement.Choice choice) {
                choice.branches().forEach(branch -> branch.body().forEach(inner -> inner.accept(this)));
                choice.otherwise().forEach(inner -> inner.accept(this));
            }

            @Override
            public void selection(Statement.Selection selection) {
                selection.cases().forEach(each -> each.body().forEach(inner -> inner.accept(this)));
                selection.otherwise().forEach(inner -> inner.accept(this));
            }

            @Override
            public void invocation(Statement.Invocation invocation) {
                invocation.arguments().stream()
                        .filter(argument -> argument.isOutput() && argument.term() instanceof Term.Name)
                        .forEach(argument -> targets.add((Term.Name) argument.term()));
            }
        };
        programs(text, mistake -> {}).forEach(program -> program.statements().forEach(each -> each.accept(visitor)));
        return targets;
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
        reader.tokens.mistakes().all().forEach(report);
        return programs;
    }

    private List<ProgramText> allPrograms() {
        List<ProgramText> programs = new ArrayList<>();
        Set<String> names = new HashSet<>();
        while (!tokens.isAtEnd() && !tokens.mistakes().isFull()) {
            if (!tokens.next().is("PROGRAM")) {
                String remedy = LEFT_OUT.contains(tokens.next().text())
                        ? tokens.next().text() + " is not in the subset; docs/structured-text.md lists what is."
                        : "Begin with PROGRAM and a name, end with END_PROGRAM.";
                tokens.mistake("found " + tokens.next().shown() + "; expected PROGRAM", remedy);
                while (!tokens.isAtEnd() && !tokens.next().is("PROGRAM")) {
                    tokens.take();
                }
                continue;
            }
            TextPlace place = tokens.take().place();
            String name = "";
            try {
                name = tokens.expectName("the name of the program").text();
            } catch (Lost lost) {
                statements.skipStatement();
            }
            if (!name.isEmpty() && !names.add(name.toLowerCase(Locale.ROOT))) {
                tokens.mistakes()
                        .add(place, "there are two programs '" + name + "'", "Rename one; case does not count.");
            }
            List<Declaration> declarations = declarations();
            List<Statement> body = statements.body();
            if (!tokens.takes("END_PROGRAM")) {
                tokens.mistake(
                        "found " + tokens.next().shown() + "; expected END_PROGRAM", "Close program " + name + ".");
            }
            programs.add(new ProgramText(place, name, declarations, body));
        }
        return programs;
    }

    private List<Declaration> declarations() {
        List<Declaration> declarations = new ArrayList<>();
        while (tokens.next().is("VAR")
                || tokens.next().is("VAR_INPUT")
                || tokens.next().is("VAR_OUTPUT")) {
            Section section = Section.valueOf(tokens.take().text());
            if (tokens.takes("CONSTANT")) {
                section = Section.CONSTANT;
            }
            while (tokens.next().kind() == Kind.NAME || tokens.next().is(";")) {
                try {
                    declaration(section, declarations);
                } catch (Lost lost) {
                    statements.skipStatement();
                }
            }
            if (!tokens.takes("END_VAR")) {
                String remedy = tokens.next().kind() == Kind.WORD && !statements.isBodyEnd()
                        ? "Close the declarations with END_VAR; a word of the language cannot be a name."
                        : "Close the declarations.";
                tokens.mistake("found " + tokens.next().shown() + "; expected a declaration or END_VAR", remedy);
                while (!tokens.isAtEnd() && !statements.isBodyEnd()) {
                    tokens.take();
                }
                tokens.takes("END_VAR");
            }
        }
        return declarations;
    }

    private void declaration(Section section, List<Declaration> declarations) {
        if (tokens.takes(";")) {
            return;
        }
        List<Token> names = new ArrayList<>();
        do {
            Token name = tokens.expectName("a name");
            if (name.text().contains(".")) {
                tokens.mistakes().add(name.place(), "the name '" + name.text() + "' has a dot", "Declare it without.");
            }
            names.add(name);
        } while (tokens.takes(","));
        tokens.expect(":", "Write name : TYPE;");
        TypeText type = type();
        Term initial = tokens.takes(":=") ? terms.term() : null;
        tokens.expect(";", "End the declaration with a semicolon.");
        names.forEach(name -> declarations.add(new Declaration(name.place(), section, name.text(), type, initial)));
    }

    private TypeText type() {
        TextPlace place = tokens.next().place();
        if (tokens.takes("(")) {
            List<String> values = new ArrayList<>();
            do {
                values.add(tokens.expectName("a value of the enumeration").text());
            } while (tokens.takes(","));
            tokens.expect(")", "Close the enumeration.");
            return new TypeText(place, "", -1, values);
        }
        if (tokens.next().kind() == Kind.WORD) {
            throw tokens.lost(
                    "found " + tokens.next().shown() + "; expected a type",
                    tokens.next().text() + " is not in the subset.");
        }
        String name = tokens.expectName("a type").text();
        int length = -1;
        if (name.equalsIgnoreCase("STRING")
                && (tokens.next().is("[") || tokens.next().is("("))) {
            String close = tokens.take().is("[") ? "]" : ")";
            if (!(tokens.next().value() instanceof BigInteger number) || number.bitLength() > 15) {
                throw tokens.lost("found " + tokens.next().shown() + "; expected a length", "Write STRING[80].");
            }
            length = number.intValue();
            tokens.take();
            tokens.expect(close, "Close the length.");
        }
        return new TypeText(place, name, length, List.of());
    }
}
