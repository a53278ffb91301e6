package org.urvant.scl.selection;

import java.util.List;
import org.urvant.core.finding.Position;

/** A signal that a query found, as the index has it. Immutable; holds nothing of its own. */
public final class FoundSignal {
    private final SignalIndex index;
    private final int node;
    private final int attribute;

    FoundSignal(SignalIndex index, int node, int attribute) {
        this.index = index;
        this.node = node;
        this.attribute = attribute;
    }

    /** Returns the full reference, such as {@code F01CTRL/XCBR1.Pos.stVal}, {@code RTU1/DI1} or {@code PD1/speed}. */
    public String reference() {
        return index.isOffered(node, attribute)
                ? index.nodeReference(node)
                : index.nodeReference(node) + "." + index.attributeText(Column.PATH, node, attribute);
    }

    /** Returns whether it is a data attribute of an IED, and not a channel or a point of a list. */
    public boolean isOfIed() {
        return !index.isOffered(node, attribute);
    }

    /** Returns the functional constraint; empty text when the file gives none that the standard knows. */
    public String constraint() {
        return index.attributeText(Column.CONSTRAINT, node, attribute);
    }

    /** Returns the common data class of the innermost data object. */
    public String innerClass() {
        return index.attributeText(Column.INNER_CLASS, node, attribute);
    }

    /** Returns the basic type. */
    public String basicType() {
        return index.attributeText(Column.BASIC_TYPE, node, attribute);
    }

    /** Returns the best description that the file gives. */
    public String description() {
        return index.description(node, attribute);
    }

    /** Returns the path of the part of the site that the node belongs to; empty text when the file does not say. */
    public String place() {
        return index.placePath(node);
    }

    /** Returns whether the place is only inferred from other nodes of the IED. */
    public boolean isPlaceInferred() {
        return index.isPlaceInferred(node);
    }

    /** Returns the kinds that the signal belongs to. */
    public List<SignalKind> kinds() {
        return index.kinds(node, attribute);
    }

    /** Returns why it belongs to a kind; empty text when it does not. */
    public String reason(SignalKind kind) {
        if (index.isOffered(node, attribute)) {
            return kinds().contains(kind) ? kind.offeredReason() : "";
        }
        return kind.reason(
                index.nodeClass(node),
                index.attributeText(Column.OBJECT, node, attribute),
                index.attributeText(Column.PATH, node, attribute),
                constraint());
    }

    /** Returns the place of its definition in the type templates; of what is no data attribute, where it comes from. */
    public Position position() {
        if (index.isOffered(node, attribute)) {
            return Position.in(index.source());
        }
        return Position.line(index.source(), index.column(Column.LINE)[index.row(node, attribute)]);
    }

    @Override
    public String toString() {
        return reference() + (constraint().isEmpty() ? "" : " [" + constraint() + "]");
    }
}
