package org.urvant.core.point;

/** Whether the other end of a connection answers, as a point of the connection. */
public record LinkPoint() implements Point {
    /** What stands for it in a mapping. */
    public static final String TEXT = "link";

    @Override
    public String text() {
        return TEXT;
    }
}
