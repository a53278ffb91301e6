package org.urvant.scl;

import java.util.Optional;

/**
 * A data attribute as a logical node type defines it, shared by all nodes of that type.
 *
 * @param path data object, sub-objects and attributes, joined by dots; array elements with their index, 0-based
 * @param attributeStart where in the path the part below the innermost data object begins
 * @param holder the data objects that it is in
 * @param constraint functional constraint
 * @param basicType basic type, such as {@code BOOLEAN}, {@code Dbpos}, {@code FLOAT32} or {@code Enum}
 * @param enumType name of the enumeration type, or empty text
 * @param attributeRow row of the DA or BDA that has the basic type
 */
record TemplateAttribute(
        String path,
        int attributeStart,
        Holder holder,
        Optional<FunctionalConstraint> constraint,
        String basicType,
        String enumType,
        int attributeRow) {
    /**
     * The data objects that attributes are in.
     *
     * @param objectClass common data class of the outermost data object
     * @param innerClass common data class of the innermost data object, the one that holds the attribute
     * @param objectRow row of the outermost DO
     */
    record Holder(String objectClass, String innerClass, int objectRow) {}

    /** Returns an attribute below the same data object. */
    TemplateAttribute at(String newPath, String newBasicType, String newEnumType, int newRow) {
        return new TemplateAttribute(newPath, attributeStart, holder, constraint, newBasicType, newEnumType, newRow);
    }
}
