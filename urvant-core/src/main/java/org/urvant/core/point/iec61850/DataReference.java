package org.urvant.core.point.iec61850;

import java.util.regex.Pattern;
import org.urvant.core.point.Point;

/**
 * A data attribute of IEC 61850 by its reference, such as {@code F01CTRL/XCBR1.Pos.stVal} (IEC 61850-7-2:2010, 22.2).
 *
 * @param reference logical device, slash, logical node, and the names below it joined by dots
 */
public record DataReference(String reference) implements Point {
    private static final Pattern FORM = Pattern.compile(
            "[A-Za-z][A-Za-z0-9_]{0,63}/[A-Za-z][A-Za-z0-9_]{0,31}(\\.[A-Za-z][A-Za-z0-9]{0,31}(\\(\\d{1,5}\\))?){2,16}");

    public DataReference {
        if (!FORM.matcher(reference).matches()) {
            throw new IllegalArgumentException(
                    "'" + reference + "' is not a data reference; expected a form like F01CTRL/XCBR1.Pos.stVal");
        }
    }

    static DataReference read(String text) {
        return new DataReference(text.strip());
    }

    @Override
    public String text() {
        return reference;
    }
}
