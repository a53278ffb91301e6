package org.urvant.core.point.list;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.urvant.core.point.ListForm;
import org.urvant.core.point.PlacedPoint;

/**
 * Registers of a point that somebody read once: they show whether order, type and factor are right (calculations F9).
 *
 * @param shown what they are worth, for people
 * @param misfit why they cannot be meant; empty where they can
 */
record ListExample(String shown, Optional<String> misfit) {
    private static final Pattern WORD = Pattern.compile("[0-9A-Fa-f]{1,4}");

    /**
     * Returns what registers are worth in a point.
     *
     * @param text hexadecimal words
     * @throws IllegalArgumentException when they are none, or not as many as the point takes
     */
    static ListExample of(String text, ListForm form, PlacedPoint point, Measure measure) {
        List<Integer> words = words(text);
        Optional<String> characters = form.characters(point, words);
        if (characters.isPresent()) {
            return new ListExample(text + " is '" + characters.get() + "'", Optional.empty());
        }
        Map<String, BigDecimal> decoded = form.decoded(point, words);
        List<String> shown = new ArrayList<>();
        List<String> fitting = new ArrayList<>();
        decoded.forEach((order, raw) -> {
            BigDecimal value = measure.value(raw).round(MathContext.DECIMAL128);
            shown.add((shown.isEmpty() ? "" : order + " ") + shown(value));
            if (measure.range().contains(value)) {
                fitting.add(order);
            }
        });
        boolean fits = fitting.contains(decoded.keySet().iterator().next());
        return new ListExample(
                text + " is " + shown.get(0)
                        + (measure.unit().isEmpty() ? "" : " " + measure.unit())
                        + (shown.size() > 1 ? " (" + String.join(", ", shown.subList(1, shown.size())) + ")" : ""),
                fits
                        ? Optional.empty()
                        : Optional.of("the example " + text + " is " + shown.get(0) + " in " + point.text()
                                + ", outside " + measure.range()
                                + (fitting.isEmpty()
                                        ? ""
                                        : "; it would fit in the order " + String.join(" or ", fitting))));
    }

    private static List<Integer> words(String text) {
        List<Integer> words = new ArrayList<>();
        for (String word : text.replaceAll("0[xX]", " ").strip().split("[\\s,;]+")) {
            if (!WORD.matcher(word).matches()) {
                throw new IllegalArgumentException("the example '" + ListCells.brief(text)
                        + "' is not of hexadecimal words of four digits, such as 41A0 0000");
            }
            words.add(Integer.parseInt(word, 16));
        }
        return words;
    }

    private static String shown(BigDecimal value) {
        BigDecimal plain = value.signum() == 0 ? BigDecimal.ZERO : value.stripTrailingZeros();
        return plain.scale() < 0 && plain.precision() - plain.scale() <= 20 ? plain.toPlainString() : plain.toString();
    }
}
