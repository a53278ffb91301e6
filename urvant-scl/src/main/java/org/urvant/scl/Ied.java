package org.urvant.scl;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** One intelligent electronic device of an SCL file (IEC 61850-6:2009, 9.3). */
public final class Ied extends SclElement {
    private final SclFile file;

    Ied(SclFile file, int row) {
        super(file.store, row);
        this.file = file;
    }

    /** Returns the file that the IED stands in. */
    public SclFile file() {
        return file;
    }

    /** Returns the IED's name, unique in the file. */
    public String name() {
        return store.attribute(row, "name", "");
    }

    /** Returns the maker as the file gives it; empty text when it does not. */
    public String maker() {
        return store.attribute(row, "manufacturer", "");
    }

    /** Returns the device type as the file gives it; empty text when it does not. */
    public String type() {
        return store.attribute(row, "type", "");
    }

    /** Returns the version of the IED's configuration as the file gives it; empty text when it does not. */
    public String configVersion() {
        return store.attribute(row, "configVersion", "");
    }

    /** Returns the names of the access points. */
    public List<String> accessPoints() {
        return views(row, Tag.ACCESS_POINT, at -> store.attribute(at, "name", ""));
    }

    /** Returns the access point with a name, or empty. */
    public Optional<AccessPoint> accessPoint(String name) {
        int found = store.child(row, Tag.ACCESS_POINT, "name", name);
        return found < 0 ? Optional.empty() : Optional.of(new AccessPoint(this, found));
    }

    /**
     * Returns what the IED says it can do. What an access point says of itself takes precedence over the IED (IEC
     * 61850-6:2009+A1:2018, 9.3.2).
     */
    public Services services() {
        Map<String, Map<String, String>> elements = new HashMap<>();
        for (int holder : serviceHolders()) {
            for (int service : store.children(holder, null)) {
                elements.put(store.element(service), store.attributes(service));
            }
        }
        return new Services(elements);
    }

    /** Returns the elements that say what it can do: its own, then those of its access points. */
    List<Integer> serviceHolders() {
        List<Integer> holders = new ArrayList<>(views(row, Tag.SERVICES, at -> at));
        for (int point : store.children(row, Tag.ACCESS_POINT)) {
            holders.addAll(views(point, Tag.SERVICES, at -> at));
        }
        return holders;
    }

    /** Returns all logical nodes of all logical devices, in the order of the file. */
    public List<LogicalNode> nodes() {
        List<LogicalNode> nodes = new ArrayList<>();
        logicalDevices().forEach(device -> nodes.addAll(device.nodes()));
        return Collections.unmodifiableList(nodes);
    }

    /** Returns the logical nodes under the access points themselves, outside any server: those of clients. */
    public List<LogicalNode> clientNodes() {
        List<LogicalNode> nodes = new ArrayList<>();
        for (int point = store.child(row, Tag.ACCESS_POINT); point >= 0; point = store.next(point, Tag.ACCESS_POINT)) {
            nodes.addAll(new AccessPoint(this, point).clientNodes());
        }
        return Collections.unmodifiableList(nodes);
    }

    /** Returns all logical nodes, those of servers and those of clients. */
    public List<LogicalNode> allNodes() {
        List<LogicalNode> nodes = new ArrayList<>(nodes());
        nodes.addAll(clientNodes());
        return Collections.unmodifiableList(nodes);
    }

    /** Returns how much of what others ask for or send there is in it; told by a walk over it, without views. */
    public IedContent content() {
        int[] counts = new int[Tag.values().length];
        int unbound = 0;
        int end = store.end(row);
        for (int at = row; at < end; at++) {
            Tag tag = store.tag(at);
            counts[tag.ordinal()]++;
            unbound += tag == Tag.EXT_REF && store.attribute(at, "iedName", "").isEmpty() ? 1 : 0;
        }
        return new IedContent(
                counts[Tag.DATA_SET.ordinal()],
                counts[Tag.REPORT_CONTROL.ordinal()],
                counts[Tag.GSE_CONTROL.ordinal()],
                counts[Tag.SAMPLED_VALUE_CONTROL.ordinal()],
                counts[Tag.EXT_REF.ordinal()],
                unbound);
    }

    /** Returns the logical devices of all servers, in the order of the file. */
    public List<LogicalDevice> logicalDevices() {
        List<LogicalDevice> devices = new ArrayList<>();
        for (int point = store.child(row, Tag.ACCESS_POINT); point >= 0; point = store.next(point, Tag.ACCESS_POINT)) {
            int server = store.child(point, Tag.SERVER);
            int at = server < 0 ? -1 : store.child(server, Tag.L_DEVICE);
            for (; at >= 0; at = store.next(at, Tag.L_DEVICE)) {
                devices.add(new LogicalDevice(this, at));
            }
        }
        return Collections.unmodifiableList(devices);
    }

    /** Returns the place on a subnetwork of the IED's first access point that has one, or empty. */
    public Optional<ConnectedAccessPoint> connectedAccessPoint() {
        return connectedAccessPoints().stream().findFirst();
    }

    /** Returns the places on subnetworks of all access points of the IED, in the order of the file. */
    public List<ConnectedAccessPoint> connectedAccessPoints() {
        return file.connections(name());
    }

    /**
     * Returns the data attribute with a reference such as {@code F01CTRL/XCBR1.Pos.stVal}, or empty. The reference is
     * that of IEC 61850-7-2:2010, 22.2, without functional constraint.
     */
    public Optional<DataAttribute> attributeAt(String reference) {
        int slash = reference.indexOf('/');
        int dot = reference.indexOf('.', slash + 1);
        if (slash < 0 || dot < 0) {
            return Optional.empty();
        }
        String device = reference.substring(0, slash);
        String node = reference.substring(slash + 1, dot);
        return logicalDevices().stream()
                .filter(candidate -> candidate.name().equals(device))
                .flatMap(candidate -> candidate.nodes().stream())
                .filter(candidate -> candidate.name().equals(node))
                .findFirst()
                .flatMap(found -> found.attributeAt(reference.substring(dot + 1)));
    }
}
