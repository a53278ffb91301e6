package org.urvant.core.point;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.urvant.core.point.AddressGroup.Block;

/**
 * Where a project puts the points of a group: {@code 4001-4999}, {@code 4001-4999 step 10}, {@code 4001-4999 except 4100-4199,
 * 4300}.
 *
 * @param block first and last address
 * @param step how far addresses are apart, from the first on; at least 1
 * @param reserved addresses within the block that are kept free
 */
public record AddressPlan(Block block, int step, List<Block> reserved) {
    private static final Pattern FORM =
            Pattern.compile("(\\d{1,8})\\s*-\\s*(\\d{1,8})(?:\\s+step\\s+(\\d{1,6}))?(?:\\s+except\\s+(.+))?");
    private static final Pattern PART = Pattern.compile("(\\d{1,8})(?:\\s*-\\s*(\\d{1,8}))?");

    public AddressPlan {
        reserved = List.copyOf(reserved);
        if (step < 1) {
            throw new IllegalArgumentException("a step is at least 1, not " + step);
        }
    }

    /** Returns a plan that uses all of a block. */
    public static AddressPlan of(Block block) {
        return new AddressPlan(block, 1, List.of());
    }

    /**
     * Returns the plan that a text says; empty when it says none.
     *
     * @throws IllegalArgumentException when the first of two addresses is above the second, or the step is 0
     */
    public static Optional<AddressPlan> read(String text) {
        Matcher form = FORM.matcher(text.strip());
        if (!form.matches()) {
            return Optional.empty();
        }
        List<Block> reserved = new ArrayList<>();
        for (String part : form.group(4) == null ? new String[0] : form.group(4).split(",", -1)) {
            Matcher matcher = PART.matcher(part.strip());
            if (!matcher.matches()) {
                return Optional.empty();
            }
            reserved.add(block(matcher.group(1), matcher.group(2) == null ? matcher.group(1) : matcher.group(2)));
        }
        int step = form.group(3) == null ? 1 : Integer.parseInt(form.group(3));
        return Optional.of(new AddressPlan(block(form.group(1), form.group(2)), step, reserved));
    }

    private static Block block(String first, String last) {
        return new Block(Integer.parseInt(first), Integer.parseInt(last));
    }

    /** Returns whether the plan has an address. */
    public boolean contains(int address) {
        Block one = new Block(address, address);
        return block.contains(one)
                && (address - block.first()) % step == 0
                && reserved.stream().noneMatch(kept -> kept.contains(one));
    }

    /** Returns the plan as projects write it. */
    public String text() {
        return shown(block)
                + (step == 1 ? "" : " step " + step)
                + (reserved.isEmpty()
                        ? ""
                        : " except " + reserved.stream().map(AddressPlan::shown).collect(Collectors.joining(", ")));
    }

    private static String shown(Block block) {
        return block.first() == block.last() ? String.valueOf(block.first()) : block.first() + "-" + block.last();
    }
}
