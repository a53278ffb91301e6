package org.urvant.project.type;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.device.Bound;
import org.urvant.core.device.DeviceFunction;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.SupervisionDefinition;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.finding.Entry;
import org.urvant.core.text.NearestName;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Dimension;
import org.urvant.file.yaml.FieldReader;

/** Reads the supervisions that a type declares. */
final class SupervisionReader {
    private final FieldReader fields;
    private final Names names;
    private final DeviceType type;

    private SupervisionReader(FieldReader fields, Names names, DeviceType type) {
        this.fields = fields;
        this.names = names;
        this.type = type;
    }

    /** Reads the supervisions of a type whose functions were read already. */
    static List<SupervisionDefinition> read(FieldReader fields, DeviceType type, Names own) {
        return ExtentReader.all(
                fields, "supervisions", type, own, (name, reader, names, extent) -> new SupervisionReader(
                                reader, names, type)
                        .supervision(name, extent.when()));
    }

    private SupervisionDefinition supervision(String name, Expression when) {
        SupervisionDefinition.Kind kind = Words.word(
                fields,
                "kind",
                word -> Word.find(SupervisionDefinition.Kind.class, word),
                SupervisionDefinition.Kind.CURRENT_SUM);
        fields.required("threshold", "1");
        boolean isBalance = kind == SupervisionDefinition.Kind.CURRENT_BALANCE
                || kind == SupervisionDefinition.Kind.VOLTAGE_BALANCE;
        if (isBalance) {
            fields.required("share", "0.5");
        }
        Dimension wanted = kind.needsVoltages() ? Dimension.VOLTAGE : Dimension.CURRENT;
        SupervisionDefinition supervision = new SupervisionDefinition(
                name,
                fields.required("meaning", "").text(),
                kind,
                when,
                new SupervisionDefinition.Levels(
                        bound("threshold", wanted),
                        Words.within(fields, "share", bound("share", null), "0", "1"),
                        bound("factor", null),
                        bound("current", Dimension.CURRENT)),
                blocks());
        fields.finish();
        return supervision;
    }

    private List<String> blocks() {
        List<String> known =
                type.handling().functions().stream().map(DeviceFunction::name).toList();
        List<String> blocks = new ArrayList<>();
        for (Entry entry : fields.texts("blocks")) {
            if (known.contains(entry.text())) {
                blocks.add(entry.text());
            } else {
                fields.report(
                        entry.position(),
                        "'" + entry.text() + "' is no function of the type",
                        NearestName.hint("function", entry.text(), known));
            }
        }
        return blocks;
    }

    private Bound bound(String key, Dimension wanted) {
        return Words.bound(fields, key, names, wanted);
    }
}
