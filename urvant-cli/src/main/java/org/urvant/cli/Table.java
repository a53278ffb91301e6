package org.urvant.cli;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * Lines up cells in columns and keeps within a width by cutting the widest columns first, with an ellipsis; a column of which
 * nothing may be lost goes on in the next line.
 */
final class Table {
    private static final int GAP = 2;
    private static final int NARROWEST = 8;

    private final List<String> headings;
    private final List<List<String>> rows = new ArrayList<>();
    private final Set<Integer> whole = new TreeSet<>(); // columns of which nothing may be lost

    Table(String... headings) {
        this.headings = List.of(headings);
    }

    /** Lets columns go on in the next line where they are too long, instead of being cut. */
    Table whole(String... titles) {
        Arrays.stream(titles).map(headings::indexOf).forEach(whole::add);
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
            List<String> rest = row;
            do {
                List<String> next = new ArrayList<>(Collections.nCopies(columns, ""));
                List<String> now = new ArrayList<>(rest);
                for (int column : whole) {
                    List<String> parts = parts(rest.get(column), widths[column]);
                    now.set(column, parts.get(0));
                    next.set(column, String.join(" ", parts.subList(1, parts.size())));
                }
                lines.add(line(now, widths, numbers));
                rest = next;
            } while (!rest.stream().allMatch(String::isEmpty));
        }
        return lines;
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
