package org.urvant.project.change;

import java.util.List;
import java.util.OptionalInt;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.ListForm;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.Glob;
import org.urvant.project.Project;

/**
 * A list of points that is made from another, or changed.
 *
 * @param list the list as it is then
 * @param points those of its points that are new or other
 * @param after the site with the list
 */
public record ListChange(PointList list, List<ListedPoint> points, Project after) {
    public ListChange {
        points = List.copyOf(points);
    }

    /**
     * Says what it would bring to copy a list, whole or some of its points, for another station of the same kind; changes nothing.
     * Nothing that is mapped follows.
     *
     * @param patterns which keys, {@code *} for any text in them; none for all
     * @param name name of the copy
     * @param station address of its station; empty to keep what the list says
     * @throws RefusedException when the name is taken or none of a list, a pattern fits no point, or no station can have the address
     */
    public static ListChange copied(
            Project project, String from, List<String> patterns, String name, OptionalInt station) {
        PointList list = project.list(from);
        if (project.lists().containsKey(name)) {
            throw new RefusedException("there is a list " + name, "Give the copy another name.");
        }
        ListImport.requireName(project, name);
        station.ifPresent(address -> requireStation(list.space(), address));
        List<Glob> globs = patterns.stream().map(Glob::new).toList();
        for (int i = 0; i < globs.size(); i++) {
            if (list.points().keySet().stream().noneMatch(globs.get(i)::fits)) {
                throw new RefusedException(
                        "list " + from + " has no point '" + patterns.get(i) + "'",
                        "Look at its points; * stands for any text.");
            }
        }
        List<ListedPoint> points = list.points().values().stream()
                .filter(point -> globs.isEmpty() || globs.stream().anyMatch(glob -> glob.fits(point.key())))
                .map(point -> station.isPresent() ? point.at(station.getAsInt()) : point)
                .toList();
        return of(project, PointList.of(name, list.space(), points), points);
    }

    /**
     * Says what it would bring to give all points of a list that have no station one; changes nothing, and no other point.
     *
     * @throws RefusedException when each point has a station, or no station can have the address
     */
    public static ListChange bound(Project project, String name, int station) {
        PointList list = project.list(name);
        requireStation(list.space(), station);
        List<ListedPoint> bound = list.points().values().stream()
                .filter(point -> !point.hasStation())
                .map(point -> point.at(station))
                .toList();
        if (bound.isEmpty()) {
            throw new RefusedException(
                    "each point of list " + name + " has a station",
                    "Write another one into the list and import it again, if one is wrong.");
        }
        List<ListedPoint> points = list.points().values().stream()
                .map(point -> point.hasStation() ? point : point.at(station))
                .toList();
        return of(project, PointList.of(name, list.space(), points), bound);
    }

    private static ListChange of(Project project, PointList list, List<ListedPoint> points) {
        return new ListChange(list, points, project.with(project.imported().with(list)));
    }

    private static void requireStation(PointSpace space, int station) {
        space.listForm()
                .map(form -> refusal(form, station))
                .filter(text -> !text.isEmpty())
                .ifPresent(text -> {
                    throw new RefusedException(text, "Give the address that the station itself has.");
                });
    }

    private static String refusal(ListForm form, int station) {
        return form.refusal(station, false).orElse("");
    }
}
