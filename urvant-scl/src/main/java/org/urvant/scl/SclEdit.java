package org.urvant.scl;

/** What makes one file like another one in one difference between them; values alone, which {@link SclRewriting} carries out. */
public sealed interface SclEdit {
    /** An attribute becomes as it is at another element, or goes where that one has none. */
    record Attribute(SclElement at, SclElement like, String name) implements SclEdit {}

    /** A text becomes that of another element. */
    record Text(SclElement at, SclElement like) implements SclEdit {}

    /** An element comes with all that is in it, the types of its nodes too. */
    record Insert(SclElement into, SclElement copy) implements SclEdit {}

    /** An element goes with all that is in it. */
    record Remove(SclElement at) implements SclEdit {}

    /** All that is in an element becomes as in another one: the members of a dataset, whose order counts. */
    record Content(SclElement at, SclElement like) implements SclEdit {}

    /** Attributes and children become those of another element; parts of the site and connections of IEDs in it stay. */
    record Own(SclElement at, SclElement like) implements SclEdit {}

    /** A logical node gets the type of another one. */
    record NodeType(SclElement at, SclElement like) implements SclEdit {}

    /** The difference cannot be taken over by itself. */
    record Impossible(String reason) implements SclEdit {}
}
