package org.urvant.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Ref;
import org.urvant.project.Project;
import org.urvant.project.change.BayCopy;

/** Shows the bays of a site, and what copies of one would be. */
final class BayView {
    private final Command command;

    BayView(Command command) {
        this.command = command;
    }

    /** Says the bays of a site. */
    void say(Project project) {
        Table table = new Table("bay", "devices", "fed from", "ratings");
        List<Object> rows = new ArrayList<>();
        project.bays().values().forEach(bay -> {
            String devices = bay.devices().stream().map(Entry::text).collect(Collectors.joining(", "));
            String fed = bay.feeding().map(feeding -> feeding.from().text()).orElse("–");
            Map<String, String> ratings = new LinkedHashMap<>();
            bay.ratings().forEach((path, entry) -> ratings.put(path, entry.text()));
            table.row(
                    bay.name(),
                    devices,
                    fed,
                    ratings.isEmpty() ? "–" : ratings.toString().replaceAll("[{}]", ""));
            rows.add(Json.object("bay", bay.name(), "devices", devices, "from", fed, "ratings", ratings));
        });
        if (command.json) {
            command.sayJson(rows);
        } else if (table.isEmpty()) {
            command.note("no bay yet; bays stand in site.yaml");
        } else {
            command.say(table);
        }
    }

    /** Returns values by their paths in one line: {@code network.address 192.0.2.21, unit.name F12}. */
    static String pairs(Map<String, String> values) {
        return values.entrySet().stream()
                .map(value -> value.getKey() + " " + value.getValue())
                .collect(Collectors.joining(", "));
    }

    /** Says what copies would be. */
    void say(BayCopy plan) {
        if (command.json) {
            command.sayJson(plan.made().stream().map(BayView::json).toList());
            return;
        }
        Table table = new Table("bay", "names", "given", "to be given", "texts that name the original");
        plan.made()
                .forEach(made -> table.row(
                        made.bay(),
                        made.names().entrySet().stream()
                                .map(name -> name.getKey() + " → " + name.getValue())
                                .collect(Collectors.joining(", ")),
                        made.given().isEmpty() ? "–" : pairs(made.given()),
                        made.open().isEmpty() ? "–" : String.join(", ", made.open()),
                        made.texts().isEmpty()
                                ? "–"
                                : String.join(", ", made.texts().keySet())));
        command.say(table);
        String outward = plan.made().stream()
                .flatMap(made -> made.outward().stream())
                .map(Ref::toString)
                .distinct()
                .collect(Collectors.joining(", "));
        plan.made().stream()
                .flatMap(made -> made.twinless().stream())
                .distinct()
                .forEach(twin -> command.say("no twin of " + twin.name() + ", as the original is"));
        if (!outward.isEmpty()) {
            command.say("named outside the bay, and kept: " + outward);
        }
    }

    private static Map<String, Object> json(BayCopy.Made made) {
        return Json.object(
                "bay", made.bay(),
                "names", made.names(),
                "given", made.given(),
                "open", made.open(),
                "outward", made.outward().stream().map(Ref::toString).toList(),
                "texts", made.texts());
    }
}
