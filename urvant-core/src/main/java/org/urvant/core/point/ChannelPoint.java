package org.urvant.core.point;

import java.util.Objects;

/**
 * A channel of the device itself, such as {@code DI1}.
 *
 * @param channel name of the channel
 */
public record ChannelPoint(String channel) implements Point {
    /** What stands in a mapping in place of a connection when an end is the device's own. */
    public static final String OWN = "own";

    public ChannelPoint {
        Objects.requireNonNull(channel, "channel");
    }

    @Override
    public String text() {
        return channel;
    }
}
