package org.urvant.scl;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Checks the data type templates, and answers what a type has at a path. */
final class TypeCheck {
    /** IEC 61850-6:2009, 9.5.4.1. */
    private static final String MEND_SETTING = "Take the one with SG out; SE says that it can be read as SG too.";

    private final SclCheck check;
    private final SclStore store;
    private final TypeTemplates templates;
    private final TypeData data;
    private final ObjectTypeCheck objects;
    private final Map<Tag, Map<String, Integer>> types = new HashMap<>();

    private final Map<Integer, Boolean> wrong = new HashMap<>();
    private final Set<Integer> bad = new HashSet<>();
    private final Map<Integer, Set<String>> enumerations = new HashMap<>();
    final Set<Integer> used = new HashSet<>();

    TypeCheck(SclCheck check) {
        this.check = check;
        this.store = check.store();
        this.templates = check.file().templates();
        this.data = new TypeData(store, templates);
        this.objects = new ObjectTypeCheck(check, data);
    }

    /** Returns what holds objects against their classes. */
    ObjectTypeCheck objects() {
        return objects;
    }

    /** Returns what the types have at paths. */
    TypeData data() {
        return data;
    }

    void run() {
        int section = store.child(0, Tag.DATA_TYPE_TEMPLATES);
        if (section < 0) {
            return;
        }
        for (int at : store.children(section, null)) {
            Tag tag = store.tag(at);
            if (isType(tag) && check.has(at, "id", "")) {
                Integer first =
                        types.computeIfAbsent(tag, key -> new HashMap<>()).putIfAbsent(store.attribute(at, "id"), at);
                if (first != null) {
                    check.report(
                            SclRules.DUPLICATE_ELEMENT,
                            "",
                            subject(at),
                            at,
                            subject(at) + " is also defined in line " + store.line(first));
                }
            }
        }
        for (int at : store.children(section, null)) {
            switch (store.tag(at)) {
                case L_NODE_TYPE -> nodeType(at);
                case DO_TYPE -> objectType(at);
                case DA_TYPE -> attributeType(at);
                case ENUM_TYPE -> enumeration(at);
                default -> {
                    // private and foreign elements
                }
            }
        }
        for (int at : store.children(section, null)) {
            if (isType(store.tag(at))) {
                wrong(at, new HashSet<>()); // only now is it known what is wrong in each by itself
            }
        }
    }

    private static boolean isType(Tag tag) {
        return tag == Tag.L_NODE_TYPE || tag == Tag.DO_TYPE || tag == Tag.DA_TYPE || tag == Tag.ENUM_TYPE;
    }

    private String subject(int type) {
        return store.element(type) + " " + store.attribute(type, "id", "");
    }

    private void nodeType(int at) {
        if (!check.has(at, "lnClass", "")) {
            return;
        }
        Map<String, Integer> all = named(at, Tag.DO, NameRule.DATA_OBJECT);
        String nodeClass = store.attribute(at, "lnClass");
        boolean isStandard = NodeClass.of(nodeClass).isPresent();
        all.values().forEach(object -> {
            refer(at, object, Tag.DO_TYPE, store.attribute(object, "type", ""));
            if (isStandard) {
                objects.object(at, object);
            }
        });
        NodeClass.of(nodeClass)
                .map(known -> known.missing(all.keySet(), check.isEdition2003()))
                .filter(missing -> !missing.isEmpty())
                .ifPresent(missing -> check.report(
                        SclRules.OBJECT_MISSING,
                        "",
                        subject(at),
                        at,
                        subject(at) + " of class " + nodeClass + " lacks "
                                + String.join(", ", missing).replace("|", " or ")));
    }

    private void objectType(int at) {
        check.has(at, "cdc", "");
        Map<String, Integer> all = named(at, null, NameRule.DATA_ATTRIBUTE);
        all.values().forEach(part -> {
            if (store.tag(part) == Tag.SDO) {
                refer(at, part, Tag.DO_TYPE, store.attribute(part, "type", ""));
            } else {
                basicType(at, part);
            }
        });
        objects.objectType(at, all);
    }

    /** A type of nothing leaves what refers to it without a value. */
    private void holds(int type, Tag part) {
        if (store.child(type, part) < 0) {
            bad.add(type);
            check.report(
                    SclRules.ELEMENT_INCOMPLETE,
                    "",
                    subject(type),
                    type,
                    subject(type) + " has no <" + part.element() + ">");
        }
    }

    private void attributeType(int at) {
        holds(at, Tag.BDA);
        named(at, Tag.BDA, NameRule.DATA_ATTRIBUTE).values().forEach(part -> {
            basicType(at, part);
            objects.attribute(at, part);
        });
    }

    private void enumeration(int at) {
        Set<String> numbers = new HashSet<>();
        Map<String, String> texts = new HashMap<>();
        holds(at, Tag.ENUM_VAL);
        for (int value : store.children(at, Tag.ENUM_VAL)) {
            String number = store.attribute(value, "ord", "");
            if (BasicType.misfit("INT32", number) != null || number.isEmpty()) {
                check.report(
                        SclRules.VALUE_NOT_OF_TYPE,
                        "",
                        subject(at),
                        value,
                        "number '" + number + "' of '" + store.text(value) + "' is not "
                                + BasicType.misfit("INT32", "x"));
            } else if (!numbers.add(number)) {
                check.report(
                        SclRules.DUPLICATE_ELEMENT,
                        "",
                        subject(at),
                        value,
                        "number " + number + " stands twice in " + subject(at));
            }
            String text = store.text(value);
            String first = text.isEmpty() ? null : texts.putIfAbsent(text, number);
            if (first != null && !first.equals(number)) {
                check.report(
                        SclRules.VALUE_NOT_OF_TYPE,
                        "",
                        subject(at),
                        value,
                        "'" + text + "' stands for " + first + " and for " + number + " in " + subject(at));
            }
        }
    }

    private void basicType(int type, int part) {
        String basic = store.attribute(part, "bType", "");
        if (!BasicType.isKnown(basic)) {
            check.report(
                    SclRules.NOT_IN_STANDARD,
                    "",
                    subject(type),
                    part,
                    "data attribute " + store.attribute(part, "name", "") + " has the basic type '" + basic + "'");
        } else if (basic.equals("Struct") || basic.equals("Enum")) {
            refer(type, part, basic.equals("Struct") ? Tag.DA_TYPE : Tag.ENUM_TYPE, store.attribute(part, "type", ""));
            objects.enumeration(store.attribute(part, "name", ""), part);
        }
        for (int val : store.children(part, Tag.VAL)) {
            value("", subject(type), part, val);
        }
    }

    /** Returns what a value must be that does not fit the attribute that it belongs to; null for one that does. */
    @Nullable
    String misfit(int attribute, int val) {
        String basic = store.attribute(attribute, "bType", "");
        String text = store.text(val);
        if (basic.equals("Struct") && !text.isBlank()) {
            return "given to its parts, for it is a structure";
        }
        if (!basic.equals("Enum") || text.isEmpty()) {
            return BasicType.misfit(basic, text);
        }
        int type = templates.type(Tag.ENUM_TYPE, store.attribute(attribute, "type", ""));
        return type < 0 || texts(type).contains(text) ? null : "one of " + store.attribute(type, "id", "");
    }

    /** Checks a value against the attribute that it belongs to. */
    void value(String ied, String subject, int attribute, int val) {
        String expected = misfit(attribute, val);
        if (expected != null) {
            String text = store.text(val);
            int type = templates.type(Tag.ENUM_TYPE, store.attribute(attribute, "type", ""));
            boolean isWord = store.attribute(attribute, "bType", "").equals("Enum") && !text.isEmpty();
            check.report(
                    SclRules.VALUE_NOT_OF_TYPE,
                    ied,
                    subject,
                    val,
                    "value '" + text + "' of " + store.attribute(attribute, "name", "") + " must be " + expected
                            + (isWord ? check.hint(text, texts(type)) : ""));
        }
    }

    private Set<String> texts(int enumeration) {
        return enumerations.computeIfAbsent(enumeration, row -> {
            Set<String> texts = new HashSet<>();
            for (int value : store.children(row, Tag.ENUM_VAL)) {
                texts.add(store.text(value));
                texts.add(store.attribute(value, "ord", ""));
            }
            return texts;
        });
    }

    /** The length of an array is a number, or the name of a whole number beside it (IEC 61850-6:2009, 9.5.4.2). */
    private void count(int type, int part) {
        String count = store.attribute(part, "count", "");
        OptionalLong number = Numbers.parse(count);
        if (count.isEmpty() || number.isPresent() && number.getAsLong() <= TypeTemplates.LONGEST_ARRAY) {
            return;
        }
        int beside = number.isPresent() ? -1 : data.part(type, count);
        boolean isWhole = beside >= 0 && store.attribute(beside, "bType", "").startsWith("INT");
        if (!isWhole) {
            bad.add(type);
            check.report(
                    SclRules.ARRAY_LENGTH_WRONG,
                    "",
                    subject(type) + " " + store.attribute(part, "name", ""),
                    part,
                    "count '" + count + "' of " + store.attribute(part, "name", "")
                            + (number.isPresent()
                                    ? " is more than the " + TypeTemplates.LONGEST_ARRAY + " that are read"
                                    : " is neither a number nor a whole number beside it"));
        }
    }

    private Map<String, Integer> named(int type, Tag only, NameRule rule) {
        Map<String, Integer> names = new HashMap<>();
        for (int part : store.children(type, only)) {
            Tag tag = store.tag(part);
            if (tag != Tag.DO && tag != Tag.SDO && tag != Tag.DA && tag != Tag.BDA || !check.has(part, "name", "")) {
                continue;
            }
            String name = store.attribute(part, "name");
            rule.check(check, "", name, part);
            AttributeForms.element(check, "", name + " of " + subject(type), part);
            Integer first = names.putIfAbsent(name, part);
            if (first != null) {
                bad.add(type);
                String constraints = store.attribute(first, "fc", "") + store.attribute(part, "fc", "");
                boolean isOneSetting = constraints.equals("SGSE") || constraints.equals("SESG");
                check.report(
                        SclRules.DUPLICATE_ELEMENT,
                        "",
                        subject(type) + " " + name,
                        part,
                        "'" + name + "' of " + subject(type) + " stands also in line " + store.line(first),
                        isOneSetting ? MEND_SETTING : SclRules.DUPLICATE_ELEMENT.remedy());
            }
        }
        data.know(type, names);
        names.values().forEach(part -> count(type, part));
        return names;
    }

    private void refer(int type, int part, Tag kind, String id) {
        int found = templates.type(kind, id);
        if (found >= 0) {
            used.add(found);
            return;
        }
        bad.add(type);
        Set<String> known = types.getOrDefault(kind, Map.of()).keySet();
        check.report(
                SclRules.TYPE_MISSING,
                "",
                subject(type),
                part,
                kind.element() + " '" + id + "' of " + store.attribute(part, "name", "") + " is not defined"
                        + check.hint(id, known));
    }

    /** Returns whether something is wrong in a type or below it; reports the circle when it contains itself. */
    boolean wrong(int type, Set<Integer> around) {
        Boolean known = wrong.get(type);
        if (known != null) {
            return known;
        }
        boolean circle = !around.add(type);
        if (circle || around.size() > TypeTemplates.DEEPEST) {
            if (bad.add(type)) {
                String mistake =
                        circle ? " contains itself" : " is nested deeper than " + TypeTemplates.DEEPEST + " levels";
                check.report(SclRules.TYPE_CIRCLE, "", subject(type), type, subject(type) + mistake);
            }
            if (!circle) {
                around.remove(type);
            }
            return true;
        }
        boolean isWrong = false;
        for (int part : store.children(type, null)) {
            int below = data.below(part);
            isWrong |= below >= 0 && wrong(below, around);
        }
        around.remove(type);
        isWrong |= bad.contains(type);
        wrong.put(type, isWrong);
        return isWrong;
    }

    /** Returns the ids of the defined node types, for hints. */
    Set<String> nodeTypes() {
        return types.getOrDefault(Tag.L_NODE_TYPE, Map.of()).keySet();
    }

    /** Reports types that nothing refers to, all of a file in one finding. */
    void unused() {
        List<String> names = new ArrayList<>();
        int first = -1;
        for (Map<String, Integer> byId : types.values()) {
            for (int type : byId.values()) {
                if (!used.contains(type)) {
                    names.add(subject(type));
                    first = first < 0 ? type : Math.min(first, type);
                }
            }
        }
        if (first >= 0) {
            names.sort(null);
            String some = String.join(", ", names.subList(0, Math.min(6, names.size())));
            check.report(
                    SclRules.TYPE_UNUSED,
                    "",
                    check.file().name() + " types",
                    first,
                    names.size() + " unused: " + some + (names.size() > 6 ? " …" : ""));
        }
    }
}
