package org.urvant.core.device;

import java.util.List;
import java.util.Objects;

/**
 * A kind of channel.
 *
 * @param name short name that channels are numbered after, such as {@code AI}
 * @param count how many a device has without modules
 * @param isInput whether it takes from the plant; otherwise it gives to it
 * @param carries what one can carry, such as {@code voltage}, {@code thermocouple}
 * @param logical which of these are on or off; the others are values
 * @param counted those of these words that stand for a count of pulses
 * @param meaning what it is, in plain words
 * @param settings the settings of each channel
 * @param laws how it turns what is at its terminals into a value, or the other way round
 */
public record ChannelKind(
        String name,
        int count,
        boolean isInput,
        List<String> carries,
        List<String> logical,
        List<String> counted,
        String meaning,
        SheetDefinition settings,
        List<ChannelLaw> laws) {
    /** Setting of a channel that says what it carries. */
    public static final String CARRIES = "carries";

    /** Word for a channel that is left free on purpose. */
    public static final String UNUSED = "unused";

    public ChannelKind {
        Objects.requireNonNull(name, "name");
        carries = List.copyOf(carries);
        logical = List.copyOf(logical);
        counted = List.copyOf(counted);
        laws = List.copyOf(laws);
    }
}
