package org.urvant.core.error;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Step;

/**
 * The root of the small family of exceptions that Urvant's library calls throw. Each carries where the mistake is, when a
 * place is known, and how to mend it, so that a program can show them apart from the message.
 */
public abstract class UrvantException extends RuntimeException {
    private final transient Position position;
    private final transient Remedy mend;

    protected UrvantException(
            @Nullable Position position, String message, String remedy, @Nullable Throwable cause, Step... steps) {
        super(message, cause);
        this.position = position;
        this.mend = Remedy.of(remedy, steps);
    }

    /** Returns where the mistake is; empty when it has no place in a file. */
    public Optional<Position> position() {
        return Optional.ofNullable(position);
    }

    /** Returns how to mend the mistake, as one plain sentence; never blank. */
    public String remedy() {
        return mend.text();
    }

    /** Returns how to mend the mistake, with what to do. */
    public Remedy mend() {
        return mend;
    }

    /** Returns the message with the place before it, as {@code file:line:column: message}. */
    public @Nullable String placedMessage() {
        return position == null ? getMessage() : position + ": " + getMessage();
    }
}
