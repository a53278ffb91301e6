package org.urvant.core.point.list;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.urvant.core.finding.Rule;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;
import org.urvant.core.text.NearestName;
import org.urvant.core.unit.Unit;

/** Reads what rows say of the values of their points. Most lists say few different things, and rows share what is theirs. */
final class ListMeasures {
    private static final int MOST_KEPT = 10_000;
    private static final List<String> COLUMNS = List.of(
            ListColumns.UNIT,
            ListColumns.DIVISOR,
            ListColumns.FACTOR,
            ListColumns.OFFSET,
            ListColumns.LEAST,
            ListColumns.MOST,
            ListColumns.DEFAULT);

    private static final Pattern SIGNED = Pattern.compile("([xX×*]|(?:1\\s*)?[/÷])\\s*(\\S.*)");

    private static final Map<String, String> STATES = Map.of("off", "0", "false", "0", "on", "1", "true", "1");

    private final ListCells cells;
    private final BiConsumer<Rule, String> report;
    private final Map<Said, Measure> known = new HashMap<>();
    private final Set<String> units = new HashSet<>(); // that are not known, and were told

    /** What a row says of its values, and what its point can hold. */
    private static final class Said {
        private final String[] texts;
        private final Shape held;

        private Said(String[] texts, Shape held) {
            this.texts = texts;
            this.held = held;
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Said said && Arrays.equals(said.texts, texts) && said.held.equals(held);
        }

        /** Without the ends of ranges, whose sums are costly. */
        @Override
        public int hashCode() {
            return Arrays.hashCode(texts);
        }
    }

    /** @param report takes what is found in a row that can be read */
    ListMeasures(ListCells cells, BiConsumer<Rule, String> report) {
        this.cells = cells;
        this.report = report;
    }

    /**
     * Returns what the row in the cells says.
     *
     * @param held what its point can hold
     * @throws IllegalArgumentException when that cannot be
     */
    Measure of(Shape held) {
        String[] texts = new String[COLUMNS.size()];
        for (int i = 0; i < texts.length; i++) {
            texts[i] = cells.text(COLUMNS.get(i));
        }
        Said said = new Said(texts, held);
        Measure before = known.get(said);
        if (before != null) {
            return before;
        }
        Measure measure = read(held);
        boolean isWithin = !measure.range().isBounded() || values(measure, held).contains(measure.range());
        if (!isWithin) {
            report.accept(
                    ListRules.RANGE_BEYOND_TYPE,
                    "values are to reach from " + measure.range().low().toPlainString() + " to "
                            + measure.range().high().toPlainString() + "; the point holds " + values(measure, held));
        }
        unit(measure.unit());
        Optional<String> misfit = misfit(measure, held);
        misfit.ifPresent(message -> report.accept(ListRules.DEFAULT_OUT_OF_RANGE, message));
        boolean isDoubtful = cells.doubt().isPresent(); // each such row is told
        if (!isWithin || misfit.isPresent() || isDoubtful) {
            return measure; // and told again of the next row that says so
        }
        if (known.size() < MOST_KEPT) {
            known.put(said, measure);
        }
        return measure;
    }

    /** Units differ by their case (mW and MW), so one in another case is told, once, and never taken for the one that is near. */
    private void unit(String symbol) {
        if (symbol.isEmpty() || Unit.of(symbol).isPresent() || !units.add(symbol)) {
            return;
        }
        List<String> all = Stream.of(Unit.values()).map(Unit::symbol).toList();
        List<String> near = all.stream().filter(symbol::equalsIgnoreCase).toList();
        boolean isCase = !near.isEmpty();
        if (!isCase && symbol.length() > 2) { // of two letters, nearly every one is near
            near = NearestName.of(symbol, all).stream().toList();
        }
        report.accept(
                isCase ? ListRules.UNIT_UNKNOWN : ListRules.UNIT_NOT_CONVERTED,
                "'" + symbol + "' is no unit that is known, so values in it are never converted"
                        + (near.isEmpty() ? "" : "; did you mean " + String.join(" or ", near) + "?"));
    }

    private static Interval values(Measure measure, Shape held) {
        return measure.values(held.range());
    }

    /** Returns what keeps the point from having its default value. */
    private static Optional<String> misfit(Measure measure, Shape held) {
        if (measure.preset().isEmpty() || !held.isNumber()) {
            return Optional.empty();
        }
        BigDecimal preset = new BigDecimal(measure.preset());
        Interval range = measure.range().isBounded() ? measure.range() : values(measure, held);
        if (range.isBounded() && !range.contains(preset)) {
            return Optional.of("the default " + measure.preset() + " lies outside " + range);
        }
        boolean isBetween = held.form() != Form.REAL
                && preset.subtract(measure.offset()).remainder(measure.factor()).signum() != 0;
        return isBetween
                ? Optional.of("the default " + measure.preset() + " lies between two steps of "
                        + measure.factor().abs().toPlainString())
                : Optional.empty();
    }

    private String preset(Shape held) {
        String text = cells.text(ListColumns.DEFAULT);
        if (text.isEmpty() || text.equals("-") || held.form() == Form.TEXT) {
            return text.equals("-") ? "" : text;
        }
        if (held.isNumber()) {
            return cells.decimal(ListColumns.DEFAULT).orElseThrow().toPlainString();
        }
        String word = text.toLowerCase(Locale.ROOT);
        String state = STATES.getOrDefault(word, word);
        Interval states = held.range().isBounded() ? held.range() : Interval.of(0, 1);
        if (!state.matches("-?\\d{1,3}") || !states.contains(new BigDecimal(state))) {
            throw new IllegalArgumentException("the cell of '" + ListColumns.DEFAULT + "' holds '"
                    + ListCells.brief(text) + "'; expected a state, " + states);
        }
        return state;
    }

    /** Returns the factor, which may have its sign before it: {@code x 0.1}, {@code /10}, {@code 1/10}. */
    private Optional<BigDecimal> factor() {
        String text = cells.text(ListColumns.FACTOR);
        Matcher signed = SIGNED.matcher(text);
        if (!signed.matches()) {
            return cells.decimal(ListColumns.FACTOR);
        }
        Optional<BigDecimal> number = cells.number(ListColumns.FACTOR, signed.group(2));
        boolean isDivision = signed.group(1).endsWith("/") || signed.group(1).endsWith("÷");
        if (isDivision && number.filter(divisor -> divisor.signum() == 0).isPresent()) {
            throw new IllegalArgumentException("the divisor is 0");
        }
        return isDivision ? number.map(Measure::factorOf) : number;
    }

    private Measure read(Shape held) {
        String unit = cells.text(ListColumns.UNIT);
        unit = unit.equals("-") ? "" : unit;
        Optional<BigDecimal> divisor = cells.decimal(ListColumns.DIVISOR);
        Optional<BigDecimal> factor = factor();
        if (divisor.isPresent() && factor.isPresent()) {
            throw new IllegalArgumentException("the row has a factor and a divisor");
        }
        if (divisor.filter(number -> number.signum() == 0).isPresent()) {
            throw new IllegalArgumentException("the divisor is 0");
        }
        BigDecimal by = divisor.map(Measure::factorOf).or(() -> factor).orElse(BigDecimal.ONE);
        BigDecimal offset = cells.decimal(ListColumns.OFFSET).orElse(BigDecimal.ZERO);
        String preset = preset(held);
        Measure plain = new Measure(unit, by, offset, Interval.ALL, preset);
        boolean isNumber = held.isNumber();
        Optional<BigDecimal> least = cells.decimal(ListColumns.LEAST);
        Optional<BigDecimal> most = cells.decimal(ListColumns.MOST);
        if (!isNumber
                && (!plain.isPlain()
                        || Stream.of(least, most).flatMap(Optional::stream).anyMatch(end -> !isState(held, end)))) {
            throw new IllegalArgumentException("what is no number has neither factor, offset nor range");
        }
        if (!isNumber && Unit.of(unit).isPresent()) {
            throw new IllegalArgumentException("what is no number has no unit, and the row has " + unit);
        }
        if (!isNumber || least.isEmpty() && most.isEmpty()) {
            return plain;
        }
        if (least.isEmpty() || most.isEmpty()) {
            throw new IllegalArgumentException("the row has only one end of the range; give both or none");
        }
        if (least.get().compareTo(most.get()) > 0) {
            throw new IllegalArgumentException(
                    "the least value is " + least.get() + ", above the greatest of " + most.get());
        }
        Interval range = new Interval(least.get(), most.get());
        return new Measure(unit, by, offset, range, preset);
    }

    private static boolean isState(Shape held, BigDecimal least) {
        Interval states = held.range().isBounded() ? held.range() : Interval.of(0, 1);
        return states.contains(least) || least.signum() == 0;
    }
}
