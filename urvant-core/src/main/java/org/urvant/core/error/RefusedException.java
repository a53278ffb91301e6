package org.urvant.core.error;

import org.urvant.core.finding.Step;

/** Thrown when something was asked for that must not be done: errors stand, or the other side refused. */
public final class RefusedException extends UrvantException {
    /** Creates the refusal with its reason, how to go on, and what to do for that. */
    public RefusedException(String message, String remedy, Step... steps) {
        super(null, message, remedy, null, steps);
    }
}
