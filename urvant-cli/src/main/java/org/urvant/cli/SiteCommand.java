package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Project;
import org.urvant.scl.SclFile;
import org.urvant.scl.SitePart;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "site",
        description =
                "Show the structure of the site as the imported files give it: voltage levels, bays, equipment, and"
                        + " which logical node belongs to what.",
        footer = {"", "Examples: urvant site", "          urvant site Skarholm/K1/F01 --nodes"})
final class SiteCommand extends Command {
    @Parameters(paramLabel = "PART", arity = "0..1", description = "Path of a part; otherwise everything.")
    private String path;

    @Option(names = "--nodes", description = "Show the logical nodes of each part, not only how many there are.")
    private boolean nodes;

    @Option(names = "--all", description = "Show every part of a large site, not only how many there are.")
    private boolean all;

    SiteCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = load(folder());
        List<SitePart> parts = new ArrayList<>();
        for (SclFile file : project.sources()) {
            parts.addAll(file.site());
        }
        if (path != null) {
            parts = List.of(find(parts));
        }
        if (json) {
            sayJson(parts.stream().map(SiteView::json).toList());
        } else if (parts.isEmpty()) {
            note("no imported file has a substation section");
            next("urvant import station.scd");
        } else {
            new SiteView(this, nodes, all).say(parts);
        }
        return Exit.DONE;
    }

    private SitePart find(List<SitePart> tops) {
        List<SitePart> found = new ArrayList<>(tops);
        for (int i = 0; i < found.size(); i++) {
            found.addAll(found.get(i).parts());
        }
        return found.stream()
                .filter(part -> part.path().equals(path))
                .findFirst()
                .orElseThrow(() -> new UnknownNameException(
                        "part of the site",
                        path,
                        found.stream().map(SitePart::path).toList()));
    }
}
