package org.urvant.core.logic;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
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
    private final Variable[] bySlot;

    LogicRun(Logic logic, ZoneId zone) {
        this.logic = logic;
        this.bySlot = new Variable
                [logic.variables().stream().mapToInt(Variable::slot).max().orElse(-1) + 1];
        logic.variables().forEach(variable -> bySlot[variable.slot()] = variable);
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
     * Sets an input: a {@code Boolean} for BOOL, a {@code Long} or {@code Integer}, or {@code BigInteger}, for whole numbers and
     * bits, any finite number for REAL and LREAL, a {@code Duration} for TIME, a {@code String} for texts, and for enumerations
     * one of their words or its place from 0.
     *
     * @throws UnknownNameException when there is no such input
     * @throws MalformedInputException when the value is none of the input's type
     */
    public void set(String name, SignalValue value) {
        Variable variable = input(name);
        int slot = variable.slot();
        DataType type = variable.type();
        if (type.isReal()) {
            frame.reals[slot] = real(variable, value.value());
        } else if (type.isText()) {
            frame.texts[slot] = text(variable, value.value());
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

    /**
     * Sets an input of type REAL or LREAL without making anything.
     *
     * @throws IllegalArgumentException when the slot is that of no such input, or the value is none of its type
     */
    public void setReal(int slot, double value, int qualityBits, long nanos) {
        Variable variable = writable(slot);
        if (!variable.type().isReal() || !(Math.abs(value) <= most(variable.type()))) {
            throw new IllegalArgumentException(value + " is no value of " + variable.name() + ", which is "
                    + variable.type().name());
        }
        frame.reals[slot] = value;
        frame.qualities[slot] = qualityBits;
        frame.times[slot] = nanos;
    }

    /**
     * Sets an input of another type, as bits of a long, without making anything.
     *
     * @throws IllegalArgumentException when the slot is that of no such input, or the value is none of its type
     */
    public void setWhole(int slot, long value, int qualityBits, long nanos) {
        Variable variable = writable(slot);
        DataType type = variable.type();
        if (type.isReal() || type.isText() || !type.isWide() && (value < least(type) || value > greatest(type))) {
            throw new IllegalArgumentException(
                    value + " is no value of " + variable.name() + ", which is " + type.name());
        }
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

    /** Returns when the source of a value had it, in nanoseconds since 1970. */
    public long timeOf(int slot) {
        return frame.times[slot];
    }

    private Variable writable(int slot) {
        Variable variable = slot < 0 || slot >= bySlot.length ? null : bySlot[slot];
        if (variable == null || variable.use() != Variable.Use.INPUT) {
            throw new IllegalArgumentException("slot " + slot + " is that of no input");
        }
        return variable;
    }

    private static double most(DataType type) {
        return type.size() == 32 ? Float.MAX_VALUE : Double.MAX_VALUE;
    }

    private static long least(DataType type) {
        return type.family() == DataType.Family.ENUMERATION ? 0 : type.least();
    }

    private static long greatest(DataType type) {
        return type.family() == DataType.Family.ENUMERATION ? type.values().size() - 1L : type.most();
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

    private static MalformedInputException misfit(Variable variable, Object value) {
        DataType type = variable.type();
        String remedy =
                switch (type.family()) {
                    case LOGICAL -> "Give true or false.";
                    case ENUMERATION -> "Give one of " + String.join(", ", type.values()) + ".";
                    case TIME -> "Give a length of time.";
                    case TEXT -> "Give a text of at most " + type.size() + " characters.";
                    case REAL -> "Give a finite number that the type can hold.";
                    default -> "Give a whole number, " + type.range() + ".";
                };
        String shown = String.valueOf(value);
        return new MalformedInputException(
                null,
                "'" + (shown.length() > 40 ? shown.substring(0, 40) + "…" : shown) + "' is no value of "
                        + variable.name() + ", which is " + type.name(),
                remedy);
    }

    private static double real(Variable variable, Object value) {
        double number = value instanceof Number given ? given.doubleValue() : Double.NaN;
        if (!(Math.abs(number) <= most(variable.type()))) {
            throw misfit(variable, value); // NaN is not below anything either
        }
        return variable.type().size() == 32 ? (float) number : number;
    }

    private static String text(Variable variable, Object value) {
        if (!(value instanceof String text)
                || text.codePointCount(0, text.length()) > variable.type().size()) {
            throw misfit(variable, value);
        }
        return text;
    }

    private static long bits(Variable variable, Object value) {
        DataType type = variable.type();
        switch (type.family()) {
            case LOGICAL:
                if (value instanceof Boolean logical) {
                    return logical ? 1 : 0;
                }
                throw misfit(variable, value);
            case TIME:
                try {
                    return ((Duration) value).toNanos();
                } catch (ClassCastException | ArithmeticException e) {
                    throw misfit(variable, value);
                }
            case ENUMERATION:
                if (value instanceof String word && type.placeOf(word) >= 0) {
                    return type.placeOf(word);
                }
                break;
            default:
                break;
        }
        BigInteger whole = value instanceof BigInteger huge
                ? huge
                : value instanceof Long || value instanceof Integer
                        ? BigInteger.valueOf(((Number) value).longValue())
                        : null;
        boolean fits = whole != null && type.range().contains(new BigDecimal(whole));
        if (!fits) {
            throw misfit(variable, value);
        }
        return whole.longValue();
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
        frame.due = BlockKind.NEVER;
        frame.outerQuality = 0;
        frame.outerTime = Frame.NO_TIME;
        logic.act().run(frame);
        return frame.changed;
    }

    /**
     * Returns when a block, or the age of a value, will change by itself if all inputs stay, in nanoseconds since 1970;
     * {@code Long.MAX_VALUE} for never.
     */
    public long due() {
        long due = frame.due;
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
