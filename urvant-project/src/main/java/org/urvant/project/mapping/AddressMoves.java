package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Severity;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Past;
import org.urvant.project.Project;

/**
 * Points of a connection that move to other addresses, because the plan of the site has another block for them. An address that a
 * signal had stays its own for good, so no other gets it, and the signal gets it back when the plan returns.
 *
 * @param moves what moves, in the order of the table
 * @param kept how many points are where the plan wants them
 * @param wrong names of rows of the connection that are wrong, as the checks say, and stay as they are
 * @param after the site in which they have moved
 */
public record AddressMoves(List<Move> moves, int kept, List<String> wrong, Project after) {
    /**
     * A point that moves.
     *
     * @param row its row, as it was
     * @param from the point that it had
     * @param to the point that it has then
     */
    public record Move(Mapping row, String from, String to) {}

    public AddressMoves {
        moves = List.copyOf(moves);
        wrong = List.copyOf(wrong);
    }

    /**
     * Says which points of a connection are not where the plan of the site wants them, and where they would go; changes nothing.
     *
     * @throws UnknownNameException when the device has no such connection
     * @throws RefusedException when a file of the site as a whole is wrong, no points of its own stand there, or a block of the plan is full
     */
    public static AddressMoves plan(Project project, String deviceName, String connection) {
        Device device = project.device(deviceName);
        project.requireWhole(device);
        SignalMapper.requireReceiver(project, device, connection);
        requirePlan(project);
        PointSpace space = SignalMapper.space(
                        project, device, device.connections().get(connection))
                .orElseThrow();
        FreeAddresses free = new FreeAddresses(project, device, connection, space, OptionalInt.empty());
        free.requirePlans();
        List<Move> moves = new ArrayList<>();
        List<Mapping> rows = new ArrayList<>();
        List<String> wrong = new ArrayList<>();
        int kept = 0;
        for (Mapping row : device.mappings()) {
            Optional<ResolvedMapping> found = ResolvedMapping.resolve(project, device, row, finding -> {});
            if (found.isEmpty() && row.ends().anyMatch(end -> end.connection().equals(connection))) {
                wrong.add(row.name());
            }
            Optional<ResolvedMapping> resolved =
                    found.filter(each -> each.objectConnection().equals(connection)
                            && each.receiver().isEmpty());
            if (resolved.isEmpty()
                    || free.isInPlan(resolved.get().mapped(), resolved.get().object())) {
                rows.add(row);
                kept += resolved.isPresent() ? 1 : 0;
                continue;
            }
            PlacedPoint object = resolved.get().object();
            PlacedPoint moved = moved(free, resolved.get().mapped(), row.owner(connection), object);
            free.take(resolved.get().mapped(), row.owner(connection), moved);
            moves.add(new Move(row, object.text(), moved.text()));
            rows.add(withPoint(row, connection, moved.text()));
        }
        Past past = new Past(device.addresses().with(free.given()), device.record());
        return new AddressMoves(
                moves, kept, wrong, project.with(device.withMappings(rows).with(past)));
    }

    /** What the site's own files say is not guessed: a plan that is misspelt would move everything to the standard blocks. */
    private static void requirePlan(Project project) {
        project.remarks().findings().stream()
                .filter(finding ->
                        finding.severity() == Severity.ERROR && finding.about().isEmpty())
                .findFirst()
                .ifPresent(finding -> {
                    throw new RefusedException(
                            "what the site wants is not known: " + finding.position() + " " + finding.message(),
                            finding.remedy());
                });
    }

    private static PlacedPoint moved(FreeAddresses free, MappedSignal signal, String owner, PlacedPoint object) {
        if (object.station().isPresent()) {
            throw new RefusedException(
                    object.text()
                            + " stands at another station than that of the connection, which the plan knows nothing of",
                    "Give that row its address by hand.");
        }
        PlacedPoint at = free.again(owner, List.of(object.carrier()), point -> free.isInPlan(signal, point))
                .orElseGet(() -> free.next(signal, object.carrier()));
        return object.selects().orElse(false) ? at.selected() : at;
    }

    private static Mapping withPoint(Mapping row, String connection, String point) {
        Mapping.End end = new Mapping.End(connection, point);
        return row.to().equals(connection) ? row.with(row.origins(), end) : row.with(List.of(end), row.target());
    }
}
