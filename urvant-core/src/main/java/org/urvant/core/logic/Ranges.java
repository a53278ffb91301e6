package org.urvant.core.logic;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.urvant.core.language.Operator;
import org.urvant.core.language.TextPlace;
import org.urvant.core.range.Interval;

/**
 * The ranges of all variables while a program is gone through. Every branch is taken; a variable that grows from cycle to cycle
 * gets the range of its type and is vague from then on: nothing is said about results that rest on it.
 */
final class Ranges {
    private static final BigDecimal TWO = BigDecimal.valueOf(2);

    private final Interval[] ranges;
    private final boolean[] vague;
    private final DataType[] types;
    private final Consumer<Remark> remarks;
    private final Set<TextPlace> told;
    private final BitSet written = new BitSet();
    private final List<Old> journal = new ArrayList<>();
    private int ways;
    private boolean readsVague;

    /** What a variable was before a store within a way. */
    private record Old(int slot, Interval range, boolean vague) {}

    Ranges(List<Variable> variables, Consumer<Remark> remarks) {
        this.ranges = new Interval[variables.size()];
        this.vague = new boolean[ranges.length];
        this.types = new DataType[ranges.length];
        this.remarks = remarks;
        this.told = new HashSet<>();
        for (Variable variable : variables) {
            types[variable.slot()] = variable.type();
            ranges[variable.slot()] = variable.initialRange();
        }
    }

    private Ranges(Ranges other) {
        this.ranges = other.ranges.clone();
        this.vague = other.vague.clone();
        this.types = other.types;
        this.remarks = other.remarks;
        this.told = new HashSet<>();
    }

    /** Returns a copy that says everything once more. */
    Ranges afresh() {
        return new Ranges(this);
    }

    void begin() {
        readsVague = false;
    }

    Interval read(int slot) {
        readsVague |= vague[slot];
        return ranges[slot];
    }

    /** Returns what a variable can be; every number where that is not sure. */
    Interval of(Variable variable) {
        return vague[variable.slot()] ? Interval.ALL : ranges[variable.slot()];
    }

    /** A block's output, of which only the type is known. */
    void leaveOpen(int slot) {
        keep(slot, types[slot].isReal() ? Interval.ALL : types[slot].range(), true);
    }

    void store(int slot, Interval range) {
        keep(slot, range, readsVague);
    }

    /** What one way through the program leaves behind. */
    record Way(int[] slots, Interval[] ranges, boolean[] vague) {}

    /** Begins one of several ways from here; {@link #back} comes back here. */
    int begins() {
        ways++;
        return journal.size();
    }

    /** Returns what was left behind since a way began, and takes it back. */
    Way back(int mark) {
        ways--;
        int count = journal.size() - mark;
        Way way = new Way(new int[count], new Interval[count], new boolean[count]);
        for (int i = count - 1; i >= 0; i--) {
            Old old = journal.remove(mark + i);
            way.slots[i] = old.slot;
            way.ranges[i] = ranges[old.slot];
            way.vague[i] = vague[old.slot];
            ranges[old.slot] = old.range;
            vague[old.slot] = old.vague;
        }
        return way;
    }

    /** Goes on from what several ways that began here leave behind. */
    void join(List<Way> joined) {
        Map<Integer, Integer> times = new TreeMap<>();
        Map<Integer, Interval> hulls = new HashMap<>();
        Set<Integer> unclear = new HashSet<>();
        for (Way way : joined) {
            Set<Integer> own = new HashSet<>();
            // Of two stores into one variable the last one counts; both entries hold what it left behind.
            for (int i = 0; i < way.slots.length; i++) {
                int slot = way.slots[i];
                if (own.add(slot)) {
                    times.merge(slot, 1, Integer::sum);
                    hulls.merge(slot, lastOf(way, slot), Interval::hull);
                    if (vagueOf(way, slot)) {
                        unclear.add(slot);
                    }
                }
            }
        }
        times.forEach((slot, count) -> {
            boolean always = count == joined.size();
            Interval all = hulls.get(slot);
            keep(slot, always ? all : all.hull(ranges[slot]), unclear.contains(slot) || !always && vague[slot]);
        });
    }

    private static Interval lastOf(Way way, int slot) {
        return way.ranges[lastIndex(way, slot)];
    }

    private static boolean vagueOf(Way way, int slot) {
        return way.vague[lastIndex(way, slot)];
    }

    private static int lastIndex(Way way, int slot) {
        int at = way.slots.length - 1;
        while (way.slots[at] != slot) {
            at--;
        }
        return at;
    }

    private void keep(int slot, Interval range, boolean isVague) {
        if (ways > 0) {
            journal.add(new Old(slot, ranges[slot], vague[slot]));
        }
        ranges[slot] = range;
        vague[slot] = isVague;
        written.set(slot);
    }

    /**
     * Takes in what one cycle leaves behind for the next. Returns whether there was anything new.
     *
     * @param widens whether a variable that still grows gets the range of its type
     */
    boolean grow(Ranges after, boolean widens) {
        boolean grew = false;
        for (int i = after.written.nextSetBit(0); i >= 0; i = after.written.nextSetBit(i + 1)) {
            if (!ranges[i].contains(after.ranges[i]) || after.vague[i] && !vague[i]) {
                grew = true;
                vague[i] |= widens || after.vague[i];
                ranges[i] =
                        !widens ? ranges[i].hull(after.ranges[i]) : types[i].isReal() ? Interval.ALL : types[i].range();
            }
        }
        return grew;
    }

    /** Returns the range cut to what a type can hold; says when it had to be cut. */
    Interval fit(Interval range, DataType type, TextPlace place, String what) {
        Interval room = type.range();
        if (type.isText() || room.contains(range) || type.isReal() && !range.isBounded()) {
            return range;
        }
        if (!readsVague && range.isBounded()) {
            say(new Remark(
                    Remark.Kind.DOES_NOT_FIT,
                    "",
                    place,
                    what + " can be " + range + "; " + type.name() + " holds " + room,
                    "Use a wider type, or LIMIT the value."));
        }
        return range.meet(room).orElse(room);
    }

    /** @param result what a division by zero gives */
    void mayDivideByZero(Interval divisor, TextPlace place, String result) {
        if (!readsVague && divisor.isBounded() && divisor.contains(BigDecimal.ZERO)) {
            say(new Remark(
                    Remark.Kind.ZERO_DIVISOR,
                    "",
                    place,
                    (divisor.single().isPresent()
                                    ? "the divisor is always 0"
                                    : "the divisor can be " + divisor + ", so it can be zero")
                            + "; the result is " + result + " then",
                    "Test the divisor first, or limit it."));
        }
    }

    /** @param function name of the function, which has a value for some of what its argument can be, or for none */
    void mayLackValue(Interval argument, RealCourse course, String function, TextPlace place) {
        if (!readsVague && argument.isBounded()) {
            course.lacks(argument)
                    .ifPresent(expected -> say(new Remark(
                            Remark.Kind.NO_VALUE,
                            "",
                            place,
                            function + " has a value " + expected + ", and what it is given can be " + argument
                                    + "; the result is invalid then",
                            "Test what it is given first, or limit it.")));
        }
    }

    /** @param count how many values MUX has to choose from, counted from 0 */
    void mayChooseNone(Interval number, int count, TextPlace place) {
        if (!readsVague
                && number.isBounded()
                && number.meet(Interval.of(0, count - 1L))
                        .filter(number::equals)
                        .isEmpty()) {
            say(new Remark(
                    Remark.Kind.NO_VALUE,
                    "",
                    place,
                    "MUX chooses by 0 to " + (count - 1) + ", and its number can be " + number
                            + "; the result is the first value then, invalid",
                    "Give it a value for each number, or limit the number."));
        }
    }

    /** Says when limits are turned round whatever they are. */
    void mayBeReversed(Interval least, Interval most, TextPlace place) {
        if (!readsVague && least.isBounded() && most.isBounded() && least.low().compareTo(most.high()) > 0) {
            say(new Remark(
                    Remark.Kind.NO_VALUE,
                    "",
                    place,
                    "LIMIT keeps its value from " + least + " to " + most + ", which is no range; the result is always "
                            + most,
                    "Write LIMIT(least, x, most)."));
        }
    }

    /** Returns what numbers to one power can be; says when they may have none. */
    Interval power(Interval base, BigDecimal exponent, TextPlace place) {
        boolean isWhole = exponent.stripTrailingZeros().scale() <= 0;
        if (isWhole && exponent.signum() < 0) {
            mayDivideByZero(base, place, "invalid");
            return Interval.ALL;
        }
        RealCourse course = RealCourse.power(exponent.doubleValue(), isWhole);
        mayLackValue(base, course, "the power of " + exponent.toPlainString(), place);
        return course.of(isWhole && exponent.remainder(TWO).signum() == 0 ? base.abs() : base);
    }

    /** Says when a comparison of what changes comes out the same way whatever it is; what is fixed on both sides is meant so. */
    void maySettle(Operator operator, Interval left, Interval right, TextPlace place) {
        boolean isFixed = left.single().isPresent() && right.single().isPresent();
        if (readsVague || !left.isBounded() || !right.isBounded() || isFixed) {
            return;
        }
        Optional<Boolean> settled =
                switch (operator) {
                    case LESS -> settled(left, right, -1);
                    case AT_LEAST -> settled(left, right, -1).map(holds -> !holds);
                    case AT_MOST -> settled(left, right, 0);
                    case GREATER -> settled(left, right, 0).map(holds -> !holds);
                    case EQUAL, DIFFERENT ->
                        left.meet(right).isEmpty() ? Optional.of(operator == Operator.DIFFERENT) : Optional.empty();
                    default -> Optional.empty();
                };
        settled.ifPresent(holds -> say(new Remark(
                Remark.Kind.CONDITION_NEEDLESS,
                "",
                place,
                "this is always " + (holds ? "TRUE" : "FALSE") + ": the left side can be " + left + ", the right side "
                        + right,
                "Compare with what it can be; often the unit is another one.")));
    }

    /** Says when the input of a block with hysteresis never comes to a level: IN, ON and OFF are its first inputs. */
    void mayNeverReach(BlockKind kind, int at, TextPlace place) {
        if (!kind.name().equals(LevelBlocks.HYSTERESIS)) {
            return; // another one may have fewer inputs
        }
        begin();
        Interval in = read(at);
        Interval on = read(at + 1);
        Interval off = read(at + 2);
        if (readsVague
                || !in.isBounded()
                || on.single().isEmpty()
                || off.single().isEmpty()
                || in.single().isPresent()) {
            return;
        }
        int side = on.single().get().compareTo(off.single().get()); // above 0 where it goes on above ON
        boolean isNeverOn = side > 0 ? isWithin(in, on) : side < 0 && isWithin(on, in);
        boolean isNeverOff = side > 0 ? isWithin(off, in) : side < 0 && isWithin(in, off);
        if (isNeverOn || isNeverOff) {
            say(new Remark(
                    Remark.Kind.CONDITION_NEEDLESS,
                    "",
                    place,
                    "the block never goes " + (isNeverOn ? "on" : "off") + ": IN can be " + in + ", and "
                            + (isNeverOn ? "ON is " + on : "OFF is " + off),
                    "Give it a level that IN comes to; often the unit is another one."));
        }
    }

    /** Returns whether no number of one is above any of the other. */
    private static boolean isWithin(Interval one, Interval other) {
        return settled(one, other, 0).orElse(false);
    }

    /** Says when numbers with fractions, which are seldom equal to the last digit, must be; what is compared with zero may be unset. */
    void mayMiss(Operator operator, Interval left, Interval right, TextPlace place) {
        boolean isEquality = operator == Operator.EQUAL || operator == Operator.DIFFERENT;
        boolean isFixed = left.single().isPresent() && right.single().isPresent();
        boolean isZero =
                Stream.of(left, right).flatMap(side -> side.single().stream()).anyMatch(number -> number.signum() == 0);
        if (isEquality && !isFixed && !isZero) {
            say(new Remark(
                    Remark.Kind.FRACTIONS_COMPARED,
                    "",
                    place,
                    "numbers with fractions are compared for equality, and calculated ones seldom are equal to the last digit",
                    "Compare with a margin, such as ABS(a - b) < 0.05."));
        }
    }

    /** Whether every number of the left is below every number of the right, or equal to it where {@code most} is 0, or none is. */
    private static Optional<Boolean> settled(Interval left, Interval right, int most) {
        if (left.high().compareTo(right.low()) <= most) {
            return Optional.of(true);
        }
        return left.low().compareTo(right.high()) > most ? Optional.of(false) : Optional.empty();
    }

    private void say(Remark remark) {
        if (told.add(remark.place())) {
            remarks.accept(remark);
        }
    }
}
