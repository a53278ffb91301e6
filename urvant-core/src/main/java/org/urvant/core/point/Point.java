package org.urvant.core.point;

/** One datum addressed on a connection, in its protocol's own way. Immutable. */
public sealed interface Point permits DataReference, InformationObject, ChannelPoint {
    /** Returns the point as files and commands write it; {@link #parse} reads it back. */
    String text();

    /**
     * Returns the point that a text stands for.
     *
     * @throws IllegalArgumentException with a message for people when the text is no point of the protocol
     */
    static Point parse(Protocol protocol, String text) {
        return switch (protocol) {
            case IEC61850 -> DataReference.parse(text);
            case IEC104 -> InformationObject.parse(text);
            case MODBUS, CAN ->
                throw new IllegalArgumentException("points of " + protocol.title() + " cannot be mapped yet");
        };
    }
}
