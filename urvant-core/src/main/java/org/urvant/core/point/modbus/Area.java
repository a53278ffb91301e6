package org.urvant.core.point.modbus;

import java.util.Optional;
import java.util.stream.Stream;
import org.urvant.core.point.Access;

/** The four kinds of data of MODBUS Application Protocol V1.1b3, 4.3, each with 65,536 addresses of its own. */
enum Area {
    COIL("coil", "coil", 0, true, true),
    DISCRETE("discrete", "discrete-input", 1, true, false),
    INPUT("input", "input-register", 3, false, false),
    HOLDING("holding", "holding-register", 4, false, true);

    /** Bits in a register. */
    static final int WIDTH = 16;
    /** How many addresses each has. */
    static final int SIZE = 65_536;

    private final String word;
    private final String group;
    private final int kindDigit;
    private final boolean isBits;
    private final boolean isWritten;

    Area(String word, String group, int kindDigit, boolean isBits, boolean isWritten) {
        this.word = word;
        this.group = group;
        this.kindDigit = kindDigit;
        this.isBits = isBits;
        this.isWritten = isWritten;
    }

    String word() {
        return word;
    }

    /** Returns what one of its addresses is of, in plain words. */
    String shown() {
        return switch (this) {
            case COIL -> "a coil";
            case DISCRETE -> "a discrete input";
            case INPUT -> "an input register";
            case HOLDING -> "a holding register";
        };
    }

    /** Returns the group of the address plan. */
    String group() {
        return group;
    }

    int kindDigit() {
        return kindDigit;
    }

    boolean isBits() {
        return isBits;
    }

    /** Returns whether a client can read it, or also write it. */
    boolean permits(Access access) {
        return access == Access.READ || isWritten;
    }

    static Optional<Area> of(String word) {
        return Stream.of(values()).filter(area -> area.word.equals(word)).findFirst();
    }

    /** Returns the area that the first digit of a reference number stands for. */
    static Optional<Area> ofKindDigit(int digit) {
        return Stream.of(values()).filter(area -> area.kindDigit == digit).findFirst();
    }
}
