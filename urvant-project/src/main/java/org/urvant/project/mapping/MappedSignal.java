package org.urvant.project.mapping;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.Meaning;
import org.urvant.core.error.RefusedException;
import org.urvant.core.language.Mistake;
import org.urvant.core.logic.Transform;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.LinkPoint;
import org.urvant.core.point.Shape;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.point.program.ProgramPoint;
import org.urvant.core.range.Interval;
import org.urvant.core.tree.Value;
import org.urvant.project.Mapping;
import org.urvant.project.setting.ChannelScale;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.SitePart;
import org.urvant.scl.selection.SignalKind;

/**
 * A signal that can be mapped, whoever offers it: a data attribute of an IED, a point of a list, a channel of the device itself,
 * whether a connection's other end answers, or
 * a value that is calculated from such.
 */
public sealed interface MappedSignal {
    /** Returns the text that owns the addresses given to the signal. */
    String reference();

    /** Returns the key of its row where the row owns its address; empty where the signal does. */
    default Optional<String> ownKey() {
        return Optional.empty();
    }

    /** Returns what stands for it in a row. */
    default String written() {
        return reference();
    }

    /** Returns what kind of value it is; empty when it is none that can be mapped. */
    Optional<Shape> shape();

    /** Returns why it cannot be mapped; empty text when it can. */
    String reason();

    /** Returns its name by a project's template. */
    String name(String template);

    /** Returns where in the plant it belongs; empty text when that is not known. */
    default String place() {
        return "";
    }

    /** Returns what it is, for people: class and type. */
    String kind();

    /** Returns whether who commands it selects it first; empty where it is no command, or its source does not say. */
    default Optional<Boolean> selects() {
        return Optional.empty();
    }

    /** Returns the unit of its value as its source writes it; empty text when it has none, or that is not known. */
    default String unit() {
        return "";
    }

    /** Returns data attributes of IEDs as signals. */
    static List<MappedSignal> of(Collection<DataAttribute> attributes) {
        return attributes.stream()
                .map(attribute -> (MappedSignal) new OfIed(attribute))
                .toList();
    }

    /** A signal without a reference of its own: its row owns the address, whatever becomes of it. */
    sealed interface OfRow extends MappedSignal {
        /** Returns the key of the row. */
        String key();

        @Override
        default String reference() {
            return Mapping.owned(key());
        }

        @Override
        default Optional<String> ownKey() {
            return Optional.of(key());
        }

        @Override
        default String reason() {
            return "";
        }
    }

    /** A data attribute of an IED. */
    record OfIed(DataAttribute attribute) implements MappedSignal {
        @Override
        public int hashCode() { // that of a record makes classes when it is first called, in each command
            return attribute.hashCode();
        }

        @Override
        public String reference() {
            return attribute.reference();
        }

        @Override
        public Optional<Shape> shape() {
            return DataShapes.of(attribute);
        }

        @Override
        public String reason() {
            return shape().isPresent() ? "" : DataShapes.reason(attribute);
        }

        @Override
        public String name(String template) {
            return SignalName.of(template, attribute);
        }

        @Override
        public String place() {
            return attribute.node().place().map(SitePart::path).orElse("");
        }

        @Override
        public String kind() {
            return attribute.innerClass() + ", " + attribute.basicType();
        }

        @Override
        public Optional<Boolean> selects() {
            return shape().filter(shape -> shape.access() == Access.COMMAND)
                    .flatMap(shape -> SignalKind.selects(attribute));
        }
    }

    /**
     * A channel of the device that is mapped.
     *
     * @param sheets the device's values
     * @param sheet the channel's values
     * @param channel its kind
     */
    record OfChannel(DeviceSheets sheets, Sheet sheet, ChannelKind channel) implements MappedSignal {
        /** Returns a channel of a device, or empty when it has none of that name as fitted. */
        public static Optional<OfChannel> of(DeviceSheets sheets, String name) {
            ChannelKind kind = sheets.channels().get(name);
            return Optional.ofNullable(kind)
                    .flatMap(found -> sheets.sheet(name))
                    .map(sheet -> new OfChannel(sheets, sheet, kind));
        }

        @Override
        public String reference() {
            return sheet.prefix();
        }

        @Override
        public Optional<Shape> shape() {
            String carries = carries();
            boolean isCount = channel.counted().contains(carries);
            if (carries.equals(ChannelKind.UNUSED) || isCount && !channel.isInput()) {
                return Optional.empty();
            }
            Form form = isCount ? Form.COUNTER : channel.logical().contains(carries) ? Form.LOGICAL : Form.REAL;
            Interval range = form == Form.COUNTER ? counts() : Interval.ALL;
            if (form == Form.REAL) {
                range = ChannelScale.of(sheets, sheet.prefix())
                        .flatMap(ChannelScale::values)
                        .orElse(Interval.ALL);
            }
            return Optional.of(new Shape(form, channel.isInput() ? Access.READ : Access.COMMAND, range));
        }

        private Interval counts() {
            return sheet.value(Meaning.COUNT_LIMIT) instanceof BigDecimal limit && limit.signum() > 0
                    ? new Interval(BigDecimal.ZERO, limit)
                    : Interval.ALL;
        }

        @Override
        public String reason() {
            if (shape().isPresent()) {
                return "";
            }
            return carries().equals(ChannelKind.UNUSED)
                    ? "is unused: say what the channel carries first"
                    : "is a count that the device gives";
        }

        /** Returns whether what the channel measures counts. */
        boolean isInService() {
            return sheet.given(Meaning.OUT_OF_SERVICE).isEmpty();
        }

        String carries() {
            return String.valueOf(sheet.value(ChannelKind.CARRIES));
        }

        @Override
        public String name(String template) {
            String given = sheet.entry(Meaning.DISPLAY_NAME)
                    .map(entry -> entry.text())
                    .filter(text -> !text.isBlank())
                    .orElse(sheet.prefix());
            return SignalName.of(template, sheets.device().name(), sheet.prefix(), given);
        }

        @Override
        public String unit() {
            boolean isMeasured =
                    shape().filter(shape -> shape.form() == Form.REAL).isPresent();
            return isMeasured
                    ? ChannelScale.of(sheets, sheet.prefix())
                            .map(ChannelScale::unit)
                            .orElse("")
                    : "";
        }

        @Override
        public String kind() {
            return (channel.isInput() ? "input, " : "output, ") + carries();
        }
    }

    /**
     * A point that a list describes.
     *
     * @param list the list
     * @param point its row
     * @param access whether it is read or commanded
     */
    record OfList(PointList list, ListedPoint point, Access access) implements MappedSignal {
        /** Returns a point as the signals that it offers: one to read, one to command, or both. */
        public static List<MappedSignal> all(PointList list, ListedPoint point) {
            return Stream.of(Access.values())
                    .filter(access -> point.flow().permits(access))
                    .map(access -> (MappedSignal) new OfList(list, point, access))
                    .toList();
        }

        @Override
        public String reference() {
            return list.reference(point);
        }

        @Override
        public Optional<Shape> shape() {
            return point.flow().permits(access)
                    ? Optional.of(point.shape(list.space(), access)).filter(shape -> shape.form() != Form.TEXT)
                    : Optional.empty();
        }

        @Override
        public String reason() {
            if (shape().isPresent()) {
                return "";
            }
            return point.flow().permits(access)
                    ? "is a text, which is read and not passed on"
                    : access == Access.READ
                            ? "can only be written, as its list says"
                            : "can only be read, as its list says";
        }

        @Override
        public String name(String template) {
            return SignalName.of(
                    template, list.name(), point.key(), point.about().name() + (isFeedbackToo() ? " command" : ""));
        }

        /** A command whose point is read too needs a name of its own. */
        private boolean isFeedbackToo() {
            return access == Access.COMMAND && point.flow() == ListedPoint.Flow.BOTH;
        }

        @Override
        public String place() {
            return point.about().place();
        }

        @Override
        public String kind() {
            return list.space().title() + ", " + point.point().text();
        }

        @Override
        public String unit() {
            return point.measure().unit();
        }

        @Override
        public Optional<Boolean> selects() {
            return access == Access.COMMAND ? point.point().selects() : Optional.empty();
        }

        /** Returns what a configuration says of the point. */
        public SortedMap<String, Value> fields() {
            SortedMap<String, Value> fields = new TreeMap<>(point.point().fields());
            if (point.hasStation()) {
                fields.put("station", Value.number(point.station()));
            }
            if (!point.measure().isPlain()) {
                fields.put("factor", Value.number(point.measure().factor()));
                fields.put("offset", Value.number(point.measure().offset()));
            }
            if (!point.measure().unit().isEmpty()) {
                fields.put("unit", Value.text(point.measure().unit()));
            }
            return fields;
        }
    }

    /**
     * Whether the other end of a connection answers.
     *
     * @param connection name of the connection
     * @param key key of the row, which owns the address, so that a rename of the connection keeps it
     */
    record OfLink(String connection, String key) implements OfRow {
        @Override
        public String written() {
            return LinkPoint.TEXT;
        }

        @Override
        public Optional<Shape> shape() {
            return Optional.of(Shape.of(Form.LOGICAL, Access.READ));
        }

        @Override
        public String name(String template) {
            return SignalName.of(template, connection, LinkPoint.TEXT, "answers");
        }

        @Override
        public String kind() {
            return "whether " + connection + " answers";
        }
    }

    /**
     * A value that programs of the device give or take.
     *
     * @param identifier by which name they do
     * @param key key of the row, which owns the address
     * @param givenName its name for people
     * @param value what kind of value it is
     */
    record OfProgram(String identifier, String key, String givenName, Shape value) implements OfRow {
        @Override
        public String written() {
            return ProgramPoint.TEXT;
        }

        @Override
        public Optional<Shape> shape() {
            return Optional.of(value);
        }

        @Override
        public String name(String template) {
            return givenName;
        }

        @Override
        public String kind() {
            return "program, " + identifier;
        }
    }

    /**
     * A value that is calculated from other signals.
     *
     * @param sources what it is calculated from
     * @param transform how
     * @param key key of the row, which owns the address whatever the calculation becomes
     * @param givenName its name; empty text for that of its first source
     */
    record Calculated(List<MappedSignal> sources, Transform transform, String key, String givenName) implements OfRow {
        public Calculated {
            sources = List.copyOf(sources);
        }

        /**
         * Returns the value that a transform gives.
         *
         * @throws RefusedException when the transform is wrong
         */
        public static Calculated of(List<MappedSignal> sources, String text, String key, String name) {
            List<Mistake> mistakes = new ArrayList<>();
            Transform transform = RowTransform.of(sources, text, mistakes::add).orElse(null);
            if (transform == null) {
                throw new RefusedException(
                        "column " + mistakes.get(0).place().column() + " of '" + text + "': "
                                + mistakes.get(0).message(),
                        mistakes.get(0).remedy());
            }
            return new Calculated(sources, transform, key, name);
        }

        @Override
        public Optional<Shape> shape() {
            return Optional.of(RowTransform.shape(transform));
        }

        @Override
        public String name(String template) {
            return givenName.isEmpty() ? sources.get(0).name(template) : givenName;
        }

        @Override
        public String place() {
            List<String> places =
                    sources.stream().map(MappedSignal::place).distinct().toList();
            return places.size() == 1 ? places.get(0) : "";
        }

        @Override
        public String kind() {
            return "calculated, " + (transform.isLogical() ? "on or off" : "a number");
        }
    }
}
