package org.urvant.core.point.can;

import org.urvant.core.point.Point;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Role;

/** CAN: connections are set and checked; signals of frames come with signal lists, which are not read yet. */
public final class CanSpace implements PointSpace {
    @Override
    public String id() {
        return "can";
    }

    @Override
    public String title() {
        return "CAN (ISO 11898)";
    }

    @Override
    public Point read(String text, Role role) {
        throw new IllegalArgumentException("points of " + title() + " cannot be mapped yet");
    }
}
