package org.urvant.project.mapping;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.ValueRules;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Rule;
import org.urvant.core.language.Mistake;
import org.urvant.core.logic.Remark;
import org.urvant.core.logic.Transform;
import org.urvant.core.point.Access;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.Form;
import org.urvant.core.point.ListPoint;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.Point;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.Shape;
import org.urvant.core.point.iec61850.DataReference;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.NearestName;
import org.urvant.project.AddressBook;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.behaviour.LogicRules;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;

/**
 * A mapping whose names were all found: connections of the device, points of their protocols, and the signals behind one end.
 *
 * @param mapping the row
 * @param mapped the signal that is the source or the destination; of a row with a transform what is calculated
 * @param isCommand whether the signal is the destination
 * @param object the point at the other end, to which the project gives its address
 * @param space point space of that point
 * @param objectConnection name of that point's connection
 * @param receiver the point of a list to which a signal is passed on, so that the list says its address and not the project;
 *     empty otherwise
 */
public record ResolvedMapping(
        Mapping mapping,
        MappedSignal mapped,
        boolean isCommand,
        PlacedPoint object,
        PointSpace space,
        String objectConnection,
        Optional<MappedSignal.OfList> receiver) {
    /** Returns where the point stands in the address book. */
    public AddressBook.GivenAddress place() {
        return new AddressBook.GivenAddress(objectConnection, object.claim());
    }

    /** Returns the reference of the signal, which owns the address. */
    public String signal() {
        return mapped.reference();
    }

    /** Returns the data attribute of an IED that is mapped; empty when it is a channel of the device. */
    public Optional<DataAttribute> attribute() {
        return mapped instanceof MappedSignal.OfIed ofIed ? Optional.of(ofIed.attribute()) : Optional.empty();
    }

    /** Resolves one row; what cannot be found is reported as findings, and the result is then empty. */
    public static Optional<ResolvedMapping> resolve(
            Project project, Device device, Mapping mapping, Consumer<Finding> findings) {
        return new Resolver(project, device, mapping, findings).resolve();
    }

    /** An end; the device's own has no connection. */
    private record End(Optional<Connection> connection, Optional<PointSpace> space, Point point) {
        String title() {
            return space.map(PointSpace::title).orElse("the device itself");
        }

        boolean isSignal() {
            return !(point instanceof PlacedPoint);
        }
    }

    private record Resolver(Project project, Device device, Mapping mapping, Consumer<Finding> findings) {
        Optional<ResolvedMapping> resolve() {
            List<Optional<End>> origins = mapping.origins().stream()
                    .map(end -> end(end.connection(), end.point()))
                    .toList();
            Optional<End> to = end(mapping.to(), mapping.destination());
            if (to.isEmpty() || origins.stream().anyMatch(Optional::isEmpty)) {
                return Optional.empty();
            }
            List<End> from = origins.stream().map(Optional::get).toList();
            return mapping.isCalculated() ? calculated(from, to.get()) : passed(from.get(0), to.get());
        }

        private Optional<ResolvedMapping> passed(End from, End to) {
            boolean monitor = from.isSignal();
            End inner = monitor ? from : to;
            End outer = monitor ? to : from;
            if (from.isSignal() && to.point instanceof ListPoint listed) {
                return passedOn(from, to, listed);
            }
            if (!inner.isSignal() || !(outer.point instanceof PlacedPoint object)) {
                report(
                        MappingRules.POINT_NOT_FITTING,
                        "the ends are " + from.title() + " and " + to.title()
                                + "; expected one end at which a signal is offered, of IEC 61850 or the device itself, and one at"
                                + " which points are placed, of " + placing(),
                        "Choose another connection for one end.");
                return Optional.empty();
            }
            Optional<MappedSignal> mapped = signal(inner, monitor ? Access.READ : Access.COMMAND);
            return mapped.isPresent() && fits(mapped.get(), outer.space.orElseThrow(), object, monitor)
                    ? Optional.of(resolved(mapped.get(), !monitor, object, outer))
                    : Optional.empty();
        }

        /** A signal is read here and commanded there, at a point that somebody else gave its address. */
        private Optional<ResolvedMapping> passedOn(End from, End to, ListPoint listed) {
            Optional<MappedSignal> mapped = signal(from, Access.READ);
            Optional<MappedSignal.OfList> receiver = listed(to, listed, Access.COMMAND);
            if (mapped.isEmpty() || receiver.isEmpty() || !has(receiver.get()) || !has(mapped.get())) {
                return Optional.empty();
            }
            Shape shape = mapped.get().shape().orElseThrow();
            Shape wanted = receiver.get().shape().orElseThrow();
            PlacedPoint object = receiver.get().point().point();
            boolean isNumber = wanted.form() == Form.REAL || wanted.form() == Form.WHOLE;
            boolean fits = isNumber
                    ? shape.form() == Form.REAL || shape.form() == Form.WHOLE || shape.form() == Form.COUNTER
                    : wanted.form() == shape.form();
            if (!fits) {
                report(
                        MappingRules.POINT_NOT_FITTING,
                        mapped.get().reference() + " (" + mapped.get().kind() + ") cannot be written to "
                                + listed.text() + " (" + receiver.get().kind() + ")",
                        "Choose a point for values of the same kind.");
                return Optional.empty();
            }
            if (isNumber) {
                Optional<Shape> inUnit = fit().inUnit(mapped.get(), shape, receiver.get());
                if (inUnit.isEmpty()) {
                    return Optional.empty();
                }
                fit().range(mapped.get().reference() + " gives ", inUnit.get(), wanted.range(), listed.text());
            }
            fit().rounding(mapped.get().reference() + " gives ", shape.form() == Form.REAL, wanted, listed.text());
            return Optional.of(new ResolvedMapping(
                    mapping,
                    mapped.get(),
                    false,
                    object,
                    to.space.orElseThrow(),
                    to.connection.orElseThrow().name(),
                    receiver));
        }

        private boolean has(MappedSignal signal) {
            if (signal.shape().isEmpty()) {
                report(
                        MappingRules.POINT_NOT_FITTING,
                        signal.reference() + " (" + signal.kind() + ") " + signal.reason(),
                        "Choose another point.");
            }
            return signal.shape().isPresent();
        }

        private ResolvedMapping resolved(MappedSignal mapped, boolean isCommand, PlacedPoint object, End outer) {
            return new ResolvedMapping(
                    mapping,
                    mapped,
                    isCommand,
                    object,
                    outer.space.orElseThrow(),
                    outer.connection.orElseThrow().name(),
                    Optional.empty());
        }

        private Optional<MappedSignal> signal(End inner, Access access) {
            if (inner.point instanceof ListPoint listed) {
                return listed(inner, listed, access).map(MappedSignal.class::cast);
            }
            return inner.point instanceof ChannelPoint own
                    ? channel(own)
                    : attribute(inner, (DataReference) inner.point);
        }

        private Optional<MappedSignal.OfList> listed(End end, ListPoint point, Access access) {
            PointList list = project.lists().get(point.list());
            if (list == null) {
                report(
                        GeneralRules.UNKNOWN_REFERENCE,
                        "point list '" + point.list() + "' does not exist",
                        NearestName.hint(
                                "point list", point.list(), project.lists().keySet()));
                return Optional.empty();
            }
            if (list.space() != end.space.orElseThrow()) {
                report(
                        MappingRules.POINT_NOT_FITTING,
                        "the points of " + list.name() + " are of "
                                + list.space().title() + "; "
                                + end.connection.orElseThrow().name() + " speaks " + end.title(),
                        "Read the list over a connection of its protocol.");
                return Optional.empty();
            }
            Optional<ListedPoint> found = list.point(point.key());
            if (found.isEmpty()) {
                boolean gone = device.addresses().owners().containsValue(point.text());
                report(
                        gone ? MappingRules.DANGLING_REFERENCE : GeneralRules.UNKNOWN_REFERENCE,
                        "point '" + point.key() + (gone ? "' is no longer in list " : "' does not exist in list ")
                                + list.name(),
                        NearestName.hint("point", point.key(), list.points().keySet()));
            }
            return found.map(known -> new MappedSignal.OfList(list, known, access));
        }

        private Optional<ResolvedMapping> calculated(List<End> from, End to) {
            if (mapping.transform().isEmpty()) {
                report(
                        MappingRules.TRANSFORM_WRONG,
                        "the row has " + from.size() + " sources and does not say how they make one value",
                        "Give it in the column 'transform', such as PAIR(x1, x2) or x1 AND x2.");
                return Optional.empty();
            }
            if (!(to.point instanceof PlacedPoint object) || !from.stream().allMatch(End::isSignal)) {
                report(
                        MappingRules.TRANSFORM_WRONG,
                        "a command cannot be calculated",
                        "Take the transform out, and calculate it in a program of the device.");
                return Optional.empty();
            }
            List<Optional<MappedSignal>> found =
                    from.stream().map(end -> signal(end, Access.READ)).toList();
            if (found.stream().anyMatch(Optional::isEmpty)) {
                return Optional.empty();
            }
            List<MappedSignal> sources = found.stream().map(Optional::get).toList();
            for (MappedSignal source : sources) {
                if (source.shape()
                        .filter(shape -> shape.access() == Access.READ)
                        .isEmpty()) {
                    report(
                            MappingRules.POINT_NOT_FITTING,
                            source.reference() + " (" + source.kind() + ") has no value to calculate with",
                            "Take a signal that is read.");
                    return Optional.empty();
                }
            }
            PointSpace space = to.space.orElseThrow();
            return RowTransform.of(sources, mapping.transform(), this::mistake)
                    .filter(transform -> fits(transform, space, object))
                    .map(transform -> resolved(
                            new MappedSignal.Calculated(sources, transform, mapping.key(), mapping.name()),
                            false,
                            object,
                            to));
        }

        private void mistake(Mistake mistake) {
            report(
                    MappingRules.TRANSFORM_WRONG,
                    "column " + mistake.place().column() + " of the transform: " + mistake.message(),
                    mistake.remedy());
        }

        /** What is left out of a value on its way is said; only what can never be carried is refused. */
        private boolean fits(Transform transform, PointSpace space, PlacedPoint object) {
            Shape held = space.holds(object.carrier());
            String gives = "'" + transform.text() + "' gives ";
            if (!object.permits(Access.READ) || transform.isLogical() != (held.form() == Form.LOGICAL)) {
                report(
                        MappingRules.POINT_NOT_FITTING,
                        gives + (transform.isLogical() ? "on or off" : "a number") + ", which " + object.carrier()
                                + " does not carry from the plant",
                        transform.isLogical()
                                ? "Choose a point for on or off, or make a number of it: SEL(x, 0, 1)."
                                : "Choose a point for numbers, or compare it with something.");
                return false;
            }
            transform.remarks().stream()
                    .filter(remark -> remark.kind() == Remark.Kind.ZERO_DIVISOR)
                    .forEach(remark -> report(LogicRules.DIVISOR_CAN_BE_ZERO, remark.message(), remark.remedy()));
            if (!transform.isLogical()) {
                fit().range(gives, RowTransform.shape(transform), held.range(), object.carrier());
                fit().rounding(gives, !transform.isWhole(), held, object.carrier());
            }
            return true;
        }

        private Optional<End> end(String connectionName, String text) {
            Connection connection = device.connections().get(connectionName);
            if (connection == null && connectionName.equals(ChannelPoint.OWN)) {
                return Optional.of(new End(Optional.empty(), Optional.empty(), new ChannelPoint(text.strip())));
            }
            if (connection == null) {
                report(
                        GeneralRules.UNKNOWN_REFERENCE,
                        "connection '" + connectionName + "' does not exist on " + device.name(),
                        NearestName.hint(
                                "connection",
                                connectionName,
                                device.connections().keySet()));
                return Optional.empty();
            }
            Optional<DeviceType> type = project.type(device);
            Optional<ConnectionKind> kind =
                    type.flatMap(t -> t.connection(connection.kind().text()));
            if (kind.isEmpty()) {
                return Optional.empty(); // the device's own check says which kind or type is unknown
            }
            try {
                Optional<Point> listed =
                        kind.get().protocol().asksLists(kind.get().role())
                                ? Optional.of(ListPoint.of(text.strip())
                                        .orElseThrow(() -> new IllegalArgumentException(
                                                "'" + text + "' is no point of a list; expected LIST/KEY")))
                                : Optional.empty();
                return Optional.of(new End(
                        Optional.of(connection), Optional.of(kind.get().protocol()), listed.orElseGet(() -> kind.get()
                                .protocol()
                                .read(text, kind.get().role()))));
            } catch (IllegalArgumentException e) {
                report(
                        ValueRules.VALUE_OUT_OF_RANGE,
                        e.getMessage(),
                        "Correct the point; the connection " + connectionName + " speaks "
                                + kind.get().protocol().title() + ".");
                return Optional.empty();
            }
        }

        private Optional<MappedSignal> channel(ChannelPoint point) {
            Optional<DeviceSheets> sheets = project.type(device).map(type -> DeviceSheets.of(type, device));
            Optional<MappedSignal> found = sheets.flatMap(
                    all -> MappedSignal.OfChannel.of(all, point.channel()).map(MappedSignal.class::cast));
            if (sheets.isPresent() && found.isEmpty()) {
                boolean gone = device.addresses().owners().containsValue(point.channel());
                report(
                        gone ? MappingRules.DANGLING_REFERENCE : GeneralRules.UNKNOWN_REFERENCE,
                        "channel '" + point.channel() + "' does not exist on " + device.name() + " as fitted",
                        NearestName.hint(
                                "channel",
                                point.channel(),
                                sheets.get().channels().keySet()));
            }
            return found;
        }

        private Optional<MappedSignal> attribute(End end, DataReference reference) {
            Entry iedName = end.connection().orElseThrow().values().get(Connection.IED);
            Optional<Ied> ied = iedName == null ? Optional.empty() : project.ied(iedName.text());
            if (ied.isEmpty()) {
                return Optional.empty(); // the connection's own check says that its IED is unknown
            }
            Optional<DataAttribute> found = ied.get().attributeAt(reference.reference());
            if (found.isEmpty()) {
                var known = ied.get().logicalDevices().stream()
                        .flatMap(logical -> logical.nodes().stream())
                        .flatMap(node -> node.attributes().stream())
                        .map(DataAttribute::reference)
                        .toList();
                boolean gone = device.addresses().owners().containsValue(reference.reference());
                report(
                        gone ? MappingRules.DANGLING_REFERENCE : GeneralRules.UNKNOWN_REFERENCE,
                        "signal '" + reference.reference() + (gone ? "' is no longer in " : "' does not exist in ")
                                + ied.get().file().source(),
                        NearestName.of(reference.reference(), known)
                                .map(near -> "Did you mean '" + near + "'?")
                                .orElse("Search for the signal that is meant."));
            }
            return found.map(MappedSignal.OfIed::new);
        }

        private boolean fits(MappedSignal mapped, PointSpace space, PlacedPoint object, boolean monitor) {
            List<String> carriers = mapped.shape().map(space::carriers).orElse(List.of());
            if (!carriers.contains(object.carrier())) {
                report(
                        MappingRules.POINT_NOT_FITTING,
                        mapped.reference() + " (" + mapped.kind() + ") cannot be carried by " + object.carrier(),
                        carriers.isEmpty()
                                ? "Leave it out: it " + mapped.reason() + "."
                                : "Use " + RowFit.best(space, mapped, carriers) + ".");
                return false;
            }
            if (!object.permits(monitor ? Access.READ : Access.COMMAND)) {
                report(
                        MappingRules.POINT_NOT_FITTING,
                        object.carrier() + " travels " + (monitor ? "to" : "from")
                                + " the plant; the row maps it the other way",
                        "Exchange the two ends of the row.");
                return false;
            }
            Shape shape = mapped.shape().orElseThrow();
            if (monitor && !(mapped instanceof MappedSignal.OfIed) && isNumber(shape)) {
                Shape held = space.holds(object.carrier());
                fit().range(mapped.reference() + " gives ", shape, held.range(), object.carrier());
                fit().rounding(mapped.reference() + " gives ", shape.form() == Form.REAL, held, object.carrier());
                fit().digits(
                                mapped.reference() + " gives ",
                                shape,
                                space.exactWholes(object.carrier()),
                                object.carrier());
            }
            return true;
        }

        private static boolean isNumber(Shape shape) {
            return shape.form() == Form.WHOLE || shape.form() == Form.REAL || shape.form() == Form.COUNTER;
        }

        private static String placing() {
            return PointSpaces.all().stream()
                    .filter(space -> !space.groups().isEmpty())
                    .map(PointSpace::title)
                    .collect(Collectors.joining(" or "));
        }

        private RowFit fit() {
            return new RowFit(this::report);
        }

        private void report(Rule rule, String message, String remedy) {
            findings.accept(
                    new Finding(rule, device.name() + " " + mapping.name(), mapping.position(), message, remedy));
        }
    }
}
