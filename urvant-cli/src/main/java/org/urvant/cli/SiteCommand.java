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
    private static final int MOST_LINES = 300;

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
            int depth = all ? Integer.MAX_VALUE : depth(parts);
            for (SitePart part : parts.subList(0, all ? parts.size() : Math.min(parts.size(), MOST_LINES))) {
                add(part, "", "", depth, lines);
            }
            say(lines);
            if (lines.size() < size(parts)) {
                note(count(size(parts), "part") + " in all; name one, or see each with --all");
            }
        }
        return Exit.DONE;
    }

    /** Returns how deep a site is shown: a large one only as deep as fits on some pages. */
    private static int depth(List<SitePart> tops) {
        int depth = 0;
        int lines = tops.size();
        List<SitePart> level = tops;
        while (!level.isEmpty() && lines <= MOST_LINES) {
            depth++;
            level = level.stream().flatMap(part -> part.parts().stream()).toList();
            lines += level.size();
        }
        return Math.max(1, depth);
    }

    private static int size(List<SitePart> parts) {
        return parts.stream().mapToInt(part -> 1 + size(part.parts())).sum();
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

    private void add(SitePart part, String before, String below, int depth, List<String> lines) {
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
                + (nodeText.isEmpty() ? "" : paint.faint("  " + nodeText))
                + (depth > 1 || inner.isEmpty() ? "" : paint.faint("  " + count(size(inner), "part"))));
        if (depth <= 1) {
            return;
        }
        for (int i = 0; i < inner.size(); i++) {
            boolean last = i == inner.size() - 1;
            add(inner.get(i), below + (last ? "└─ " : "├─ "), below + (last ? "   " : "│  "), depth - 1, lines);
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
