package org.urvant.file.yaml;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;

/**
 * Finds what to splice into a YAML text to change one value, so that every other character stays. A value that exists is
 * replaced where it stands; a new one is added as a line below the last entry of its map, at the indent of that map.
 */
final class YamlEdit {
    private final YamlDocument document;
    private final String text;

    YamlEdit(YamlDocument document) {
        this.document = document;
        this.text = document.text();
    }

    Splice set(List<String> path, String value) {
        return setWritten(path, value, value);
    }

    /** Sets a list: one of as many texts item by item where they stand, any other written in one line. */
    Splice set(List<String> path, List<String> items) {
        return setWritten(path, items, null);
    }

    /** Sets a map that is not there yet, of texts, lists of texts and such maps, in the order of its keys. */
    Splice set(List<String> path, Map<String, ?> fields) {
        return setWritten(path, fields, null);
    }

    /** Sets the texts of a list that is there where they stand; empty when it has another number of items, or no texts. */
    Optional<List<Splice>> setItems(List<String> path, List<String> items) {
        boolean isAlike = document.at(path) instanceof YamlNode.Items list
                && list.items().size() == items.size()
                && list.items().stream().allMatch(YamlNode.Text.class::isInstance);
        if (!isAlike) {
            return Optional.empty();
        }
        List<YamlNode> old = ((YamlNode.Items) document.at(path)).items();
        List<Splice> changed = new ArrayList<>();
        for (int i = 0; i < items.size(); i++) {
            YamlNode.Text item = (YamlNode.Text) old.get(i);
            if (!item.text().equals(items.get(i))) {
                int start = offset(item.span().start());
                int end = offset(item.span().end());
                changed.add(splice(start, end, YamlText.like(text.substring(start, end), item.text(), items.get(i))));
            }
        }
        return Optional.of(changed);
    }

    /** Gives the key at the end of a path another name where it stands. */
    Splice rename(List<String> path, String name) {
        String key = path.get(path.size() - 1);
        if (!(document.at(path.subList(0, path.size() - 1)) instanceof YamlNode.Fields map)
                || !map.keys().containsKey(key)) {
            throw new IllegalArgumentException("there is no key " + String.join(".", path));
        }
        int start = keyStart(map, key);
        int end = keyEnd(start, key);
        return splice(start, end, YamlText.like(text.substring(start, end), key, name));
    }

    private int keyEnd(int start, String key) {
        char quote = text.charAt(start);
        if (quote != '"' && quote != '\'') {
            return start + key.length();
        }
        int at = start + 1;
        while (text.charAt(at) != quote || quote == '\'' && text.startsWith("''", at)) {
            at += text.charAt(at) == quote || quote == '"' && text.charAt(at) == '\\' ? 2 : 1;
        }
        return at + 1;
    }

    private Splice setWritten(List<String> path, Object value, String plain) {
        YamlNode.Fields at = document.root();
        int depth = 0;
        while (depth < path.size()) {
            YamlNode next = at.entries().get(path.get(depth));
            if (next == null) {
                return insert(at, path, depth, value);
            }
            if (depth == path.size() - 1 && value instanceof Map<?, ?>) {
                throw new IllegalArgumentException("there is a value at " + String.join(".", path));
            }
            if (depth == path.size() - 1) {
                return replace(next, value, plain);
            }
            if (next instanceof YamlNode.Fields fields) {
                at = fields;
                depth++;
                continue;
            }
            boolean empty =
                    next instanceof YamlNode.Text scalar && scalar.text().isEmpty();
            if (!empty) {
                throw new MalformedInputException(
                        next.position(),
                        "'" + String.join(".", path.subList(0, depth + 1))
                                + "' is no map of keys to values, and cannot hold " + path.get(depth + 1),
                        "Write a map there, or take the line out.");
            }
            int indent = indentOf(at) + 2;
            int lineEnd = lineEnd(offset(next.span().end()));
            String lines = lines(path.subList(depth + 1, path.size()), value, indent, true);
            return new Splice(lineEnd, lineEnd, lines, path.subList(0, depth + 2));
        }
        throw new IllegalArgumentException("an empty path names no value");
    }

    /** Returns how to take out the value at a path; empty when there is none. */
    List<Splice> remove(List<String> path) {
        YamlNode.Fields at = document.root();
        for (int depth = 0; depth < path.size() - 1; depth++) {
            if (!(at.entries().get(path.get(depth)) instanceof YamlNode.Fields fields)) {
                return List.of();
            }
            at = fields;
        }
        String key = path.get(path.size() - 1);
        YamlNode value = at.entries().get(key);
        if (value == null) {
            return List.of();
        }
        if (at.isFlow()) {
            return List.of(removeBetweenBraces(at, key));
        }
        int start = lineStart(at.keys().get(key).line());
        int end = lineEnd(lastLeafEnd(value));
        return List.of(splice(start, Math.min(text.length(), end + 1), ""));
    }

    /** Takes an entry out of a map in one line, with the comma that separates it from the next or the one before. */
    private Splice removeBetweenBraces(YamlNode.Fields map, String key) {
        List<String> keys = List.copyOf(map.entries().keySet());
        int index = keys.indexOf(key);
        int start = keyStart(map, key);
        int end = offset(map.entries().get(key).span().end());
        if (index + 1 < keys.size()) {
            end = keyStart(map, keys.get(index + 1));
        } else if (index > 0) {
            start = offset(map.entries().get(keys.get(index - 1)).span().end());
        }
        return splice(start, end, "");
    }

    private int keyStart(YamlNode.Fields map, String key) {
        Position position = map.keys().get(key);
        return text.offsetByCodePoints(lineStart(position.line()), position.column() - 1);
    }

    private Splice replace(YamlNode old, Object value, String plain) {
        if (!(old instanceof YamlNode.Text scalar)) {
            throw new MalformedInputException(
                    old.position(), "a map or a list stands here; expected a text", "Write one text there.");
        }
        int start = offset(old.span().start());
        String before = start > 0 && text.charAt(start - 1) == ':' ? " " : "";
        int end = offset(old.span().end());
        String styled = plain == null ? inline(value) : YamlText.like(text.substring(start, end), scalar.text(), plain);
        return splice(start, end, before + styled);
    }

    private Splice insert(YamlNode.Fields map, List<String> path, int depth, Object value) {
        List<String> keys = path.subList(depth, path.size());
        if (map.isFlow()) {
            int brace = offset(map.span().end()) - 1;
            String separator = map.entries().isEmpty() ? "" : ", ";
            StringBuilder inner = new StringBuilder(inline(value));
            for (int i = keys.size() - 1; i > 0; i--) {
                inner.insert(0, "{" + YamlText.scalar(keys.get(i)) + ": ").append('}');
            }
            return splice(brace, brace, separator + YamlText.scalar(keys.get(0)) + ": " + inner);
        }
        if (map.entries().isEmpty()) {
            String lead = text.isEmpty() || text.endsWith("\n") ? "" : "\n";
            return splice(text.length(), text.length(), lead + lines(keys, value, 0, false) + "\n");
        }
        YamlNode last = null;
        for (Map.Entry<String, YamlNode> entry : map.entries().entrySet()) {
            last = entry.getValue();
        }
        int at = lineEnd(lastLeafEnd(last));
        return new Splice(at, at, lines(keys, value, indentOf(map), true), path.subList(0, depth + 1));
    }

    private static String lines(List<String> keys, Object value, int indent, boolean newLineFirst) {
        StringBuilder lines = new StringBuilder();
        for (int i = 0; i < keys.size(); i++) {
            if (newLineFirst || i > 0) {
                lines.append('\n');
            }
            lines.append(" ".repeat(indent + 2 * i))
                    .append(YamlText.scalar(keys.get(i)))
                    .append(':');
        }
        if (value instanceof Map<?, ?> fields && !fields.isEmpty()) {
            int below = indent + 2 * keys.size();
            fields.forEach((key, inner) -> lines.append(lines(List.of(String.valueOf(key)), inner, below, true)));
            return lines.toString();
        }
        return lines.append(' ').append(inline(value)).toString();
    }

    private static String inline(Object value) {
        if (value instanceof Map<?, ?> fields) {
            return fields.entrySet().stream()
                    .map(field -> YamlText.scalar(String.valueOf(field.getKey())) + ": " + inline(field.getValue()))
                    .collect(Collectors.joining(", ", "{", "}"));
        }
        if (value instanceof List<?> items) {
            return items.stream().map(YamlEdit::inline).collect(Collectors.joining(", ", "[", "]"));
        }
        return YamlText.scalar(String.valueOf(value));
    }

    private static int indentOf(YamlNode.Fields map) {
        return map.keys().values().stream()
                .mapToInt(position -> position.column() - 1)
                .min()
                .orElse(0);
    }

    /** Returns the offset just after the last scalar within a node; a block map's own end lies beyond comments below it. */
    private int lastLeafEnd(YamlNode node) {
        if (node instanceof YamlNode.Fields fields
                && !fields.isFlow()
                && !fields.entries().isEmpty()) {
            YamlNode last = null;
            for (YamlNode value : fields.entries().values()) {
                last = value;
            }
            return lastLeafEnd(last);
        }
        if (node instanceof YamlNode.Items items
                && !items.items().isEmpty()
                && text.charAt(offset(items.span().start())) != '[') {
            return lastLeafEnd(items.items().get(items.items().size() - 1));
        }
        int end = offset(node.span().end());
        while (end > offset(node.span().start()) && text.charAt(end - 1) == '\n') {
            end--; // a block scalar ends after its line break
        }
        return end;
    }

    private int lineEnd(int from) {
        int end = text.indexOf('\n', from);
        return end < 0 ? text.length() : end;
    }

    private int lineStart(int line) {
        int start = 0;
        for (int i = 1; i < line; i++) {
            start = text.indexOf('\n', start) + 1;
        }
        return start;
    }

    private int offset(int codePoints) {
        return text.offsetByCodePoints(0, codePoints);
    }

    private static Splice splice(int start, int end, String replacement) {
        return new Splice(start, end, replacement, List.of());
    }

    /**
     * What stands between two offsets of a text afterwards.
     *
     * @param key the path of the key that new lines bring, so that others may follow it at the same place; else empty
     */
    record Splice(int start, int end, String text, List<String> key) {
        /** Returns whether another one, found for the same text, can be made together with this one, after it. */
        boolean isApartFrom(Splice later) {
            if (start == end && later.start == later.end && start == later.start) {
                return !key.isEmpty()
                        && key.size() == later.key.size()
                        && !key.equals(later.key)
                        && key.subList(0, key.size() - 1).equals(later.key.subList(0, key.size() - 1));
            }
            Splice first = start < later.start || start == later.start && end <= later.end ? this : later;
            Splice second = first == this ? later : this;
            boolean isInLineOf = first.start < first.end && !first.text.isEmpty();
            return isInLineOf ? first.end <= second.start : first.end < second.start;
        }

        /** Returns a text with splices that stand apart from each other. */
        static String in(String text, List<Splice> splices) {
            List<Splice> sorted = new ArrayList<>(splices);
            sorted.sort(Comparator.comparingInt(Splice::start).thenComparingInt(Splice::end)); // keeps their order
            StringBuilder changed = new StringBuilder();
            int from = 0;
            for (Splice splice : sorted) {
                changed.append(text, from, splice.start).append(splice.text);
                from = splice.end;
            }
            return changed.append(text, from, text.length()).toString();
        }
    }
}
