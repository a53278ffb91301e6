package org.urvant.scl;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.urvant.core.finding.Position;
import org.urvant.scl.IedDifference.Change;

/**
 * In what the types of two files differ, and with them the data of their IEDs. Each pair of types is compared once, for files
 * have thousands of nodes of few types. Not for several threads at once.
 */
public final class TypeComparison {
    /** Attributes of definitions that are told otherwise, or are names of types. */
    private static final Set<String> TOLD = Set.of("name", "type", "bType", "fc", "cdc", "id");

    private final boolean areAlike;
    private final Map<List<String>, List<DataDifference>> known = new HashMap<>();

    private TypeComparison(boolean areAlike) {
        this.areAlike = areAlike;
    }

    /**
     * A data attribute in which nodes differ by their types.
     *
     * @param path its path below the node
     * @param position where it is defined
     */
    record DataDifference(Change change, String path, String before, String after, Position position) {
        /** Returns it as the difference of an IED in which a node is. */
        IedDifference at(LogicalNode node, SclEdit edit) {
            return new IedDifference(
                    IedDifference.Part.DATA, change, node.reference() + "." + path, before, after, position, edit);
        }
    }

    /** Returns the comparison of two files, left as it is and right as it becomes. Costs a walk over the types of both. */
    public static TypeComparison between(SclFile before, SclFile after) {
        int old = before.store.child(0, Tag.DATA_TYPE_TEMPLATES);
        int now = after.store.child(0, Tag.DATA_TYPE_TEMPLATES);
        return new TypeComparison(old < 0 || now < 0 ? old == now : before.store.isAlike(old, after.store, now));
    }

    /** Returns whether the types of both are written alike. */
    boolean areAlike() {
        return areAlike;
    }

    /** Returns in what the data of two nodes differ by their types. */
    List<DataDifference> of(LogicalNode before, LogicalNode after) {
        List<String> types = List.of(before.shape(), after.shape());
        if (areAlike && types.get(0).equals(types.get(1))) {
            return List.of();
        }
        List<DataDifference> differences = known.get(types);
        if (differences == null) {
            differences = compared(attributes(before), attributes(after));
            known.put(types, differences);
        }
        return differences;
    }

    /** Returns all data of a node that only one of the files has. */
    static List<DataDifference> all(LogicalNode node, Change change) {
        return node.attributes().stream()
                .map(attribute -> only(attribute, change))
                .toList();
    }

    private static DataDifference only(DataAttribute attribute, Change change) {
        String type = attribute.basicType();
        boolean isAdded = change == Change.ADDED;
        return new DataDifference(
                change, attribute.path(), isAdded ? "" : type, isAdded ? type : "", attribute.position());
    }

    private static Map<String, DataAttribute> attributes(LogicalNode node) {
        Map<String, DataAttribute> attributes = new LinkedHashMap<>();
        node.attributes().forEach(attribute -> attributes.put(attribute.path(), attribute));
        return attributes;
    }

    private static List<DataDifference> compared(Map<String, DataAttribute> before, Map<String, DataAttribute> after) {
        List<DataDifference> differences = new ArrayList<>();
        after.forEach((path, attribute) -> {
            DataAttribute other = before.get(path);
            if (other == null) {
                differences.add(only(attribute, Change.ADDED));
                return;
            }
            String was = definition(other);
            String is = definition(attribute);
            if (!was.equals(is)) {
                differences.add(new DataDifference(Change.CHANGED, path, was, is, attribute.position()));
            }
        });
        before.forEach((path, attribute) -> {
            if (!after.containsKey(path)) {
                differences.add(only(attribute, Change.REMOVED));
            }
        });
        return List.copyOf(differences);
    }

    /** What the templates say of an attribute and of the data object that holds it; the names of their types do not count. */
    private static String definition(DataAttribute attribute) {
        StringBuilder text = new StringBuilder(attribute.innerClass());
        attribute.constraint().ifPresent(constraint -> text.append(' ').append(constraint));
        text.append(' ').append(attribute.basicType());
        attribute
                .definitions()
                .forEach(definition -> definition.forEach((name, value) -> {
                    if (!TOLD.contains(name)) {
                        text.append(' ').append(name).append('=').append(value);
                    }
                }));
        attribute.defaultValue().ifPresent(value -> text.append(" = ").append(value));
        Map<String, String> words = attribute.enumeration();
        return words.isEmpty() ? text.toString() : text + " " + new TreeMap<>(words);
    }
}
