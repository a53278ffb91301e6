package org.urvant.scl;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** One logical node with its data attributes, datasets and control blocks (IEC 61850-6:2009, 9.3.6). */
public final class LogicalNode extends SclElement {
    private final LogicalDevice device;
    private @Nullable String reference; // made once, for all of its attributes have it

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
        String prefix = store.attribute(row, "prefix", "");
        String name = nodeClass().concat(store.attribute(row, "inst", ""));
        return prefix.isEmpty() ? name : prefix.concat(name);
    }

    /** Returns the reference of the node, such as {@code F01CTRL/XCBR1}. */
    public String reference() {
        String known = reference;
        if (known == null) {
            known = device.name() + "/" + name();
            reference = known;
        }
        return known;
    }

    /** Returns the name of the node's type in the templates. */
    public String typeName() {
        return store.attribute(row, "lnType", "");
    }

    /** Returns the data attributes as the node's type defines them, arrays expanded by this node's own values. */
    List<TemplateAttribute> templates() {
        return device.ied().file().templates().attributes(this);
    }

    /**
     * Returns what its attributes are resolved from: the name of its type, with the lengths of arrays where the node's own
     * values give them. Nodes of one shape have the same attributes in the same order.
     */
    public String shape() {
        return device.ied().file().templates().shape(this);
    }

    /** Returns the descriptions that the node gives its data objects, by their names. */
    public Map<String, String> objectDescriptions() {
        int first = store.child(row, Tag.DOI);
        if (first < 0) {
            return Map.of();
        }
        Map<String, String> descriptions = new LinkedHashMap<>();
        for (int at = first; at >= 0; at = store.next(at, Tag.DOI)) {
            String text = store.attribute(at, "desc", "");
            if (!text.isEmpty()) {
                descriptions.put(store.attribute(at, "name", ""), text);
            }
        }
        return descriptions;
    }

    /** Returns all data attributes of basic type, resolved through the templates, in template order. */
    public List<DataAttribute> attributes() {
        return templates().stream()
                .map(template -> new DataAttribute(this, template))
                .toList();
    }

    /** Returns how many data attributes of basic type it has; costs nothing once its type is known. */
    public int attributeCount() {
        return templates().size();
    }

    /** Returns the value that the node itself gives the data at a path, step by step; empty when it gives none. */
    public Optional<String> valueAt(List<String> path) {
        int instance = instance(path);
        int val = instance < 0 ? -1 : store.child(instance, Tag.VAL);
        return val < 0 ? Optional.empty() : Optional.of(store.text(val));
    }

    /** Returns the data attribute at a place in {@link #attributes}, from 0. */
    public DataAttribute attributeAt(int number) {
        return new DataAttribute(this, templates().get(number));
    }

    /** Returns the data attribute at a path such as {@code Pos.stVal} below this node, or empty. */
    public Optional<DataAttribute> attributeAt(String path) {
        return templates().stream()
                .filter(template -> template.path().equals(path))
                .findFirst()
                .map(template -> new DataAttribute(this, template));
    }

    /** Returns the datasets defined in this node. */
    public List<DataSet> dataSets() {
        return views(this, row, Tag.DATA_SET, DataSet::new);
    }

    /** Returns the report control blocks of this node. */
    public List<ReportControl> reportControls() {
        return views(this, row, Tag.REPORT_CONTROL, ReportControl::new);
    }

    /** Returns the GOOSE control blocks of this node; only LLN0 has any. */
    public List<GooseControl> gooseControls() {
        return views(this, row, Tag.GSE_CONTROL, GooseControl::new);
    }

    /** Returns the log control blocks of this node. */
    public List<LogControl> logControls() {
        return views(this, row, Tag.LOG_CONTROL, LogControl::new);
    }

    /** Returns the sampled-value control blocks of this node; only LLN0 has any. */
    public List<SampledValueControl> sampledValueControls() {
        return views(this, row, Tag.SAMPLED_VALUE_CONTROL, SampledValueControl::new);
    }

    /** Returns all control blocks of this node in the order of the file. */
    public List<ControlBlock> controlBlocks() {
        if (store.end(row) == row + 1) {
            return List.of();
        }
        List<ControlBlock> blocks = new ArrayList<>();
        for (int at = row + 1; at < store.end(row); at = store.end(at)) {
            switch (store.tag(at)) {
                case REPORT_CONTROL -> blocks.add(new ReportControl(this, at));
                case LOG_CONTROL -> blocks.add(new LogControl(this, at));
                case GSE_CONTROL -> blocks.add(new GooseControl(this, at));
                case SAMPLED_VALUE_CONTROL -> blocks.add(new SampledValueControl(this, at));
                default -> {
                    // no control block
                }
            }
        }
        return List.copyOf(blocks);
    }

    /** Returns the setting groups that this node controls; empty when it has none. Only LLN0 has them. */
    public Optional<SettingGroupControl> settingGroups() {
        int control = store.child(row, Tag.SETTING_CONTROL);
        return control < 0
                ? Optional.empty()
                : Optional.of(
                        new SettingGroupControl((int) Numbers.parse(store.attribute(control, "numOfSGs", "1"), 1), (int)
                                Numbers.parse(store.attribute(control, "actSG", "1"), 1)));
    }

    /** Returns the inputs of this node from outside, bound or kept for later binding. */
    public List<ExternalReference> inputs() {
        return views(this, store.child(row, Tag.INPUTS), Tag.EXT_REF, ExternalReference::new);
    }

    /** Returns the part of the site that the node belongs to; empty when the file does not say. */
    public Optional<SitePart> place() {
        return device.ied().file().places().of(this);
    }

    /**
     * Returns whether its place is only inferred: the file does not name this node, but others of its IED in one bay. False when
     * it has no place.
     */
    public boolean isPlaceInferred() {
        return place().isPresent() && !device.ied().file().places().isNamed(this);
    }

    /** Returns the row of the DOI, SDI or DAI at a path below this node, or -1; an array element by its index. */
    int instance(List<String> path) {
        int at = store.child(row, Tag.DOI, "name", path.get(0));
        for (int i = 1; i < path.size() && at >= 0; i++) {
            int next = part(at, Tag.SDI, path.get(i));
            at = next >= 0 ? next : part(at, Tag.DAI, path.get(i));
        }
        return at;
    }

    private int part(int parent, Tag tag, String step) {
        int bracket = step.indexOf('(');
        if (bracket < 0) {
            return store.child(parent, tag, "name", step);
        }
        String index = step.substring(bracket + 1, step.length() - 1);
        int at = store.child(parent, tag, "name", step.substring(0, bracket));
        while (at >= 0
                && !(index.equals(store.attribute(at, "ix"))
                        && step.startsWith(store.attribute(at, "name", "") + "("))) {
            at = store.next(at, tag);
        }
        return at;
    }
}
