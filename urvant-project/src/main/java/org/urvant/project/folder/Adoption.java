package org.urvant.project.folder;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.project.Device;
import org.urvant.project.Mapping;

/** Turns a configuration back into what a project writes: values by path, and mapping rows. */
final class Adoption {
    private static final Set<String> FOLLOWS = Set.of("kind", "protocol", "role", "reports", "ied");

    private Adoption() {}

    /** Adds the values that differ, by their paths. What follows from other things is left out. */
    static void values(String prefix, Section present, Section held, Map<String, String> values) {
        for (Map.Entry<String, Node> entry : held.nodes().entrySet()) {
            if (entry.getValue() instanceof Section inner) {
                if (!FOLLOWS.contains(entry.getKey())) {
                    values(prefix + entry.getKey() + ".", present.section(entry.getKey()), inner, values);
                }
            } else if (entry.getValue() instanceof Value value
                    && !FOLLOWS.contains(entry.getKey())
                    && !value.equals(present.nodes().get(entry.getKey()))) {
                values.put(prefix + entry.getKey(), value.text());
            }
        }
    }

    /** Returns the rows of a configuration, those that the device has already in their old order. */
    static List<Mapping> mappings(Device device, Section held) {
        List<Mapping> rows = new ArrayList<>();
        Set<String> known = device.mappings().stream().map(Mapping::key).collect(Collectors.toSet());
        device.mappings().stream()
                .filter(row -> held.nodes().containsKey(row.key()))
                .forEach(row -> rows.add(row(row.key(), held.section(row.key()))));
        held.nodes().keySet().stream()
                .filter(key -> !known.contains(key))
                .forEach(key -> rows.add(row(key, held.section(key))));
        return rows;
    }

    private static Mapping row(String key, Section row) {
        return new Mapping(
                key,
                row.text("name").orElse(""),
                row.text("from").orElse(""),
                point(row.section("source")),
                row.text("to").orElse(""),
                point(row.section("destination")),
                row.text("place").orElse(""),
                row.text("use").orElse("true").equals("true"),
                Position.in("device"));
    }

    private static String point(Section point) {
        return point.text("reference")
                .orElseGet(() -> point.text("type").orElse("") + " "
                        + point.text("address").orElse(""));
    }
}
