package org.urvant.project.check;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.Meaning;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Rule;
import org.urvant.core.point.ListForm;
import org.urvant.core.point.ListPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.list.ListRules;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappingRules;
import org.urvant.project.setting.DeviceSheets;

/** Checks that lists of points are read by somebody, and that the stations behind them can be told apart on their line. */
final class ListCheck {
    private ListCheck() {}

    static void check(Project project, Consumer<Finding> findings) {
        Set<String> read = new HashSet<>();
        for (Device device : project.devices().values()) {
            Map<String, Set<String>> lists = new LinkedHashMap<>();
            Set<String> asking = device.connections().keySet().stream()
                    .filter(connection -> asks(project, device, connection))
                    .collect(Collectors.toSet());
            for (Mapping row : asking.isEmpty() ? List.<Mapping>of() : device.mappings()) {
                row.ends().filter(end -> asking.contains(end.connection())).forEach(end -> ListPoint.list(end.point())
                        .ifPresent(list -> lists.computeIfAbsent(end.connection(), name -> new TreeSet<>())
                                .add(list)));
            }
            lists.values().forEach(read::addAll);
            lists.forEach((connection, names) -> stations(project, device, connection, names, findings));
        }
        project.lists().values().stream()
                .filter(list -> !read.contains(list.name()))
                .peek(list -> unbound(list, findings))
                .forEach(list -> findings.accept(new Finding(
                                MappingRules.NOBODY_POLLS,
                                list.name(),
                                position(list),
                                "no device of the project reads or writes a point of list " + list.name(),
                                MappingRules.NOBODY_POLLS.remedy())
                        .concerning(Ref.of(Ref.Kind.LIST, list.name()))));
    }

    /** Lists that are read are held against the line as well. */
    private static void unbound(PointList list, Consumer<Finding> findings) {
        List<ListedPoint> unbound = list.points().values().stream()
                .filter(point -> !point.hasStation())
                .toList();
        if (!unbound.isEmpty()) {
            ListedPoint first = unbound.get(0);
            findings.accept(new Finding(
                            ListRules.STATION_IMPOSSIBLE,
                            list.name(),
                            first.position(),
                            withoutStation(list, first),
                            ListRules.STATION_IMPOSSIBLE.remedy())
                    .concerning(Ref.of(Ref.Kind.LIST, list.name())));
        }
    }

    private static String withoutStation(PointList list, ListedPoint point) {
        long others = list.points().values().stream()
                        .filter(each -> !each.hasStation())
                        .count()
                - 1;
        return "list " + list.name() + " does not say the "
                + list.space().listForm().map(ListForm::station).orElse("station") + " of '"
                + point.about().name() + "'" + (others == 0 ? "" : " and of " + others + " more");
    }

    private static Position position(PointList list) {
        return list.points().values().stream()
                .findFirst()
                .map(ListedPoint::position)
                .orElse(Position.in("points/" + list.name() + ".csv"));
    }

    private static boolean asks(Project project, Device device, String connection) {
        return kind(project, device, connection)
                .filter(kind -> kind.protocol().asksLists(kind.role()))
                .isPresent();
    }

    private static Optional<ConnectionKind> kind(Project project, Device device, String connection) {
        return Optional.ofNullable(device.connections().get(connection))
                .map(Connection::kind)
                .flatMap(kind -> project.type(device).flatMap(type -> type.connection(kind.text())));
    }

    /** What a list says of its stations is held against the line over which they are asked. */
    private static void stations(
            Project project, Device device, String connection, Set<String> names, Consumer<Finding> findings) {
        PointSpace space = kind(project, device, connection).orElseThrow().protocol();
        ListForm form = space.listForm().orElseThrow();
        boolean onBus = project.type(device)
                .flatMap(type -> DeviceSheets.of(type, device).sheet(connection))
                .flatMap(sheet -> sheet.path(Meaning.BUS_NAME))
                .isPresent();
        SortedMap<Integer, String> taken = new TreeMap<>();
        for (String name : names) {
            PointList list = project.lists().get(name);
            if (list == null) {
                continue;
            }
            SortedMap<Integer, ListedPoint> stations = new TreeMap<>();
            int last = ListedPoint.NO_STATION;
            for (ListedPoint point : list.points().values()) {
                if (point.station() != last || !point.hasStation()) { // most follow one of the same station
                    stations.putIfAbsent(point.station(), point);
                    last = point.station();
                }
            }
            stations.forEach((station, point) -> {
                String other = taken.putIfAbsent(station, name);
                String message = station == ListedPoint.NO_STATION
                        ? withoutStation(list, point)
                        : form.refusal(station, onBus)
                                .map(reason -> reason + "; list " + name + " is read over " + connection)
                                .orElse(null);
                if (message != null) {
                    findings.accept(finding(ListRules.STATION_IMPOSSIBLE, device, connection, point, message));
                } else if (other != null) {
                    findings.accept(finding(
                            ListRules.STATION_TWICE,
                            device,
                            connection,
                            point,
                            form.station() + " " + station + " on " + connection + " stands in the lists " + other
                                    + " and " + name));
                }
            });
        }
    }

    private static Finding finding(Rule rule, Device device, String connection, ListedPoint point, String message) {
        return new Finding(rule, device.name() + " " + connection, point.position(), message, rule.remedy())
                .concerning(Ref.device(device.name()));
    }
}
