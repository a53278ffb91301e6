package org.urvant.core.language;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.language.Term.Span;
import org.urvant.core.language.Token.Kind;

/**
 * Cuts a text into tokens (IEC 61131-3, 6.1 to 6.3), one at a time. Linear in the length of the text. A token that is wrong is
 * reported and given a value that does no harm.
 */
final class Lexer {
    private static final int LONGEST_NAME = 1_000;
    private static final Map<String, String> WORDS = new HashMap<>();
    /** Digits that no type can hold; longer numbers are refused before they are calculated. */
    private static final int MOST_DIGITS = 60;

    static {
        for (String word : List.of(
                "AND",
                "OR",
                "XOR",
                "NOT",
                "MOD",
                "TRUE",
                "FALSE",
                "IF",
                "THEN",
                "ELSIF",
                "ELSE",
                "END_IF",
                "CASE",
                "OF",
                "END_CASE",
                "PROGRAM",
                "END_PROGRAM",
                "VAR",
                "VAR_INPUT",
                "VAR_OUTPUT",
                "END_VAR",
                "CONSTANT",
                "FOR",
                "WHILE",
                "REPEAT",
                "EXIT",
                "RETURN",
                "END_FOR",
                "END_WHILE",
                "END_REPEAT",
                "FUNCTION",
                "FUNCTION_BLOCK",
                "TYPE",
                "ARRAY",
                "STRUCT")) {
            WORDS.put(word, word);
            WORDS.put(word.toLowerCase(Locale.ROOT), word);
        }
    }

    private final String source;
    private final Mistakes mistakes;
    private int at;
    private int line = 1;
    private int lineStart;
    private int wrong;

    Lexer(String source, Mistakes mistakes) {
        this.source = source;
        this.mistakes = mistakes;
    }

    Token next() {
        skip();
        if (at >= source.length()) {
            return token(Kind.END, "", at);
        }
        char c = source.charAt(at);
        if (isLetter(c)) {
            return name();
        }
        if (isDigit(c)) {
            int start = at;
            return number(start, null);
        }
        return c == '\'' ? text(at, null) : sign();
    }

    private Token token(Kind kind, String text, int start) {
        return new Token(kind, text, line, start - lineStart + 1, null, null);
    }

    private Token literal(int start, Object value, String type) {
        return new Token(Kind.LITERAL, source.substring(start, at), line, start - lineStart + 1, value, type);
    }

    /** Returns how many mistakes it has found so far. */
    int wrong() {
        return wrong;
    }

    private void mistake(int start, String message, String remedy) {
        wrong++;
        mistakes.add(new TextPlace(line, start - lineStart + 1), message, remedy);
    }

    /** Blanks and comments; comments may hold others of their kind (6.1.3). */
    private void skip() {
        while (at < source.length()) {
            char c = source.charAt(at);
            if (c == '\n') {
                at++;
                line++;
                lineStart = at;
            } else if (Character.isWhitespace(c) || c == '\uFEFF') {
                at++;
            } else if (source.startsWith("//", at)) {
                int end = source.indexOf('\n', at);
                at = end < 0 ? source.length() : end;
            } else if (source.startsWith("(*", at)) {
                comment("(*", "*)");
            } else if (source.startsWith("/*", at)) {
                comment("/*", "*/");
            } else {
                return;
            }
        }
    }

    private void comment(String open, String close) {
        TextPlace begin = new TextPlace(line, at - lineStart + 1);
        int depth = 0;
        do {
            if (at >= source.length()) {
                mistakes.add(begin, "a comment has no end", "Close it with " + close + ".");
                return;
            }
            if (source.startsWith(open, at)) {
                depth++;
                at += 2;
            } else if (source.startsWith(close, at)) {
                depth--;
                at += 2;
            } else {
                if (source.charAt(at) == '\n') {
                    line++;
                    lineStart = at + 1;
                }
                at++;
            }
        } while (depth > 0);
    }

    private Token name() {
        int start = at;
        boolean plain = true;
        while (at < source.length() && (isLetter(source.charAt(at)) || isDigit(source.charAt(at)) || isInnerDot())) {
            plain &= source.charAt(at) != '.';
            at++;
        }
        String text = source.substring(start, Math.min(at, start + LONGEST_NAME));
        if (at - start > LONGEST_NAME) {
            mistake(start, "a name has more than " + LONGEST_NAME + " letters", "Give it a shorter one.");
        }
        if (plain && at < source.length() && source.charAt(at) == '#') {
            return typed(start, text);
        }
        String word = WORDS.get(text);
        if (word == null && plain) {
            word = WORDS.get(text.toUpperCase(Locale.ROOT));
        }
        return token(word == null ? Kind.NAME : Kind.WORD, word == null ? text : word, start);
    }

    private boolean isInnerDot() {
        return source.charAt(at) == '.'
                && at + 1 < source.length()
                && (isLetter(source.charAt(at + 1)) || isDigit(source.charAt(at + 1)));
    }

    /** A value with its type before it: {@code INT#-5}, {@code T#1h30m}, {@code BOOL#1}, {@code mode#auto} (6.3.2). */
    private Token typed(int start, String type) {
        at++;
        String upper = type.toUpperCase(Locale.ROOT);
        if (List.of("T", "TIME", "LT", "LTIME").contains(upper)) {
            return time(start);
        }
        char c = at < source.length() ? source.charAt(at) : ' ';
        if (c == '\'') {
            return text(start, type);
        }
        if (isDigit(c) || (c == '-' || c == '+') && at + 1 < source.length() && isDigit(source.charAt(at + 1))) {
            return number(start, type);
        }
        int word = at;
        while (at < source.length() && (isLetter(source.charAt(at)) || isDigit(source.charAt(at)))) {
            at++;
        }
        String value = source.substring(word, at);
        if (value.isEmpty()) {
            mistake(start, "there is no value after '" + type + "#'", "Write one, such as INT#5 or T#2s.");
            return literal(start, BigInteger.ZERO, null);
        }
        boolean logical = upper.equals("BOOL") && (value.equalsIgnoreCase("TRUE") || value.equalsIgnoreCase("FALSE"));
        return literal(start, logical ? (Object) value.equalsIgnoreCase("TRUE") : value, type);
    }

    /** Digits, a base before {@code #}, a fraction with an exponent; one underscore between digits means nothing (6.3.2). */
    private Token number(int start, String type) {
        boolean negative = source.charAt(at) == '-';
        if (negative || source.charAt(at) == '+') {
            at++;
        }
        String digits = digits(10);
        if (at < source.length() && source.charAt(at) == '#') {
            return based(start, type, negative, digits);
        }
        boolean hasPoint = at + 1 < source.length() && source.charAt(at) == '.' && isDigit(source.charAt(at + 1));
        if (!hasPoint) {
            if (digits.length() > MOST_DIGITS) {
                return tooLong(start);
            }
            BigInteger whole = new BigInteger(digits);
            return literal(start, negative ? whole.negate() : whole, type);
        }
        at++;
        String text = digits + "." + digits(10) + exponent();
        if (text.length() > 4 * MOST_DIGITS) {
            return tooLong(start);
        }
        BigDecimal number = new BigDecimal(text);
        return literal(start, negative ? number.negate() : number, type);
    }

    private Token tooLong(int start) {
        mistake(start, "a number has more than " + MOST_DIGITS + " digits", "Shorten it.");
        return literal(start, BigInteger.ZERO, null);
    }

    private String exponent() {
        if (at >= source.length() || Character.toUpperCase(source.charAt(at)) != 'E') {
            return "";
        }
        int mark = at + 1;
        if (mark < source.length() && (source.charAt(mark) == '-' || source.charAt(mark) == '+')) {
            mark++;
        }
        if (mark >= source.length() || !isDigit(source.charAt(mark))) {
            return "";
        }
        String sign = source.charAt(at + 1) == '-' ? "-" : "";
        int start = at;
        at = mark;
        String digits = digits(10);
        if (digits.length() > 3) {
            mistake(start, "an exponent has more than three digits", "Shorten it.");
            return "";
        }
        return "E" + sign + digits;
    }

    private Token based(int start, String type, boolean negative, String base) {
        at++;
        if (!List.of("2", "8", "16").contains(base)) {
            mistake(start, "there is no base " + base, "Use 2#, 8# or 16#.");
        }
        int radix = List.of("2", "8").contains(base) ? Integer.parseInt(base) : 16;
        String digits = digits(radix);
        if (digits.isEmpty() || at < source.length() && Character.digit(source.charAt(at), 36) >= 0) {
            mistake(start, "there is no number of base " + base + " here", "Write digits below the base after '#'.");
            digits(36);
            return literal(start, BigInteger.ZERO, null);
        }
        if (digits.length() > 2 * MOST_DIGITS) {
            return tooLong(start);
        }
        BigInteger whole = new BigInteger(digits, radix);
        return literal(start, negative ? whole.negate() : whole, type);
    }

    private String digits(int radix) {
        int start = at;
        while (at < source.length()) {
            char c = source.charAt(at);
            boolean isJoint = c == '_'
                    && at > start
                    && source.charAt(at - 1) != '_'
                    && at + 1 < source.length()
                    && Character.digit(source.charAt(at + 1), radix) >= 0;
            if (c >= 128 || !isJoint && Character.digit(c, radix) < 0) {
                break;
            }
            at++;
        }
        return source.substring(start, at).replace("_", "");
    }

    private Token time(int start) {
        int from = at;
        while (at < source.length()
                && (isLetter(source.charAt(at))
                        || isDigit(source.charAt(at))
                        || ".-+".indexOf(source.charAt(at)) >= 0)) {
            at++;
        }
        String text = source.substring(from, at);
        Long nanos = Spans.parse(text);
        if (nanos == null) {
            mistake(
                    start,
                    "'" + text + "' is no length of time",
                    "Write it from the greatest unit down, such as T#1d2h30m or T#1.5s.");
        }
        return literal(start, new Span(nanos == null ? 0 : nanos), null);
    }

    /** Text in single quotes; {@code $} begins what cannot be written (6.3.3, table 6). */
    private Token text(int start, String type) {
        StringBuilder text = new StringBuilder();
        at++;
        while (at < source.length() && source.charAt(at) != '\'' && source.charAt(at) != '\n') {
            char c = source.charAt(at++);
            text.append(c == '$' ? escaped() : c);
        }
        if (at >= source.length() || source.charAt(at) != '\'') {
            mistake(start, "a text has no end", "Close it with a single quote.");
        } else {
            at++;
        }
        return literal(start, text.toString(), type);
    }

    private char escaped() {
        char c = at < source.length() ? source.charAt(at) : ' ';
        int known = "$'LlNnPpRrTt".indexOf(c);
        if (known >= 0) {
            at++;
            return "$'\n\n\n\n\f\f\r\r\t\t".charAt(known);
        }
        if (at + 1 < source.length()
                && Character.digit(c, 16) >= 0
                && Character.digit(source.charAt(at + 1), 16) >= 0) {
            at += 2;
            return (char) Integer.parseInt(source.substring(at - 2, at), 16);
        }
        mistake(
                at - 1,
                "'$" + c + "' is no character",
                "Write $$ for a dollar sign, $' for a quote, or $ with two hexadecimal digits.");
        return '$';
    }

    private Token sign() {
        int start = at;
        char c = source.charAt(at);
        char then = at + 1 < source.length() ? source.charAt(at + 1) : ' ';
        String sign =
                switch (c) {
                    case '<' -> then == '>' ? "<>" : then == '=' ? "<=" : "<";
                    case '>' -> then == '=' ? ">=" : ">";
                    case '=' -> then == '>' ? "=>" : "=";
                    case ':' -> then == '=' ? ":=" : ":";
                    case '*' -> then == '*' ? "**" : "*";
                    case '.' -> then == '.' ? ".." : null;
                    case '+' -> "+";
                    case '-' -> "-";
                    case '/' -> "/";
                    case '(' -> "(";
                    case ')' -> ")";
                    case '[' -> "[";
                    case ']' -> "]";
                    case ',' -> ",";
                    case ';' -> ";";
                    case '&' -> "&";
                    default -> null;
                };
        if (sign != null) {
            at += sign.length();
            return token(Kind.SIGN, sign, start);
        }
        if (c == '"') {
            mistake(start, "'\"' is no sign of the language", "Write texts in single quotes.");
            int end = source.indexOf('"', at + 1);
            int lineEnd = source.indexOf('\n', at);
            boolean closed = end > 0 && (lineEnd < 0 || end < lineEnd);
            at = closed ? end + 1 : at + 1;
            return literal(start, "", null);
        }
        String found = source.substring(at, source.offsetByCodePoints(at, 1));
        at += found.length();
        String shown = Character.isISOControl(c) ? String.format(Locale.ROOT, "\\u%04x", (int) c) : found;
        mistake(start, "'" + shown + "' is no sign of the language", "Use names, numbers, texts and operators.");
        return next();
    }

    private static boolean isLetter(char c) {
        return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c == '_';
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }
}
