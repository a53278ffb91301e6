package org.urvant.project.mapping;

import java.util.Optional;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.Point;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.program.ProgramPoint;
import org.urvant.project.Connection;

/** An end of a row as it was found; the device's own has no connection. */
record RowEnd(Optional<Connection> connection, Optional<PointSpace> space, Point point) {
    String title() {
        return space.map(PointSpace::title).orElse("the device itself");
    }

    boolean isSignal() {
        return !(point instanceof PlacedPoint);
    }

    boolean isProgram() {
        return connection.isEmpty() && point.text().equals(ProgramPoint.TEXT);
    }
}
