package org.urvant.core.logic;

import java.util.List;
import org.urvant.core.language.TextPlace;
import org.urvant.core.range.Interval;

/**
 * The functions on texts (IEC 61131-3, table 36). Characters are counted from 1, and a character is a Unicode code point. A
 * position or length outside of the text leaves what there is, and makes the result invalid when it is below what can be.
 */
final class TextFunctions {
    private final Compiler compiler;

    private TextFunctions(Compiler compiler) {
        this.compiler = compiler;
    }

    static List<FunctionKind> kinds() {
        return List.of(
                text("LEN(text)", "number of characters", 1, 0),
                text("LEFT(text, n)", "the first n characters", 1, 1),
                text("RIGHT(text, n)", "the last n characters", 1, 1),
                text("MID(text, n, position)", "n characters from a position on, counted from 1", 1, 2),
                text("CONCAT(text, text, …)", "texts joined", Functions.OPEN, 0),
                text("INSERT(text, other, position)", "text with another inserted after a position", 2, 1),
                text("DELETE(text, n, position)", "text without n characters from a position on", 1, 2),
                text(
                        "REPLACE(text, other, n, position)",
                        "text with n characters from a position on replaced by another",
                        2,
                        2),
                text("FIND(text, other)", "position of another text, from 1; 0 when it is not there", 2, 0));
    }

    /** A function of so many texts and then so many numbers. */
    private static FunctionKind text(String form, String meaning, int texts, int numbers) {
        boolean isOpen = texts == Functions.OPEN;
        String name = form.substring(0, form.indexOf('('));
        return FunctionKind.of(
                form,
                meaning,
                isOpen ? 2 : texts + numbers,
                isOpen ? texts : texts + numbers,
                (all, given, place) -> new TextFunctions(all.compiler()).call(name, texts, given, place));
    }

    private Operand call(String name, int texts, List<Operand> arguments, TextPlace place) {
        Operand[] given = new Operand[arguments.size()];
        boolean sound = true;
        for (int i = 0; i < given.length; i++) {
            given[i] = compiler.as(arguments.get(i), i < texts ? DataType.STRING : DataType.LINT);
            sound &= !given[i].isBad();
        }
        if (!sound) {
            return Operand.bad(place);
        }
        if (name.equals("LEN") || name.equals("FIND")) {
            return counted(name, given, place);
        }
        if (name.equals("CONCAT")) {
            Code.Text[] parts = List.of(given).stream().map(Operand::text).toArray(Code.Text[]::new);
            return Operand.text(frame -> joined(frame, parts), place, given);
        }
        return Operand.text(cut(name, given), place, given);
    }

    private static Operand counted(String name, Operand[] given, TextPlace place) {
        Code.Text text = given[0].text();
        Code.Whole code;
        if (name.equals("LEN")) {
            code = frame -> length(text.at(frame));
        } else {
            Code.Text wanted = given[1].text();
            code = frame -> {
                String all = text.at(frame);
                int found = all.indexOf(wanted.at(frame));
                return found < 0 ? 0 : all.codePointCount(0, found) + 1L;
            };
        }
        return Operand.whole(DataType.INT, code, Operand.fixed(Interval.of(0, DataType.MOST_LENGTH), given), place);
    }

    private static String joined(Frame frame, Code.Text[] parts) {
        StringBuilder text = new StringBuilder();
        for (Code.Text part : parts) {
            text.append(part.at(frame));
        }
        return bounded(frame, text.toString());
    }

    private static Code.Text cut(String name, Operand[] given) {
        Code.Text text = given[0].text();
        Code.Whole last = given[given.length - 1].whole();
        switch (name) {
            case "LEFT":
                return frame -> part(frame, text.at(frame), 1, last.at(frame));
            case "RIGHT":
                return frame -> {
                    String all = text.at(frame);
                    long count = atLeastZero(frame, last.at(frame));
                    return part(frame, all, Math.max(1, length(all) - count + 1), count);
                };
            case "MID":
                Code.Whole length = given[1].whole();
                return frame -> part(frame, text.at(frame), last.at(frame), length.at(frame));
            case "DELETE":
                Code.Whole deleted = given[1].whole();
                return frame -> replaced(frame, text.at(frame), "", deleted.at(frame), last.at(frame));
            case "INSERT":
                Code.Text inserted = given[1].text();
                return frame -> replaced(frame, text.at(frame), inserted.at(frame), 0, last.at(frame) + 1);
            default:
                Code.Text other = given[1].text();
                Code.Whole count = given[2].whole();
                return frame -> replaced(frame, text.at(frame), other.at(frame), count.at(frame), last.at(frame));
        }
    }

    private static long atLeastZero(Frame frame, long count) {
        if (count < 0) {
            frame.invalid();
            return 0;
        }
        return count;
    }

    private static int length(String text) {
        return text.codePointCount(0, text.length());
    }

    /** Returns the characters from a position on, counted from 1. */
    private static String part(Frame frame, String text, long position, long count) {
        int all = length(text);
        if (position < 1) {
            frame.invalid();
        }
        int from = (int) Math.min(all, Math.max(0, position - 1));
        int to = (int) Math.min(all, from + Math.min(all, atLeastZero(frame, count)));
        return text.substring(text.offsetByCodePoints(0, from), text.offsetByCodePoints(0, to));
    }

    private static String replaced(Frame frame, String text, String other, long count, long position) {
        int all = length(text);
        if (position < 1 || position > all + 1L) {
            frame.invalid();
        }
        int from = (int) Math.min(all, Math.max(0, position - 1));
        int to = (int) Math.min(all, from + Math.min(all, atLeastZero(frame, count)));
        return bounded(
                frame,
                text.substring(0, text.offsetByCodePoints(0, from))
                        + other
                        + text.substring(text.offsetByCodePoints(0, to)));
    }

    /** No text grows beyond the longest that a variable can hold. */
    private static String bounded(Frame frame, String text) {
        return fitted(frame, text, DataType.MOST_LENGTH);
    }

    static String fitted(Frame frame, String text, int longest) {
        if (text.length() <= longest || length(text) <= longest) {
            return text;
        }
        frame.overflow();
        return text.substring(0, text.offsetByCodePoints(0, longest));
    }
}
