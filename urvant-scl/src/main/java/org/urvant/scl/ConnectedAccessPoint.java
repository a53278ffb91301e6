package org.urvant.scl;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.finding.Position;
import org.urvant.core.network.Station;

/** An access point's place on a subnetwork, with its addresses (IEC 61850-6:2009, 9.4.4). */
public final class ConnectedAccessPoint extends SclElement {
    ConnectedAccessPoint(SclStore store, int row) {
        super(store, row);
    }

    /** Returns the name of the IED. */
    public String iedName() {
        return store.attribute(row, "iedName", "");
    }

    /** Returns the name of the access point. */
    public String accessPointName() {
        return store.attribute(row, "apName", "");
    }

    /** Returns the name of the subnetwork. */
    public String subnetwork() {
        return store.attribute(store.parent(row), "name", "");
    }

    /** Returns the address parts by type ({@code IP}, {@code IP-SUBNET}, {@code OSI-TSEL} …), in the order of the file. */
    public Map<String, String> address() {
        return parts(store.child(row, Tag.ADDRESS));
    }

    /** Returns what the access point knows of its network; empty when address or mask are not given. */
    public Optional<Station> station() {
        Map<String, String> parts = address();
        return Station.of(
                        parts.getOrDefault("IP", ""),
                        parts.getOrDefault("IP-SUBNET", ""),
                        parts.getOrDefault("IP-GATEWAY", ""))
                .filter(station -> !station.address().isNone());
    }

    /** Returns the address parts of a GOOSE control block ({@code MAC-Address}, {@code APPID} …), or empty. */
    public Optional<Map<String, String>> gooseAddress(String logicalDevice, String controlBlock) {
        return blockAddress(Tag.GSE, logicalDevice, controlBlock);
    }

    /** Returns the address parts of a sampled-value control block, or empty. */
    public Optional<Map<String, String>> sampledValueAddress(String logicalDevice, String controlBlock) {
        return blockAddress(Tag.SMV, logicalDevice, controlBlock);
    }

    /** Returns where a control block of the access point's IED sends to from here; empty when it does not. */
    Optional<MessageAddress> messageAddress(Tag tag, String logicalDevice, String controlBlock) {
        int block = block(tag, logicalDevice, controlBlock);
        if (block < 0) {
            return Optional.empty();
        }
        Map<String, Position> positions = new LinkedHashMap<>();
        int address = store.child(block, Tag.ADDRESS);
        if (address >= 0) {
            for (int p : store.children(address, Tag.P)) {
                positions.put(store.attribute(p, "type", ""), store.position(p));
            }
        }
        return Optional.of(new MessageAddress(subnetwork(), parts(address), positions));
    }

    private int block(Tag tag, String logicalDevice, String controlBlock) {
        for (int block : store.children(row, tag)) {
            if (logicalDevice.equals(store.attribute(block, "ldInst"))
                    && controlBlock.equals(store.attribute(block, "cbName"))) {
                return block;
            }
        }
        return -1;
    }

    private Optional<Map<String, String>> blockAddress(Tag tag, String logicalDevice, String controlBlock) {
        int block = block(tag, logicalDevice, controlBlock);
        return block < 0 ? Optional.empty() : Optional.of(parts(store.child(block, Tag.ADDRESS)));
    }

    /** Returns the physical connections by type, such as {@code Connection} → plug, cable and port, as written. */
    public Map<String, Map<String, String>> physicalConnections() {
        Map<String, Map<String, String>> connections = new LinkedHashMap<>();
        for (int connection : store.children(row, Tag.PHYS_CONN)) {
            connections.put(store.attribute(connection, "type", ""), parts(connection));
        }
        return connections;
    }

    private Map<String, String> parts(int address) {
        Map<String, String> parts = new LinkedHashMap<>();
        if (address >= 0) {
            for (int p : store.children(address, Tag.P)) {
                parts.put(
                        store.attribute(p, "type", ""),
                        store.attribute(p, SclStore.TEXT, "").strip());
            }
        }
        return parts;
    }
}
