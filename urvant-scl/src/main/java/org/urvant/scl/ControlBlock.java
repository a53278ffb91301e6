package org.urvant.scl;

import java.util.Optional;

/** What the control blocks have in common: a name in a logical node, and a dataset that they send or log. */
public abstract sealed class ControlBlock extends SclElement
        permits ReportControl, LogControl, GooseControl, SampledValueControl {
    final LogicalNode node;

    ControlBlock(LogicalNode node, int row) {
        super(node.store, row);
        this.node = node;
    }

    /** Returns the logical node that holds the block. */
    public final LogicalNode node() {
        return node;
    }

    /** Returns the block's name, without instance number. */
    public final String name() {
        return store.attribute(row, "name", "");
    }

    /** Returns the reference of the block with its functional constraint, as it is used on the wire. */
    public abstract String reference();

    /** Returns the name of the dataset as written; empty text when the block names none. */
    public final String dataSetName() {
        return store.attribute(row, "datSet", "");
    }

    /** Returns the dataset, or empty when the block names none or one that does not exist. */
    public final Optional<DataSet> dataSet() {
        String wanted = dataSetName();
        return node.dataSets().stream().filter(set -> set.name().equals(wanted)).findFirst();
    }

    /** Returns the revision of the dataset that the block was made with; 0 when not given or no number. */
    public final long configurationRevision() {
        return Numbers.parse(store.attribute(row, "confRev", "0"), 0);
    }
}
