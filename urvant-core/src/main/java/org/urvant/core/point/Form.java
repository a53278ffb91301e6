package org.urvant.core.point;

/** What kind of value a signal has, without a protocol. */
public enum Form {
    /** On or off. */
    LOGICAL,
    /** Off, on, in between or bad: the position of a switch by two contacts. */
    DOUBLE,
    /** A position of a tap changer, or one step up or down. */
    STEP,
    /** A whole number, or a state that stands for one. */
    WHOLE,
    /** A number with a fraction. */
    REAL,
    /** A count that only grows. */
    COUNTER,
    /** Characters. */
    TEXT
}
