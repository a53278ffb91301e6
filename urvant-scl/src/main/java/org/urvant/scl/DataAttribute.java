package org.urvant.scl;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Position;

/**
 * A data attribute of basic type in a logical node, such as {@code F01CTRL/XCBR1.Pos.stVal}: what can be reported, read
 * or written. Two views of one attribute are equal. Source: IEC 61850-7-2:2010, clauses 12 and 22.
 */
public final class DataAttribute {
    private final LogicalNode node;
    private final TemplateAttribute template;

    DataAttribute(LogicalNode node, TemplateAttribute template) {
        this.node = node;
        this.template = template;
    }

    /** Returns the logical node. */
    public LogicalNode node() {
        return node;
    }

    /** Returns the path below the node, such as {@code A.phsA.cVal.mag.f}; array indexes are 0-based. */
    public String path() {
        return template.path();
    }

    /** Returns the part of the path below the innermost data object, such as {@code cVal.mag.f}. */
    public String attributePath() {
        return template.path().substring(template.attributeStart());
    }

    /** Returns the name of the data object, the first part of the path. */
    public String objectName() {
        String path = template.path();
        int end = path.indexOf('.');
        String first = end < 0 ? path : path.substring(0, end);
        int bracket = first.indexOf('(');
        return bracket < 0 ? first : first.substring(0, bracket);
    }

    /** Returns the full reference on the wire, without functional constraint. */
    public String reference() {
        return node.reference() + "." + path();
    }

    /** Returns the functional constraint; empty when the file gives none that the standard knows. */
    public Optional<FunctionalConstraint> constraint() {
        return template.constraint();
    }

    /** Returns the common data class of the data object, such as {@code WYE}. */
    public String objectClass() {
        return template.holder().objectClass();
    }

    /** Returns the common data class of the innermost object that holds the attribute, such as {@code CMV} within a WYE. */
    public String innerClass() {
        return template.holder().innerClass();
    }

    /** Returns the basic type, such as {@code BOOLEAN}, {@code Dbpos}, {@code FLOAT32}, {@code Enum}. */
    public String basicType() {
        return template.basicType();
    }

    /** Returns the texts of the enumeration by number; empty for other basic types. */
    public Map<String, String> enumeration() {
        return template.enumType().isEmpty()
                ? Map.of()
                : node.device().ied().file().templates().enumeration(template.enumType());
    }

    /** Returns the best description that the file gives: of the object's instance, else of its definition; may be empty. */
    public String description() {
        int instance = node.instance(List.of(objectName()));
        String own = instance < 0 ? "" : node.store.attribute(instance, "desc", "");
        return own.isEmpty() ? definedDescription() : own;
    }

    /** Returns the description in the definition of the data object, which all nodes of the type share; may be empty. */
    public String definedDescription() {
        return node.store.attribute(template.holder().objectRow(), "desc", "");
    }

    /** Returns the name of the enumeration in the file; empty text for other basic types. */
    public String enumerationName() {
        return template.enumType();
    }

    /** Returns the value in the definition, which holds where an instance gives none. */
    public Optional<String> defaultValue() {
        return values(template.attributeRow()).values().stream().findFirst();
    }

    /**
     * Returns the value that the file gives: of the instance, else the template's default; empty when it gives none. Of
     * values per setting group it is the first.
     */
    public Optional<String> value() {
        Optional<String> own =
                own().flatMap(row -> values(row).values().stream().findFirst());
        return own.isPresent()
                ? own
                : values(template.attributeRow()).values().stream().findFirst();
    }

    /** Returns the values by setting group, from 1; a value that holds for all groups stands under 0. */
    public SortedMap<Integer, String> valuesByGroup() {
        SortedMap<Integer, String> values = own().map(this::values).orElse(new TreeMap<>());
        return values.isEmpty() ? values(template.attributeRow()) : values;
    }

    /** Returns what the value in the file is to the device; {@link ValueKind#SETTING} when the file does not say. */
    public ValueKind valueKind() {
        return ValueKind.of(given("valKind"));
    }

    /** Returns whether a tool may take a value from another file that this one gives back (9.5.4.1). */
    public boolean isValueImported() {
        return SclStore.isTrue(given("valImport"));
    }

    /** Returns an attribute of the instance, else of the definition, else empty text. */
    private String given(String name) {
        return own().map(row -> node.store.attribute(row, name))
                .orElseGet(() -> node.store.attribute(template.attributeRow(), name, ""));
    }

    /** Returns what the definitions of the data object and of the attribute say, as written. */
    List<Map<String, String>> definitions() {
        return List.of(
                node.store.attributes(template.holder().objectRow()), node.store.attributes(template.attributeRow()));
    }

    private Optional<Integer> own() {
        int instance = node.instance(List.of(path().split("\\.")));
        return instance < 0 ? Optional.empty() : Optional.of(instance);
    }

    private SortedMap<Integer, String> values(int row) {
        SortedMap<Integer, String> values = new TreeMap<>();
        for (int val : node.store.children(row, Tag.VAL)) {
            long group = Numbers.parse(node.store.attribute(val, "sGroup", "0"), 0);
            values.putIfAbsent((int) Math.min(group, Integer.MAX_VALUE), node.store.text(val));
        }
        return values;
    }

    /** Returns the place of the attribute's definition in the type templates. */
    public Position position() {
        return node.store.position(template.attributeRow());
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof DataAttribute attribute
                && attribute.node.equals(node)
                && attribute.template.equals(template);
    }

    @Override
    public int hashCode() {
        return Objects.hash(node, template.path());
    }

    @Override
    public String toString() {
        return reference() + template.constraint().map(fc -> " [" + fc + "]").orElse("");
    }
}
