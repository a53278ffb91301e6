package org.urvant.project.type;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.urvant.core.device.DeviceFunction;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.text.NearestName;
import org.urvant.file.yaml.FieldReader;

/** Reads what devices of a type do for the plant. */
final class FunctionReader {
    private FunctionReader() {}

    /** Reads the functions of a type whose other parts were read already. */
    static DeviceType read(FieldReader fields, DeviceType type, Names own) {
        List<DeviceFunction> functions = new ArrayList<>();
        fields.children("functions").forEach((name, reader) -> {
            boolean isPerGroup = Words.yes(reader, "each-group");
            String table = Words.text(reader, "each-row");
            Names names = names(reader, type, own, isPerGroup, table);
            Expression when = reader.text("when")
                    .flatMap(entry -> Words.expression(reader, entry, names, Type.Kind.LOGICAL))
                    .orElse(null);
            String meaning = reader.required("meaning", "").text();
            reader.finish();
            functions.add(new DeviceFunction(name, meaning, isPerGroup, table, when));
        });
        return type.withFunctions(functions);
    }

    private static Names names(FieldReader fields, DeviceType type, Names own, boolean isPerGroup, String table) {
        Names group = own.within(type.groups().settings().types());
        if (isPerGroup && type.groups().most() == 0) {
            fields.report(fields.position(), "the type has no setting groups", "Take 'each-group' out.");
        }
        if (table.isEmpty()) {
            return isPerGroup ? group : own;
        }
        TableDefinition rows = type.tables().get(table);
        TableDefinition inGroup = type.groups().tables().get(table);
        if (rows == null && inGroup == null) {
            Set<String> known = new TreeSet<>(type.tables().keySet());
            known.addAll(type.groups().tables().keySet());
            fields.report(
                    fields.position(), "there is no table '" + table + "'", NearestName.hint("table", table, known));
            return own;
        }
        return rows != null
                ? own.within(rows.row().types())
                : group.within(inGroup.row().types());
    }
}
