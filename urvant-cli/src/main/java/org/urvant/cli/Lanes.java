package org.urvant.cli;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.logic.Simulation.Change;

/**
 * Draws changes as lanes over time: on as bars on a line, numbers as a line of seven heights, other values written where they
 * begin. A column in which a value was invalid is a cross, whatever the value; doubtful ones are coloured. A column in which a
 * signal was both on and off is a bar of half the width.
 */
final class Lanes {
    private static final int LONGEST_NAME = 34;
    private static final char LOST = '×';
    private static final Pattern OFF = Pattern.compile("▁+");
    private static final List<Integer> MARKS =
            List.of(1, 2, 5, 10, 20, 30, 60, 120, 300, 600, 1_200, 1_800, 3_600, 7_200, 10_800, 21_600, 43_200, 86_400);

    private Lanes() {}

    static List<String> lines(
            List<Change> changes, Instant start, Duration span, ZoneId where, int width, Paint paint) {
        Map<String, List<Change>> byName = new LinkedHashMap<>();
        changes.forEach(change ->
                byName.computeIfAbsent(change.name(), name -> new ArrayList<>()).add(change));
        Map<String, String> labels = new LinkedHashMap<>();
        byName.forEach((name, own) -> labels.put(name, label(name, own)));
        int label = labels.values().stream().mapToInt(String::length).max().orElse(0);
        int columns = Math.max(20, width - label - 2);
        double perColumn = Math.max(1, span.toNanos()) / (double) columns;
        List<String> lines = new ArrayList<>();
        boolean isLost =
                changes.stream().anyMatch(change -> change.value().quality().isInvalid());
        lines.add(" ".repeat(label + 2) + paint.faint(scale(start, span, where, columns)));
        byName.forEach((name, own) -> {
            Object first = own.get(0).value().value();
            String drawn = first instanceof Boolean
                    ? logical(own, start, perColumn, columns)
                    : first instanceof Double
                            ? drawn(own, start, perColumn, columns)
                            : written(own, start, perColumn, columns);
            String lane = crossed(drawn, own, start, perColumn);
            String shown = labels.get(name);
            lines.add(shown + " ".repeat(label - shown.length() + 2) + painted(lane, own, start, perColumn, paint));
        });
        if (isLost) {
            lines.add(" ".repeat(label + 2) + paint.faint(LOST + " the value is invalid"));
        }
        return lines;
    }

    private static String crossed(String lane, List<Change> own, Instant start, double perColumn) {
        char[] letters = lane.toCharArray();
        for (int i = 0; i < own.size(); i++) {
            if (own.get(i).value().quality().isInvalid()) {
                int from = column(own.get(i).at(), start, perColumn, letters.length);
                int to = i + 1 < own.size()
                        ? column(own.get(i + 1).at(), start, perColumn, letters.length)
                        : letters.length;
                Arrays.fill(letters, from, Math.max(to, from + 1), LOST);
            }
        }
        return new String(letters);
    }

    /** Returns the numbers that count for the scale: those that are not invalid, or all when all are. */
    private static List<Double> numbers(List<Change> own) {
        List<Double> sound = own.stream()
                .filter(change -> !change.value().quality().isInvalid())
                .map(change -> (Double) change.value().value())
                .toList();
        return sound.isEmpty()
                ? own.stream().map(change -> (Double) change.value().value()).toList()
                : sound;
    }

    /** A name, cut in front where it is long; a number's with its least and greatest value. */
    private static String label(String name, List<Change> own) {
        String shown = name.length() > LONGEST_NAME ? "…" + name.substring(name.length() - LONGEST_NAME + 1) : name;
        if (!(own.get(0).value().value() instanceof Double)) {
            return shown;
        }
        return shown + " " + TrialView.number(least(own)) + "…" + TrialView.number(greatest(own));
    }

    private static double least(List<Change> own) {
        return Collections.min(numbers(own));
    }

    private static double greatest(List<Change> own) {
        return Collections.max(numbers(own));
    }

    /** Off is faint, and what is not of good quality has the colour of warnings. */
    private static String painted(String lane, List<Change> own, Instant start, double perColumn, Paint paint) {
        StringBuilder painted = new StringBuilder();
        int from = 0;
        for (int i = 0; i < own.size(); i++) {
            int to = i + 1 < own.size() ? column(own.get(i + 1).at(), start, perColumn, lane.length()) : lane.length();
            if (to > from) {
                String part = lane.substring(from, to);
                painted.append(
                        own.get(i).value().quality().isGood()
                                ? OFF.matcher(part)
                                        .replaceAll(run -> Matcher.quoteReplacement(paint.faint(run.group())))
                                : paint.warn(part));
                from = to;
            }
        }
        return painted.toString().stripTrailing();
    }

    /** Numbers as a line of seven heights between the least and the greatest. */
    private static String drawn(List<Change> own, Instant start, double perColumn, int columns) {
        double least = least(own);
        double range = Math.max(Double.MIN_NORMAL, greatest(own) - least);
        StringBuilder lane = new StringBuilder();
        int next = 0;
        for (int at = 0; at < columns; at++) {
            while (next + 1 < own.size() && column(own.get(next + 1).at(), start, perColumn, columns) <= at) {
                next++;
            }
            double value = (Double) own.get(next).value().value();
            double height = Math.max(0, Math.min(1, (value - least) / range)); // an invalid one may lie outside
            lane.append("▁▂▃▄▅▆▇".charAt((int) Math.round(height * 6)));
        }
        return lane.toString();
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
            lane.append(on[at] && off[at] ? '▌' : on[at] ? '▄' : '▁');
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
            String text = "│" + TrialView.value(own.get(i));
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
