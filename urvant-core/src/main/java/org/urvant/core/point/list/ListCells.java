package org.urvant.core.point.list;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.urvant.core.point.ListForm;
import org.urvant.core.text.DecimalSign;

/** The cells of one row after the other, by the words of their columns. */
final class ListCells implements ListForm.Cells {
    static final int LONGEST_NAME = 200;

    private static final int LONGEST_TEXT = 1_000;
    private static final int MOST_KEPT = 10_000;
    private static final Pattern NUMBER = Pattern.compile("[+-]?\\d{1,40}([.,]\\d{1,40})?([eE][+-]?\\d{1,3})?");
    private static final int MOST_DIGITS = 9;

    private final ListRequest request;
    private final ListColumns headings;
    private final Map<String, Column> columns = new HashMap<>();
    private final List<String> known;
    private final int[] places;
    /** Numbers that were read: most lists have few different ones. */
    private final Map<String, BigDecimal> numbers = new HashMap<>();

    /** Where a column stands, -1 when it does not, and what counts where its cell is empty. */
    private record Column(int place, String assumed) {}

    private ListReader.Row row;
    /** Its cells without blanks around them. */
    private String[] texts = {};

    private final DecimalSign sign;
    /** Numbers of the table that may have a point between thousands, and the one of this row. */
    private final Set<String> doubtful = new HashSet<>();

    private String doubt;

    ListCells(ListRequest request, ListColumns headings) {
        this.request = request;
        this.headings = headings;
        this.sign = new DecimalSign(request.mayHaveDecimalComma());
        this.known = List.copyOf(headings.found());
        this.places = known.stream().mapToInt(headings::place).toArray();
    }

    /** Goes on to the next row. */
    void take(ListReader.Row next) {
        row = next;
        doubt = null;
        int size = next.cells().size();
        if (texts.length != size) {
            texts = new String[size];
        }
        for (int i = 0; i < size; i++) {
            texts[i] = next.cells().get(i).strip();
        }
    }

    /** Returns whether nothing stands in the row. */
    boolean isBlank() {
        for (String text : texts) {
            if (!text.isEmpty()) {
                return false;
            }
        }
        return true;
    }

    /** Refuses cells in which something stands that nobody can have meant. */
    void requireSound() {
        for (int i = 0; i < known.size(); i++) {
            requireSound(known.get(i), places[i]);
        }
    }

    private void requireSound(String column, int place) {
        String mistake = row.mistakes().isEmpty() ? null : row.mistakes().get(place);
        if (mistake != null) {
            throw new IllegalArgumentException(mistake);
        }
        String text = place < texts.length ? texts[place] : "";
        if (text.isEmpty()) {
            return;
        }
        if (text.charAt(0) == '=') {
            throw new IllegalArgumentException("the cell of '" + column + "' holds a formula, '" + brief(text) + "'");
        }
        if (text.length() > LONGEST_TEXT || column.equals(ListColumns.NAME) && text.length() > LONGEST_NAME) {
            throw new IllegalArgumentException("the cell of '" + column + "' has " + text.length() + " characters");
        }
        for (int i = 0; i < text.length(); i++) {
            char letter = text.charAt(i);
            if ((letter < ' ' || letter >= '\u007F' && letter < '\u00A0') && !column.equals(ListColumns.DESCRIPTION)) {
                throw new IllegalArgumentException("the cell of '" + column + "' holds a control character");
            }
        }
    }

    /** Returns a text that may be long for people. */
    static String brief(String text) {
        return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }

    /** Returns the number in the cell of a column, or empty when there is none. */
    Optional<BigDecimal> decimal(String column) {
        return number(column, text(column));
    }

    /** Returns the number that is in a cell, or a part of it; empty when there is none. */
    Optional<BigDecimal> number(String column, String cell) {
        String text = cell.replace('\u2212', '-');
        if (text.isEmpty() || text.equals("-")) {
            return Optional.empty();
        }
        BigDecimal read = numbers.get(text);
        if (read == null) {
            read = decimal(column, text);
        }
        if (!doubtful.isEmpty() && doubtful.contains(text)) {
            doubt = text;
        }
        return Optional.of(read);
    }

    /** Returns a number of the row that may have a point between thousands; empty when there is none. */
    Optional<String> doubt() {
        return Optional.ofNullable(doubt);
    }

    /** Returns what is to be said of such a number, when all rows are read; empty when others show what it means. */
    Optional<String> doubt(String number) {
        return sign.doubt(number);
    }

    private BigDecimal decimal(String column, String text) {
        if (!NUMBER.matcher(text).matches()) {
            throw new IllegalArgumentException(
                    "the cell of '" + column + "' holds '" + brief(text) + "', which is no number");
        }
        String plain;
        try {
            plain = sign.plain(text);
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException(
                    "the cell of '" + column + "' holds '" + text + "'; " + e.getMessage(), e);
        }
        if (sign.isLikeThousands(text)) {
            doubtful.add(text);
        }
        BigDecimal number = new BigDecimal(plain);
        if (numbers.size() < MOST_KEPT) {
            numbers.put(text, number);
        }
        return number;
    }

    @Override
    public int number(String column, int low, int high) {
        String text = text(column);
        int number = whole(text);
        if (number < low || number > high) {
            throw new IllegalArgumentException(
                    text.isEmpty()
                            ? "the cell of '" + column + "' is empty; expected a number from " + low + " to " + high
                            : "the cell of '" + column + "' holds '" + brief(text) + "'; expected a whole number from "
                                    + low + " to " + high);
        }
        return number;
    }

    /** Returns the number that a text of digits says; -1 for any other text. */
    private static int whole(String text) {
        int number = text.isEmpty() || text.length() > MOST_DIGITS ? -1 : 0;
        for (int i = 0; i < text.length() && number >= 0; i++) {
            char letter = text.charAt(i);
            number = letter >= '0' && letter <= '9' ? 10 * number + letter - '0' : -1;
        }
        return number;
    }

    @Override
    public String text(String column) {
        Column known = columns.get(column);
        if (known == null) {
            known = new Column(headings.place(column), request.assumed().getOrDefault(column, ""));
            columns.put(column, known);
        }
        int place = known.place;
        String text = place < 0 || place >= texts.length ? "" : texts[place];
        return text.isEmpty() ? known.assumed : text;
    }
}
