package org.urvant.project.change;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.evaluation.Treatment;
import org.urvant.core.finding.Position;
import org.urvant.core.point.Access;
import org.urvant.core.point.LinkPoint;
import org.urvant.core.point.ListPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.point.program.ProgramPoint;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.TreatmentText;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.setting.DeviceSheets;

/** Makes rows of a mapping from what a configuration says of them. */
final class HeldRows {
    private final Project project;
    private final DeviceSheets sheets;
    private final Map<PointSpace, Map<Section, String>> listed = new HashMap<>();

    HeldRows(Project project, DeviceSheets sheets) {
        this.project = project;
        this.sheets = sheets;
    }

    /** Returns the rows of a configuration, those that the device has already in their old order. */
    List<Mapping> all(Section held) {
        Device device = sheets.device();
        List<Mapping> rows = new ArrayList<>();
        Set<String> known = device.mappings().stream().map(Mapping::key).collect(Collectors.toSet());
        device.mappings().stream()
                .filter(row -> held.nodes().containsKey(row.key()))
                .forEach(row -> rows.add(row(row.key(), held.section(row.key()), ends(row))));
        held.nodes().keySet().stream()
                .filter(key -> !known.contains(key))
                .forEach(key -> rows.add(row(key, held.section(key), List.of())));
        return rows;
    }

    private static List<Mapping.End> ends(Mapping row) {
        return row.ends().toList();
    }

    private Mapping row(String key, Section row, List<Mapping.End> before) {
        return new Mapping(
                key,
                new Mapping.Title(
                        row.text("name").orElse(""),
                        row.text("place").orElse(""),
                        row.text("identifier").orElse("")),
                origins(row, before),
                end(row.text("to").orElse(""), row.section("destination"), before),
                new Mapping.Handling(row.text("transform").orElse(""), treatment(row)),
                row.text("use").orElse("true").equals("true"),
                Position.in("device"));
    }

    private static Treatment treatment(Section row) {
        Map<String, String> texts = new HashMap<>();
        TreatmentText.PARTS.forEach(part -> row.text(part).ifPresent(text -> texts.put(part, text)));
        return TreatmentText.read(texts);
    }

    private List<Mapping.End> origins(Section row, List<Mapping.End> before) {
        if (row.node("sources").isEmpty()) {
            return List.of(end(row.text("from").orElse(""), row.section("source"), before));
        }
        return row.section("sources").nodes().values().stream()
                .map(Section.class::cast)
                .map(source -> end(source.text("from").orElse(""), source, before))
                .toList();
    }

    private Mapping.End end(String connection, Section point, List<Mapping.End> before) {
        Optional<String> offered = point.text("reference").or(() -> point.text("channel"));
        if (point.text(ProgramPoint.TEXT).isPresent()) {
            return new Mapping.End(connection, ProgramPoint.TEXT);
        }
        if (point.text(LinkPoint.TEXT).isPresent()) {
            return new Mapping.End(connection, LinkPoint.TEXT);
        }
        Optional<ConnectionKind> kind = Optional.ofNullable(
                        sheets.device().connections().get(connection))
                .flatMap(known -> sheets.type().connection(known.kind().text()));
        if (kind.filter(known -> known.protocol().asksLists(known.role())).isPresent()) {
            return listed(connection, kind.get().protocol(), point, before);
        }
        Optional<PointSpace> space = kind.map(ConnectionKind::protocol)
                .filter(known -> !known.groups().isEmpty());
        return new Mapping.End(
                connection,
                offered.or(() -> space.map(known -> known.text(point))).orElse(""));
    }

    /**
     * A device knows where a point is found and not which list says so: the point is the one that the row named before, else the
     * first of all lists that says the same. One that no list has stays as the protocol writes it, which is a finding.
     */
    private Mapping.End listed(String connection, PointSpace space, Section held, List<Mapping.End> before) {
        SortedMap<String, Node> fields = new TreeMap<>(held.nodes());
        fields.remove("from");
        Section wanted = Section.of(fields);
        return new Mapping.End(
                connection,
                before.stream()
                        .filter(end -> end.connection().equals(connection))
                        .map(Mapping.End::point)
                        .filter(text -> said(space, text).filter(wanted::equals).isPresent())
                        .findFirst()
                        .or(() -> Optional.ofNullable(
                                listed.computeIfAbsent(space, this::all).get(wanted)))
                        .orElseGet(() -> space.text(held)));
    }

    /** Returns the points of all lists of a protocol by what a configuration says of them. */
    private Map<Section, String> all(PointSpace space) {
        Map<Section, String> points = new HashMap<>();
        project.lists().values().stream().filter(list -> list.space() == space).forEach(list -> list.points()
                .values()
                .forEach(point -> points.putIfAbsent(said(list, point), list.reference(point))));
        return points;
    }

    /** Returns what a configuration says of a point; empty when no list of the protocol has it. */
    private Optional<Section> said(PointSpace space, String text) {
        return ListPoint.of(text)
                .flatMap(point -> Optional.ofNullable(project.lists().get(point.list()))
                        .filter(list -> list.space() == space)
                        .flatMap(list -> list.point(point.key()).map(known -> said(list, known))));
    }

    private static Section said(PointList list, ListedPoint point) {
        return Section.of(new MappedSignal.OfList(list, point, Access.READ).fields());
    }
}
