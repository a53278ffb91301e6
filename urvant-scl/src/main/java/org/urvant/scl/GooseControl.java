package org.urvant.scl;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A GOOSE control block as the file declares it (IEC 61850-6:2009, 9.3.10). */
public final class GooseControl extends ControlBlock {
    GooseControl(LogicalNode node, int row) {
        super(node, row);
    }

    /** Returns the reference with functional constraint, such as {@code F01CTRL/LLN0.GO.trips}. */
    @Override
    public String reference() {
        return node.reference() + ".GO." + name();
    }

    /** Returns the GOOSE identifier; empty text when the file gives none. */
    public String gooseId() {
        return store.attribute(row, "appID", "");
    }

    /** Returns whether this is the older GSSE, which sends bit pairs instead of a dataset (edition 2003). */
    public boolean isGsse() {
        return "GSSE".equals(store.attribute(row, "type"));
    }

    /** Returns the names of the IEDs that the file lists as receivers; each once. */
    public List<String> receivers() {
        return SampledValueControl.receivers(this);
    }

    /** Returns where the block sends to, on each subnetwork that the file gives it an address on. */
    public List<MessageAddress> addresses() {
        return node.device().ied().connectedAccessPoints().stream()
                .flatMap(point -> point.messageAddress(Tag.GSE, node.device().instance(), name()).stream())
                .toList();
    }

    /** Returns the address parts ({@code MAC-Address}, {@code APPID} …), or empty when the file gives the block none. */
    public Optional<Map<String, String>> address() {
        return node.device().ied().connectedAccessPoints().stream()
                .flatMap(point -> point.gooseAddress(node.device().instance(), name()).stream())
                .findFirst();
    }
}
