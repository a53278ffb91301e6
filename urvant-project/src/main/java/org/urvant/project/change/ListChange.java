package org.urvant.project.change;

import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.ListForm;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.point.list.PointSet;
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
     * Nothing that is mapped follows. The copy is changed on its own from then on.
     *
     * @param set which points of which list, and of which station
     * @param name name of the copy
     * @throws RefusedException when the name is taken or none of a list, a pattern fits no point, or no station can have the address
     */
    public static ListChange copied(Project project, PointSet set, String name) {
        PointList list = requireSound(project, set, name);
        List<ListedPoint> points = set.points(list);
        return of(project, PointList.of(name, list.space(), points), points);
    }

    /**
     * Says what it would bring to have a list that follows another: its points are always those of the other one, all or some;
     * changes nothing. Nothing that is mapped follows.
     *
     * @param set which points of which list, and of which station
     * @param name name of the list that follows
     * @throws RefusedException as for a copy, and when the other list follows one itself
     */
    public static ListChange following(Project project, PointSet set, String name) {
        PointList other = requireSound(project, set, name);
        other.set().ifPresent(own -> {
            throw new RefusedException(
                    "list " + other.name() + " follows " + own.follows() + " itself", "Follow " + own.follows() + ".");
        });
        PointList list = PointList.of(name, set, other);
        return of(project, list, List.copyOf(list.points().values()));
    }

    /**
     * Says what it would bring to give a list that follows another points of its own, the same as it has; changes nothing.
     *
     * @throws RefusedException when it follows none
     */
    public static ListChange released(Project project, String name) {
        PointList list = project.list(name);
        if (list.set().isEmpty()) {
            throw new RefusedException("list " + name + " follows no other", "Change it as it is.");
        }
        List<ListedPoint> points = List.copyOf(list.points().values());
        return of(project, PointList.of(name, list.space(), points), points);
    }

    private static PointList requireSound(Project project, PointSet set, String name) {
        PointList list = project.list(set.follows());
        if (project.lists().containsKey(name)) {
            throw new RefusedException("there is a list " + name, "Give the copy another name.");
        }
        ListImport.requireName(project, name);
        set.station().ifPresent(address -> requireStation(list.space(), address));
        set.without(list).stream().findFirst().ifPresent(pattern -> {
            throw new RefusedException(
                    "list " + list.name() + " has no point '" + pattern + "'",
                    "Look at its points; * stands for any text.");
        });
        return list;
    }

    /** Refuses to change a list whose points are those of another. */
    static void requireOwn(PointList list) {
        list.set().ifPresent(set -> {
            throw new RefusedException(
                    "list " + list.name() + " follows " + set.follows() + " and has no points of its own",
                    "Change " + set.follows() + ", or give " + list.name() + " points of its own first.");
        });
    }

    /**
     * Says what it would bring to give all points of a list that have no station one; changes nothing, and no other point.
     *
     * @throws RefusedException when each point has a station, no station can have the address, or the list follows another
     */
    public static ListChange bound(Project project, String name, int station) {
        PointList list = project.list(name);
        requireOwn(list);
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
