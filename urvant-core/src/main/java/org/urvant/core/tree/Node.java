package org.urvant.core.tree;

/** A node of a configuration: a {@link Section} of named nodes, or a {@link Value}. Immutable. */
public sealed interface Node permits Section, Value {}
