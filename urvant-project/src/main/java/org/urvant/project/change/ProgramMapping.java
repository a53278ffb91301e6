package org.urvant.project.change;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.Access;
import org.urvant.core.point.Shape;
import org.urvant.core.point.program.ProgramPoint;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.MappingKey;
import org.urvant.project.mapping.ResolvedMapping;
import org.urvant.project.mapping.RowSignals;
import org.urvant.project.mapping.SignalMapper;

/** Rows by which programs of a device read signals and give values: what they would bring. */
public final class ProgramMapping {
    private ProgramMapping() {}

    /**
     * Says what it would bring to give programs of the device a signal to read, by the identifier of its row; changes nothing.
     *
     * @param signal reference of the signal: of a data attribute, a channel of the device, or a point of a list
     * @param identifier by which name programs read it, after {@code mapped.}
     * @param over connection that reads the list; empty where only one can
     * @throws RefusedException when it is not one signal that is read, or the identifier cannot be used
     */
    public static SignalMapping toPrograms(
            Project project, String deviceName, String signal, String identifier, Optional<String> over) {
        Device device = project.device(deviceName);
        requireFree(project, device, identifier);
        MappedSignal source = SignalMapping.single(project, device, signal);
        ConnectionChange.Connected connected =
                ConnectionChange.connectAll(project, device, SignalMapping.relays(source));
        return programs(
                connected, SignalMapper.toPrograms(connected.project(), connected.device(), source, identifier, over));
    }

    /**
     * Says what it would bring to map a value that programs of the device give, or one that they are commanded; changes nothing.
     *
     * @param identifier by which name programs write or read it, after {@code mapped.}
     * @param name its name for people; empty for the identifier
     * @param shape what kind of value it is, and whether it is read from programs or commanded
     * @param receiver name of the connection to map to; empty where there is only one
     * @throws RefusedException when the identifier cannot be used, or it is not clear where to
     */
    public static SignalMapping ofPrograms(
            Project project,
            String deviceName,
            String identifier,
            Optional<String> name,
            Shape shape,
            Optional<String> receiver) {
        Device device = project.device(deviceName);
        requireFree(project, device, identifier);
        String to = receiver.orElseGet(() -> SignalMapping.onlyReceiver(project, device));
        Set<String> taken = MappingKey.taken(device);
        MappedSignal value = new MappedSignal.OfProgram(
                identifier,
                MappingKey.of(ProgramPoint.TEXT + " " + identifier, to, taken),
                name.orElse(identifier),
                shape);
        return programs(
                new ConnectionChange.Connected(project, device, List.of()),
                SignalMapper.propose(project, device, to, List.of(value), OptionalInt.empty()));
    }

    /**
     * Says what it would bring to let programs of the device write a point of a list; changes nothing. The row arrives switched
     * off.
     *
     * @param identifier by which name programs write it, after {@code mapped.}
     * @param onto the point that is written, {@code LIST/KEY}; its kind of value is that of the program's
     * @param over connection that reaches the list's station; empty where only one can
     * @throws RefusedException when the identifier cannot be used, or the point cannot be written
     */
    public static SignalMapping onto(
            Project project, String deviceName, String identifier, String onto, Optional<String> over) {
        Device device = project.device(deviceName);
        requireFree(project, device, identifier);
        MappedSignal.OfList point = SignalMapping.commanded(project, onto);
        Shape held = point.shape()
                .orElseThrow(() -> new RefusedException(
                        point.reference() + " " + point.reason(), "Choose a point that can be written."));
        Set<String> taken = MappingKey.taken(device);
        MappedSignal value = new MappedSignal.OfProgram(
                identifier,
                MappingKey.of(ProgramPoint.TEXT + " " + identifier, point.reference(), taken),
                identifier,
                new Shape(held.form(), Access.READ, held.range()));
        return SignalMapping.passOn(project, deviceName, value, point, over);
    }

    private static SignalMapping programs(ConnectionChange.Connected connected, SignalMapper.Proposal proposal) {
        Project after = proposal.carriedOut(connected.project(), connected.device());
        String name = connected.device().name();
        proposal.rows().forEach(row -> ResolvedMapping.resolve(after, after.device(name), row, SignalMapping::refuse));
        return new SignalMapping(
                ConnectionChange.withFreeInstances(after, name, connected.made()), proposal, connected.made());
    }

    private static void requireFree(Project project, Device device, String identifier) {
        if (project.typeOf(device).software().logic().programs() == 0) {
            throw new RefusedException(device.name() + " runs no programs", "Map the signal to a connection of it.");
        }
        RowSignals.requireFree(device, identifier, "");
    }
}
