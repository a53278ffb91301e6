package org.urvant.core.scl;

import java.util.List;
import java.util.Optional;

/**
 * One SCL file: its header, IEDs and communication section. Read-only; made by a reader through {@link SclBuilder}.
 * Sections that no view covers yet are kept in the store all the same. Source: IEC 61850-6:2009+A1:2018, clause 9.
 */
public final class SclFile extends SclElement {
    private final TypeTemplates templates;

    SclFile(SclStore store) {
        super(store, 0);
        this.templates = new TypeTemplates(store);
    }

    TypeTemplates templates() {
        return templates;
    }

    /** Returns the name of the source that was read, as positions show it. */
    public String source() {
        return store.source;
    }

    /**
     * Returns the edition as version, revision and release, such as {@code 2007B4} or {@code 2007B}; a file without a
     * version is of edition 2003 (IEC 61850-6, 8.2.3).
     */
    public String edition() {
        String version = store.attribute(0, "version", "2003");
        String release = store.attribute(0, "release", "");
        return version + store.attribute(0, "revision", "") + ("1".equals(release) ? "" : release);
    }

    /** Returns the identification in the header; empty text when the file gives none. */
    public String headerId() {
        int header = store.child(0, Tag.HEADER);
        return header < 0 ? "" : store.attribute(header, "id", "");
    }

    /** Returns version and revision of the file from its header, as {@code version.revision}; empty text when not given. */
    public String headerVersion() {
        int header = store.child(0, Tag.HEADER);
        String version = header < 0 ? "" : store.attribute(header, "version", "");
        String revision = header < 0 ? "" : store.attribute(header, "revision", "");
        return revision.isEmpty() ? version : version + "." + revision;
    }

    /** Returns the IEDs in the order of the file. */
    public List<Ied> ieds() {
        return views(0, Tag.IED, at -> new Ied(this, at));
    }

    /** Returns the IED with a name, or empty. */
    public Optional<Ied> ied(String name) {
        int found = store.child(0, Tag.IED, "name", name);
        return found < 0 ? Optional.empty() : Optional.of(new Ied(this, found));
    }

    /** Returns the connected access points of all subnetworks, in the order of the file. */
    public List<ConnectedAccessPoint> connectedAccessPoints() {
        int communication = store.child(0, Tag.COMMUNICATION);
        return communication < 0
                ? List.of()
                : views(communication, Tag.SUB_NETWORK, subnetwork -> subnetwork).stream()
                        .flatMap(subnetwork ->
                                views(subnetwork, Tag.CONNECTED_AP, at -> new ConnectedAccessPoint(store, at)).stream())
                        .toList();
    }

    /** Returns how many elements the file has. */
    public int elementCount() {
        return store.size();
    }
}
