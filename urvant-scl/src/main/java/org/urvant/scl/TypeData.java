package org.urvant.scl;

import java.util.HashMap;
import java.util.Map;

/** What types have at paths of objects and attributes, and what that needs on the line. */
final class TypeData {
    private final SclStore store;
    private final TypeTemplates templates;
    /** By the row of a type, the rows of its parts by name. */
    private final Map<Integer, Map<String, Integer>> parts = new HashMap<>();

    private final Map<Integer, Map<String, Map<String, Map<String, Data>>>> resolved = new HashMap<>();
    private final Map<String, Boolean> holding = new HashMap<>();

    TypeData(SclStore store, TypeTemplates templates) {
        this.store = store;
        this.templates = templates;
    }

    /**
     * Data at a path.
     *
     * @param row row of the DO, SDO, DA or BDA; -1 when there is none
     * @param type row of the type below it; -1 for a basic type
     * @param hasConstraint whether it has, or is, an attribute with the functional constraint that was asked for
     * @param size bytes that its attributes with that constraint need in a GOOSE message or report at most, tags included
     * @param plainSize bytes that they need in a sampled-value message, which has no tags
     * @param attributes how many attributes of basic type with that constraint it is
     * @param array number of elements of the first array on the way, or at the end; 0 when there is none, -1 when the file does
     *     not say how many
     */
    record Data(int row, int type, boolean hasConstraint, long size, long plainSize, long attributes, long array) {
        private static final Data NONE = new Data(-1, -1, false, 0, 0, 0, 0);

        boolean exists() {
            return row >= 0;
        }
    }

    /** Takes the rows of a type's parts by name from who has gone through them already. */
    void know(int type, Map<String, Integer> rows) {
        parts.put(type, rows);
    }

    /** Returns the row of the type of a DO, SDO, or structured DA or BDA; -1 when it has none. */
    int below(int part) {
        return switch (store.tag(part)) {
            case DO, SDO -> templates.type(Tag.DO_TYPE, store.attribute(part, "type", ""));
            case DA, BDA ->
                "Struct".equals(store.attribute(part, "bType"))
                        ? templates.type(Tag.DA_TYPE, store.attribute(part, "type", ""))
                        : -1;
            default -> -1;
        };
    }

    /** Returns the row of a part of a type by its name, or -1. An index in parentheses does not count. */
    int part(int type, String name) {
        Map<String, Integer> names = parts.get(type); // no closures on these ways, which are gone a million times
        if (names == null) {
            names = new HashMap<>();
            for (int part : store.children(type, null)) {
                names.putIfAbsent(store.attribute(part, "name", ""), part);
            }
            parts.put(type, names);
        }
        int bracket = name.indexOf('(');
        return names.getOrDefault(bracket < 0 ? name : name.substring(0, bracket), -1);
    }

    /** Returns what a node type has at a path of objects and attributes, and whether with a functional constraint. */
    Data resolve(int nodeType, String object, String attribute, String constraint) {
        // nested, for a joined key would cost more than what it finds
        Map<String, Data> known = resolved.computeIfAbsent(nodeType, key -> new HashMap<>())
                .computeIfAbsent(object, key -> new HashMap<>())
                .computeIfAbsent(attribute, key -> new HashMap<>());
        Data data = known.get(constraint);
        if (data == null) {
            data = find(nodeType, object, attribute, constraint);
            known.put(constraint, data);
        }
        return data;
    }

    private Data find(int nodeType, String object, String attribute, String constraint) {
        int at = -1;
        int type = nodeType;
        long array = 0;
        boolean found = constraint.isEmpty();
        String path = attribute.isEmpty() ? object : object + "." + attribute;
        for (String step : path.split("\\.")) {
            at = type < 0 ? -1 : part(type, step);
            if (at < 0) {
                return Data.NONE;
            }
            found |= store.tag(at) == Tag.DA && constraint.equals(store.attribute(at, "fc"));
            long elements = length(at);
            if (step.endsWith(")") && !element(step, elements)) {
                return Data.NONE;
            }
            array = array == 0 ? elements : array;
            type = below(at);
        }
        boolean within = found || type >= 0 && holds(type, constraint, 0);
        return new Data(
                at,
                type,
                within,
                new Size(constraint, Measure.TAGGED).of(at, found, 0),
                new Size(constraint, Measure.PLAIN).of(at, found, 0),
                new Size(constraint, Measure.COUNT).of(at, found, 0),
                array);
    }

    /** Returns whether a step with an index, {@code phsAHar(3)}, leads to an element of its array. */
    private static boolean element(String step, long elements) {
        long index = Numbers.parse(step.substring(step.indexOf('(') + 1, step.length() - 1), -1);
        return index >= 0 && (elements < 0 || index < elements);
    }

    /** Returns the number of elements of a part; 0 when it is no array, -1 when an attribute of the instance says it. */
    private long length(int part) {
        String count = store.attribute(part, "count", "");
        return count.isEmpty() ? 0 : Numbers.parse(count, -1);
    }

    /** What is added up. */
    private enum Measure {
        TAGGED,
        PLAIN,
        COUNT
    }

    /** Adds up what data need on the line. */
    private final class Size {
        private static final int MOST_STEPS = 10_000;

        private final String constraint;
        private final Measure measure;
        private int steps;

        Size(String constraint, Measure measure) {
            this.constraint = constraint;
            this.measure = measure;
        }

        long of(int part, boolean isWithin, int depth) {
            if (++steps > MOST_STEPS || depth > TypeTemplates.DEEPEST) {
                return 0;
            }
            boolean within = isWithin || store.tag(part) == Tag.DA && constraint.equals(store.attribute(part, "fc"));
            long size = element(part, within, depth);
            long elements = Math.min(TypeTemplates.LONGEST_ARRAY, length(part));
            return elements > 0 ? headed(size * elements) : size;
        }

        private long element(int part, boolean within, int depth) {
            int type = below(part);
            if (type < 0) {
                return within ? leaf(store.attribute(part, "bType", "")) : 0;
            }
            long size = 0;
            for (int child : store.children(type, null)) {
                if (store.attribute(child, "name") != null) {
                    size += of(child, within, depth + 1);
                }
            }
            return headed(size);
        }

        private long leaf(String type) {
            return switch (measure) {
                case TAGGED -> BasicType.size(type);
                case PLAIN -> BasicType.plainSize(type);
                case COUNT -> 1;
            };
        }

        /** A structure or array has a tag and a length of its own; one of which nothing is sent has none. */
        private long headed(long size) {
            return measure == Measure.TAGGED && size > 0 ? BasicType.headed(size) : size;
        }
    }

    private boolean holds(int type, String constraint, int depth) {
        String key = type + " " + constraint;
        Boolean known = holding.get(key);
        if (known == null) {
            boolean found = false;
            for (int part : store.children(type, null)) {
                int below = store.tag(part) == Tag.SDO && depth < TypeTemplates.DEEPEST ? below(part) : -1;
                found |= store.tag(part) == Tag.DA && constraint.equals(store.attribute(part, "fc"))
                        || below >= 0 && holds(below, constraint, depth + 1);
            }
            holding.put(key, found);
            known = found;
        }
        return known;
    }
}
