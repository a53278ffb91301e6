package org.urvant.core.scl;

/** A report control block as the file declares it (IEC 61850-6:2009, 9.3.8; IEC 61850-7-2:2010, 17.2). */
public final class ReportControl extends ControlBlock {
    ReportControl(LogicalNode node, int row) {
        super(node, row);
    }

    /** Returns the reference with functional constraint, such as {@code F01CTRL/LLN0.BR.status}. */
    @Override
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

    private static long number(String text) {
        return text.chars().allMatch(Character::isDigit) && !text.isEmpty() && text.length() < 10
                ? Long.parseLong(text)
                : 0;
    }
}
