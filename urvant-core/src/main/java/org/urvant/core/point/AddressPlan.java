package org.urvant.core.point;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.urvant.core.point.AddressGroup.Block;

/**
 * Where a project puts the points of a group: {@code 4001-4999}, {@code 4001-4999 each 100}, {@code 4001-4999 step 10},
 * {@code 4001-4999 except 4100-4199, 4300}.
 *
 * @param block first and last address
 * @param each how many addresses in a row are for one relay, list or the device itself; 0 where they follow each other
 * @param step how far addresses are apart, from the first on; at least 1
 * @param reserved addresses within the block that are kept free
 */
public record AddressPlan(Block block, int each, int step, List<Block> reserved) {
    private static final Pattern FORM = Pattern.compile(
            "(\\d{1,8})\\s*-\\s*(\\d{1,8})(?:\\s+each\\s+(\\d{1,6}))?(?:\\s+step\\s+(\\d{1,6}))?(?:\\s+except\\s+(.+))?");
    /** How a plan is written. */
    public static final String REMEDY =
            "Write FIRST-LAST, such as 4001-4999, with 'each N', 'step N' or 'except FIRST-LAST, …' behind it where wanted.";

    private static final Pattern PART = Pattern.compile("(\\d{1,8})(?:\\s*-\\s*(\\d{1,8}))?");

    public AddressPlan {
        reserved = List.copyOf(reserved);
        if (step < 1) {
            throw new IllegalArgumentException("a step is at least 1, not " + step);
        }
        if (each < 0 || each > block.last() - block.first() + 1) {
            throw new IllegalArgumentException("a block of " + each + " does not fit in " + shown(block));
        }
    }

    /** Returns a plan that uses all of a block. */
    public static AddressPlan of(Block block) {
        return new AddressPlan(block, 0, 1, List.of());
    }

    /** Returns a plan of which it is not known what it wants, so that it has no address. */
    public static AddressPlan unknown(Block whole) {
        return new AddressPlan(whole, 0, 1, List.of(whole));
    }

    /** Returns whether it is not known what the plan wants, or it keeps all of its addresses free. */
    public boolean isUnknown() {
        return reserved.contains(block);
    }

    /**
     * Returns the plan that a text says.
     *
     * @param whole all addresses that there are
     * @throws IllegalArgumentException when it says none, the first of two addresses is above the second, a number cannot be, or
     *     not all of it lies within the addresses that there are; the message says which
     */
    public static AddressPlan read(String text, Block whole) {
        Matcher form = FORM.matcher(text.strip());
        List<Block> reserved = new ArrayList<>();
        boolean isForm = form.matches();
        for (String part : isForm && form.group(5) != null ? form.group(5).split(",", -1) : new String[0]) {
            Matcher matcher = PART.matcher(part.strip());
            isForm &= matcher.matches();
            if (isForm) {
                reserved.add(block(matcher.group(1), matcher.group(2) == null ? matcher.group(1) : matcher.group(2)));
            }
        }
        if (!isForm) {
            throw new IllegalArgumentException("'" + text + "' is no block");
        }
        int each = form.group(3) == null ? 0 : Integer.parseInt(form.group(3));
        int step = form.group(4) == null ? 1 : Integer.parseInt(form.group(4));
        Block block = block(form.group(1), form.group(2));
        if (!whole.contains(block) || !reserved.stream().allMatch(block::contains)) {
            throw new IllegalArgumentException("a block is FIRST-LAST within " + whole.first() + " to " + whole.last()
                    + ", and what it leaves out within itself, not " + text);
        }
        return new AddressPlan(block, each, step, reserved);
    }

    private static Block block(String first, String last) {
        return new Block(Integer.parseInt(first), Integer.parseInt(last));
    }

    /** Returns whether the plan has an address. */
    public boolean contains(int address) {
        if (!contains(block, address) || (address - block.first()) % step != 0) {
            return false;
        }
        for (Block kept : reserved) {
            if (contains(kept, address)) {
                return false;
            }
        }
        return true;
    }

    private static boolean contains(Block block, int address) {
        return block.first() <= address && address <= block.last();
    }

    /** Returns the number of the part of the block that an address lies in, from 0; 0 where it has no parts. */
    public int part(int address) {
        return each == 0 ? 0 : (address - block.first()) / each;
    }

    /** Returns the plan as projects write it. */
    public String text() {
        return block.first() + "-" + block.last()
                + (each == 0 ? "" : " each " + each)
                + (step == 1 ? "" : " step " + step)
                + (reserved.isEmpty()
                        ? ""
                        : " except " + reserved.stream().map(AddressPlan::shown).collect(Collectors.joining(", ")));
    }

    private static String shown(Block block) {
        return block.first() == block.last() ? String.valueOf(block.first()) : block.first() + "-" + block.last();
    }
}
