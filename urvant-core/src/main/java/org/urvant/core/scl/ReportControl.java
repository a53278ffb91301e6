package org.urvant.core.scl;

import java.util.Optional;

/** A report control block as the file declares it (IEC 61850-6:2009, 9.3.8; IEC 61850-7-2:2010, 17.2). */
public final class ReportControl extends SclElement {
    private final LogicalNode node;

    ReportControl(LogicalNode node, int row) {
        super(node.store, row);
        this.node = node;
    }

    /** Returns the logical node that holds the block. */
    public LogicalNode node() {
        return node;
    }

    /** Returns the block's name, without instance number. */
    public String name() {
        return store.attribute(row, "name", "");
    }

    /** Returns the reference with functional constraint, such as {@code F01CTRL/LLN0.BR.status}. */
    public String reference() {
        return node.reference() + (isBuffered() ? ".BR." : ".RP.") + name();
    }

    /** Returns whether reports are kept while no client is connected. */
    public boolean isBuffered() {
        return Boolean.parseBoolean(store.attribute(row, "buffered", "false"));
    }

    /** Returns the report's identifier; empty text when the file gives none. */
    public String reportId() {
        return store.attribute(row, "rptID", "");
    }

    /** Returns the revision of the dataset that the block was made with; 0 when not given. */
    public long configurationRevision() {
        return number(store.attribute(row, "confRev", "0"));
    }

    /** Returns the integrity period in milliseconds; 0 when not given. */
    public long integrityPeriodMillis() {
        return number(store.attribute(row, "intgPd", "0"));
    }

    /** Returns how many instances the block has, and so how many clients can use it at once. */
    public int instances() {
        int enabled = store.child(row, Tag.RPT_ENABLED);
        return enabled < 0 ? 1 : (int) number(store.attribute(enabled, "max", "1"));
    }

    /** Returns the dataset, or empty when the block names none or one that does not exist. */
    public Optional<DataSet> dataSet() {
        String wanted = store.attribute(row, "datSet", "");
        return node.dataSets().stream().filter(set -> set.name().equals(wanted)).findFirst();
    }

    private static long number(String text) {
        return text.chars().allMatch(Character::isDigit) && !text.isEmpty() && text.length() < 10
                ? Long.parseLong(text)
                : 0;
    }
}
