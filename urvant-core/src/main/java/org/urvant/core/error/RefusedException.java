package org.urvant.core.error;

/** Thrown when something was asked for that must not be done: errors stand, or the other side refused. */
public final class RefusedException extends UrvantException {
    /** Creates the refusal with its reason and the next step. */
    public RefusedException(String message, String remedy) {
        super(null, message, remedy, null);
    }
}
