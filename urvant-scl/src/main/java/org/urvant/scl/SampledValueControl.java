package org.urvant.scl;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A sampled-value control block as the file declares it (IEC 61850-6:2009+A1:2018, 9.3.11). */
public final class SampledValueControl extends ControlBlock {
    SampledValueControl(LogicalNode node, int row) {
        super(node, row);
    }

    /** Returns the reference with functional constraint, such as {@code M01MU/LLN0.MS.phases}. */
    @Override
    public String reference() {
        return node.reference() + (isMulticast() ? ".MS." : ".US.") + name();
    }

    /** Returns the identifier of the stream; empty text when the file gives none. */
    public String streamId() {
        return store.attribute(row, "smvID", "");
    }

    /** Returns whether the stream goes to many; when the file does not say, it does. */
    public boolean isMulticast() {
        return store.flag(row, "multicast", true);
    }

    /** Returns the sample rate as written; what it counts stands in {@code smpMod}, per period when not given. */
    public String sampleRate() {
        return store.attribute(row, "smpRate", "");
    }

    /** Returns how many samples go into one message; 1 when not given. */
    public long samplesPerMessage() {
        return Math.max(1, Numbers.parse(store.attribute(row, "nofASDU", "1"), 1));
    }

    /** Returns the names of the IEDs that the file lists as receivers; each once. */
    public List<String> receivers() {
        return receivers(this);
    }

    /** Returns where the block sends to, on each subnetwork that the file gives it an address on. */
    public List<MessageAddress> addresses() {
        return node.device().ied().connectedAccessPoints().stream()
                .flatMap(point -> point.messageAddress(Tag.SMV, node.device().instance(), name()).stream())
                .toList();
    }

    /** Returns the address parts ({@code MAC-Address}, {@code APPID} …), or empty when the file gives the block none. */
    public Optional<Map<String, String>> address() {
        return node.device().ied().connectedAccessPoints().stream()
                .flatMap(point -> point.sampledValueAddress(node.device().instance(), name()).stream())
                .findFirst();
    }

    /** Edition 2003 writes the name as text, later ones the same with more about the receiver in attributes. */
    static List<String> receivers(ControlBlock block) {
        return block.views(block.row, Tag.IED_NAME, at -> block.store.text(at)).stream()
                .distinct()
                .toList();
    }
}
