package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.urvant.core.language.Mistake;
import org.urvant.core.logic.DataType;
import org.urvant.core.logic.Signal;
import org.urvant.core.logic.Transform;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;

/** How the value of a row is calculated: its sources are {@code x1} and on, and {@code x} where there is one. */
final class RowTransform {
    /** Positions of two contacts (IEC 61850-7-3, Dbpos), and of a tap changer (ValWithTrans). */
    private static final Map<Form, Interval> RANGES =
            Map.of(Form.DOUBLE, Interval.of(0, 3), Form.STEP, Interval.of(-64, 63));

    private RowTransform() {}

    /** Reads a transform over the values of some signals, which must have a shape. */
    static Optional<Transform> of(List<MappedSignal> sources, String text, Consumer<Mistake> mistakes) {
        List<Signal> values = new ArrayList<>();
        for (MappedSignal source : sources) {
            Shape shape = source.shape().orElseThrow();
            DataType type =
                    switch (shape.form()) {
                        case LOGICAL -> DataType.BOOL;
                        case REAL -> DataType.LREAL;
                        default -> DataType.LINT;
                    };
            Interval range = RANGES.getOrDefault(shape.form(), shape.range());
            values.add(new Signal(
                    "x" + (values.size() + 1),
                    type,
                    Signal.Flow.INPUT,
                    range.isBounded() ? range : null,
                    null,
                    source.reference()));
        }
        return Transform.read(text, values, sources.size() == 1 ? Map.of("x", "x1") : Map.of(), mistakes);
    }

    /** Returns what a transform gives. */
    static Shape shape(Transform transform) {
        Form form = transform.isPair()
                ? Form.DOUBLE
                : transform.isLogical() ? Form.LOGICAL : transform.isWhole() ? Form.WHOLE : Form.REAL;
        return new Shape(form, Access.READ, transform.range());
    }
}
