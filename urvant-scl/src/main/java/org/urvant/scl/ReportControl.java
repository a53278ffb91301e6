package org.urvant.scl;

import java.util.List;

/** A report control block as the file declares it (IEC 61850-6:2009, 9.3.8; IEC 61850-7-2:2010, 17.2). */
public final class ReportControl extends ControlBlock {
    private static final List<String> TRIGGERS = List.of("dchg", "qchg", "dupd", "period", "gi");

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
        return store.flag(row, "buffered", false);
    }

    /** Returns the report's identifier; empty text when the file gives none. */
    public String reportId() {
        return store.attribute(row, "rptID", "");
    }

    /** Returns the integrity period in milliseconds; 0 when not given. */
    public long integrityPeriodMillis() {
        return Numbers.parse(store.attribute(row, "intgPd", "0"), 0);
    }

    /** Returns the time in milliseconds for which changes are gathered into one report; 0 when not given. */
    public long bufferTimeMillis() {
        return Numbers.parse(store.attribute(row, "bufTime", "0"), 0);
    }

    /**
     * Returns whether a trigger is set: {@code dchg}, {@code qchg}, {@code dupd}, {@code period} or {@code gi}. A general
     * interrogation is answered unless the file says otherwise; the others are off unless it says so.
     */
    public boolean triggersOn(String trigger) {
        boolean standard = trigger.equals("gi");
        int options = store.child(row, Tag.TRG_OPS);
        return options < 0 ? standard : store.flag(options, trigger, standard);
    }

    /** Returns the triggers that are set, in the order of the standard. */
    public List<String> triggers() {
        return TRIGGERS.stream().filter(this::triggersOn).toList();
    }

    /** Returns whether the names of the block's instances are its own with two digits after it; otherwise it is the name. */
    public boolean isIndexed() {
        return store.flag(row, "indexed", true);
    }

    /** Returns how many instances the file asks for; 1 when it does not say. */
    public long wantedInstances() {
        int enabled = store.child(row, Tag.RPT_ENABLED);
        return enabled < 0 ? 1 : Numbers.parse(store.attribute(enabled, "max", "1"), 1);
    }

    /**
     * Returns how many instances the block has, and so how many clients can use it at once; at least 1, at most 99. A
     * buffered block without index is one, whatever the file asks for: its instances would have one name and one buffer.
     */
    public int instances() {
        return isBuffered() && !isIndexed() ? 1 : (int) Math.max(1, Math.min(99, wantedInstances()));
    }

    /** Returns the names of the IEDs for which the file keeps an instance, in order: the first has instance 1. */
    public List<String> reservedFor() {
        return views(
                store.child(row, Tag.RPT_ENABLED), Tag.CLIENT_LN, client -> store.attribute(client, "iedName", ""));
    }

    /** Returns whether a report carries an optional field, such as {@code entryID}; of those not named only {@code bufOvfl}. */
    public boolean carries(String field) {
        int fields = store.child(row, Tag.OPT_FIELDS);
        boolean standard = field.equals("bufOvfl");
        return fields < 0 ? standard : store.flag(fields, field, standard);
    }
}
