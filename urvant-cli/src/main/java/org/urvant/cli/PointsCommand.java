package org.urvant.cli;

import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.Access;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.point.list.PointSet;
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
            "          urvant points copy PD1 PD2 --only 'motor-*' --station 8 --follow",
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
                            + " leaner set for another use. Rows that read or write the points are not copied. With"
                            + " --follow it has what the other list has whenever that one changes.")
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
                    Integer station,
            @Option(names = "--follow", description = "The list has no points of its own: those of LIST, as they are.")
                    boolean isFollowing) {
        ProjectFolder folder = changing();
        Project project = load(folder);
        PointSet set = new PointSet(
                from, only == null ? List.of() : only, station == null ? OptionalInt.empty() : OptionalInt.of(station));
        ListChange change = isFollowing ? ListChange.following(project, set, to) : ListChange.copied(project, set, to);
        new PointsView(this, List.of(change.list()), Map.of()).sayPoints((point, use) -> true, "");
        folder.save(project, change.after());
        String points = count(change.points().size(), "point") + " of "
                + project.list(from).points().size();
        sayDone("added", "add", "list " + to + ", " + points + (isFollowing ? ", which follows " + from : ""));
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
        Project project = load(folder);
        ListChange change = ListChange.bound(project, list, station);
        folder.save(project, change.after());
        int bound = change.points().size();
        sayDone("bound", "bind", count(bound, "point") + " of list " + list + " to station " + station);
        next("urvant points " + list);
        return Exit.DONE;
    }

    @CommandLine.Command(
            name = "own",
            description = "Give a list that follows another points of its own, the same as it has now.")
    int own(@Parameters(paramLabel = "LIST", description = "Name of the list.") String list) {
        ProjectFolder folder = changing();
        Project project = load(folder);
        ListChange change = ListChange.released(project, list);
        folder.save(project, change.after());
        say("list " + list + " has " + count(change.points().size(), "point") + " of its own");
        next("urvant points " + list);
        return Exit.DONE;
    }

    @Override
    public Integer call() {
        apart("--out", "--unmapped", "--unbound", "--writable");
        Project project = load(folder());
        if (out != null) {
            if (name == null) {
                throw new RefusedException("it is not said which list to write", "Name the list.");
            }
            PointList list = project.list(name);
            PointListFile.write(session.path(out), list);
            say("wrote " + count(list.points().size(), "point") + " to " + out);
            if (list.set().isEmpty()) {
                next("urvant import " + out + " --name " + name);
            }
            return Exit.DONE;
        }
        List<PointList> lists = name == null ? List.copyOf(project.lists().values()) : List.of(project.list(name));
        PointsView view = new PointsView(this, lists, ListUse.of(project));
        if (name != null || unmapped || unbound || writable) {
            view.sayPoints(
                    this::isWanted,
                    unmapped
                            ? "every point is mapped"
                            : unbound ? "every point has a station" : "there is no such point");
        } else {
            view.sayLists();
        }
        return Exit.DONE;
    }

    private boolean isWanted(ListedPoint point, ListUse use) {
        return (!unmapped || use.isNone())
                && (!unbound || !point.hasStation())
                && (!writable || point.flow().permits(Access.COMMAND));
    }
}
