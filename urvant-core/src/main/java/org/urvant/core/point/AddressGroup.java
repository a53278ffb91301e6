package org.urvant.core.point;

import java.util.Objects;

/**
 * Points that share a block of addresses in an address plan.
 *
 * @param word how projects name it, such as {@code double-point}
 * @param standard the block where a project says nothing else
 * @param whole all addresses that there are
 */
public record AddressGroup(String word, Block standard, Block whole) {
    public AddressGroup {
        Objects.requireNonNull(word, "word");
        Objects.requireNonNull(standard, "standard");
        Objects.requireNonNull(whole, "whole");
    }

    /**
     * A block of addresses.
     *
     * @param first first address
     * @param last last address, itself in the block
     */
    public record Block(int first, int last) {
        public Block {
            if (first < 0 || last < first) {
                throw new IllegalArgumentException("a block is FIRST-LAST, not " + first + "-" + last);
            }
        }

        /** Returns whether all of another block is within. */
        public boolean contains(Block other) {
            return first <= other.first && other.last <= last;
        }
    }
}
