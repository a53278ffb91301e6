package org.urvant.core.logic;

import java.util.List;
import org.urvant.core.language.TextPlace;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;

/** The functions on what travels with a value: its quality and its time. The standard has none. */
final class QualityFunctions {
    /** Name of the function whose result changes though nothing that it reads does. */
    static final String AGE = "AGE";

    private static final long SECOND = 1_000_000_000L;

    private QualityFunctions() {}

    static List<FunctionKind> kinds() {
        return List.of(
                FunctionKind.of(
                                "IS_GOOD(x)",
                                "whether the quality of x is good",
                                1,
                                (all, given, place) -> isNot(Quality.QUESTIONABLE, settled(all, given), place))
                        .beyondTheStandard(),
                FunctionKind.of(
                                "HAS_VALUE(x)",
                                "whether x is not invalid",
                                1,
                                (all, given, place) -> isNot(Quality.INVALID, settled(all, given), place))
                        .beyondTheStandard(),
                FunctionKind.of(
                                AGE + "(x)",
                                "whole seconds since the newest of what x is made of had its value at the source; 0 for a time to"
                                        + " come",
                                1,
                                (all, given, place) -> age(settled(all, given), place))
                        .beyondTheStandard());
    }

    private static Operand settled(Functions all, List<Operand> given) {
        return all.compiler().settled(given.get(0));
    }

    private static Operand isNot(int bad, Operand operand, TextPlace place) {
        if (operand.isBad()) {
            return operand;
        }
        Code.Act evaluated = Functions.evaluation(operand);
        return Operand.logical(
                frame -> {
                    int before = frame.quality;
                    frame.quality = 0;
                    evaluated.run(frame);
                    boolean holds = (frame.quality & bad) != bad;
                    frame.quality = before;
                    return holds ? 1 : 0;
                },
                place,
                operand);
    }

    /** How old a value is, is known however bad the value itself may be, and is of now. */
    private static Operand age(Operand operand, TextPlace place) {
        if (operand.isBad()) {
            return operand;
        }
        Code.Act evaluated = Functions.evaluation(operand);
        Interval seconds = Interval.of(0, DataType.UDINT.most());
        return Operand.whole(
                DataType.UDINT,
                frame -> {
                    int qualityBefore = frame.quality;
                    long timeBefore = frame.time;
                    frame.time = Frame.NO_TIME;
                    evaluated.run(frame);
                    long since = frame.time;
                    frame.quality = qualityBefore;
                    frame.time = Math.max(timeBefore, frame.now);
                    if (since == Frame.NO_TIME) {
                        return 0; // constants alone
                    }
                    if (since == 0) { // an input that never had a value
                        frame.invalid();
                        return 0;
                    }
                    long age = Math.max(0, Math.floorDiv(frame.now - since, SECOND));
                    frame.changesAt(since + (age + 1) * SECOND);
                    return Math.min(age, DataType.UDINT.most());
                },
                Operand.fixed(seconds, operand),
                place);
    }
}
