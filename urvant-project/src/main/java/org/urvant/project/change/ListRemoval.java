package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Ref;
import org.urvant.core.point.list.PointList;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.mapping.SignalUse;
import org.urvant.project.reference.References;

/**
 * What goes when a list of points is taken out of the project: the rows that read or write its points. Addresses that were given
 * stay given.
 *
 * @param list name of the list
 * @param rows the rows that go
 */
public record ListRemoval(String list, List<SignalUse.Use> rows) {
    public ListRemoval {
        rows = List.copyOf(rows);
    }

    /**
     * Says what goes with a list.
     *
     * @throws UnknownNameException when there is no such list
     * @throws RefusedException when another list follows it
     */
    public static ListRemoval of(Project project, String list) {
        String begin = project.list(list).name() + "/";
        project.requireWhole(); // what cannot be read could name its points
        List<String> following =
                project.imported().following(list).stream().map(PointList::name).toList();
        if (!following.isEmpty()) {
            throw new RefusedException(
                    "list " + list + " has the points of " + String.join(", ", following),
                    "Remove what follows it first, or give it points of its own.");
        }
        List<SignalUse.Use> rows = new ArrayList<>();
        for (Device device : project.devices().values()) {
            for (Mapping row : device.mappings()) {
                if (row.ends().anyMatch(end -> end.point().startsWith(begin))) {
                    rows.add(new SignalUse.Use(device.name(), row));
                }
            }
        }
        return new ListRemoval(list, rows);
    }

    /** Takes the list out, with the rows. */
    public Project carriedOut(Project project) {
        Ref ref = Ref.of(Ref.Kind.LIST, list);
        Project without = Pointing.of(project, References.to(project, ref), ref, Optional.empty());
        return without.with(without.imported().withoutList(list));
    }
}
