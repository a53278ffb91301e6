package org.urvant.project.type;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.device.Bound;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DifferentialDefinition;
import org.urvant.core.device.Extent;
import org.urvant.core.expression.Names;
import org.urvant.core.protection.Differential;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Dimension;
import org.urvant.file.yaml.FieldReader;

/** Reads the differential protections that a type declares. */
final class DifferentialReader {
    private final FieldReader fields;
    private final Names names;

    private DifferentialReader(FieldReader fields, Names names) {
        this.fields = fields;
        this.names = names;
    }

    /** Reads the differential protections of a type whose other parts were read already. */
    static List<DifferentialDefinition> read(FieldReader fields, DeviceType type, Names own) {
        return ExtentReader.all(
                fields, "differentials", type, own, (name, reader, names, extent) -> new DifferentialReader(
                                reader, names)
                        .differential(name, extent));
    }

    private DifferentialDefinition differential(String name, Extent extent) {
        fields.required("pick-up", "1");
        fields.required("power", "1");
        List<DifferentialDefinition.Side> sides = new ArrayList<>();
        fields.children("sides").forEach((side, reader) -> sides.add(side(side, reader)));
        if (sides.size() < 2) {
            fields.report(
                    fields.position(),
                    "a differential protection has two sides or more",
                    "Add 'sides: {HV: {voltage: …, primary: …, secondary: …}, LV: …}'.");
        }
        List<DifferentialDefinition.Knee> knees = new ArrayList<>();
        Words.named(fields, "slopes").forEach((knee, reader) -> knees.add(knee(reader)));
        DifferentialDefinition differential = new DifferentialDefinition(
                name,
                fields.required("meaning", "").text(),
                extent,
                new DifferentialDefinition.Course(
                        Words.word(
                                fields,
                                "bias",
                                word -> Word.find(Differential.Bias.class, word),
                                Differential.Bias.MEAN),
                        bound(fields, "pick-up", null),
                        bound(fields, "unrestrained", null),
                        knees),
                sides,
                bound(fields, "power", Dimension.APPARENT_POWER),
                new DifferentialDefinition.Trial(
                        bound(fields, "second-harmonic", null),
                        bound(fields, "time", Dimension.TIME),
                        bound(fields, "bears", Dimension.CURRENT),
                        BandReader.read(fields, "current-band")));
        fields.finish();
        return differential;
    }

    private DifferentialDefinition.Side side(String name, FieldReader reader) {
        reader.required("voltage", "1");
        reader.required("primary", "1");
        reader.required("secondary", "1");
        DifferentialDefinition.Side side = new DifferentialDefinition.Side(
                name,
                bound(reader, "voltage", Dimension.VOLTAGE),
                bound(reader, "primary", Dimension.CURRENT),
                bound(reader, "secondary", Dimension.CURRENT),
                bound(reader, "clock", null));
        reader.finish();
        return side;
    }

    private DifferentialDefinition.Knee knee(FieldReader reader) {
        reader.required("from", "1");
        reader.required("slope", "1");
        DifferentialDefinition.Knee knee =
                new DifferentialDefinition.Knee(bound(reader, "from", null), bound(reader, "slope", null));
        reader.finish();
        return knee;
    }

    private Bound bound(FieldReader reader, String key, Dimension wanted) {
        return Words.bound(reader, key, names, wanted);
    }
}
