package org.urvant.cli;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.file.SafeFile;
import org.urvant.file.json.JsonTree;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.compare.Comparison;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "compare",
        description = "Compare two configurations as a tree of differences; with one device named, what it runs with"
                + " what the project says.",
        footer = {
            "",
            "A configuration is named by a device (the project's), DEVICE@live (what it runs), or a file.",
            "Examples: urvant compare GW1",
            "          urvant compare GW1 backup.json"
        })
final class CompareCommand extends Command {
    private static final String LIVE = "@live";

    @Parameters(index = "0", paramLabel = "LEFT", description = "What is.")
    private String left;

    @Parameters(index = "1", arity = "0..1", paramLabel = "RIGHT", description = "What is wanted.")
    private String right;

    @Mixin
    private DeviceAccess access;

    CompareCommand(Session session) {
        super(session);
        this.access = new DeviceAccess();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        String is = right == null && !left.endsWith(LIVE) ? left + LIVE : left;
        String wanted = right == null ? left.replace(LIVE, "") : right;
        Configuration first = configuration(folder, project, is);
        Configuration second = configuration(folder, project, wanted);
        Comparison comparison = Comparison.of(first, second);
        if (json) {
            sayJson(Json.object(
                    "left", is,
                    "right", wanted,
                    "equal", comparison.isEqual(),
                    "count", comparison.count(),
                    "differences", Differences.json(comparison)));
        } else {
            say(paint.faint(is) + " " + brief(first) + " → " + paint.faint(wanted) + " " + brief(second));
            Differences.lines(comparison, paint).forEach(this::say);
            say(comparison.isEqual() ? paint.good("equal") : paint.warn(count(comparison.count(), "difference")));
        }
        if (!comparison.isEqual() && right == null) {
            next("urvant download " + wanted);
        }
        return comparison.isEqual() ? Exit.DONE : Exit.DIFFERENT;
    }

    private static String brief(Configuration configuration) {
        return configuration.parts().nodes().isEmpty()
                ? "no configuration"
                : configuration.fingerprint().brief();
    }

    private Configuration configuration(ProjectFolder folder, Project project, String name) {
        if (name.endsWith(LIVE)) {
            Device device = project.device(name.substring(0, name.length() - LIVE.length()));
            try (DeviceAccess.Open open = access.open(this, folder, project, device)) {
                return open.link().read().orElse(Configuration.of(device.name(), Map.of()));
            }
        }
        if (project.devices().containsKey(name)) {
            return ConfigurationBuilder.build(project, project.device(name));
        }
        Path file = session.path(name);
        if (!Files.isRegularFile(file)) {
            throw new UnknownNameException(
                    "device or file", name, project.devices().keySet());
        }
        try {
            return Configuration.of(JsonTree.read(name, SafeFile.read(file, 100_000_000)));
        } catch (IllegalArgumentException e) {
            throw new MalformedInputException(
                    Position.in(name), e.getMessage(), "Name a file that 'urvant configuration --out' wrote.");
        }
    }
}
