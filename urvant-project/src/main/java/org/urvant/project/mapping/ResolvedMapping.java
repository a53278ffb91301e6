package org.urvant.project.mapping;

import java.util.Optional;
import java.util.function.Consumer;
import org.urvant.core.finding.Finding;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Shape;
import org.urvant.core.point.program.ProgramPoint;
import org.urvant.project.AddressBook;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.scl.DataAttribute;

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

    /** Returns whether programs of the device receive the value, and nobody else. */
    public boolean isToProgram() {
        return object instanceof ProgramPoint;
    }

    /** Returns what kind of value the point has: what is passed on after it was scaled and limited, or what can be commanded. */
    public Shape shape() {
        Shape shape = mapped.shape().orElseThrow();
        return isCommand
                ? mapping.treatment().commanding(shape)
                : mapping.treatment().of(shape);
    }

    /** Returns whether the quality of the value goes to the other side with it. */
    public boolean carriesQuality() {
        return space.carriesQuality(object.carrier());
    }

    /** Returns whether the time of the value's change goes to the other side with it. */
    public boolean carriesTime() {
        return space.carriesTime(object.carrier());
    }

    /** Returns the unit of the value that is passed on; empty text when it has none, or that is not known. */
    public String unit() {
        return mapping.treatment().isUnscaled() ? mapped.unit() : "";
    }

    /** Returns the data attribute of an IED that is mapped; empty when it is a channel of the device. */
    public Optional<DataAttribute> attribute() {
        return mapped instanceof MappedSignal.OfIed ofIed ? Optional.of(ofIed.attribute()) : Optional.empty();
    }

    /** Resolves one row; what cannot be found is reported as findings, and the result is then empty. */
    public static Optional<ResolvedMapping> resolve(
            Project project, Device device, Mapping mapping, Consumer<Finding> findings) {
        return new RowResolver(project, device, mapping, findings).resolve();
    }
}
