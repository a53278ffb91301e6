package org.urvant.cli;

/** The exit codes of the command. */
final class Exit {
    /** Done, or equal. */
    static final int DONE = 0;
    /** Differences, or findings of severity error. */
    static final int DIFFERENT = 1;
    /** Wrong use: options, or a name that does not exist. */
    static final int USAGE = 2;
    /** Could not be done: unreadable input, refused, line lost. */
    static final int FAILED = 3;

    private Exit() {}
}
