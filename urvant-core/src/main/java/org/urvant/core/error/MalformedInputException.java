package org.urvant.core.error;

import org.jspecify.annotations.Nullable;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Step;

/** Thrown when an input does not have the form that its format demands: broken XML, YAML, CSV or JSON. */
public final class MalformedInputException extends UrvantException {
    /** Creates the exception for a place, with what was found and how to mend it. */
    public MalformedInputException(@Nullable Position position, String message, String remedy, Step... steps) {
        super(position, message, remedy, null, steps);
    }

    /** Creates the exception with the parser's own exception as its cause. */
    public MalformedInputException(Position position, String message, String remedy, Throwable cause) {
        super(position, message, remedy, cause);
    }
}
