package org.urvant.cli;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;

/**
 * Lines up cells in columns and keeps within a width by cutting the widest columns first, with an ellipsis; a column of which
 * nothing may be lost goes on in the next line.
 */
final class Table {
    private static final int GAP = 2;
    private static final int NARROWEST = 8;

    private final List<String> headings;
    private final List<List<String>> rows = new ArrayList<>();
    private int whole = -1; // the column of which nothing may be lost

    Table(String... headings) {
        this.headings = List.of(headings);
    }

    /** Lets a column go on in the next line where it is too long, instead of being cut. */
    Table whole(String heading) {
        whole = headings.indexOf(heading);
        return this;
    }

    void row(Object... cells) {
        rows.add(Arrays.stream(cells).map(String::valueOf).toList());
    }

    boolean isEmpty() {
        return rows.isEmpty();
    }

    /** Returns the lines; numbers are aligned to the right. */
    List<String> lines(int width, Paint paint) {
        int columns = headings.size();
        int[] widths = new int[columns];
        boolean[] numbers = new boolean[columns];
        for (int i = 0; i < columns; i++) {
            int column = i;
            widths[i] = Math.max(
                    length(headings.get(i)),
                    rows.stream().mapToInt(row -> length(row.get(column))).max().orElse(0));
            numbers[i] = !rows.isEmpty() && rows.stream().allMatch(row -> isNumber(row.get(column)));
        }
        fit(widths, width - GAP * (columns - 1));
        List<String> lines = new ArrayList<>();
        lines.add(paint.faint(line(headings, widths, numbers)));
        for (List<String> row : rows) {
            List<String> parts = whole < 0 ? List.of() : parts(row.get(whole), widths[whole]);
            lines.add(line(parts.isEmpty() ? row : with(row, parts.get(0)), widths, numbers));
            List<String> blank = Collections.nCopies(columns, "");
            parts.stream().skip(1).forEach(part -> lines.add(line(with(blank, part), widths, numbers)));
        }
        return lines;
    }

    private List<String> with(List<String> row, String part) {
        List<String> other = new ArrayList<>(row);
        other.set(whole, part);
        return other;
    }

    /** The words of a text in lines of a width. */
    private static List<String> parts(String text, int width) {
        List<String> parts = new ArrayList<>();
        StringBuilder part = new StringBuilder();
        for (String word : text.split(" ")) {
            if (!part.isEmpty() && length(part.toString()) + 1 + length(word) > width) {
                parts.add(part.toString());
                part.setLength(0);
            }
            part.append(part.isEmpty() ? "" : " ").append(word);
        }
        parts.add(part.toString());
        return parts;
    }

    private static boolean isNumber(String cell) {
        return cell.chars().allMatch(c -> c >= '0' && c <= '9' || c == '.' || c == '-');
    }

    private static void fit(int[] widths, int room) {
        while (Arrays.stream(widths).sum() > room) {
            int widest = 0;
            for (int i = 1; i < widths.length; i++) {
                widest = widths[i] > widths[widest] ? i : widest;
            }
            if (widths[widest] <= NARROWEST) {
                return;
            }
            widths[widest]--;
        }
    }

    private static String line(List<String> cells, int[] widths, boolean[] numbers) {
        StringBuilder line = new StringBuilder();
        for (int i = 0; i < cells.size(); i++) {
            String cell = cut(cells.get(i), widths[i]);
            String pad = " ".repeat(widths[i] - length(cell));
            line.append(numbers[i] ? pad + cell : cell + pad).append(" ".repeat(GAP));
        }
        return line.toString().stripTrailing();
    }

    private static String cut(String cell, int width) {
        return length(cell) <= width ? cell : cell.substring(0, cell.offsetByCodePoints(0, width - 1)) + "…";
    }

    private static int length(String text) {
        return text.codePointCount(0, text.length());
    }
}
