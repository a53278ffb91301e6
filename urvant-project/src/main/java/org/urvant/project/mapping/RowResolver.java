package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.ValueRules;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Rule;
import org.urvant.core.language.Mistake;
import org.urvant.core.logic.Transform;
import org.urvant.core.point.Access;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.Form;
import org.urvant.core.point.LinkPoint;
import org.urvant.core.point.ListPoint;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.Point;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.Shape;
import org.urvant.core.point.program.ProgramPoint;
import org.urvant.core.range.Interval;
import org.urvant.core.text.NearestName;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.behaviour.LogicRules;

/** Finds what the names of one row stand for, and holds its ends against each other. */
record RowResolver(Project project, Device device, Mapping mapping, Consumer<Finding> findings) {
    Optional<ResolvedMapping> resolve() {
        List<RowEnd> from = new ArrayList<>(mapping.origins().size());
        for (Mapping.End origin : mapping.origins()) {
            end(origin.connection(), origin.point()).ifPresent(from::add); // else it was said why not
        }
        Optional<RowEnd> to = end(mapping.to(), mapping.destination());
        if (to.isEmpty() || from.size() < mapping.origins().size()) {
            return Optional.empty();
        }
        if (mapping.hasProgram() && !canBeOfProgram(from, to.get())) {
            return Optional.empty();
        }
        return mapping.isCalculated() ? calculated(from, to.get()) : passed(from.get(0), to.get());
    }

    private Optional<ResolvedMapping> passed(RowEnd from, RowEnd to) {
        boolean monitor = from.isSignal();
        RowEnd inner = monitor ? from : to;
        RowEnd outer = monitor ? to : from;
        if (from.isSignal() && to.point() instanceof ListPoint listed) {
            return passedOn(from, to, listed);
        }
        if (from.isSignal() && to.isProgram()) {
            return toProgram(from);
        }
        if (!inner.isSignal() || !(outer.point() instanceof PlacedPoint object)) {
            report(
                    MappingRules.POINT_NOT_FITTING,
                    "the ends are " + from.title() + " and " + to.title()
                            + "; expected one end at which a signal is offered, of IEC 61850 or the device itself, and one at"
                            + " which points are placed, of " + placing(),
                    "Choose another connection for one end.");
            return Optional.empty();
        }
        Access access = monitor ? Access.READ : Access.COMMAND;
        Optional<MappedSignal> mapped = inner.isProgram()
                ? Optional.of(ofProgram(outer.space().orElseThrow().holds(object.carrier()), access))
                : found(inner, access);
        return mapped.isPresent() && fits(mapped.get(), outer.space().orElseThrow(), object, monitor)
                ? Optional.of(resolved(mapped.get(), !monitor, object, outer))
                : Optional.empty();
    }

    private MappedSignal ofProgram(Shape other, Access access) {
        return new MappedSignal.OfProgram(
                mapping.identifier(), mapping.key(), mapping.name(), new Shape(other.form(), access, other.range()));
    }

    private boolean canBeOfProgram(List<RowEnd> from, RowEnd to) {
        boolean runs = project.type(device)
                .filter(type -> type.software().logic().programs() > 0)
                .isPresent();
        boolean isBoth = to.isProgram() && from.stream().anyMatch(RowEnd::isProgram);
        if (!runs || isBoth || mapping.isCalculated() && from.stream().anyMatch(RowEnd::isProgram)) {
            report(
                    MappingRules.POINT_NOT_FITTING,
                    runs
                            ? "a program's value is calculated in the program, and goes somewhere else"
                            : device.name() + " runs no programs",
                    runs ? "Calculate it there, and pass it on as it is." : "Choose another end for the row.");
            return false;
        }
        if (mapping.identifier().isEmpty()) {
            report(
                    MappingRules.IDENTIFIER_WRONG,
                    "programs have no name for the row",
                    "Give it one in the column 'identifier', such as " + RowSignals.proposed(device, mapping.name())
                            + ".");
        }
        return !mapping.identifier().isEmpty();
    }

    /** Programs take what is read, whatever kind of value it is. */
    private Optional<ResolvedMapping> toProgram(RowEnd from) {
        return found(from, Access.READ)
                .filter(mapped -> has(mapped) && isRead(mapped) && isTreatable(mapped, mapped.shape(), false))
                .map(this::toProgram);
    }

    private ResolvedMapping toProgram(MappedSignal mapped) {
        Shape shape = mapping.treatment().of(mapped.shape().orElseThrow());
        return new ResolvedMapping(
                mapping,
                mapped,
                false,
                new ProgramPoint(shape.form()),
                ProgramPoint.SPACE,
                ChannelPoint.OWN,
                Optional.empty());
    }

    private boolean isRead(MappedSignal mapped) {
        boolean isRead = mapped.shape().orElseThrow().access() == Access.READ;
        if (!isRead) {
            report(
                    MappingRules.POINT_NOT_FITTING,
                    mapped.reference() + " (" + mapped.kind() + ") has no value that is read",
                    "Take a signal that is read.");
        }
        return isRead;
    }

    /** A signal is read here and commanded there, at a point that somebody else gave its address. */
    private Optional<ResolvedMapping> passedOn(RowEnd from, RowEnd to, ListPoint listed) {
        Optional<MappedSignal.OfList> receiver = found(to, Access.COMMAND).map(MappedSignal.OfList.class::cast);
        Optional<MappedSignal> mapped = from.isProgram()
                ? receiver.flatMap(MappedSignal::shape).map(shape -> ofProgram(shape, Access.READ))
                : found(from, Access.READ);
        if (mapped.isEmpty()
                || receiver.isEmpty()
                || !has(receiver.get())
                || !has(mapped.get())
                || !isTreatable(mapped.get(), mapped.get().shape(), false)) {
            return Optional.empty();
        }
        Shape shape = mapping.treatment().of(mapped.get().shape().orElseThrow());
        Shape wanted = receiver.get().shape().orElseThrow();
        PlacedPoint object = receiver.get().point().point();
        boolean isNumber = wanted.form() == Form.REAL || wanted.form() == Form.WHOLE;
        boolean fits = isNumber
                ? shape.form() == Form.REAL || shape.form() == Form.WHOLE || shape.form() == Form.COUNTER
                : wanted.form() == shape.form();
        if (!fits) {
            report(
                    MappingRules.POINT_NOT_FITTING,
                    mapped.get().reference() + " (" + mapped.get().kind() + ") cannot be written to " + listed.text()
                            + " (" + receiver.get().kind() + ")",
                    "Choose a point for values of the same kind.");
            return Optional.empty();
        }
        if (isNumber) {
            Optional<Shape> inUnit = mapping.treatment().isUnscaled()
                    ? fit().inUnit(mapped.get(), shape, receiver.get())
                    : Optional.of(shape);
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
                to.space().orElseThrow(),
                to.connection().orElseThrow().name(),
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

    private ResolvedMapping resolved(MappedSignal mapped, boolean isCommand, PlacedPoint object, RowEnd outer) {
        return new ResolvedMapping(
                mapping,
                mapped,
                isCommand,
                object,
                outer.space().orElseThrow(),
                outer.connection().orElseThrow().name(),
                Optional.empty());
    }

    private Optional<ResolvedMapping> calculated(List<RowEnd> from, RowEnd to) {
        if (mapping.transform().isEmpty()) {
            report(
                    MappingRules.TRANSFORM_WRONG,
                    "the row has " + from.size() + " sources and does not say how they make one value",
                    "Give it in the column 'transform', such as PAIR(x1, x2) or x1 AND x2.");
            return Optional.empty();
        }
        if (!to.isProgram() && !(to.point() instanceof PlacedPoint)
                || !from.stream().allMatch(RowEnd::isSignal)) {
            report(
                    MappingRules.TRANSFORM_WRONG,
                    "a command cannot be calculated",
                    "Take the transform out, and calculate it in a program of the device.");
            return Optional.empty();
        }
        List<Optional<MappedSignal>> found =
                from.stream().map(end -> found(end, Access.READ)).toList();
        if (found.stream().anyMatch(Optional::isEmpty)) {
            return Optional.empty();
        }
        List<MappedSignal> sources = found.stream().map(Optional::get).toList();
        for (MappedSignal source : sources) {
            if (source.shape().filter(shape -> shape.access() == Access.READ).isEmpty()) {
                report(
                        MappingRules.POINT_NOT_FITTING,
                        source.reference() + " (" + source.kind() + ") has no value to calculate with",
                        "Take a signal that is read.");
                return Optional.empty();
            }
        }
        Optional<MappedSignal.Calculated> calculated = RowTransform.of(sources, mapping.transform(), this::mistake)
                .map(transform -> new MappedSignal.Calculated(sources, transform, mapping.key(), mapping.name()))
                .filter(signal -> isTreatable(signal, signal.shape(), false));
        if (to.isProgram()) {
            return calculated.map(this::toProgram);
        }
        PlacedPoint object = (PlacedPoint) to.point();
        return calculated
                .filter(signal -> fits(signal, to.space().orElseThrow(), object))
                .map(signal -> resolved(signal, false, object, to));
    }

    private void mistake(Mistake mistake) {
        report(
                MappingRules.TRANSFORM_WRONG,
                "column " + mistake.place().column() + " of the transform: " + mistake.message(),
                mistake.remedy());
    }

    /** What is left out of a value on its way is said; only what can never be carried is refused. */
    private boolean fits(MappedSignal.Calculated calculated, PointSpace space, PlacedPoint object) {
        Transform transform = calculated.transform();
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
                .filter(remark -> LogicRules.OF_CALCULATIONS.containsKey(remark.kind()))
                .forEach(remark ->
                        report(LogicRules.OF_CALCULATIONS.get(remark.kind()), remark.message(), remark.remedy()));
        if (!transform.isLogical()) {
            Shape shape = mapping.treatment().of(calculated.shape().orElseThrow());
            fit().range(gives, shape, space, object.carrier());
            fit().rounding(gives, shape.form() == Form.REAL, held, object.carrier());
        }
        return true;
    }

    private Optional<RowEnd> end(String connectionName, String text) {
        Connection connection = device.connections().get(connectionName);
        if (connection == null && connectionName.equals(ChannelPoint.OWN)) {
            return Optional.of(new RowEnd(Optional.empty(), Optional.empty(), new ChannelPoint(text.strip())));
        }
        if (connection == null) {
            report(
                    GeneralRules.UNKNOWN_REFERENCE,
                    "connection '" + connectionName + "' does not exist on " + device.name(),
                    NearestName.hint(
                            "connection", connectionName, device.connections().keySet()));
            return Optional.empty();
        }
        Optional<DeviceType> type = project.type(device);
        Optional<ConnectionKind> kind =
                type.flatMap(t -> t.connection(connection.kind().text()));
        if (kind.isEmpty()) {
            return Optional.empty(); // the device's own check says which kind or type is unknown
        }
        if (text.strip().equals(LinkPoint.TEXT)) {
            return link(connection, kind.get());
        }
        try {
            Optional<Point> listed = kind.get().protocol().asksLists(kind.get().role())
                    ? Optional.of(ListPoint.of(text.strip())
                            .orElseThrow(() -> new IllegalArgumentException(
                                    "'" + text + "' is no point of a list; expected LIST/KEY")))
                    : Optional.empty();
            return Optional.of(new RowEnd(
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

    private Optional<RowEnd> link(Connection connection, ConnectionKind kind) {
        if (!kind.capacity().tellsLink()) {
            report(
                    MappingRules.POINT_NOT_FITTING,
                    device.name() + " does not tell whether the other end of " + connection.name() + " answers",
                    "Take a connection of a kind that its type says so of.");
            return Optional.empty();
        }
        return Optional.of(new RowEnd(Optional.of(connection), Optional.of(kind.protocol()), new LinkPoint()));
    }

    private boolean fits(MappedSignal mapped, PointSpace space, PlacedPoint object, boolean monitor) {
        Optional<Shape> own = mapped.shape();
        if (!isTreatable(mapped, own, !monitor)) {
            return false;
        }
        Optional<Shape> passed = monitor ? own.map(mapping.treatment()::of) : own;
        List<String> carriers =
                passed.map(shape -> carriers(mapped, space, shape, monitor)).orElse(List.of());
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
        fit().selection(mapped, object);
        Shape shape = passed.orElseThrow();
        Optional<Shape> known = shape.isNumber() ? known(mapped, shape, monitor) : Optional.empty();
        if (known.isPresent() && !monitor) {
            Shape commanded = mapping.treatment().of(space.holds(object.carrier()));
            fit().commanded(
                            mapping.from(),
                            commanded,
                            mapped.reference(),
                            known.get().range());
            boolean hasFractions =
                    commanded.form() == Form.REAL && !mapping.treatment().isUnscaled();
            fit().rounding(mapping.from() + " commands ", hasFractions, shape, mapped.reference());
        }
        if (known.isPresent() && monitor) {
            shape = known.get();
            Shape held = space.holds(object.carrier());
            fit().range(mapped.reference() + " gives ", shape, space, object.carrier());
            fit().rounding(mapped.reference() + " gives ", shape.form() == Form.REAL, held, object.carrier());
            fit().digits(mapped, mapping.treatment(), shape, space, object.carrier());
        }
        return true;
    }

    /** A number that is scaled on its way to the plant can come from any point for numbers. */
    private List<String> carriers(MappedSignal mapped, PointSpace space, Shape shape, boolean monitor) {
        if (mapping.treatment().isPlain()) {
            return RowFit.fitting(space, mapped, space.carriers(shape));
        }
        return monitor || mapping.treatment().isUnscaled()
                ? space.carriers(shape)
                : Stream.of(shape.form(), Form.WHOLE, Form.REAL)
                        .flatMap(form -> space.carriers(new Shape(form, shape.access(), Interval.ALL)).stream())
                        .distinct()
                        .toList();
    }

    /** Of numbers of IEDs it is known what they can be only where the file says more than how wide they are on the line. */
    private Optional<Shape> known(MappedSignal mapped, Shape shape, boolean monitor) {
        if (!(mapped instanceof MappedSignal.OfIed ofIed)) {
            return Optional.of(shape);
        }
        Optional<Interval> range = DataShapes.known(ofIed.attribute());
        if (range.isPresent()) {
            Shape said = new Shape(mapped.shape().orElseThrow().form(), shape.access(), range.get());
            return Optional.of(monitor ? mapping.treatment().of(said) : said);
        }
        return monitor && !mapping.treatment().isPlain() && shape.range().isBounded()
                ? Optional.of(shape)
                : Optional.empty();
    }

    private boolean isTreatable(MappedSignal mapped, Optional<Shape> own, boolean isCommand) {
        Optional<String> misfit =
                own.flatMap(isCommand ? mapping.treatment()::misfitOfCommand : mapping.treatment()::misfit);
        misfit.ifPresent(reason -> report(
                MappingRules.TREATMENT_NOT_FITTING,
                mapped.reference() + " (" + mapped.kind() + "): " + reason,
                MappingRules.TREATMENT_NOT_FITTING.remedy()));
        return misfit.isEmpty();
    }

    private static String placing() {
        return PointSpaces.all().stream()
                .filter(space -> !space.groups().isEmpty())
                .map(PointSpace::title)
                .collect(Collectors.joining(" or "));
    }

    private Optional<MappedSignal> found(RowEnd end, Access access) {
        if (end.point() instanceof LinkPoint) {
            return Optional.of(
                    new MappedSignal.OfLink(end.connection().orElseThrow().name(), mapping.key()));
        }
        return new RowSources(project, device, this::report).signal(end, access);
    }

    private RowFit fit() {
        return new RowFit(this::report);
    }

    private void report(Rule rule, String message, String remedy) {
        findings.accept(new Finding(rule, device.name() + " " + mapping.name(), mapping.position(), message, remedy));
    }
}
