package org.urvant.scl.selection;

/**
 * The columns of a {@link SignalIndex}: arrays of numbers. Where nothing else is said, a number stands for a text. Columns
 * that end in {@code START} say where the rows of each entry begin in the columns after them.
 */
enum Column {
    IED_NAME,
    IED_MAKER,
    IED_MODEL,
    IED_TEXT,
    /** Row of the IED. */
    DEVICE_IED,
    DEVICE_INSTANCE,
    DEVICE_NAME,
    DEVICE_TEXT,
    PLACE_PATH,
    PLACE_LEVEL,
    PLACE_BAY,
    PLACE_EQUIPMENT,
    /** Row of the logical device. */
    NODE_DEVICE,
    NODE_NAME,
    NODE_CLASS,
    /** Row of the shape: what nodes with the same attributes have in common. */
    NODE_SHAPE,
    NODE_TEXT,
    /** Row of the place, or -1. */
    NODE_PLACE,
    /** 1 when the place is only inferred. */
    NODE_PLACE_INFERRED,
    /** By node: descriptions of its data objects. */
    OBJECT_START,
    OBJECT_NAME,
    OBJECT_TEXT,
    /** By node: members of datasets that lead to it. */
    SET_START,
    SET_NAME,
    SET_PATH,
    /** Element of an array, or -1. */
    SET_INDEX,
    SET_CONSTRAINT,
    /** By node: attributes that are commands though their definition is not, or the other way round. */
    FLIP_START,
    FLIP_ATTRIBUTE,
    /** By shape: its attributes. */
    SHAPE_START,
    PATH,
    OBJECT,
    /** Path below the innermost data object. */
    ATTRIBUTE,
    INNER_CLASS,
    OUTER_CLASS,
    BASIC_TYPE,
    TEXT,
    CONSTRAINT,
    QUANTITY,
    PHASE,
    /** Bits of the kinds by their numbers. */
    KINDS,
    /** 1-based line. */
    LINE
}
