package org.urvant.project.mapping;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.LogicalNode;
import org.urvant.scl.SitePart;

/** Fills a project's template for signal names from a data attribute. */
public final class SignalName {
    private static final Pattern PLACE = Pattern.compile("\\{([a-z]+)}");
    private static final Pattern PHASE = Pattern.compile("\\.(phs(A|B|C|AB|BC|CA)|neut|net|res)\\b");

    private static final Set<String> KNOWN = Set.of(
            "ied", "ld", "node", "object", "attribute", "phase", "description", "site", "level", "bay", "equipment");

    private SignalName() {}

    /** Returns the name by a template; places that the template misspells stay as they are. */
    public static String of(String template, DataAttribute attribute) {
        LogicalNode node = attribute.node();
        String described = attribute.description();
        Map<String, String> values = new HashMap<>(Map.of(
                "ied", node.device().ied().name(),
                "ld", node.device().instance(),
                "node", node.name(),
                "object", attribute.objectName(),
                "attribute", attribute.path(),
                "phase", phase(attribute),
                "description", described.isEmpty() ? place(node) + " " + attribute.objectName() : described));
        values.put("site", part(node, SitePart.Kind.SUBSTATION));
        values.put("level", part(node, SitePart.Kind.VOLTAGE_LEVEL));
        values.put("bay", part(node, SitePart.Kind.BAY));
        values.put(
                "equipment",
                node.place()
                        .filter(part -> part.kind() == SitePart.Kind.EQUIPMENT)
                        .map(SitePart::name)
                        .orElse(""));
        return of(template, values);
    }

    /** Returns the name by a template and what stands for its places; those that are known and have no value are empty. */
    static String of(String template, Map<String, String> values) {
        Matcher matcher = PLACE.matcher(template);
        return matcher.replaceAll(found -> Matcher.quoteReplacement(
                        values.getOrDefault(found.group(1), KNOWN.contains(found.group(1)) ? "" : found.group())))
                .replaceAll("\\s+", " ")
                .strip();
    }

    private static String part(LogicalNode node, SitePart.Kind kind) {
        return node.place()
                .flatMap(part -> part.within(kind))
                .map(SitePart::name)
                .orElse("");
    }

    /** Returns what people call a node that says nothing of a signal: by its own description, else by its device's. */
    private static String place(LogicalNode node) {
        if (!node.description().isEmpty()) {
            return node.description();
        }
        String device = node.device().description();
        return device.isEmpty() ? node.name() : device;
    }

    /** Returns the phase in the path, such as {@code A}, {@code AB} or {@code N}; empty text when it names none. */
    private static String phase(DataAttribute attribute) {
        Matcher matcher = PHASE.matcher("." + attribute.path());
        if (!matcher.find()) {
            return "";
        }
        return matcher.group(2) == null ? "N" : matcher.group(2);
    }
}
