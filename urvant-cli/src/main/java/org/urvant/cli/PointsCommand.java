package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.Access;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.Word;
import org.urvant.formats.list.PointListFile;
import org.urvant.project.Project;
import org.urvant.project.change.ListChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.ListUse;
import picocli.CommandLine;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@CommandLine.Command(
        name = "points",
        description = "Show the lists of points, or the points of one with the rows that read and write them.",
        footer = {
            "",
            "Examples: urvant points",
            "          urvant points PD1 --unmapped",
            "          urvant points PD1 --writable      what the list lets others write, and who does",
            "          urvant points PD1 --out pd1.xlsx  'urvant import pd1.xlsx --name PD1' takes it back",
            "          urvant points copy PD1 PD2 --only 'motor-*' --station 8",
            "          urvant points --unbound",
            "          urvant points bind PD1 7"
        })
final class PointsCommand extends ChangingCommand {
    @Parameters(paramLabel = "LIST", arity = "0..1", description = "Name of a list.")
    private String name;

    @Option(names = "--unmapped", description = "Only points that no row reads or writes.")
    private boolean unmapped;

    @Option(names = "--unbound", description = "Only points of which no list says the station.")
    private boolean unbound;

    @Option(names = "--writable", description = "Only points that can be written.")
    private boolean writable;

    @Option(names = "--out", paramLabel = "FILE", description = "Write the list to a spreadsheet: .csv or .xlsx.")
    private String out;

    PointsCommand(Session session) {
        super(session);
    }

    @CommandLine.Command(
            name = "copy",
            description =
                    "Make a list from another, with all its points or some: for a second station of the same kind, or a"
                            + " leaner set for another use. Rows that read or write the points are not copied.")
    int copy(
            @Parameters(paramLabel = "LIST", description = "The list to copy.") String from,
            @Parameters(paramLabel = "NEW", description = "Name of the copy.") String to,
            @Option(
                            names = "--only",
                            split = ",",
                            paramLabel = "KEY",
                            description = "Only these points; * stands for any text in a key.")
                    List<String> only,
            @Option(names = "--station", paramLabel = "ADDRESS", description = "Address of the station of the copy.")
                    Integer station) {
        ProjectFolder folder = changing();
        Project project = folder.load();
        ListChange change = ListChange.copied(
                project,
                from,
                only == null ? List.of() : only,
                to,
                station == null ? OptionalInt.empty() : OptionalInt.of(station));
        sayPoints(List.of(change.list()), Map.of());
        folder.save(project, change.after());
        say("added list " + to + ", " + count(change.points().size(), "point") + " of "
                + project.list(from).points().size());
        next("urvant map DEVICE '" + to + "/*'");
        return Exit.DONE;
    }

    @CommandLine.Command(
            name = "bind",
            description = "Give all points of a list that have no station one; the others stay as they are.")
    int bind(
            @Parameters(paramLabel = "LIST", description = "Name of the list.") String list,
            @Parameters(paramLabel = "ADDRESS", description = "Address of the station.") int station) {
        ProjectFolder folder = changing();
        Project project = folder.load();
        ListChange change = ListChange.bound(project, list, station);
        folder.save(project, change.after());
        say("bound " + count(change.points().size(), "point") + " of list " + list + " to station " + station);
        next("urvant points " + list);
        return Exit.DONE;
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        if (out != null) {
            if (name == null) {
                throw new RefusedException("it is not said which list to write", "Name the list.");
            }
            PointList list = project.list(name);
            PointListFile.write(session.path(out), list);
            say("wrote " + count(list.points().size(), "point") + " to " + out);
            next("urvant import " + out + " --name " + name);
            return Exit.DONE;
        }
        List<PointList> lists = name == null ? List.copyOf(project.lists().values()) : List.of(project.list(name));
        Map<String, ListUse> uses = ListUse.of(project);
        if (name != null || unmapped || unbound || writable) {
            sayPoints(lists, uses);
        } else {
            sayLists(lists, uses);
        }
        return Exit.DONE;
    }

    private void sayLists(List<PointList> lists, Map<String, ListUse> uses) {
        if (json) {
            sayJson(lists.stream().map(list -> json(list, uses)).toList());
            return;
        }
        Table table = new Table("list", "protocol", "stations", "points", "read", "written", "not mapped");
        for (PointList list : lists) {
            table.row(row(list, uses).values().toArray());
        }
        if (table.isEmpty()) {
            note("there is no list of points yet");
            next("urvant import FILE --name NAME --protocol modbus");
        } else {
            say(table);
            next("urvant points " + lists.get(0).name());
        }
    }

    private static Map<String, Object> row(PointList list, Map<String, ListUse> uses) {
        String stations = list.points().values().stream()
                .filter(ListedPoint::hasStation)
                .map(ListedPoint::station)
                .collect(Collectors.toCollection(TreeSet::new))
                .stream()
                .map(String::valueOf)
                .collect(Collectors.joining(", "));
        List<ListUse> all = list.points().values().stream()
                .map(point -> uses.getOrDefault(list.reference(point), ListUse.NONE))
                .toList();
        return Json.object(
                "list", list.name(),
                "protocol", list.space().title(),
                "stations", stations,
                "points", list.points().size(),
                "read", all.stream().filter(use -> !use.readBy().isEmpty()).count(),
                "written",
                        all.stream().filter(use -> !use.writtenBy().isEmpty()).count(),
                "notMapped", all.stream().filter(ListUse::isNone).count());
    }

    private static Object json(PointList list, Map<String, ListUse> uses) {
        return row(list, uses);
    }

    private void sayPoints(List<PointList> lists, Map<String, ListUse> uses) {
        Table table = new Table("point", "station", "where", "access", "value", "read by", "written by");
        List<Object> rows = new ArrayList<>();
        for (PointList list : lists) {
            for (ListedPoint point : list.points().values()) {
                ListUse use = uses.getOrDefault(list.reference(point), ListUse.NONE);
                if (unmapped && !use.isNone()
                        || unbound && point.hasStation()
                        || writable && !point.flow().permits(Access.COMMAND)) {
                    continue;
                }
                table.row(
                        list.reference(point),
                        point.hasStation() ? point.station() : "",
                        point.point().text(),
                        Word.of(point.flow()),
                        PointListView.law(point.measure()),
                        String.join(", ", use.readBy()),
                        String.join(", ", use.writtenBy()));
                if (json) {
                    Map<String, Object> row = PointListView.json(list, point);
                    row.put("readBy", use.readBy());
                    row.put("writtenBy", use.writtenBy());
                    rows.add(row);
                }
            }
        }
        if (json) {
            sayJson(rows);
            return;
        }
        if (table.isEmpty()) {
            note(unmapped ? "every point is mapped" : unbound ? "every point has a station" : "there is no such point");
            return;
        }
        say(table);
    }
}
