package org.urvant.project.change;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.point.list.ListReading;
import org.urvant.core.point.list.PointList;
import org.urvant.core.protection.FaultKind;
import org.urvant.core.text.Word;
import org.urvant.core.tree.Section;
import org.urvant.project.Bay;
import org.urvant.project.Feeding;
import org.urvant.project.Project;
import org.urvant.project.compare.ListTree;
import org.urvant.project.compare.Side;

/** What differences make of a list of points, or of the equipment of a bay. */
final class SiteTaking {
    private SiteTaking() {}

    /** Returns the site in which a list or bay is as a tree says; what the tree says of a bay's devices is passed over. */
    static Project carriedOut(Project project, Side into, Section tree) {
        return into.isOfList() ? list(project, into, tree) : bay(project, into, tree);
    }

    /** Returns the side again, of another state of the site. */
    static Side again(Project project, Side side) {
        return side.isOfList()
                ? Side.of(project.list(side.owner()))
                : Side.of(project, project.bays().get(side.owner()));
    }

    /** Refuses a side that was read from a file or another site. */
    static void requireOwn(Project project, Side into) {
        boolean isKnown = into.isOfList()
                ? project.lists().containsKey(into.owner())
                : project.bays().containsKey(into.owner());
        if (!isKnown || !again(project, into).tree().equals(into.tree())) {
            throw new RefusedException(
                    into.name() + " is not the one of the project; it stays as it is",
                    "Take differences over into what the project has.");
        }
    }

    private static Project list(Project project, Side into, Section tree) {
        PointList before = project.list(into.owner());
        ListChange.requireOwn(before);
        ListReading reading = ListTree.read(before, tree);
        Optional<Finding> mistake = reading.findings().stream()
                .filter(finding -> !reading.isSound())
                .findFirst();
        mistake.ifPresent(finding -> {
            throw new RefusedException(
                    "the list would be wrong: " + finding.message(), "Take over what belongs together.");
        });
        return project.with(project.imported().with(reading.list().orElseThrow()));
    }

    private static Project bay(Project project, Side into, Section tree) {
        Bay before = project.bays().get(into.owner());
        SortedMap<String, Entry> ratings = new TreeMap<>();
        tree.section("ratings")
                .nodes()
                .keySet()
                .forEach(path -> ratings.put(
                        path, new Entry(tree.section("ratings").text(path).orElseThrow(), before.position())));
        return project.with(new Bay(
                before.name(),
                tree.text("breakers").map(Integer::parseInt).orElse(0),
                before.devices(),
                ratings,
                feeding(tree.section("feeding"), before.position()),
                before.position()));
    }

    private static Optional<Feeding> feeding(Section tree, Position position) {
        if (tree.nodes().isEmpty()) {
            return Optional.empty();
        }
        Map<FaultKind, Entry> levels = new EnumMap<>(FaultKind.class);
        for (FaultKind kind : FaultKind.values()) {
            entry(tree, Word.of(kind), position).ifPresent(level -> levels.put(kind, level));
        }
        Entry from = entry(tree, "from", position)
                .orElseThrow(() -> new RefusedException(
                        "the bay would have values of a feeding, and nothing that feeds it",
                        "Take over feeding.from with them."));
        return Optional.of(new Feeding(
                from,
                entry(tree, "transformer", position),
                entry(tree, "share", position),
                entry(tree, "margin", position),
                levels));
    }

    private static Optional<Entry> entry(Section tree, String name, Position position) {
        return tree.text(name).map(text -> new Entry(text, position));
    }

    /** What a bay is told apart by, and what stands in its devices, is not of its equipment. */
    static boolean isOfEquipment(String path) {
        return List.of("breakers", "ratings", "feeding").contains(path.split("\\.", 2)[0]);
    }
}
