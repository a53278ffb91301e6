package org.urvant.scl;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;

/**
 * Resolves logical node types to data attributes of basic type. A type is resolved when it is first asked for and then
 * kept, so a file costs only the types that are looked at. A missing type simply yields no attributes below it (the checks
 * report it); nesting beyond {@value #DEEPEST} levels, which only a circle of types reaches, ends there. Where a type unfolds to
 * more than a node or a file can have, it is cut off, and {@link #cut} tells where.
 */
final class TypeTemplates {
    /** Deeper than any sound type; only a circle of types gets there. */
    static final int DEEPEST = 24;

    /** The longest array that is unfolded. */
    static final int LONGEST_ARRAY = 10_000;

    private static final int MOST_STEPS = 1_000_000;
    private static final int MOST_PER_NODE_TYPE = 100_000;

    /** Of all types of a file together; a station of 1,000 IEDs stays far below, for its nodes share their types. */
    private static final int MOST_PER_FILE = 2_000_000;

    private static final int MOST_STEPS_PER_FILE = 10_000_000;

    private final SclStore store;
    private final Map<String, Integer> nodeTypes = new HashMap<>();
    private final Map<String, Integer> objectTypes = new HashMap<>();
    private final Map<String, Integer> attributeTypes = new HashMap<>();
    private final Map<String, Integer> enumTypes = new HashMap<>();
    private final Map<String, List<TemplateAttribute>> resolved = new ConcurrentHashMap<>();
    /** By node type, the paths of attributes that give the lengths of arrays. */
    private final Map<String, Set<String>> named = new ConcurrentHashMap<>();
    /** By node type, the row at which it was cut off. */
    private final Map<String, Integer> cuts = new ConcurrentHashMap<>();

    private final AtomicInteger unfolded = new AtomicInteger();
    private final AtomicInteger stepped = new AtomicInteger();

    TypeTemplates(SclStore store) {
        this.store = store;
        int section = store.child(0, Tag.DATA_TYPE_TEMPLATES);
        if (section >= 0) {
            for (int at : store.children(section, null)) {
                String id = store.attribute(at, "id", "");
                switch (store.tag(at)) {
                    case L_NODE_TYPE -> nodeTypes.putIfAbsent(id, at);
                    case DO_TYPE -> objectTypes.putIfAbsent(id, at);
                    case DA_TYPE -> attributeTypes.putIfAbsent(id, at);
                    case ENUM_TYPE -> enumTypes.putIfAbsent(id, at);
                    default -> {
                        // private and foreign elements stay in the store
                    }
                }
            }
        }
    }

    /** Returns the attributes of a node: shared by all nodes of its type, unless its own values give lengths of arrays. */
    List<TemplateAttribute> attributes(LogicalNode node) {
        List<TemplateAttribute> known = shared(node.typeName());
        Map<String, String> lengths = lengths(node);
        return lengths.isEmpty()
                ? known
                : resolved.computeIfAbsent(
                        node.typeName() + lengths, key -> List.copyOf(resolve(node.typeName(), lengths::get)));
    }

    /** Returns the row of the part at which a node's type was cut off, for it unfolds to too much; -1 when it was not. */
    int cut(LogicalNode node) {
        attributes(node);
        return cuts.getOrDefault(node.typeName(), -1);
    }

    String shape(LogicalNode node) {
        shared(node.typeName());
        Map<String, String> lengths = lengths(node);
        return lengths.isEmpty() ? node.typeName() : node.typeName() + lengths;
    }

    private List<TemplateAttribute> shared(String type) {
        List<TemplateAttribute> known = resolved.get(type);
        if (known == null) {
            known = List.copyOf(resolve(type, path -> null));
            resolved.put(type, known);
        }
        return known;
    }

    /** Returns what the node's own values say of the lengths of arrays, by the path of the attribute that says it. */
    private Map<String, String> lengths(LogicalNode node) {
        Map<String, String> given = new TreeMap<>();
        for (String path : named.getOrDefault(node.typeName(), Set.of())) {
            int row = node.instance(List.of(path.split("\\.")));
            String value = row < 0 ? "" : store.childText(row, Tag.VAL);
            if (!value.isEmpty()) {
                given.put(path, value);
            }
        }
        return given;
    }

    /** Returns the row of a type by its id, or -1; {@code kind} is the tag of the type's element. */
    int type(Tag kind, String id) {
        Map<String, Integer> types =
                switch (kind) {
                    case L_NODE_TYPE -> nodeTypes;
                    case DO_TYPE -> objectTypes;
                    case DA_TYPE -> attributeTypes;
                    default -> enumTypes;
                };
        return types.getOrDefault(id, -1);
    }

    /** Returns the texts of an enumeration by their numbers, in the order of the file. */
    Map<String, String> enumeration(String enumType) {
        Map<String, String> texts = new LinkedHashMap<>();
        Integer row = enumTypes.get(enumType);
        if (row != null) {
            for (int value : store.children(row, Tag.ENUM_VAL)) {
                texts.put(store.attribute(value, "ord", ""), store.text(value));
            }
        }
        return texts;
    }

    private List<TemplateAttribute> resolve(String nodeType, Function<String, String> given) {
        Pass pass = new Pass(nodeType, given);
        Integer type = nodeTypes.get(nodeType);
        if (type != null) {
            for (int object : store.children(type, Tag.DO)) {
                Integer objectType = objectTypes.get(store.attribute(object, "type", ""));
                if (objectType != null) {
                    String cdc = store.attribute(objectType, "cdc", "");
                    pass.object(store.attribute(object, "name", ""), objectType, cdc, object, 0);
                }
            }
        }
        return pass.found;
    }

    /** One resolution of one type. */
    private final class Pass {
        private final String nodeType;
        private final Function<String, String> given;
        private final List<TemplateAttribute> found = new ArrayList<>();
        private int steps;

        Pass(String nodeType, Function<String, String> given) {
            this.nodeType = nodeType;
            this.given = given;
        }

        /** Returns whether there is room for more; notes the place where there is none. */
        private boolean hasRoom(int row, int depth) {
            if (depth > DEEPEST) {
                return false; // only a circle gets there, and that is an error of its own
            }
            boolean room = ++steps <= MOST_STEPS
                    && found.size() < MOST_PER_NODE_TYPE
                    && stepped.incrementAndGet() <= MOST_STEPS_PER_FILE
                    && unfolded.get() < MOST_PER_FILE;
            if (!room) {
                cuts.putIfAbsent(nodeType, row);
            }
            return room;
        }

        void object(String path, int objectType, String outer, int objectRow, int depth) {
            if (!hasRoom(objectType, depth)) {
                return;
            }
            String inner = store.attribute(objectType, "cdc", "");
            TemplateAttribute.Holder holder = new TemplateAttribute.Holder(outer, inner, objectRow);
            for (int child : store.children(objectType, null)) {
                String name = store.attribute(child, "name", "");
                switch (store.tag(child)) {
                    case SDO -> {
                        Integer type = objectTypes.get(store.attribute(child, "type", ""));
                        if (type != null) {
                            for (String element : elements(child, path, name)) {
                                object(element, type, outer, objectRow, depth + 1);
                            }
                        }
                    }
                    case DA -> {
                        Optional<FunctionalConstraint> constraint =
                                FunctionalConstraint.of(store.attribute(child, "fc", ""));
                        TemplateAttribute frame =
                                new TemplateAttribute(path, path.length() + 1, holder, constraint, "", "", child);
                        attribute(frame, name, child, depth + 1);
                    }
                    default -> {
                        // private and foreign elements stay in the store
                    }
                }
            }
        }

        private void attribute(TemplateAttribute frame, String name, int row, int depth) {
            if (!hasRoom(row, depth)) {
                return;
            }
            String basicType = store.attribute(row, "bType", "");
            String type = store.attribute(row, "type", "");
            for (String path : elements(row, frame.path(), name)) {
                if (!"Struct".equals(basicType)) {
                    unfolded.incrementAndGet();
                    found.add(frame.at(path, basicType, "Enum".equals(basicType) ? type : "", row));
                    continue;
                }
                Integer struct = attributeTypes.get(type);
                if (struct != null) {
                    for (int part : store.children(struct, Tag.BDA)) {
                        attribute(frame.at(path, "", "", row), store.attribute(part, "name", ""), part, depth + 1);
                    }
                }
            }
        }

        /**
         * Returns the path of a part, or one path for each element of an array. The count is a number, or the name of an
         * attribute beside it that holds the number: as the instance gives it, else by its default (IEC 61850-6, 9.5.4.2).
         */
        private List<String> elements(int row, String outer, String name) {
            String path = outer + "." + name;
            String count = store.attribute(row, "count", "");
            if (count.isEmpty() || count.equals("0")) {
                return List.of(path);
            }
            OptionalLong number = Numbers.parse(count);
            if (number.isEmpty()) {
                String holder = outer + "." + count;
                named.computeIfAbsent(nodeType, key -> new ConcurrentSkipListSet<>())
                        .add(holder);
                String value = given.apply(holder);
                int beside = beside(row, count);
                number = Numbers.parse(value != null ? value : beside < 0 ? "" : store.childText(beside, Tag.VAL));
            }
            if (number.orElse(0) > LONGEST_ARRAY) {
                cuts.putIfAbsent(nodeType, row);
            }
            List<String> paths = new ArrayList<>();
            for (int i = 0; i < Math.min(number.orElse(0), LONGEST_ARRAY); i++) {
                paths.add(path + "(" + i + ")");
            }
            return paths;
        }

        private int beside(int row, String name) {
            int type = store.parent(row);
            int found = store.child(type, Tag.DA, "name", name);
            return found >= 0 ? found : store.child(type, Tag.BDA, "name", name);
        }
    }
}
