package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.urvant.project.mapping.RowSignals;
import org.urvant.scl.selection.FoundSignal;
import org.urvant.scl.selection.Hits;
import org.urvant.scl.selection.Query;
import org.urvant.scl.selection.SignalKind;

/** Shows what a query found: signals, or how many there are of each kind. */
final class HitsView {
    private static final int PAGE = 5000;

    private final Command command;
    private final Query query;
    private final Hits hits;

    HitsView(Command command, Query query, Hits hits) {
        this.command = command;
        this.query = query;
        this.hits = hits;
    }

    /**
     * Says it.
     *
     * @param most how many signals to show
     */
    void say(boolean countOnly, boolean why, long most) {
        if (command.json) {
            if (countOnly) {
                command.sayJson(counts());
            } else {
                command.sayJson(hits.signals(0, Long.MAX_VALUE).stream().map(HitsView::json));
            }
        } else if (query.terms().isEmpty() || countOnly) {
            sayCounts();
        } else {
            sayFound(why, most);
        }
    }

    private void sayFound(boolean why, long most) {
        List<FoundSignal> found = hits.signals(0, most);
        // a million rows are said page by page, and never held as text
        for (int from = 0; from < found.size(); from += PAGE) {
            command.say(table(found.subList(from, Math.min(found.size(), from + PAGE)), why));
        }
        if (found.size() < hits.count()) {
            command.say(command.paint.faint(
                    "… and " + (hits.count() - found.size()) + " more; --count says of what kind, --all shows them"));
        }
        command.note(Command.count(hits.count(), "signal") + " for " + query.text());
        boolean isOfPrograms = found.stream().allMatch(each -> each.reference().contains("/" + RowSignals.BEFORE));
        String use = found.stream().anyMatch(FoundSignal::isOfIed) ? "urvant pick NAME add " : "urvant map DEVICE ";
        command.next(
                hits.count() == 0 ? "urvant signals --widen" : isOfPrograms ? "urvant logic DEVICE" : use + forShell());
    }

    private static Table table(List<FoundSignal> found, boolean why) {
        boolean placed = found.stream().anyMatch(signal -> !signal.place().isEmpty());
        List<String> headings = new ArrayList<>(List.of("signal", "FC", "class", "type", "kind"));
        headings.add(why ? "why" : "description");
        headings.addAll(placed ? List.of("place") : List.of());
        Table table = new Table(headings.toArray(String[]::new));
        for (FoundSignal signal : found) {
            List<SignalKind> kinds = signal.kinds();
            List<String> cells = new ArrayList<>(List.of(
                    signal.reference(),
                    signal.constraint(),
                    signal.innerClass(),
                    signal.basicType(),
                    words(kinds),
                    why ? kinds.isEmpty() ? "" : signal.reason(kinds.get(0)) : signal.description()));
            cells.addAll(
                    placed ? List.of(signal.place() + (signal.isPlaceInferred() ? " (inferred)" : "")) : List.of());
            table.row(cells.toArray());
        }
        return table;
    }

    private String forShell() {
        return String.join(
                " ",
                query.terms().stream()
                        .map(term -> term.matches("[A-Za-z0-9:.,_/-]+") ? term : "'" + term + "'")
                        .toList());
    }

    private static String words(List<SignalKind> kinds) {
        return String.join(", ", kinds.stream().map(SignalKind::word).toList());
    }

    private void sayCounts() {
        Table table = new Table("kind", "signals", "meaning");
        hits.countByKind().forEach((kind, number) -> {
            if (number > 0) {
                table.row("kind:" + kind.word(), number, kind.meaning());
            }
        });
        if (!table.isEmpty()) {
            command.say(table);
        }
        command.say(Command.count(hits.count(), "signal") + " in all");
        command.next(hits.count() == 0 ? "urvant import FILE" : "urvant signals kind:position");
    }

    private Object counts() {
        Map<String, Object> fields = Json.object("signals", hits.count());
        hits.countByKind().forEach((kind, number) -> fields.put(kind.word(), number));
        return fields;
    }

    private static Object json(FoundSignal signal) {
        return Json.object(
                "reference", signal.reference(),
                "constraint", signal.constraint(),
                "class", signal.innerClass(),
                "type", signal.basicType(),
                "kinds", signal.kinds().stream().map(SignalKind::word).toList(),
                "description", signal.description(),
                "place", signal.place(),
                "placeInferred", signal.isPlaceInferred(),
                "position", signal.position());
    }
}
