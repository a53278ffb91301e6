package org.urvant.core.logic;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.language.TextPlace;
import org.urvant.core.logic.DataType.Family;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;

/** The functions that choose (IEC 61131-3, table 32): only what is chosen counts for quality and time. */
final class Selections {
    private final Compiler compiler;

    private Selections(Compiler compiler) {
        this.compiler = compiler;
    }

    static List<FunctionKind> kinds() {
        return List.of(
                FunctionKind.of(
                                "SEL(condition, otherwise, when true)",
                                "one of two values",
                                3,
                                (all, given, place) -> of(all).chosenBy(DataType.BOOL, given, place))
                        .transparent(),
                FunctionKind.of(
                                "MUX(n, value 0, value 1, …)",
                                "the value with number n, counted from 0",
                                3,
                                Functions.OPEN,
                                (all, given, place) -> of(all).chosenBy(DataType.LINT, given, place))
                        .transparent(),
                ordered("MAX(a, b, …)", "greatest value", 2, Functions.OPEN),
                ordered("MIN(a, b, …)", "least value", 2, Functions.OPEN),
                ordered("LIMIT(least, x, most)", "x kept within its limits", 3, 3),
                FunctionKind.of(
                                "VALUE_OR(x, y)",
                                "x, or y marked as substituted when x is invalid",
                                2,
                                (all, given, place) -> {
                                    List<Operand> values = all.compiler().unified(given, place);
                                    return values.isEmpty() ? Operand.bad(place) : of(all).valueOr(values, place);
                                })
                        .transparent()
                        .beyondTheStandard());
    }

    private static FunctionKind ordered(String form, String meaning, int least, int most) {
        String name = form.substring(0, form.indexOf('('));
        return FunctionKind.of(form, meaning, least, most, (all, given, place) -> of(all).inOrder(name, given, place))
                .transparent();
    }

    private static Selections of(Functions functions) {
        return new Selections(functions.compiler());
    }

    private Operand chosenBy(DataType type, List<Operand> arguments, TextPlace place) {
        List<Operand> values = compiler.unified(arguments.subList(1, arguments.size()), place);
        if (values.isEmpty()) {
            return Operand.bad(place);
        }
        Operand chooser = compiler.as(arguments.get(0), type);
        return chooser.isBad() ? chooser : chosen(chooser, values, place);
    }

    private Operand inOrder(String name, List<Operand> arguments, TextPlace place) {
        List<Operand> values = compiler.unified(arguments, place);
        if (values.isEmpty()) {
            return Operand.bad(place);
        }
        DataType type = values.get(0).type();
        if (type.family() == Family.ENUMERATION || type.isText() || type.family() == Family.LOGICAL) {
            compiler.mistake(place, name + " needs values with an order; these are " + type, "Use SEL or CASE.");
            return Operand.bad(place);
        }
        return ordered(name, values, place);
    }

    /** Only MUX can be given a number that chooses nothing; it takes the first then, invalid. */
    private static int within(Frame frame, long index, int count) {
        if (index < 0 || index >= count) {
            frame.invalid();
            return 0;
        }
        return (int) index;
    }

    private static Operand chosen(Operand chooser, List<Operand> values, TextPlace place) {
        Code.RangedAct before = chooser.type() == DataType.BOOL
                ? ranges -> chooser.range().at(ranges)
                : ranges -> ranges.mayChooseNone(chooser.range().at(ranges), values.size(), place);
        if (chooser.type() == DataType.BOOL && values.get(0).type().isReal()) {
            Code.Real code = oneOfTwo(
                    chooser.whole(), values.get(0).real(), values.get(1).real());
            return Operand.real(values.get(0).type(), code, joined(before, values), place);
        }
        return chosen(chooser.whole(), before, values, place);
    }

    private static Operand chosen(Code.Whole index, Code.RangedAct before, List<Operand> values, TextPlace place) {
        DataType type = values.get(0).type();
        Code.Ranged range = joined(before, values);
        if (type.isReal()) {
            Code.Real[] codes = values.stream().map(Operand::real).toArray(Code.Real[]::new);
            return Operand.real(
                    type, frame -> codes[within(frame, index.at(frame), codes.length)].at(frame), range, place);
        }
        if (type.isText()) {
            Code.Text[] codes = values.stream().map(Operand::text).toArray(Code.Text[]::new);
            return Operand.text(frame -> codes[within(frame, index.at(frame), codes.length)].at(frame), place);
        }
        Code.Whole[] codes = values.stream().map(Operand::whole).toArray(Code.Whole[]::new);
        return Operand.whole(
                type, frame -> codes[within(frame, index.at(frame), codes.length)].at(frame), range, place);
    }

    private static Code.Ranged joined(Code.RangedAct before, List<Operand> values) {
        return ranges -> {
            before.run(ranges);
            return values.stream()
                    .map(value -> value.range().at(ranges))
                    .reduce(Interval::hull)
                    .orElse(Interval.ALL);
        };
    }

    /** SEL is the most usual choice by far, and a BOOL always chooses. */
    private static Code.Real oneOfTwo(Code.Whole index, Code.Real first, Code.Real second) {
        if (index instanceof Code.Plain plain) {
            int slot = plain.slot();
            long flip = plain.flip();
            return frame -> (frame.readLong(slot) ^ flip) == 0 ? first.at(frame) : second.at(frame);
        }
        return frame -> index.at(frame) == 0 ? first.at(frame) : second.at(frame);
    }

    /** The first value unless it is invalid, else the second, marked as substituted. */
    private Operand valueOr(List<Operand> values, TextPlace place) {
        Code.Whole index = new Code.Whole() {
            private final Code.Act first = Functions.evaluation(values.get(0));

            @Override
            public long at(Frame frame) {
                int quality = frame.quality;
                long time = frame.time;
                frame.quality = 0;
                first.run(frame);
                boolean isLost = (frame.quality & Quality.INVALID) == Quality.INVALID;
                frame.quality = quality | (isLost ? Quality.Mark.SUBSTITUTED.bit() : 0);
                frame.time = time;
                return isLost ? 1 : 0;
            }
        };
        return chosen(index, ranges -> {}, values, place);
    }

    private Operand ordered(String name, List<Operand> values, TextPlace place) {
        DataType type = values.get(0).type();
        List<Code.Ranged> parts = values.stream().map(Operand::range).toList();
        Code.Ranged range = ranges -> {
            List<Interval> all = new ArrayList<>();
            parts.forEach(part -> all.add(part.at(ranges)));
            return switch (name) {
                case "MIN" -> all.stream().reduce(Interval::min).orElseThrow();
                case "MAX" -> all.stream().reduce(Interval::max).orElseThrow();
                default -> {
                    ranges.mayBeReversed(all.get(0), all.get(2), place);
                    yield all.get(0).max(all.get(1)).min(all.get(2));
                }
            };
        };
        if (type.isReal()) {
            Code.Real[] codes = values.stream().map(Operand::real).toArray(Code.Real[]::new);
            return Operand.real(type, ordered(name, codes, values), range, place);
        }
        Code.Whole[] codes = values.stream().map(Operand::whole).toArray(Code.Whole[]::new);
        return Operand.whole(type, ordered(name, codes, type.isWide() ? Long.MIN_VALUE : 0), range, place);
    }

    private static Code.Real ordered(String name, Code.Real[] codes, List<Operand> values) {
        if (name.equals("LIMIT")) {
            Code.Real value = codes[1];
            if (values.get(0).isConstant() && values.get(2).isConstant()) {
                double least = Arithmetic.decimal(values.get(0).constant()).doubleValue();
                double most = Arithmetic.decimal(values.get(2).constant()).doubleValue();
                return frame -> Math.min(Math.max(least, value.at(frame)), most);
            }
            Code.Real least = codes[0];
            Code.Real most = codes[2];
            return frame -> Math.min(Math.max(least.at(frame), value.at(frame)), most.at(frame));
        }
        boolean isLeast = name.equals("MIN");
        return frame -> {
            double result = codes[0].at(frame);
            for (int i = 1; i < codes.length; i++) {
                double next = codes[i].at(frame);
                result = isLeast ? Math.min(result, next) : Math.max(result, next);
            }
            return result;
        };
    }

    /** Flipping the top bit of unsigned numbers gives them the order of signed ones. */
    private static Code.Whole ordered(String name, Code.Whole[] codes, long flip) {
        if (name.equals("LIMIT")) {
            return frame ->
                    Math.min(Math.max(codes[0].at(frame) ^ flip, codes[1].at(frame) ^ flip), codes[2].at(frame) ^ flip)
                            ^ flip;
        }
        boolean isLeast = name.equals("MIN");
        return frame -> {
            long result = codes[0].at(frame) ^ flip;
            for (int i = 1; i < codes.length; i++) {
                long next = codes[i].at(frame) ^ flip;
                result = isLeast ? Math.min(result, next) : Math.max(result, next);
            }
            return result ^ flip;
        };
    }
}
