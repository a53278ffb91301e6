package org.urvant.core.point.program;

import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.point.Access;
import org.urvant.core.point.Claim;
import org.urvant.core.point.Form;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.Point;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Role;
import org.urvant.core.point.Shape;
import org.urvant.core.text.Word;
import org.urvant.core.tree.Value;

/**
 * The programs of the device as the receiver of a row; the row's identifier says by which name they read it.
 *
 * @param form what kind of value they get
 */
public record ProgramPoint(Form form) implements PlacedPoint {
    /** What stands in a mapping in place of a point when an end is the device's own programs. */
    public static final String TEXT = "program";

    /** What programs make of points: they take every value, with its quality and time. */
    public static final PointSpace SPACE = new PointSpace() {
        @Override
        public String id() {
            return TEXT;
        }

        @Override
        public String title() {
            return "programs of the device";
        }

        @Override
        public Point read(String text, Role role) {
            throw new IllegalArgumentException("programs have no points");
        }

        @Override
        public List<String> carriers(Shape shape) {
            return List.of(Word.of(shape.form()));
        }

        @Override
        public Shape holds(String carrier) {
            return Shape.of(Word.find(Form.class, carrier).orElseThrow(), Access.READ);
        }
    };

    @Override
    public String text() {
        return TEXT;
    }

    @Override
    public String carrier() {
        return Word.of(form);
    }

    @Override
    public boolean permits(Access access) {
        return access == Access.READ;
    }

    @Override
    public Claim claim() {
        throw new UnsupportedOperationException("programs have no addresses");
    }

    @Override
    public String shownAddress() {
        return TEXT;
    }

    @Override
    public SortedMap<String, Value> fields() {
        return new TreeMap<>(Map.of(TEXT, Value.logical(true)));
    }
}
