package org.urvant.core.logic;

import java.math.BigInteger;
import java.time.Instant;
import java.time.ZoneId;
import org.urvant.core.fault.UnknownNameException;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;

/**
 * Programs that run: inputs are set, a cycle is run at a given time, outputs are read. Time comes from the caller alone. After
 * the first cycle nothing is allocated, texts apart. One thread at a time.
 */
public final class LogicRun {
    private static final long SECOND = 1_000_000_000L;

    private final Logic logic;
    private final Frame frame;

    LogicRun(Logic logic, ZoneId zone) {
        this.logic = logic;
        this.frame = new Frame(logic.variables().size(), logic.stores(), zone);
        for (Variable variable : logic.variables()) {
            frame.qualities[variable.slot()] = variable.isMissing() ? Quality.INVALID : 0;
            if (variable.initial() instanceof Double number) {
                frame.reals[variable.slot()] = number;
            } else if (variable.initial() instanceof String text) {
                frame.texts[variable.slot()] = text;
            } else {
                frame.longs[variable.slot()] = (Long) variable.initial();
            }
        }
    }

    /**
     * Sets an input.
     *
     * @throws UnknownNameException when there is no such input
     * @throws IllegalArgumentException when the value is none of the input's type
     */
    public void set(String name, SignalValue value) {
        Variable variable = input(name);
        int slot = variable.slot();
        DataType type = variable.type();
        if (type.isReal()) {
            double number = number(variable, value.value()).doubleValue();
            frame.reals[slot] = type.size() == 32 ? (float) number : number;
        } else if (type.isText()) {
            frame.texts[slot] = value.value().toString();
        } else {
            frame.longs[slot] = bits(variable, value.value());
        }
        frame.qualities[slot] = value.quality().bits();
        frame.times[slot] = nanos(value.time());
    }

    /** Returns where an input is kept, for {@link #setReal} and {@link #setWhole} in a loop. */
    public int slot(String name) {
        Variable variable = logic.variable(name);
        if (variable == null) {
            throw unknown(name);
        }
        return variable.slot();
    }

    /** Sets an input of type REAL or LREAL without making anything. */
    public void setReal(int slot, double value, int qualityBits, long nanos) {
        frame.reals[slot] = value;
        frame.qualities[slot] = qualityBits;
        frame.times[slot] = nanos;
    }

    /** Sets an input of another type, as bits of a long, without making anything. */
    public void setWhole(int slot, long value, int qualityBits, long nanos) {
        frame.longs[slot] = value;
        frame.qualities[slot] = qualityBits;
        frame.times[slot] = nanos;
    }

    /** Returns a number of type REAL or LREAL without making anything. */
    public double real(int slot) {
        return frame.reals[slot];
    }

    /** Returns another value as bits of a long without making anything. */
    public long whole(int slot) {
        return frame.longs[slot];
    }

    /** Returns the bits of the quality of a value. */
    public int qualityBits(int slot) {
        return frame.qualities[slot];
    }

    private Variable input(String name) {
        Variable variable = logic.variable(name);
        if (variable == null || variable.use() != Variable.Use.INPUT) {
            throw unknown(name);
        }
        return variable;
    }

    private UnknownNameException unknown(String name) {
        return new UnknownNameException("signal", name, logic.inputs());
    }

    private static Number number(Variable variable, Object value) {
        if (value instanceof Number number) {
            return number;
        }
        throw new IllegalArgumentException(
                "'" + value + "' is no number; " + variable.name() + " is " + variable.type());
    }

    private static long bits(Variable variable, Object value) {
        DataType type = variable.type();
        if (value instanceof Boolean logical && type == DataType.BOOL) {
            return logical ? 1 : 0;
        }
        if (value instanceof String word && type.placeOf(word) >= 0) {
            return type.placeOf(word);
        }
        if (type.isWide() && value instanceof BigInteger huge) {
            return huge.longValue();
        }
        long bits =
                value instanceof Long whole ? whole : number(variable, value).intValue();
        boolean fits = value instanceof Long || value instanceof Integer;
        if (!fits || !type.isWide() && (bits < type.least() || bits > type.most())) {
            throw new IllegalArgumentException(
                    "'" + value + "' is no value of " + type + ", the type of " + variable.name());
        }
        return bits;
    }

    static long nanos(Instant instant) {
        return Math.addExact(Math.multiplyExact(instant.getEpochSecond(), SECOND), instant.getNano());
    }

    static Instant instant(long nanos) {
        return Instant.ofEpochSecond(Math.floorDiv(nanos, SECOND), Math.floorMod(nanos, SECOND));
    }

    /** Runs all programs once. Returns whether a later cycle could see that anything changed. */
    public boolean cycle(Instant now) {
        return cycle(nanos(now));
    }

    /** Runs all programs once, at a time in nanoseconds since 1970 UTC. */
    public boolean cycle(long now) {
        frame.now = now;
        frame.changed = false;
        frame.outerQuality = 0;
        frame.outerTime = Frame.NO_TIME;
        logic.act().run(frame);
        return frame.changed;
    }

    /** Returns when a block will change by itself if all inputs stay, in nanoseconds since 1970; a great number for never. */
    long due() {
        long due = BlockKind.NEVER;
        for (Symbols.Instance instance : logic.instances()) {
            due = Math.min(
                    due, instance.kind().due().at(frame, instance.at(), instance.store(), instance.readsElapsed()[0]));
        }
        return due;
    }

    /** Returns the value of an input or output. */
    public SignalValue value(String name) {
        Variable variable = logic.variable(name);
        if (variable == null) {
            throw unknown(name);
        }
        return value(variable);
    }

    SignalValue value(Variable variable) {
        int slot = variable.slot();
        DataType type = variable.type();
        Object value = type.isReal()
                ? (Object) frame.reals[slot]
                : type.isText() ? frame.texts[slot] : type.meaning(frame.longs[slot]);
        return new SignalValue(value, new Quality(frame.qualities[slot]), instant(frame.times[slot]));
    }

    Frame frame() {
        return frame;
    }
}
