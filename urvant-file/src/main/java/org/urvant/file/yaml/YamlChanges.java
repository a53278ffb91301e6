package org.urvant.file.yaml;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/**
 * Changes of one document, in the order in which they were given. Those that stand apart in its text are made together, so
 * that the text is parsed a few times and not for each of them.
 */
public final class YamlChanges {
    private static final int MOST_TOGETHER = 500;

    private final List<Change> changes = new ArrayList<>();

    /** Sets the value at a path of keys; missing keys are added at the end of their map. Returns these changes. */
    public YamlChanges set(List<String> path, String value) {
        return add(path, edit -> List.of(edit.set(path, value)));
    }

    /**
     * Sets the list at a path of keys: of as many items as before each in its place, else anew; an empty list takes the key
     * away. Returns these changes.
     */
    public YamlChanges set(List<String> path, List<String> items) {
        if (items.isEmpty()) {
            return remove(path);
        }
        add(path, edit -> edit.setItems(path, items).isPresent() ? List.of() : edit.remove(path));
        return add(path, edit -> edit.setItems(path, items).orElseGet(() -> List.of(edit.set(path, items))));
    }

    /** Adds a map of texts, lists of texts and such maps at a path of keys where there is nothing yet. Returns these changes. */
    public YamlChanges add(List<String> path, Map<String, ?> fields) {
        return add(path, edit -> List.of(edit.set(path, fields)));
    }

    /** Takes the value at a path of keys away, where there is one. Returns these changes. */
    public YamlChanges remove(List<String> path) {
        return add(path, edit -> edit.remove(path));
    }

    private YamlChanges add(List<String> path, Function<YamlEdit, List<YamlEdit.Splice>> splices) {
        changes.add(new Change(List.copyOf(path), splices));
        return this;
    }

    /**
     * Returns a document with these changes made.
     *
     * @throws IllegalArgumentException when a path leads through a value, or to a map or list that a text would replace
     */
    public YamlDocument in(YamlDocument document) {
        YamlDocument changed = document;
        List<List<String>> paths = new ArrayList<>();
        List<YamlEdit.Splice> together = new ArrayList<>();
        for (Change change : changes) {
            boolean isApart =
                    paths.size() < MOST_TOGETHER && paths.stream().noneMatch(path -> isOneBelow(path, change.path));
            List<YamlEdit.Splice> splices = isApart ? change.splices.apply(new YamlEdit(changed)) : List.of();
            if (!isApart || !areApart(together, splices)) {
                changed = changed.with(together);
                paths.clear();
                together.clear();
                splices = change.splices.apply(new YamlEdit(changed));
            }
            if (!splices.isEmpty()) {
                paths.add(change.path);
                together.addAll(splices);
            }
        }
        return changed.with(together);
    }

    private static boolean isOneBelow(List<String> one, List<String> other) {
        int shared = Math.min(one.size(), other.size());
        return one.subList(0, shared).equals(other.subList(0, shared));
    }

    private static boolean areApart(List<YamlEdit.Splice> before, List<YamlEdit.Splice> splices) {
        return splices.stream().allMatch(splice -> before.stream().allMatch(each -> each.isApartFrom(splice)));
    }

    /** A change: the path of keys that it concerns, and what it splices into a text that is read. */
    private record Change(List<String> path, Function<YamlEdit, List<YamlEdit.Splice>> splices) {}
}
