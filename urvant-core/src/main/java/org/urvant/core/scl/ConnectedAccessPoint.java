package org.urvant.core.scl;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

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

    /** Returns the address parts of a GOOSE control block ({@code MAC-Address}, {@code APPID} …), or empty. */
    public Optional<Map<String, String>> gooseAddress(String logicalDevice, String controlBlock) {
        for (int gse : store.children(row, Tag.GSE)) {
            if (logicalDevice.equals(store.attribute(gse, "ldInst"))
                    && controlBlock.equals(store.attribute(gse, "cbName"))) {
                return Optional.of(parts(store.child(gse, Tag.ADDRESS)));
            }
        }
        return Optional.empty();
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
