package org.urvant.project.mapping;

import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.text.ShortName;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.LogicalNode;
import org.urvant.scl.SitePart;

/** Fills a project's template for signal names from a data attribute. */
public final class SignalName {
    private static final Pattern BRACE = Pattern.compile("\\{([^{}]*)}|[{}]");
    private static final Pattern PHASE = Pattern.compile("\\.(phs(A|B|C|AB|BC|CA)|neut|net|res)\\b");

    private static final Set<String> KNOWN = Set.of(
            "ied", "ld", "node", "object", "attribute", "phase", "description", "site", "level", "bay", "equipment");

    private SignalName() {}

    /** Returns the words that stand for something in a template. */
    public static Set<String> places() {
        return KNOWN;
    }

    /**
     * Returns what is wrong with a template: a word in braces that stands for nothing, or a brace without its other. Empty when
     * nothing is; the word is empty for a brace.
     */
    public static Optional<String> stranger(String template) {
        Matcher brace = BRACE.matcher(template);
        while (brace.find()) {
            String word = brace.group(1) == null ? "" : brace.group(1);
            if (!KNOWN.contains(word)) {
                return Optional.of(word);
            }
        }
        return Optional.empty();
    }

    /** Returns the name by a template; places that the template misspells, which the project's file refuses, stay as they are. */
    public static String of(String template, DataAttribute attribute) {
        return of(template, (String place) -> value(place, attribute));
    }

    private static String value(String place, DataAttribute attribute) {
        LogicalNode node = attribute.node();
        return switch (place) {
            case "ied" -> node.device().ied().name();
            case "ld" -> node.device().instance();
            case "node" -> node.name();
            case "object" -> attribute.objectName();
            case "attribute" -> attribute.path();
            case "phase" -> phase(attribute);
            case "description" -> {
                String described = attribute.description();
                yield described.isEmpty() ? place(node) + " " + attribute.objectName() : described;
            }
            case "site" -> part(node, SitePart.Kind.SUBSTATION);
            case "level" -> part(node, SitePart.Kind.VOLTAGE_LEVEL);
            case "bay" -> part(node, SitePart.Kind.BAY);
            case "equipment" ->
                node.place()
                        .filter(part -> part.kind() == SitePart.Kind.EQUIPMENT)
                        .map(SitePart::name)
                        .orElse("");
            default -> null;
        };
    }

    /** Returns the name of what is told apart within a source by one word. */
    static String of(String template, String source, String word, String description) {
        return of(template, Map.of("ied", source, "node", word, "object", word, "description", description));
    }

    /** Returns the name by a template and what stands for its places; those that are known and have no value are empty. */
    static String of(String template, Map<String, String> values) {
        return of(template, (String place) -> values.getOrDefault(place, KNOWN.contains(place) ? "" : null));
    }

    /** Only what the template names is looked up: names are made by the hundred thousand. */
    private static String of(String template, UnaryOperator<String> values) {
        StringBuilder name = new StringBuilder();
        int at = 0;
        while (at < template.length()) {
            int open = template.indexOf('{', at);
            int close = open < 0 ? -1 : template.indexOf('}', open);
            if (close < 0) {
                break;
            }
            String value = values.apply(template.substring(open + 1, close));
            name.append(template, at, open).append(value == null ? "{" : value);
            at = value == null ? open + 1 : close + 1;
        }
        return ShortName.spaced(name.append(template, at, template.length()).toString());
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
        String path = attribute.path();
        boolean isOfNone = !path.contains("phs") && !path.contains("ne") && !path.contains("res");
        if (isOfNone) {
            return ""; // as most are
        }
        Matcher matcher = PHASE.matcher("." + path);
        if (!matcher.find()) {
            return "";
        }
        return matcher.group(2) == null ? "N" : matcher.group(2);
    }
}
