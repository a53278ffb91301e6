package org.urvant.scl.reading;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.urvant.scl.SclBuilder;

/** The names of elements and attributes as they stand in a file, each made once, for one builder; only of letters and digits of ASCII. */
final class PlainNames {
    private Name[] slots = new Name[256];
    private int size;

    /** A name, its prefix apart. */
    static final class Name {
        private final byte[] octets;
        private final int sum;
        private final String prefix;
        private final String local;
        private final boolean isSound;
        private final boolean isDeclaration;
        private int number = -1;
        /** The element in which it was an attribute last, so that one given twice is noticed. */
        private int element = -1;

        private Name(byte[] octets, int sum) {
            this.octets = octets;
            this.sum = sum;
            String whole = new String(octets, StandardCharsets.US_ASCII);
            int colon = whole.indexOf(':');
            prefix = colon < 0 ? "" : whole.substring(0, colon);
            local = whole.substring(colon + 1);
            isSound = isBegun(local) && (colon < 0 || isBegun(prefix)) && local.indexOf(':') < 0;
            isDeclaration = prefix.equals("xmlns") || whole.equals("xmlns");
        }

        /** Returns whether it is a name of one or two parts, each of which begins with a letter or an underscore. */
        boolean isSound() {
            return isSound;
        }

        /** Returns whether it declares a namespace. */
        boolean isDeclaration() {
            return isDeclaration;
        }

        private boolean isOf(byte[] in, int from, int to) {
            if (to - from != octets.length) {
                return false;
            }
            for (int i = 0; i < octets.length; i++) {
                if (octets[i] != in[from + i]) {
                    return false;
                }
            }
            return true;
        }

        private static boolean isBegun(String part) {
            return !part.isEmpty() && (Character.isLetter(part.charAt(0)) || part.charAt(0) == '_');
        }

        /** Returns the prefix; empty text for none. */
        String prefix() {
            return prefix;
        }

        String local() {
            return local;
        }

        /** Returns the number that a builder gives the name as an attribute without prefix. */
        int number(SclBuilder builder) {
            if (number < 0) {
                number = builder.name(local);
            }
            return number;
        }

        /** Returns whether this is the first time that an element has the name as an attribute. */
        boolean isNewIn(int number) {
            boolean isNew = element != number;
            element = number;
            return isNew;
        }
    }

    /** @param sum what {@link SclBuilder#sum} says of the octets */
    Name of(byte[] in, int from, int to, int sum) {
        int slot = slot(sum);
        while (slots[slot] != null) {
            Name known = slots[slot];
            if (known.sum == sum && known.isOf(in, from, to)) {
                return known;
            }
            slot = slot + 1 & slots.length - 1;
        }
        Name made = new Name(Arrays.copyOfRange(in, from, to), sum);
        slots[slot] = made;
        if (++size * 2 > slots.length) {
            grow();
        }
        return made;
    }

    private void grow() {
        Name[] all = slots;
        slots = new Name[all.length * 2];
        for (Name name : all) {
            if (name != null) {
                int slot = slot(name.sum);
                while (slots[slot] != null) {
                    slot = slot + 1 & slots.length - 1;
                }
                slots[slot] = name;
            }
        }
    }

    private int slot(int sum) {
        int mixed = sum * 0x9E3779B9;
        return (mixed ^ mixed >>> 16) & slots.length - 1;
    }
}
