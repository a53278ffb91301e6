package org.urvant.core.point;

/** Which way a value travels: it is read from the plant, or commanded to it. */
public enum Access {
    READ,
    COMMAND
}
