package org.urvant.core.logic;

import java.math.BigDecimal;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import org.urvant.core.language.Place;
import org.urvant.core.range.Interval;

/**
 * The ranges of all variables while a program is gone through. Every branch is taken; a variable that grows from cycle to cycle
 * gets the range of its type and is vague from then on: nothing is said about results that rest on it.
 */
final class Ranges {
    private final Interval[] ranges;
    private final boolean[] vague;
    private final DataType[] types;
    private final Consumer<Remark> remarks;
    private final Set<Place> told;
    private final BitSet written = new BitSet();
    private boolean readsVague;

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

    private Ranges(Ranges other, Set<Place> told) {
        this.ranges = other.ranges.clone();
        this.vague = other.vague.clone();
        this.types = other.types;
        this.remarks = other.remarks;
        this.told = told;
    }

    Ranges copy() {
        return new Ranges(this, told);
    }

    /** Returns a copy that says everything once more. */
    Ranges afresh() {
        return new Ranges(this, new HashSet<>());
    }

    void begin() {
        readsVague = false;
    }

    Interval read(int slot) {
        readsVague |= vague[slot];
        return ranges[slot];
    }

    /** A block's output, of which only the type is known. */
    void leaveOpen(int slot) {
        ranges[slot] = types[slot].isReal() ? Interval.ALL : types[slot].range();
        vague[slot] = true;
        written.set(slot);
    }

    void store(int slot, Interval range) {
        ranges[slot] = range;
        vague[slot] = readsVague;
        written.set(slot);
    }

    /** Goes on from what several ways through the program leave behind; each began as a copy of this. */
    void join(List<Ranges> ways) {
        BitSet touched = new BitSet();
        ways.forEach(way -> touched.or(way.written));
        for (int i = touched.nextSetBit(0); i >= 0; i = touched.nextSetBit(i + 1)) {
            Interval all = ways.get(0).ranges[i];
            boolean isVague = false;
            for (Ranges way : ways) {
                all = all.hull(way.ranges[i]);
                isVague |= way.vague[i];
            }
            ranges[i] = all;
            vague[i] = isVague;
        }
        written.or(touched);
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
    Interval fit(Interval range, DataType type, Place place, String what) {
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

    void mayDivideByZero(Interval divisor, Place place) {
        if (!readsVague && divisor.isBounded() && divisor.contains(BigDecimal.ZERO)) {
            say(new Remark(
                    Remark.Kind.ZERO_DIVISOR,
                    "",
                    place,
                    "the divisor can be " + divisor + ", so it can be zero; the result is invalid then",
                    "Test the divisor first, or limit it."));
        }
    }

    private void say(Remark remark) {
        if (told.add(remark.place())) {
            remarks.accept(remark);
        }
    }
}
