package org.urvant.core.scl;

import java.util.List;
import java.util.Optional;

/** One logical node with its data attributes, datasets and control blocks (IEC 61850-6:2009, 9.3.6). */
public final class LogicalNode extends SclElement {
    private final LogicalDevice device;

    LogicalNode(LogicalDevice device, int row) {
        super(device.store, row);
        this.device = device;
    }

    /** Returns the logical device. */
    public LogicalDevice device() {
        return device;
    }

    /** Returns the class of the node, such as {@code XCBR}. */
    public String nodeClass() {
        return store.attribute(row, "lnClass", "");
    }

    /** Returns prefix, class and instance in one, such as {@code XCBR1}. */
    public String name() {
        return store.attribute(row, "prefix", "") + nodeClass() + store.attribute(row, "inst", "");
    }

    /** Returns the reference of the node, such as {@code F01CTRL/XCBR1}. */
    public String reference() {
        return device.name() + "/" + name();
    }

    /** Returns the name of the node's type in the templates. */
    public String typeName() {
        return store.attribute(row, "lnType", "");
    }

    /** Returns all data attributes of basic type, resolved through the templates, in template order. */
    public List<DataAttribute> attributes() {
        return device.ied().file().templates().attributes(typeName()).stream()
                .map(template -> new DataAttribute(this, template))
                .toList();
    }

    /** Returns the data attribute at a path such as {@code Pos.stVal} below this node, or empty. */
    public Optional<DataAttribute> attributeAt(String path) {
        return device.ied().file().templates().attributes(typeName()).stream()
                .filter(template -> template.path().equals(path))
                .findFirst()
                .map(template -> new DataAttribute(this, template));
    }

    /** Returns the datasets defined in this node. */
    public List<DataSet> dataSets() {
        return views(row, Tag.DATA_SET, at -> new DataSet(this, at));
    }

    /** Returns the report control blocks of this node. */
    public List<ReportControl> reportControls() {
        return views(row, Tag.REPORT_CONTROL, at -> new ReportControl(this, at));
    }

    /** Returns the GOOSE control blocks of this node; only LLN0 has any. */
    public List<GooseControl> gooseControls() {
        return views(row, Tag.GSE_CONTROL, at -> new GooseControl(this, at));
    }

    /** Returns the inputs of this node that GOOSE messages feed and that name their sender. */
    public List<GooseInput> gooseInputs() {
        return views(store.child(row, Tag.INPUTS), Tag.EXT_REF, at -> new GooseInput(store, at)).stream()
                .filter(input -> input.attribute("serviceType").orElse("").equals("GOOSE"))
                .filter(input -> !input.publisher().isEmpty())
                .toList();
    }

    /** Returns the row of the DOI, SDI or DAI at a path below this node, or -1. */
    int instance(List<String> path) {
        int at = store.child(row, Tag.DOI, "name", path.get(0));
        for (int i = 1; i < path.size() && at >= 0; i++) {
            int next = store.child(at, Tag.SDI, "name", path.get(i));
            at = next >= 0 ? next : store.child(at, Tag.DAI, "name", path.get(i));
        }
        return at;
    }
}
