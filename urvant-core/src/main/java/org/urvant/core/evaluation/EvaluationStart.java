package org.urvant.core.evaluation;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.urvant.core.logic.Transform;

/** Lays the rows of an evaluator out for a run. */
final class EvaluationStart {
    private final List<Boolean> areReal;
    private final List<Evaluator.Row> rows;
    private final Evaluator.Receiver receiver;
    private final List<Integer> reals; // numbers of the rows that pass numbers with fractions on, by source
    private final RealPassings direct;

    EvaluationStart(List<Boolean> areReal, List<Evaluator.Row> rows, Evaluator.Receiver receiver) {
        this.areReal = areReal;
        this.rows = rows;
        this.receiver = receiver;
        List<List<Integer>> bySource = lists(areReal.size() + 1);
        for (int i = 0; i < rows.size(); i++) {
            if (isReal(rows.get(i))) {
                bySource.get(isDirect(rows.get(i)) ? first(rows.get(i)) : areReal.size())
                        .add(i);
            }
        }
        this.reals = bySource.stream().flatMap(List::stream).toList();
        this.direct = new RealPassings(
                reals, reals.stream().map(row -> rows.get(row).treatment()).toList(), receiver);
    }

    private static int first(Evaluator.Row row) {
        return row.sources().get(0);
    }

    private boolean isDirect(Evaluator.Row row) {
        return row.transform().isEmpty() && areReal.get(first(row));
    }

    /** Returns whether what a row passes on are numbers with fractions. */
    private boolean isReal(Evaluator.Row row) {
        boolean isCalculatedReal = row.transform().map(Calculation::isReal).orElseGet(() -> areReal.get(first(row)));
        return isCalculatedReal
                || !row.treatment().isUnscaled() && !row.treatment().keepsWholes();
    }

    Evaluation evaluation() {
        int[] places = new int[rows.size()];
        IntStream.range(0, reals.size()).forEach(i -> places[reals.get(i)] = i);
        int[] counts = new int[areReal.size()];
        List<List<Passing>> passings = lists(areReal.size());
        List<List<Calculation>> calculations = lists(areReal.size());
        List<WholePassing> delayed = new ArrayList<>();
        List<Calculation> timed = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            Evaluator.Row row = rows.get(i);
            Passing passing =
                    isReal(row) ? new RealPassing(direct, places[i]) : new WholePassing(i, row.treatment(), receiver);
            if (isDirect(row)) {
                counts[first(row)]++;
            } else if (row.transform().isEmpty()) {
                passings.get(first(row)).add(passing);
            } else {
                Calculation made =
                        new Calculation(row.sources(), row.transform().get(), passing);
                row.sources().stream()
                        .distinct()
                        .forEach(source -> calculations.get(source).add(made));
                row.transform().filter(Transform::isTimed).ifPresent(transform -> timed.add(made));
            }
            if (passing instanceof WholePassing whole
                    && !row.treatment().delay().isZero()) {
                delayed.add(whole);
            }
        }
        int[] firsts = new int[areReal.size() + 1];
        IntStream.range(0, counts.length).forEach(source -> firsts[source + 1] = firsts[source] + counts[source]);
        return new Evaluation(direct, firsts, passings, calculations, delayed, timed, rows.size());
    }

    private static <T> List<List<T>> lists(int count) {
        return IntStream.range(0, count)
                .<List<T>>mapToObj(i -> new ArrayList<>())
                .toList();
    }
}
