package org.urvant.project.type;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Extent;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.file.yaml.FieldReader;

/** Reads what a type declares once, for each setting group or for each row of a table. */
final class ExtentReader {
    private ExtentReader() {}

    /** Reads one of them, whose expressions may use some names. */
    interface One<T> {
        T read(String name, FieldReader fields, Names names, Extent extent);
    }

    /** Reads all that stand at a key of a type whose other parts were read already. */
    static <T> List<T> all(FieldReader type, String key, DeviceType read, Names own, One<T> one) {
        List<T> all = new ArrayList<>();
        Words.named(type, key).forEach((name, fields) -> {
            boolean isPerGroup = Words.yes(fields, "each-group");
            String table = Words.text(fields, "each-row");
            Names names = FunctionReader.names(fields, read, own, isPerGroup, table);
            Expression when = fields.text("when")
                    .flatMap(entry -> Words.expression(fields, entry, names, Type.Kind.LOGICAL))
                    .orElse(null);
            all.add(one.read(name, fields, names, new Extent(isPerGroup, table, when)));
        });
        return all;
    }
}
