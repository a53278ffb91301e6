package org.urvant.file;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;

/** What a person is told of a file that the library cannot read as CSV. */
final class CsvRefusal {
    private static final Pattern TOLD = Pattern.compile("(?s).*\\((?:start)?line (\\d{1,9})\\)(.*)");

    /** The library tells the place in two ways. */
    private static final Pattern TOLD_AFTER = Pattern.compile("(?s).*at line: (.{1,20}), position.*");

    private CsvRefusal() {}

    /** Returns the refusal of a file, with the line where what cannot be read began. */
    static MalformedInputException of(String shownAs, Exception cause) {
        Matcher told = TOLD.matcher(String.valueOf(cause.getMessage()));
        Matcher after = TOLD_AFTER.matcher(String.valueOf(cause.getMessage()));
        if (after.matches()) {
            return refusal(
                    Position.line(shownAs, grouped(after.group(1))), "something stands beside a quotation mark", cause);
        }
        boolean isPlaced = told.matches();
        Position position = isPlaced ? Position.line(shownAs, Integer.parseInt(told.group(1))) : Position.in(shownAs);
        String message = !isPlaced
                ? "it cannot be read as a table"
                : told.group(2).contains("EOF")
                        ? "a quotation mark opens here and never closes"
                        : "something stands beside a quotation mark";
        return refusal(position, message, cause);
    }

    /** Returns a number that is written as people of some country do: digits of theirs, with their sign between thousands. */
    private static int grouped(String text) {
        return text.chars()
                .filter(Character::isDigit)
                .map(letter -> Character.digit(letter, 10))
                .reduce(0, (number, digit) -> 10 * number + digit);
    }

    private static MalformedInputException refusal(Position position, String message, Exception cause) {
        return new MalformedInputException(
                position, "not CSV: " + message, "Write \"a text\" whole in quotation marks, or without any.", cause);
    }
}
