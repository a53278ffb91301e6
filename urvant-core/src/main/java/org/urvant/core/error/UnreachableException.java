package org.urvant.core.error;

import org.urvant.core.finding.Step;

/** Thrown when a device or file could not be reached, or the line to it was lost. */
public final class UnreachableException extends UrvantException {
    /** Creates the exception with what was tried and the next step. */
    public UnreachableException(String message, String remedy, Throwable cause, Step... steps) {
        super(null, message, remedy, cause, steps);
    }
}
