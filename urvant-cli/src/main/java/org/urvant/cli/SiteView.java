package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.urvant.scl.SitePart;

/** Shows the structure of a site as a tree. */
final class SiteView {
    private static final int MOST_LINES = 300;

    private final Command command;
    private final boolean nodes;
    private final boolean all;

    SiteView(Command command, boolean nodes, boolean all) {
        this.command = command;
        this.nodes = nodes;
        this.all = all;
    }

    void say(List<SitePart> parts) {
        List<String> lines = new ArrayList<>();
        int depth = all ? Integer.MAX_VALUE : depth(parts);
        for (SitePart part : parts.subList(0, all ? parts.size() : Math.min(parts.size(), MOST_LINES))) {
            add(part, "", "", depth, lines);
        }
        command.say(lines);
        int size = size(parts);
        if (lines.size() < size) {
            command.note(Command.count(size, "part") + " in all; name one, or see each with --all");
        }
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
        return parts.size() + parts.stream().mapToInt(SitePart::size).sum();
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
        lines.add(before + command.paint.strong(part.name()) + "  " + detail
                + (nodeText.isEmpty() ? "" : command.paint.faint("  " + nodeText))
                + (depth > 1 || inner.isEmpty() ? "" : command.paint.faint("  " + Command.count(part.size(), "part"))));
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
                        + ": " + Command.count(all.size(), "node");
    }

    static Object json(SitePart part) {
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
                "parts", part.parts().stream().map(SiteView::json).toList());
    }
}
