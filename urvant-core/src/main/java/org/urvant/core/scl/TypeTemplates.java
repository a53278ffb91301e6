package org.urvant.core.scl;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Resolves logical node types to data attributes of basic type. A type is resolved when it is first asked for and then
 * kept, so a file costs only the types that are looked at. A missing type simply yields no attributes below it (the checks
 * report it); nesting beyond {@value #DEEPEST} levels, which only a circle of types reaches, ends there.
 */
final class TypeTemplates {
    private static final int DEEPEST = 24;
    private static final int MOST_PER_NODE_TYPE = 100_000;

    private final SclStore store;
    private final Map<String, Integer> nodeTypes = new HashMap<>();
    private final Map<String, Integer> objectTypes = new HashMap<>();
    private final Map<String, Integer> attributeTypes = new HashMap<>();
    private final Map<String, Integer> enumTypes = new HashMap<>();
    private final Map<String, List<TemplateAttribute>> resolved = new HashMap<>();

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

    List<TemplateAttribute> attributes(String nodeType) {
        List<TemplateAttribute> known = resolved.get(nodeType);
        if (known == null) {
            known = List.copyOf(resolve(nodeType));
            resolved.put(nodeType, known);
        }
        return known;
    }

    /** Returns the texts of an enumeration by their numbers, in the order of the file. */
    Map<String, String> enumeration(String enumType) {
        Map<String, String> texts = new LinkedHashMap<>();
        Integer row = enumTypes.get(enumType);
        if (row != null) {
            for (int value : store.children(row, Tag.ENUM_VAL)) {
                texts.put(
                        store.attribute(value, "ord", ""),
                        store.attribute(value, SclStore.TEXT, "").strip());
            }
        }
        return texts;
    }

    private List<TemplateAttribute> resolve(String nodeType) {
        List<TemplateAttribute> found = new ArrayList<>();
        Integer type = nodeTypes.get(nodeType);
        if (type != null) {
            for (int object : store.children(type, Tag.DO)) {
                Integer objectType = objectTypes.get(store.attribute(object, "type", ""));
                if (objectType != null) {
                    String cdc = store.attribute(objectType, "cdc", "");
                    object(found, store.attribute(object, "name", ""), objectType, cdc, object, 0);
                }
            }
        }
        return found;
    }

    private void object(
            List<TemplateAttribute> found, String path, int objectType, String outer, int objectRow, int depth) {
        if (depth > DEEPEST) {
            return;
        }
        String inner = store.attribute(objectType, "cdc", "");
        for (int child : store.children(objectType, null)) {
            String name = store.attribute(child, "name", "");
            switch (store.tag(child)) {
                case SDO -> {
                    Integer type = objectTypes.get(store.attribute(child, "type", ""));
                    if (type != null) {
                        for (String element : elements(child, path + "." + name)) {
                            object(found, element, type, outer, objectRow, depth + 1);
                        }
                    }
                }
                case DA -> {
                    Optional<FunctionalConstraint> constraint =
                            FunctionalConstraint.of(store.attribute(child, "fc", ""));
                    TemplateAttribute frame = new TemplateAttribute(
                            path + "." + name, path.length() + 1, outer, inner, constraint, "", "", objectRow, child);
                    attribute(found, frame, child, depth + 1);
                }
                default -> {
                    // private and foreign elements stay in the store
                }
            }
        }
    }

    private void attribute(List<TemplateAttribute> found, TemplateAttribute frame, int row, int depth) {
        if (depth > DEEPEST || found.size() >= MOST_PER_NODE_TYPE) {
            return;
        }
        String basicType = store.attribute(row, "bType", "");
        String type = store.attribute(row, "type", "");
        for (String path : elements(row, frame.path())) {
            if (!"Struct".equals(basicType)) {
                found.add(new TemplateAttribute(
                        path,
                        frame.attributeStart(),
                        frame.objectClass(),
                        frame.innerClass(),
                        frame.constraint(),
                        basicType,
                        "Enum".equals(basicType) ? type : "",
                        frame.objectRow(),
                        row));
                continue;
            }
            Integer struct = attributeTypes.get(type);
            if (struct != null) {
                for (int part : store.children(struct, Tag.BDA)) {
                    TemplateAttribute below = new TemplateAttribute(
                            path + "." + store.attribute(part, "name", ""),
                            frame.attributeStart(),
                            frame.objectClass(),
                            frame.innerClass(),
                            frame.constraint(),
                            "",
                            "",
                            frame.objectRow(),
                            part);
                    attribute(found, below, part, depth + 1);
                }
            }
        }
    }

    /** Returns the path itself, or one path for each element when the row declares a fixed count (IEC 61850-6, 9.5.4.2). */
    private List<String> elements(int row, String path) {
        String count = store.attribute(row, "count", "");
        if (count.isEmpty() || !count.chars().allMatch(Character::isDigit) || count.length() > 5) {
            return List.of(path);
        }
        List<String> paths = new ArrayList<>();
        for (int i = 0; i < Integer.parseInt(count); i++) {
            paths.add(path + "(" + i + ")");
        }
        return paths.isEmpty() ? List.of(path) : paths;
    }
}
