package org.urvant.core.finding;

import java.util.List;
import java.util.Objects;
import org.urvant.core.text.Word;

/**
 * Something to do next, and on what. Who shows it says how it is done there: a command adds its own words, a page a link.
 *
 * @param action what to do
 * @param operands what to do it on, in the order that the action says; words in capitals stand for what a person must choose
 */
public record Step(Action action, List<String> operands) {
    /** What can be done; operands in brackets. */
    public enum Action {
        /** Look at the values of a device (device). */
        SHOW,
        /** Give a value (device, path, value). */
        SET,
        /** Take a given value away (device, path). */
        TAKE_BACK,
        /** Take values out to a spreadsheet (file, device). */
        EXPORT,
        /** Map signals (device). */
        MAP,
        /** Switch a mapped row on (device, key). */
        ENABLE,
        /** Search signals. */
        SEARCH,
        /** Take an SCL file in, or a list of points (file, protocol of the points where it is a list that does not say it). */
        IMPORT,
        /** Take an imported file out (file). */
        REMOVE,
        /** Connect a device (device, IED or name, kind of connection where it is no IED). */
        CONNECT,
        /** Settle ratings by those of the bay, or of a device (bay, {@code bay} or device). */
        SETTLE,
        /** Fit what an ordering code stands for (device, code). */
        ORDER,
        /** Read the letters of a type's ordering code (type). */
        READ_ORDER_CODE,
        /** Fit a module (device, slot, module). */
        FIT,
        /** Take over what a unit says that it is (device). */
        TAKE_AS_BUILT,
        /** Make the page of a device to read (device). */
        REVIEW,
        /** Print the sheet of dials and switches (device). */
        SELECTORS,
        /** Confirm the position of a dial or switch (device, selector). */
        TICK,
        /** Explain a rule of a type (type, rule). */
        EXPLAIN,
        /** Write the assignments of a table (device, table). */
        MATRIX,
        /** Add a device (name, type). */
        ADD_DEVICE,
        /** Begin a project (name). */
        NEW,
        /** Ask a unit who it is (device). */
        IDENTIFY,
        /** Hold what a device runs against the project (device). */
        COMPARE,
        /** Set a unit's clock (device). */
        SET_CLOCK,
        /** Change a password (device, user). */
        CHANGE_PASSWORD,
        /** Forget the certificate of an address (address). */
        FORGET,
        /** Start the stand-ins. */
        START_STAND_IN,
        /** Finish a change that was cut off, or set it aside. */
        RECOVER,
        /** Put on record that a ledger holds as it is (device). */
        ACCEPT_LEDGER,
        /** Let a finding that is muted speak again (check, subject). */
        UNMUTE,
        /** Put the public key of who works here into the project. */
        PUBLISH_KEY;

        /** Returns the word that programs read. */
        public String word() {
            return Word.of(this);
        }
    }

    public Step {
        Objects.requireNonNull(action, "action");
        operands = List.copyOf(operands);
    }

    /** Returns something to do on some things. */
    public static Step of(Action action, String... operands) {
        return new Step(action, List.of(operands));
    }
}
