package org.urvant.core.scl;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
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
        return template.objectClass();
    }

    /** Returns the common data class of the innermost object that holds the attribute, such as {@code CMV} within a WYE. */
    public String innerClass() {
        return template.innerClass();
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
        return own.isEmpty() ? node.store.attribute(template.objectRow(), "desc", "") : own;
    }

    /** Returns the value that the file gives: of the instance, else the template's default; empty when it gives none. */
    public Optional<String> value() {
        int instance = node.instance(List.of(path().split("\\.")));
        Optional<String> own = instance < 0 ? Optional.empty() : val(instance);
        return own.isPresent() ? own : val(template.attributeRow());
    }

    private Optional<String> val(int row) {
        int val = node.store.child(row, Tag.VAL);
        return val < 0
                ? Optional.empty()
                : Optional.of(node.store.attribute(val, SclStore.TEXT, "").strip());
    }

    /** Returns the line of the attribute's definition in the type templates. */
    public Position position() {
        return Position.line(node.store.source, node.store.line(template.attributeRow()));
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
