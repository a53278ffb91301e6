package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
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

    SiteCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        List<SitePart> parts = new ArrayList<>();
        for (SclFile file : project.sources()) {
            parts.addAll(file.site());
        }
        if (path != null) {
            parts = List.of(find(parts));
        }
        if (json) {
            sayJson(parts.stream().map(SiteCommand::json).toList());
        } else if (parts.isEmpty()) {
            note("no imported file has a substation section");
            next("urvant import station.scd");
        } else {
            List<String> lines = new ArrayList<>();
            parts.forEach(part -> add(part, "", "", lines));
            say(lines);
        }
        return Exit.DONE;
    }

    private SitePart find(List<SitePart> tops) {
        List<SitePart> all = new ArrayList<>(tops);
        for (int i = 0; i < all.size(); i++) {
            all.addAll(all.get(i).parts());
        }
        return all.stream()
                .filter(part -> part.path().equals(path))
                .findFirst()
                .orElseThrow(() -> new UnknownNameException(
                        "part of the site",
                        path,
                        all.stream().map(SitePart::path).toList()));
    }

    private void add(SitePart part, String before, String below, List<String> lines) {
        List<SitePart> inner = part.parts();
        String nodeText = nodeText(part);
        boolean isPhase = !part.phase().isEmpty();
        String kind = isPhase
                ? "phase " + part.phase()
                : part.type().isEmpty() ? part.kind().word() : part.type();
        String described = part.description().equals(part.voltage()) ? "" : part.description();
        String detail = String.join(
                ", ",
                Stream.of(kind, part.voltage(), described)
                        .filter(text -> !text.isEmpty())
                        .toList());
        lines.add(before + paint.strong(part.name()) + "  " + detail
                + (nodeText.isEmpty() ? "" : paint.faint("  " + nodeText)));
        for (int i = 0; i < inner.size(); i++) {
            boolean last = i == inner.size() - 1;
            add(inner.get(i), below + (last ? "└─ " : "├─ "), below + (last ? "   " : "│  "), lines);
        }
    }

    private String nodeText(SitePart part) {
        List<SitePart.NodeReference> all = part.nodes();
        if (all.isEmpty()) {
            return "";
        }
        return nodes
                ? String.join(
                        " · ",
                        all.stream().map(SitePart.NodeReference::toString).toList())
                : String.join(
                                ", ",
                                all.stream()
                                        .map(node -> node.isAssigned() ? node.ied() : "no IED yet")
                                        .distinct()
                                        .toList())
                        + ": " + count(all.size(), "node");
    }

    private static Object json(SitePart part) {
        return Json.object(
                "path", part.path(),
                "kind", part.kind().word(),
                "type", part.type(),
                "voltage", part.voltage(),
                "description", part.description(),
                "terminals",
                        part.terminals().stream().map(SitePart.Terminal::node).toList(),
                "nodes",
                        part.nodes().stream()
                                .map(SitePart.NodeReference::toString)
                                .toList(),
                "parts", part.parts().stream().map(SiteCommand::json).toList());
    }
}
