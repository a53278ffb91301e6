package org.urvant.core.scl;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;
import org.urvant.core.finding.Position;

/**
 * A view of one element of an SCL file. Two views of one element are equal. Views hold no data of their own, so they
 * cost little to make; the file's store lives as long as any of its views.
 */
public abstract sealed class SclElement
        permits SclFile, Ied, LogicalDevice, LogicalNode, DataSet, ControlBlock, GooseInput, ConnectedAccessPoint {
    final SclStore store;
    final int row;

    SclElement(SclStore store, int row) {
        this.store = store;
        this.row = row;
    }

    /** Returns the file and line of the element's start tag. */
    public Position position() {
        return Position.line(store.source, store.line(row));
    }

    /** Returns the {@code desc} attribute; empty text when there is none. */
    public String description() {
        return store.attribute(row, "desc", "");
    }

    /** Returns an attribute by name, so that attributes without an accessor of their own can be reached. */
    public Optional<String> attribute(String name) {
        return Optional.ofNullable(store.attribute(row, name));
    }

    final <T> List<T> views(int parent, Tag tag, IntFunction<T> view) {
        List<T> found = new ArrayList<>();
        if (parent >= 0) {
            for (int child : store.children(parent, tag)) {
                found.add(view.apply(child));
            }
        }
        return List.copyOf(found);
    }

    @Override
    public final boolean equals(Object other) {
        return other instanceof SclElement element && element.store == store && element.row == row;
    }

    @Override
    public final int hashCode() {
        return row;
    }

    @Override
    public String toString() {
        return store.tag(row).element() + " at " + position();
    }
}
