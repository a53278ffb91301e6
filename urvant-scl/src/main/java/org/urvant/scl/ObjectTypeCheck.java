package org.urvant.scl;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.urvant.core.text.NearestName;

/** Holds the types of data objects against their common data class, and enumerations against the standard's. */
final class ObjectTypeCheck {
    private final SclCheck check;
    private final SclStore store;
    private final TypeTemplates templates;
    private final TypeData data;
    private final Set<String> told = new HashSet<>();

    ObjectTypeCheck(SclCheck check, TypeData data) {
        this.check = check;
        this.store = check.store();
        this.templates = check.file().templates();
        this.data = data;
    }

    private String subject(int type) {
        return store.element(type) + " " + store.attribute(type, "id", "");
    }

    private String name(int part) {
        return store.attribute(part, "name", "");
    }

    /** Checks a type of data objects by its parts. */
    void objectType(int at, Map<String, Integer> parts) {
        String dataClass = store.attribute(at, "cdc", "");
        dataClass(at, dataClass);
        lacks(at, dataClass, DataClass.missing(dataClass, parts.keySet()), parts.keySet());
        boolean isKnown = DataClass.of(dataClass).isPresent();
        if (isKnown) {
            companions(at, parts);
        }
        for (int part : parts.values()) {
            if (store.tag(part) == Tag.SDO) {
                continue;
            }
            String constraint = store.attribute(part, "fc", "");
            if (FunctionalConstraint.of(constraint).isEmpty()) {
                check.report(
                        SclRules.NOT_IN_STANDARD,
                        "",
                        subject(at),
                        part,
                        "data attribute " + name(part) + " has the functional constraint '" + constraint + "'");
            } else if (isKnown) {
                constraint(at, part, constraint);
            }
            if (name(part).equals("ctlModel")) {
                store.children(part, Tag.VAL).forEach(value -> controlled("", subject(at) + " ctlModel", at, value));
            }
            if (isKnown) {
                form(at, part, dataClass, ClassForms.types(dataClass, name(part)));
                trigger(at, part);
            }
            if (Set.of("Oper", "SBOw", "Cancel").contains(name(part))) {
                command(part, dataClass);
            }
        }
    }

    /** Checks whether an object has what commands of its control model go to (IEC 61850-7-2:2010, 20.2; IEC 61850-8-1:2011, 20). */
    void controlled(String ied, String subject, int objectType, int value) {
        String model = store.text(value).strip();
        String needed =
                switch (model) {
                    case "sbo-with-normal-security", "2" -> "SBO";
                    case "sbo-with-enhanced-security", "4" -> "SBOw";
                    default -> "Oper";
                };
        boolean takesCommands = !model.equals("status-only") && !model.equals("0") && !model.isEmpty();
        String lacking = data.part(objectType, needed) < 0 ? needed : data.part(objectType, "Oper") < 0 ? "Oper" : "";
        if (takesCommands && !lacking.isEmpty()) {
            check.report(
                    SclRules.CONTROL_MODEL_MISFIT,
                    ied,
                    subject,
                    value,
                    "is " + model + ", but " + subject(objectType) + " has no " + lacking);
        }
    }

    /** Checks whether the texts of an enumeration have the numbers of the standard, by the role that it is used in. */
    void enumeration(String role, int part) {
        if (!StandardEnumeration.isNumbered(role)
                || !store.attribute(part, "bType", "").equals("Enum")) {
            return;
        }
        int type = templates.type(Tag.ENUM_TYPE, store.attribute(part, "type", ""));
        for (int value : type < 0 ? List.<Integer>of() : store.children(type, Tag.ENUM_VAL)) {
            String number = store.attribute(value, "ord", "");
            String text = store.text(value);
            List<String> standard = StandardEnumeration.numbers(role, text);
            if (!standard.isEmpty() && !standard.contains(number.strip()) && told.add(type + " " + text)) {
                check.report(
                        SclRules.ENUMERATION_DIFFERS,
                        "",
                        subject(type),
                        value,
                        "'" + text + "' is " + number + " in " + subject(type) + ", which stands for " + role
                                + "; the standard gives it "
                                + String.join(" or ", standard));
            }
        }
    }

    /** Checks what the name of a data object of a node of the standard says about its type. */
    void object(int nodeType, int object) {
        int type = templates.type(Tag.DO_TYPE, store.attribute(object, "type", ""));
        String given = type < 0 ? "" : store.attribute(type, "cdc", "");
        List<String> classes = ClassForms.classes(name(object));
        if (DataClass.of(given).isPresent() && !classes.isEmpty() && !classes.contains(given)) {
            check.report(
                    SclRules.DATA_CLASS_DIFFERS,
                    "",
                    subject(nodeType),
                    object,
                    name(object) + " of " + subject(nodeType) + " is of class " + given + "; an object of this name is "
                            + String.join(" or ", classes));
        }
        for (String value : List.of("stVal", "setVal")) {
            int status = type < 0 ? -1 : data.part(type, value);
            if (status >= 0) {
                enumeration(name(object), status);
            }
        }
    }

    private void lacks(int at, String dataClass, List<String> missing, Set<String> names) {
        for (String name : missing) {
            check.report(
                    SclRules.OBJECT_MISSING,
                    "",
                    subject(at),
                    at,
                    subject(at) + " of class " + dataClass + " lacks " + name
                            + NearestName.of(name, names)
                                    .map(near -> "; it has '" + near + "'")
                                    .orElse(""));
        }
    }

    /** Checks a part of a constructed attribute. */
    void attribute(int at, int part) {
        form(at, part, "", ClassForms.part(name(part)));
    }

    /** Quality and time are under the constraint of the value that they belong to (IEC 61850-7-3:2010, clause 7). */
    private void companions(int at, Map<String, Integer> parts) {
        String value = List.of("stVal", "general", "mag", "cVal", "actVal", "instMag", "valWTr", "mxVal").stream()
                .filter(parts::containsKey)
                .findFirst()
                .orElse("");
        for (String name : value.isEmpty() ? List.<String>of() : List.of("q", "t")) {
            Integer part = parts.get(name);
            String wanted = store.attribute(parts.get(value), "fc", "");
            if (part != null && !store.attribute(part, "fc", "").equals(wanted)) {
                check.report(
                        SclRules.DATA_CLASS_DIFFERS,
                        "",
                        subject(at),
                        part,
                        name + " of " + subject(at) + " has the functional constraint "
                                + store.attribute(part, "fc", "") + ", and " + value + " " + wanted);
            }
        }
    }

    private void form(int at, int part, String dataClass, List<String> types) {
        String basic = store.attribute(part, "bType", "");
        if (!ClassForms.allows(types, basic)) {
            check.report(
                    SclRules.DATA_CLASS_DIFFERS,
                    "",
                    subject(at),
                    part,
                    name(part) + " of " + subject(at) + " has the basic type " + basic
                            + (dataClass.isEmpty() ? "; it is " : "; in class " + dataClass + " it is ")
                            + ClassForms.words(types));
        }
    }

    private void trigger(int at, int part) {
        String trigger = ClassForms.trigger(name(part));
        if (!trigger.isEmpty() && !store.flag(part, trigger, false) && !store.flag(part, "dupd", false)) {
            check.report(
                    SclRules.DATA_CLASS_DIFFERS,
                    "",
                    subject(at),
                    part,
                    name(part) + " of " + subject(at) + " has not the trigger " + trigger
                            + ", so no report tells of its changes");
        }
    }

    private void command(int part, String dataClass) {
        int type = templates.type(Tag.DA_TYPE, store.attribute(part, "type", ""));
        Map<String, List<String>> wanted = ClassForms.command(dataClass);
        if (type < 0 || wanted.isEmpty() || !told.add(type + " " + dataClass)) {
            return;
        }
        Set<String> names = new HashSet<>();
        for (int own : store.children(type, Tag.BDA)) {
            names.add(name(own));
            form(type, own, dataClass, wanted.getOrDefault(name(own), List.of()));
        }
        List<String> missing = wanted.keySet().stream()
                .filter(name -> !names.contains(name))
                .sorted()
                .toList();
        lacks(type, dataClass, missing, names);
    }

    /** Under another constraint an attribute is in no dataset and no service where it is looked for. */
    private void constraint(int at, int part, String constraint) {
        List<String> known = AttributeName.constraints(name(part));
        if (!known.isEmpty() && !known.contains(constraint)) {
            check.report(
                    SclRules.NOT_IN_STANDARD,
                    "",
                    subject(at),
                    part,
                    "data attribute " + name(part) + " of " + subject(at) + " has the functional constraint "
                            + constraint + "; expected " + String.join(" or ", known));
        }
    }

    /** Others than those of the standards are allowed, so only one that nearly is theirs is taken for a slip. */
    private void dataClass(int at, String name) {
        String hint = name.isEmpty() || DataClass.of(name).isPresent() || DataClass.OF_OTHER_PARTS.contains(name)
                ? ""
                : check.hint(name, DataClass.names());
        if (!hint.isEmpty()) {
            check.report(
                    SclRules.NOT_IN_STANDARD,
                    "",
                    subject(at),
                    at,
                    subject(at) + " is of the common data class '" + name + "', which the standards do not have"
                            + hint);
        }
    }
}
