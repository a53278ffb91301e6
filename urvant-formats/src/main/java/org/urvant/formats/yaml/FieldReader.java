package org.urvant.formats.yaml;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.project.Entry;
import org.urvant.core.text.NearestName;

/**
 * Reads the keys of one map that a format knows, and reports every key that it does not know and every value of another
 * form. All faults are reported, not just the first. Single-threaded.
 */
public final class FieldReader {
    private final String subject;
    private final YamlNode.Fields fields;
    private final Consumer<Finding> findings;
    private final TreeSet<String> known = new TreeSet<>();

    /** Creates a reader of a map; the subject stands before every message. */
    public FieldReader(String subject, YamlNode.Fields fields, Consumer<Finding> findings) {
        this.subject = subject;
        this.fields = fields;
        this.findings = findings;
    }

    /** Returns where the map begins. */
    public Position position() {
        return fields.position();
    }

    /** Returns the text at a key; empty when the key is missing or has no text. */
    public Optional<Entry> text(String key) {
        known.add(key);
        YamlNode node = fields.entries().get(key);
        if (node == null) {
            return Optional.empty();
        }
        if (node instanceof YamlNode.Text text) {
            return text.text().isEmpty() ? Optional.empty() : Optional.of(new Entry(text.text(), text.position()));
        }
        report(node.position(), "'" + key + "' is a map or a list; expected one value", "Write '" + key + ": VALUE'.");
        return Optional.empty();
    }

    /** Returns the text at a key that must be there; when it is not, reports it and returns the stand-in text. */
    public Entry required(String key, String otherwise) {
        Optional<Entry> entry = text(key);
        if (entry.isEmpty() && !(fields.entries().get(key) instanceof YamlNode.Fields)) {
            report(fields.position(), "key '" + key + "' is missing", "Add '" + key + ": VALUE'.");
        }
        return entry.orElse(new Entry(otherwise, fields.position()));
    }

    /** Returns the texts of the list at a key; empty when the key is missing. */
    public List<Entry> texts(String key) {
        known.add(key);
        List<Entry> texts = new ArrayList<>();
        YamlNode node = fields.entries().get(key);
        if (node instanceof YamlNode.Items items) {
            for (YamlNode item : items.items()) {
                if (item instanceof YamlNode.Text text) {
                    texts.add(new Entry(text.text(), text.position()));
                } else {
                    report(item.position(), "an item of '" + key + "' is no plain value", "Write plain values.");
                }
            }
        } else if (node != null && !isEmpty(node)) {
            report(node.position(), "'" + key + "' is no list; expected [A, B]", "Write a list.");
        }
        return texts;
    }

    /** Returns readers of the maps in the map at a key, by name; empty when the key is missing. */
    public SortedMap<String, FieldReader> children(String key) {
        SortedMap<String, FieldReader> children = new TreeMap<>();
        child(key).ifPresent(reader -> reader.fields.entries().forEach((name, node) -> {
            reader.known.add(name);
            if (node instanceof YamlNode.Fields inner) {
                children.put(name, new FieldReader(subject + " " + name, inner, findings));
            } else {
                reader.report(node.position(), "'" + name + "' is no map of keys to values", "Write keys below it.");
            }
        }));
        return children;
    }

    /** Returns a reader of the map at a key; empty when the key is missing. */
    public Optional<FieldReader> child(String key) {
        known.add(key);
        YamlNode node = fields.entries().get(key);
        if (node instanceof YamlNode.Fields inner) {
            return Optional.of(new FieldReader(subject + " " + key, inner, findings));
        }
        if (node != null && !isEmpty(node)) {
            report(node.position(), "'" + key + "' is no map of keys to values", "Write keys below it.");
        }
        return Optional.empty();
    }

    /** Returns every text not yet read, below this map, by its path of keys joined by dots. */
    public SortedMap<String, Entry> values() {
        SortedMap<String, Entry> values = new TreeMap<>();
        collect("", fields, values);
        return values;
    }

    private void collect(String prefix, YamlNode.Fields from, SortedMap<String, Entry> values) {
        for (Map.Entry<String, YamlNode> entry : from.entries().entrySet()) {
            if (from == fields && !known.add(entry.getKey())) {
                continue;
            }
            String path = prefix + entry.getKey();
            YamlNode node = entry.getValue();
            if (node instanceof YamlNode.Text text) {
                if (!text.text().isEmpty() && values.put(path, new Entry(text.text(), text.position())) != null) {
                    report(node.position(), "'" + path + "' is given a second time", "Remove one of the two.");
                }
            } else if (node instanceof YamlNode.Fields inner) {
                collect(path + ".", inner, values);
            } else {
                report(node.position(), "'" + path + "' is a list; expected one value", "Write '" + path + ": VALUE'.");
            }
        }
    }

    /** Reports every key of the map that was not asked for. */
    public void finish() {
        fields.entries().keySet().stream().filter(key -> !known.contains(key)).forEach(key -> {
            String hint = NearestName.hint("key", key, known);
            report(fields.keys().get(key), "key '" + key + "' is not known here", hint);
        });
    }

    /** Reports a fault of the format at a place. */
    public void report(Position position, String message, String remedy) {
        findings.accept(new Finding(Rule.FILE_MALFORMED, subject, position, message, remedy));
    }

    private static boolean isEmpty(YamlNode node) {
        return node instanceof YamlNode.Text text && text.text().isEmpty();
    }
}
