package org.urvant.cli;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.logic.Simulation.Change;

/**
 * Draws changes as lanes over time: on and off as a line above or below, other values written where they begin. A column in which
 * a signal was both on and off is a full block.
 */
final class Lanes {
    private static final int LONGEST_NAME = 34;
    private static final List<Integer> MARKS =
            List.of(1, 2, 5, 10, 20, 30, 60, 120, 300, 600, 1_200, 1_800, 3_600, 7_200, 10_800, 21_600, 43_200, 86_400);

    private Lanes() {}

    static List<String> lines(
            List<Change> changes, Instant start, Duration span, ZoneId where, int width, Paint paint) {
        Map<String, List<Change>> byName = new LinkedHashMap<>();
        changes.forEach(change ->
                byName.computeIfAbsent(change.name(), name -> new ArrayList<>()).add(change));
        int label = Math.min(
                LONGEST_NAME,
                byName.keySet().stream().mapToInt(String::length).max().orElse(0));
        int columns = Math.max(20, width - label - 2);
        double perColumn = Math.max(1, span.toNanos()) / (double) columns;
        List<String> lines = new ArrayList<>();
        lines.add(" ".repeat(label + 2) + paint.faint(scale(start, span, where, columns)));
        byName.forEach((name, own) -> {
            String shown = name.length() > label ? "…" + name.substring(name.length() - label + 1) : name;
            String lane = own.get(0).value().value() instanceof Boolean
                    ? logical(own, start, perColumn, columns)
                    : written(own, start, perColumn, columns);
            lines.add(shown + " ".repeat(label - shown.length() + 2) + lane.stripTrailing());
        });
        return lines;
    }

    private static int column(Instant at, Instant start, double perColumn, int columns) {
        return (int) Math.min(columns - 1, Duration.between(start, at).toNanos() / perColumn);
    }

    private static String logical(List<Change> own, Instant start, double perColumn, int columns) {
        boolean[] on = new boolean[columns];
        boolean[] off = new boolean[columns];
        for (int i = 0; i < own.size(); i++) {
            int from = column(own.get(i).at(), start, perColumn, columns);
            int to = i + 1 < own.size() ? column(own.get(i + 1).at(), start, perColumn, columns) : columns - 1;
            boolean isOn = Boolean.TRUE.equals(own.get(i).value().value());
            for (int at = from; at <= to; at++) {
                // The column of the next change belongs to it too, so that no state is lost; a state that lasts longer
                // owns it.
                boolean isShared = at == to && i + 1 < own.size() && from != to;
                if (!isShared) {
                    (isOn ? on : off)[at] = true;
                }
            }
        }
        StringBuilder lane = new StringBuilder();
        for (int at = 0; at < columns; at++) {
            lane.append(on[at] && off[at] ? '█' : on[at] ? '▀' : '▁');
        }
        return lane.toString();
    }

    /** A value is written where it begins, as far as there is room before the next one. */
    private static String written(List<Change> own, Instant start, double perColumn, int columns) {
        StringBuilder lane = new StringBuilder(" ".repeat(columns));
        for (int i = 0; i < own.size(); i++) {
            int from = column(own.get(i).at(), start, perColumn, columns);
            int to = i + 1 < own.size() ? column(own.get(i + 1).at(), start, perColumn, columns) : columns;
            boolean isSame = i > 0
                    && own.get(i).value().value().equals(own.get(i - 1).value().value());
            if (to <= from || isSame) {
                continue;
            }
            String text = "│" + TryCommand.value(own.get(i));
            boolean isNumber = own.get(i).value().value() instanceof Number;
            String cut = text.length() <= to - from
                    ? text
                    : isNumber || to - from < 3
                            ? "│"
                            : text.substring(0, to - from - 1) + "…"; // half a number misleads
            lane.replace(from, from + cut.length(), cut);
        }
        return lane.toString();
    }

    private static String scale(Instant start, Duration span, ZoneId where, int columns) {
        double seconds = Math.max(1e-9, span.toNanos() / 1e9);
        double least = seconds / columns * 9;
        int step = MARKS.stream()
                .filter(mark -> mark >= least)
                .findFirst()
                .orElse((int) Math.ceil(least / 86_400) * 86_400);
        DateTimeFormatter form = DateTimeFormatter.ofPattern(step < 60 ? "HH:mm:ss" : "HH:mm", Locale.ROOT);
        StringBuilder scale = new StringBuilder(" ".repeat(columns + 10));
        for (long at = 0; at <= seconds; at += step) {
            int column = (int) Math.min(columns - 1, at / seconds * columns);
            String text = "╷" + form.format(start.plusSeconds(at).atZone(where));
            if (column + text.length() <= columns) {
                scale.replace(column, column + text.length(), text);
            }
        }
        return scale.toString().stripTrailing();
    }
}
