package org.urvant.project.type;

import java.util.List;
import org.urvant.core.device.Bound;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Extent;
import org.urvant.core.device.ZoneDefinition;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.protection.Zone;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Dimension;
import org.urvant.core.unit.Unit;
import org.urvant.file.yaml.FieldReader;

/** Reads the zones of distance protection that a type declares. */
final class ZoneReader {
    private final FieldReader fields;
    private final Names names;

    private ZoneReader(FieldReader fields, Names names) {
        this.fields = fields;
        this.names = names;
    }

    /** Reads the zones of a type whose other parts were read already. */
    static List<ZoneDefinition> read(FieldReader fields, DeviceType type, Names own) {
        return ExtentReader.all(
                fields, "zones", type, own, (name, reader, names, extent) -> new ZoneReader(reader, names)
                        .zone(name, extent));
    }

    private ZoneDefinition zone(String name, Extent extent) {
        Zone.Shape shape = Words.word(fields, "shape", word -> Word.find(Zone.Shape.class, word), Zone.Shape.MHO);
        fields.required("reach", "1");
        fields.required("line-resistance", "1");
        fields.required("line-reactance", "1");
        Bound phase = bound("resistance-phase", Dimension.RESISTANCE);
        Bound earth = bound("resistance-earth", Dimension.RESISTANCE);
        if (shape == Zone.Shape.POLYGON && (phase == null || earth == null)) {
            fields.report(
                    fields.position(),
                    "a polygon has no resistance",
                    "Add 'resistance-phase: SETTING' and 'resistance-earth: SETTING'.");
        }
        ZoneDefinition zone = new ZoneDefinition(
                name,
                fields.required("meaning", "").text(),
                extent,
                shape,
                direction(),
                new ZoneDefinition.Reaches(
                        bound("reach", Dimension.RESISTANCE),
                        phase,
                        earth,
                        new ZoneDefinition.Line(
                                bound("line-resistance", Dimension.RESISTANCE),
                                bound("line-reactance", Dimension.RESISTANCE)),
                        bound("ratio", null),
                        bound("delay", Dimension.TIME)),
                new Zone.Edges(angle("below", Zone.Edges.USUAL.below()), angle("left", Zone.Edges.USUAL.left())),
                new ZoneDefinition.Trial(
                        Words.bound(fields, "least-current", names, Dimension.CURRENT),
                        Words.bound(fields, "bears", names, Dimension.CURRENT),
                        Words.bound(fields, "voltage", names, Dimension.VOLTAGE),
                        bound("earth-factor", null),
                        bound("earth-angle", null),
                        BandReader.read(fields, "reach-band")));
        fields.finish();
        return zone;
    }

    private Expression direction() {
        Expression direction = fields.text("direction")
                .flatMap(entry -> Words.expression(fields, entry, names, Type.Kind.TEXT))
                .orElse(null);
        if (direction != null) {
            direction.type().choices().stream()
                    .filter(word -> Word.find(Zone.Way.class, word).isEmpty())
                    .forEach(word -> fields.report(
                            fields.at("direction"),
                            "'" + word + "' is no direction",
                            "Directions are forward, reverse, both."));
        }
        return direction;
    }

    private Bound bound(String key, Dimension wanted) {
        Bound bound = Words.bound(fields, key, names);
        Unit unit = bound == null || bound.expression() == null
                ? null
                : bound.expression().type().unit();
        Unit base = wanted == Dimension.TIME ? Unit.SECOND : Unit.OHM;
        if (wanted != null && unit != null && unit != base) {
            fields.report(fields.at(key), "'" + key + "' is in " + unit.symbol(), "Give it in " + base.symbol() + ".");
        }
        return bound;
    }

    private double angle(String key, double otherwise) {
        double angle = fields.text(key)
                .flatMap(entry -> Words.decimal(fields, entry))
                .map(Number::doubleValue)
                .orElse(otherwise);
        if (angle < 0 || angle >= 90) {
            fields.report(fields.at(key), "an angle of " + angle + " bounds nothing", "Write 0 to 89 degrees.");
            return otherwise;
        }
        return angle;
    }
}
