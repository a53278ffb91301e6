package org.urvant.scl;

import org.urvant.core.finding.Position;
import org.urvant.core.text.Word;

/**
 * Something in which a newer file describes an IED otherwise.
 *
 * @param part what it belongs to
 * @param change what happened to it
 * @param what what it is, such as {@code F01PROT/LLN0 GOOSE trips_out confRev}, or the reference of a data attribute
 * @param before what stood there; empty text when it is new
 * @param after what stands there now; empty text when it is gone
 * @param position where it stands now, or stood when it is gone
 * @param edit what makes the older description like the newer one in this
 */
public record IedDifference(
        Part part, Change change, String what, String before, String after, Position position, SclEdit edit) {
    /** What happened. */
    public enum Change {
        ADDED,
        REMOVED,
        CHANGED;

        /** Returns the word that people read. */
        public String word() {
            return Word.of(this);
        }
    }

    /** What a difference belongs to, and what follows from it. */
    public enum Part {
        ADDRESS("who asks the IED must be given the new address"),
        CABLING("plug, cable or port are others"),
        MESSAGE_ADDRESS("subscribers and switches wait for the messages at the old address"),
        REVISION("who knows the old revision takes the messages for foreign ones until it is given the new file"),
        DATASET("what is sent has another content: each subscriber and client must be given the new file"),
        MESSAGE("messages come otherwise than their subscribers expect"),
        REPORT("reports come otherwise than their clients expect"),
        LOG("the log is kept otherwise"),
        INPUT("the IED takes other signals from others"),
        SERVICE("clients and tools may ask otherwise of the IED"),
        SETTING_GROUPS("other setting groups are there, or active"),
        DATA("mapped signals must be looked at: their type or place differs"),
        VALUE("the IED starts with another value"),
        STRUCTURE("nodes or access points differ"),
        IDENTITY("maker, type or version of the IED differ"),
        DESCRIPTION("names made from descriptions stay as they are; new ones differ"),
        PRIVATE("a part that only the maker's tool reads");

        private final String meaning;

        Part(String meaning) {
            this.meaning = meaning;
        }

        /** Returns the word that people read. */
        public String word() {
            return Word.of(this);
        }

        /** Returns what follows from a difference, in plain words. */
        public String meaning() {
            return meaning;
        }
    }
}
