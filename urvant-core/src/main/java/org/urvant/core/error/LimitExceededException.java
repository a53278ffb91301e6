package org.urvant.core.error;

import org.urvant.core.finding.Position;

/** Thrown when an input is larger, deeper or more numerous than a reader's limit; names the value and the limit. */
public final class LimitExceededException extends UrvantException {
    /** Creates the error for a quantity such as "element depth" that exceeds its limit. */
    public LimitExceededException(Position position, String quantity, long found, long limit) {
        super(
                position,
                quantity + " is " + found + ", more than the limit of " + limit,
                "If the file is sound, raise the reader's limit for " + quantity + ".",
                null);
    }
}
