package org.urvant.core.language;

import org.urvant.core.language.Token.Kind;

/** Goes through the tokens of a text, two of which can be seen ahead, and keeps the mistakes found on the way. */
final class TokenReader {
    private final Mistakes mistakes = new Mistakes();
    private final Lexer lexer;
    private Token next;
    private Token following;
    private int depth;
    private int wrongBefore;

    TokenReader(String text) {
        this.lexer = new Lexer(text, mistakes);
        this.next = lexer.next();
    }

    Mistakes mistakes() {
        return mistakes;
    }

    Token next() {
        return next;
    }

    boolean isAtEnd() {
        return next.kind() == Kind.END;
    }

    /** From here on a token that is wrong is told again. */
    void beginStatement() {
        wrongBefore = lexer.wrong();
    }

    /** Goes one nesting down; returns whether that is too deep. */
    boolean deeper() {
        return ++depth > SyntaxReader.DEEPEST;
    }

    void leave() {
        depth--;
    }

    Token take() {
        Token token = next;
        next = following == null ? lexer.next() : following;
        following = null;
        return token;
    }

    Token afterNext() {
        if (following == null) {
            following = lexer.next();
        }
        return following;
    }

    boolean takes(String sign) {
        if (next.is(sign)) {
            take();
            return true;
        }
        return false;
    }

    void mistake(String message, String remedy) {
        mistakes.add(next.place(), message, remedy);
    }

    /** What follows from a token that is wrong is not told as well. */
    Lost lost(String message, String remedy) {
        if (lexer.wrong() == wrongBefore) {
            mistake(message, remedy);
        }
        return new Lost();
    }

    Token expect(String sign, String remedy) {
        if (!next.is(sign)) {
            throw lost("found " + next.shown() + "; expected '" + sign + "'", remedy);
        }
        return take();
    }

    Token expectName(String what) {
        if (next.kind() != Kind.NAME) {
            String remedy = next.kind() == Kind.WORD
                    ? "The language keeps this word for itself; choose another."
                    : "Write a name.";
            throw lost("found " + next.shown() + "; expected " + what, remedy);
        }
        return take();
    }
}
