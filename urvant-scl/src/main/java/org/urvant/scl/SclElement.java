package org.urvant.scl;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import org.urvant.core.finding.Position;

/**
 * A view of one element of an SCL file. Two views of one element are equal. Views hold no data of their own, so they
 * cost little to make; the file's store lives as long as any of its views.
 */
public abstract sealed class SclElement
        permits SclFile,
                Ied,
                AccessPoint,
                LogicalDevice,
                LogicalNode,
                DataSet,
                ControlBlock,
                ExternalReference,
                ConnectedAccessPoint,
                Subnetwork,
                SitePart,
                PlainElement {
    final SclStore store;
    final int row;

    SclElement(SclStore store, int row) {
        this.store = store;
        this.row = row;
    }

    /** Returns the file, line and column of the element's start tag. */
    public Position position() {
        return store.position(row);
    }

    /** Returns the {@code desc} attribute; empty text when there is none. */
    public String description() {
        return store.attribute(row, "desc", "");
    }

    /** Returns an attribute by name, so that attributes without an accessor of their own can be reached. */
    public Optional<String> attribute(String name) {
        return Optional.ofNullable(store.attribute(row, name));
    }

    /**
     * Returns all attributes in the order of the file; those of other namespaces as {@code {namespace}name}. What no
     * accessor covers can be read here.
     */
    public Map<String, String> writtenAttributes() {
        return store.attributes(row);
    }

    /** Returns all child elements in the order of the file, private and foreign ones too. */
    public List<PlainElement> elements() {
        return views(row, null, at -> new PlainElement(store, at));
    }

    /** Returns the child elements that the standard leaves to makers: {@code Private}, and those of other namespaces. */
    public List<PlainElement> privateElements() {
        return elements().stream().filter(PlainElement::isPrivate).toList();
    }

    /** Makes a view of a row for the one that it belongs to. */
    interface View<O, T> {
        T of(O owner, int row);
    }

    /** As {@link #views(int, Tag, IntFunction)}, by what needs no closure: those are dear where they are made by the million. */
    final <O, T> List<T> views(O owner, int parent, Tag tag, View<O, T> view) {
        int child = parent < 0 ? -1 : store.child(parent, tag);
        if (child < 0) {
            return List.of(); // most nodes hold none of most things
        }
        List<T> found = new ArrayList<>();
        for (; child >= 0; child = store.next(child, tag)) {
            found.add(view.of(owner, child));
        }
        return Collections.unmodifiableList(found);
    }

    final <T> List<T> views(int parent, Tag tag, IntFunction<T> view) {
        return views(view, parent, tag, IntFunction::apply);
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
        return store.element(row) + " at " + position();
    }
}
