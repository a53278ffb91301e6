package org.urvant.core.expression;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Cuts an expression into tokens (IEC 61131-3, 6.1 to 6.3). Linear in the length of the text. */
final class Lexer {
    private static final Set<String> WORDS = Set.of("AND", "OR", "XOR", "NOT", "MOD", "TRUE", "FALSE");
    private static final List<String> SIGNS =
            List.of("<>", "<=", ">=", "=", "<", ">", "+", "-", "*", "/", "(", ")", ",", "&");

    enum Kind {
        NAME,
        NUMBER,
        TEXT,
        WORD,
        SIGN,
        END
    }

    /** A token; the column counts from 1. A text is without its quotes, a word in capitals. */
    record Token(Kind kind, String text, int column) {
        boolean is(String sign) {
            return (kind == Kind.SIGN || kind == Kind.WORD) && text.equals(sign);
        }

        String shown() {
            return kind == Kind.END ? "the end" : kind == Kind.TEXT ? "'" + text + "' (a text)" : "'" + text + "'";
        }
    }

    private final String source;
    private final List<Fault> faults;
    private final List<Token> tokens = new ArrayList<>();
    private int at;

    private Lexer(String source, List<Fault> faults) {
        this.source = source;
        this.faults = faults;
    }

    static List<Token> tokens(String source, List<Fault> faults) {
        return new Lexer(source, faults).run();
    }

    private List<Token> run() {
        while (at < source.length()) {
            char c = source.charAt(at);
            if (Character.isWhitespace(c)) {
                at++;
            } else if (isLetter(c)) {
                name();
            } else if (isDigit(c)) {
                number();
            } else if (c == '\'') {
                text();
            } else {
                sign();
            }
        }
        tokens.add(new Token(Kind.END, "", source.length() + 1));
        return tokens;
    }

    private void name() {
        int start = at;
        while (at < source.length() && (isLetter(source.charAt(at)) || isDigit(source.charAt(at)) || isInnerDot())) {
            at++;
        }
        String text = source.substring(start, at);
        String word = text.toUpperCase(Locale.ROOT);
        boolean isWord = WORDS.contains(word);
        tokens.add(new Token(isWord ? Kind.WORD : Kind.NAME, isWord ? word : text, start + 1));
    }

    private boolean isInnerDot() {
        return source.charAt(at) == '.'
                && at + 1 < source.length()
                && (isLetter(source.charAt(at + 1)) || isDigit(source.charAt(at + 1)));
    }

    /** A digit may be followed by one underscore, which means nothing (6.3.3). */
    private void number() {
        int start = at;
        boolean hasPoint = false;
        while (at < source.length()) {
            char c = source.charAt(at);
            boolean pointNow = c == '.' && !hasPoint && at + 1 < source.length() && isDigit(source.charAt(at + 1));
            if (!isDigit(c) && c != '_' && !pointNow) {
                break;
            }
            hasPoint |= pointNow;
            at++;
        }
        tokens.add(new Token(Kind.NUMBER, source.substring(start, at).replace("_", ""), start + 1));
    }

    private void text() {
        int start = at++;
        int end = source.indexOf('\'', at);
        if (end < 0) {
            faults.add(new Fault(start + 1, "a text has no end", "Close it with a single quote."));
            end = source.length();
        }
        tokens.add(new Token(Kind.TEXT, source.substring(at, end), start + 1));
        at = Math.min(source.length(), end + 1);
    }

    private void sign() {
        for (String sign : SIGNS) {
            if (source.startsWith(sign, at)) {
                tokens.add(new Token(Kind.SIGN, sign, at + 1));
                at += sign.length();
                return;
            }
        }
        String found = source.substring(at, source.offsetByCodePoints(at, 1));
        faults.add(new Fault(
                at + 1,
                "'" + found + "' is no sign of the language",
                found.equals("\"") ? "Write texts in single quotes." : "Use names, numbers, texts and operators."));
        at += found.length();
    }

    private static boolean isLetter(char c) {
        return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c == '_';
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }
}
