package org.urvant.cli;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.list.ListDifference;
import org.urvant.core.point.list.PointList;
import org.urvant.file.SafeFile;
import org.urvant.formats.list.PointListFile;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.mapping.FarSide;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.report.page.Pages;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "handover",
        description =
                "Make the document for the other side of a connection: every point that the device offers there, and what"
                        + " changed since the last one. As .csv or .xlsx, the other side can import it as a list.",
        footer = {
            "",
            "Examples: urvant handover GW1 scada",
            "          urvant handover GW1 scada --out scada-2.xlsx --since scada-1.xlsx",
            "          urvant handover GW1 scada --out scada-2.html --since scada-1.xlsx --revision 2"
        })
final class HandoverCommand extends Command {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String deviceName;

    @Parameters(
            index = "1",
            arity = "0..1",
            paramLabel = "CONNECTION",
            description = "Connection on which the device is asked, if there are several.")
    private String connection;

    @Option(names = "--out", paramLabel = "FILE", description = "File to write: .csv, .xlsx or .html.")
    private String out;

    @Option(
            names = "--since",
            paramLabel = "FILE",
            description = "The .csv or .xlsx that was handed over last; what changed since then is shown.")
    private String since;

    @Option(names = "--revision", paramLabel = "TEXT", description = "How this state is called, on the page.")
    private String revision = "";

    HandoverCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        if (!revision.isEmpty() && (out == null || !out.toLowerCase(Locale.ROOT).endsWith(".html"))) {
            throw wrongUse("--revision stands on a page; give --out the name of one, such as scada.html");
        }
        Project project = load(folder());
        Device device = project.device(deviceName);
        FarSide side = FarSide.of(
                project, device, connection == null ? SignalMapper.onlyReceiver(project, device) : connection);
        boolean isBlocked = ProjectCheck.blocks(ProjectCheck.check(project, device));
        List<ListDifference> changes = ListDifference.of(before(side), side.list());
        HandoverView view = new HandoverView(this, side, since == null ? "" : since, changes);
        if (json) {
            sayJson(view.json());
        } else if (out == null) {
            view.say();
        }
        if (isBlocked) {
            note(paint.warn("errors stand against " + deviceName) + "; rows that are wrong are left out");
        }
        if (side.off() > 0) {
            note(count(side.off(), "row") + " switched off and left out");
        }
        if (out != null) {
            write(project, side, changes);
            say("wrote " + count(side.list().points().size(), "point") + " to " + out);
            if (since != null) {
                say(view.changed());
            }
        }
        return Exit.DONE;
    }

    private Optional<PointList> before(FarSide side) {
        if (since == null) {
            return Optional.empty();
        }
        PointListFile.Read read = PointListFile.read(
                session.path(since),
                since,
                new PointListFile.How(
                        side.list().name(),
                        Optional.of(side.list().space().id()),
                        Map.of(),
                        Map.of(),
                        Map.of(),
                        Optional.empty()));
        if (!read.reading().isSound()) {
            throw new RefusedException(
                    read.reading().findings().get(0).position() + ": "
                            + read.reading().findings().get(0).message(),
                    "Name a document that was handed over, as it was written.");
        }
        return read.reading().list();
    }

    private void write(Project project, FarSide side, List<ListDifference> changes) {
        if (out.toLowerCase(Locale.ROOT).endsWith(".html")) {
            String page = Pages.handover(
                    project, side, revision, since == null ? "" : fileName(since), since == null ? List.of() : changes);
            SafeFile.write(session.path(out), page.getBytes(StandardCharsets.UTF_8));
        } else {
            PointListFile.write(session.path(out), side.list());
        }
    }

    private static String fileName(String path) {
        return path.substring(Math.max(path.lastIndexOf('/'), path.lastIndexOf('\\')) + 1);
    }
}
