package org.urvant.scl;

import java.util.Optional;

/**
 * An input of a logical node from outside (ExtRef, IEC 61850-6:2009+A1:2018, 9.3.13): bound to data of another IED, or
 * kept for later binding with what the receiving function expects.
 */
public final class ExternalReference extends SclElement {
    private final LogicalNode node;

    ExternalReference(LogicalNode node, int row) {
        super(node.store, row);
        this.node = node;
    }

    /** Returns the logical node that takes the input. */
    public LogicalNode node() {
        return node;
    }

    /** Returns the name of the IED that sends; empty text when the input is not bound yet. */
    public String publisher() {
        String name = text("iedName");
        return name.equals("@") ? node.device().ied().name() : name; // the IED itself (9.3.13)
    }

    /** Returns whether the input names its sender. */
    public boolean isBound() {
        return !publisher().isEmpty();
    }

    /** Returns the service, such as {@code GOOSE}, {@code SMV}, {@code Report} or {@code Poll}; empty text when not given. */
    public String service() {
        return text("serviceType");
    }

    /** Returns the logical node of the sender within its IED, such as {@code PROT/RBRF1}; empty text when not given. */
    public String sourceNode() {
        String nodeClass = text("lnClass");
        return nodeClass.isEmpty() ? "" : text("ldInst") + "/" + text("prefix") + nodeClass + text("lnInst");
    }

    /** Returns data object and attribute that are taken, joined by a dot; empty text when not given. */
    public String sourcePath() {
        String object = text("doName");
        String attribute = text("daName");
        return attribute.isEmpty() ? object : object + "." + attribute;
    }

    /** Returns the name of the control block that carries the data; empty text when the file does not bind it. */
    public String controlBlock() {
        return text("srcCBName");
    }

    /** Returns the node that holds the control block, such as {@code PROT/LLN0}; empty text when no block is named. */
    public String controlBlockNode() {
        if (controlBlock().isEmpty()) {
            return "";
        }
        String device = text("srcLDInst");
        String nodeClass = text("srcLNClass");
        return (device.isEmpty() ? text("ldInst") : device) + "/" + text("srcPrefix")
                + (nodeClass.isEmpty() ? "LLN0" : nodeClass) + text("srcLNInst");
    }

    /** Returns what the receiving IED calls the input; empty text when the file gives nothing. */
    public String internalAddress() {
        return text("intAddr");
    }

    /**
     * Returns what the receiving function expects: node class, data object and attribute, joined by dots, such as
     * {@code RBRF.OpEx}; empty when the file does not say. Used for later binding.
     */
    public Optional<String> expected() {
        String nodeClass = text("pLN");
        String object = text("pDO");
        if (nodeClass.isEmpty() || object.isEmpty()) {
            return Optional.empty();
        }
        String attribute = text("pDA");
        return Optional.of(nodeClass + "." + object + (attribute.isEmpty() ? "" : "." + attribute));
    }

    /** Returns the service that the receiving function expects; empty text when the file does not say. */
    public String expectedService() {
        return text("pServT");
    }

    private String text(String name) {
        return store.attribute(row, name, "");
    }
}
