package org.urvant.project.type;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.finding.Position;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlNode;

/**
 * Writes out what a type says several times at once: a key such as {@code stage.{1..3}.delay} or {@code phase.{a|b|c}} stands
 * for one key each, and {@code {n}} in the texts below it for the number or word.
 */
final class Expansion {
    private static final Pattern RANGE = Pattern.compile("\\{(\\d{1,3})\\.\\.(\\d{1,3})}");
    private static final Pattern WORDS = Pattern.compile("\\{([a-zA-Z0-9-]+(?:\\|[a-zA-Z0-9-]+)+)}");

    private Expansion() {}

    /** Returns readers of the maps in the map at a key, its keys written out; what leads nowhere is reported. */
    static Map<String, FieldReader> children(FieldReader fields, String key) {
        return fields.children(key, map -> of(map, fields));
    }

    private static YamlNode.Fields of(YamlNode.Fields fields, FieldReader reports) {
        Map<String, YamlNode> entries = new LinkedHashMap<>();
        Map<String, Position> keys = new HashMap<>();
        fields.entries().forEach((key, node) -> {
            Position position = fields.keys().get(key);
            List<String> words = words(key);
            if (words.isEmpty()) {
                reports.report(position, "'" + key + "' counts backwards, so it stands for nothing", "Write {1..4}.");
            }
            for (String word : words) {
                String name = word.isEmpty()
                        ? key
                        : WORDS.matcher(RANGE.matcher(key).replaceFirst(word)).replaceFirst(word);
                if (entries.put(name, word.isEmpty() ? node : filled(node, word)) != null) {
                    reports.report(position, "'" + name + "' is given a second time", "Remove one of the two.");
                }
                keys.put(name, position);
            }
        });
        return new YamlNode.Fields(entries, keys, fields.isFlow(), fields.position(), fields.span());
    }

    private static List<String> words(String key) {
        Matcher range = RANGE.matcher(key);
        if (range.find()) {
            List<String> numbers = new ArrayList<>();
            for (int i = Integer.parseInt(range.group(1)); i <= Integer.parseInt(range.group(2)); i++) {
                numbers.add(String.valueOf(i));
            }
            return numbers;
        }
        Matcher words = WORDS.matcher(key);
        return words.find() ? List.of(words.group(1).split("\\|")) : List.of("");
    }

    private static YamlNode filled(YamlNode node, String word) {
        if (node instanceof YamlNode.Text text) {
            return new YamlNode.Text(text.text().replace("{n}", word), text.position(), text.span());
        }
        if (node instanceof YamlNode.Items items) {
            return new YamlNode.Items(
                    items.items().stream().map(item -> filled(item, word)).toList(), items.position(), items.span());
        }
        YamlNode.Fields fields = (YamlNode.Fields) node;
        Map<String, YamlNode> entries = new LinkedHashMap<>();
        fields.entries().forEach((key, value) -> entries.put(key, filled(value, word)));
        return new YamlNode.Fields(entries, fields.keys(), fields.isFlow(), fields.position(), fields.span());
    }
}
