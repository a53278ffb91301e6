package org.urvant.core.logic;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.urvant.core.language.Mistake;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.language.Term;
import org.urvant.core.language.TextPlace;
import org.urvant.core.range.Interval;

/**
 * One expression of Structured Text over named values, such as {@code x / 1000} or {@code PAIR(x1, x2)}: type-checked, with the
 * range of what it gives. It runs as a program that has the result as its output {@value #RESULT}. Immutable.
 */
public final class Transform {
    /** Greatest length of the text in characters. */
    public static final int LONGEST = 2_000;
    /** Name of the output with the result. */
    public static final String RESULT = "result_of_row";

    private static final String PAIR = "PAIR";
    private static final int LINES_BEFORE = 3;

    private final String text;
    private final boolean isPair;
    private final DataType type;
    private final Logic logic;

    private Transform(String text, boolean isPair, DataType type, Logic logic) {
        this.text = text;
        this.isPair = isPair;
        this.type = type;
        this.logic = logic;
    }

    /**
     * Reads an expression; empty when it has mistakes, and then all of them were reported, with places in the text.
     *
     * @param values what it is calculated from
     * @param otherNames further names of these values
     */
    public static Optional<Transform> read(
            String text, List<Signal> values, Map<String, String> otherNames, Consumer<Mistake> mistakes) {
        List<Mistake> found = new ArrayList<>();
        Optional<Term> term = SyntaxReader.expression(text, LONGEST, found::add);
        SyntaxReader.names(text).stream()
                .filter(name -> name.text().equalsIgnoreCase(RESULT))
                .forEach(name -> found.add(new Mistake(
                        name.place(),
                        "the result cannot be used in its own calculation",
                        "Write a program of the device for that.")));
        if (term.isEmpty() || !found.isEmpty()) {
            found.forEach(mistakes);
            return Optional.empty();
        }
        boolean isPair = term.get() instanceof Term.Call call && call.function().equalsIgnoreCase(PAIR);
        Map<DataType, List<Mistake>> tries = new LinkedHashMap<>();
        for (DataType type : List.of(DataType.BOOL, DataType.LINT, DataType.LREAL)) {
            List<Mistake> wrong = new ArrayList<>();
            Optional<Logic> logic = Logic.read(
                    List.of(LogicSource.of("transform", program(text, type))),
                    values,
                    otherNames,
                    (source, mistake) -> wrong.add(mistake));
            if (logic.isPresent()) {
                return Optional.of(new Transform(text.strip(), isPair, type, logic.get()));
            }
            tries.put(type, wrong);
        }
        // what is wrong whatever the result may be, and not that it is of another type
        tries.values().stream()
                .min((a, b) -> Integer.compare(a.size(), b.size()))
                .orElseThrow()
                .forEach(mistake -> mistakes.accept(named(moved(mistake), text, values, otherNames)));
        return Optional.empty();
    }

    /** Nothing can be declared in a single expression, so that for a name that is not known those that are help. */
    private static Mistake named(Mistake mistake, String text, List<Signal> values, Map<String, String> otherNames) {
        List<String> known = Stream.concat(
                        otherNames.keySet().stream(), values.stream().map(Signal::name))
                .toList();
        boolean isUnknown = SyntaxReader.names(text).stream()
                .filter(name -> name.place().equals(mistake.place()))
                .anyMatch(name -> known.stream().noneMatch(name.text()::equalsIgnoreCase)
                        && Functions.named(name.text().toUpperCase(Locale.ROOT)).isEmpty());
        return isUnknown
                ? new Mistake(mistake.place(), mistake.message(), "Known: " + String.join(", ", known) + ".")
                : mistake;
    }

    private static String program(String text, DataType type) {
        return "PROGRAM row\nVAR_OUTPUT " + RESULT + " : " + type.name() + "; END_VAR\n" + RESULT + " :=\n" + text
                + "\n;\nEND_PROGRAM";
    }

    private static Mistake moved(Mistake mistake) {
        return new Mistake(moved(mistake.place()), mistake.message(), mistake.remedy());
    }

    private static TextPlace moved(TextPlace place) {
        return new TextPlace(Math.max(1, place.line() - LINES_BEFORE), place.column());
    }

    /** Returns the expression as it was written. */
    public String text() {
        return text;
    }

    /** Returns whether its result changes with time, though nothing that it reads does. */
    public boolean isTimed() {
        return SyntaxReader.names(text).stream().anyMatch(name -> name.text().equalsIgnoreCase(QualityFunctions.AGE));
    }

    /** Returns whether it makes a double point of two contacts. */
    public boolean isPair() {
        return isPair;
    }

    /** Returns whether the result is on or off. */
    public boolean isLogical() {
        return type == DataType.BOOL;
    }

    /** Returns whether the result is a whole number. */
    public boolean isWhole() {
        return type == DataType.LINT;
    }

    /** Returns what the result can be; every number where that is not known. */
    public Interval range() {
        return isLogical() ? Interval.of(0, 1) : logic.range(RESULT);
    }

    /** Returns what is probably not meant, such as a divisor that can be zero; places are in the text. */
    public List<Remark> remarks() {
        return logic.remarks().stream()
                .map(remark -> new Remark(
                        remark.kind(), remark.source(), moved(remark.place()), remark.message(), remark.remedy()))
                .toList();
    }

    /** Returns the program. */
    public Logic logic() {
        return logic;
    }
}
