package org.urvant.file.yaml;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.text.NearestName;

/**
 * Reads the keys of one map that a format knows, and reports every key that it does not know and every value of another
 * form. All mistakes are reported, not just the first. Single-threaded.
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

    /** Returns whether the map has a key. */
    public boolean has(String key) {
        return fields.entries().containsKey(key);
    }

    /** Returns where a key stands; where the map begins when it has none such. */
    public Position at(String key) {
        return fields.keys().getOrDefault(key, fields.position());
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

    /** Returns readers of the maps in the map at a key, by name in the order of the file; empty when the key is missing. */
    public Map<String, FieldReader> children(String key) {
        Map<String, FieldReader> children = new LinkedHashMap<>();
        child(key).ifPresent(reader -> reader.fields.entries().forEach((name, node) -> {
            reader.known.add(name);
            if (node instanceof YamlNode.Fields inner) {
                children.put(name, new FieldReader(subject + " " + name, inner, findings));
            } else if (isEmpty(node)) {
                YamlNode.Fields nothing = new YamlNode.Fields(Map.of(), Map.of(), false, node.position(), node.span());
                children.put(name, new FieldReader(subject + " " + name, nothing, findings));
            } else {
                reader.report(node.position(), "'" + name + "' is no map of keys to values", "Write keys below it.");
            }
        }));
        return children;
    }

    /**
     * Returns readers of the maps in the map at a key, once a function has rewritten that map; empty when the key is missing.
     */
    public Map<String, FieldReader> children(String key, UnaryOperator<YamlNode.Fields> rewriting) {
        Map<String, FieldReader> children = new LinkedHashMap<>();
        child(key).ifPresent(reader -> new FieldReader(reader.subject, rewriting.apply(reader.fields), findings)
                .rest()
                .forEach(children::put));
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

    /** Returns readers of the maps in this map that were not read yet, by name in the order of the file. */
    public Map<String, FieldReader> rest() {
        Map<String, FieldReader> rest = new LinkedHashMap<>();
        fields.entries().forEach((name, node) -> {
            if (!known.contains(name) && node instanceof YamlNode.Fields inner) {
                known.add(name);
                rest.put(name, new FieldReader(subject + " " + name, inner, findings));
            }
        });
        return rest;
    }

    /** Returns the names in the map at a key, in the order of the file; does not count as reading them. */
    public List<String> names(String key) {
        return fields.entries().get(key) instanceof YamlNode.Fields inner
                ? List.copyOf(inner.entries().keySet())
                : List.of();
    }

    /** Returns the plain texts in this map by key, in the order of the file. */
    public Map<String, Entry> plain() {
        Map<String, Entry> plain = new LinkedHashMap<>();
        fields.entries().keySet().forEach(key -> text(key).ifPresent(entry -> plain.put(key, entry)));
        return plain;
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

    /** Reports a mistake of the format at a place. */
    public void report(@Nullable Position position, String message, String remedy) {
        findings.accept(new Finding(GeneralRules.FILE_MALFORMED, subject, position, message, remedy));
    }

    private static boolean isEmpty(YamlNode node) {
        return node instanceof YamlNode.Text text && text.text().isEmpty();
    }
}
