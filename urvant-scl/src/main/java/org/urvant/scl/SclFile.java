package org.urvant.scl;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * One SCL file: its header, site, network, IEDs and types. Read-only; may be shared between threads. Made
 * by a reader through {@link SclBuilder}. Source: IEC 61850-6:2009+A1:2018, clause 9.
 */
public final class SclFile extends SclElement {
    private final TypeTemplates templates;
    private final Map<String, Ied> ieds = new LinkedHashMap<>();
    private volatile @Nullable Map<String, List<ConnectedAccessPoint>> connections;
    private volatile SitePlaces places;

    SclFile(SclStore store) {
        super(store, 0);
        this.templates = new TypeTemplates(store);
        for (int at : store.children(0, Tag.IED)) {
            ieds.putIfAbsent(store.attribute(at, "name", ""), new Ied(this, at));
        }
    }

    /** Returns a number that is another one, in all likelihood, when anything is written otherwise in the file. */
    public long contentHash() {
        return store.hash(0);
    }

    SitePlaces places() {
        if (places == null) {
            places = new SitePlaces(this);
        }
        return places;
    }

    List<ConnectedAccessPoint> connections(String ied) {
        Map<String, List<ConnectedAccessPoint>> all = connections;
        if (all == null) {
            all = byIed(connectedAccessPoints());
            connections = all;
        }
        return List.copyOf(all.getOrDefault(ied, List.of()));
    }

    private static Map<String, List<ConnectedAccessPoint>> byIed(List<ConnectedAccessPoint> points) {
        Map<String, List<ConnectedAccessPoint>> all = new HashMap<>();
        for (ConnectedAccessPoint point : points) {
            List<ConnectedAccessPoint> own = all.get(point.iedName());
            if (own == null) {
                own = new ArrayList<>();
                all.put(point.iedName(), own);
            }
            own.add(point);
        }
        return all;
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
        return views(this, 0, Tag.IED, Ied::new);
    }

    /** Returns the first IED with a name, or empty. */
    public Optional<Ied> ied(String name) {
        return Optional.ofNullable(ieds.get(name));
    }

    /** Returns the IEDs of which some input comes from an IED, in the order of the file; told by the inputs alone. */
    public List<Ied> receivers(String publisher) {
        List<Ied> receivers = new ArrayList<>();
        for (int at : store.children(0, Tag.IED)) {
            boolean isItself = publisher.equals(store.attribute(at, "name", ""));
            int end = store.end(at);
            for (int row = store.anywhere(at, end, Tag.EXT_REF);
                    row < end;
                    row = store.anywhere(row + 1, end, Tag.EXT_REF)) {
                String from = store.attribute(row, "iedName", "");
                if (from.equals(publisher) || isItself && from.equals("@")) {
                    receivers.add(new Ied(this, at));
                    break;
                }
            }
        }
        return receivers;
    }

    /** Returns the subnetworks in the order of the file. */
    public List<Subnetwork> subnetworks() {
        return views(this, store.child(0, Tag.COMMUNICATION), Tag.SUB_NETWORK, Subnetwork::new);
    }

    /** Returns the connected access points of all subnetworks, in the order of the file. */
    public List<ConnectedAccessPoint> connectedAccessPoints() {
        return subnetworks().stream()
                .flatMap(subnetwork -> subnetwork.members().stream())
                .toList();
    }

    /** Returns the outermost parts of the site: substations, lines and processes. Empty when the file has none. */
    public List<SitePart> site() {
        List<SitePart> parts = new ArrayList<>();
        for (int at : store.children(0, null)) {
            if (SitePart.kind(store.tag(at)) != null) {
                parts.add(new SitePart(store, at));
            }
        }
        return List.copyOf(parts);
    }

    /** Returns whether the substation section says of any logical node where it belongs. */
    public boolean hasPlaces() {
        return !places().isEmpty();
    }

    /** Returns what kind of SCL file this is by its content. */
    public FileKind kind() {
        return FileKind.of(this);
    }

    /** Returns the last part of the source's name, without folders. */
    public String name() {
        return store.source.substring(store.source.lastIndexOf('/') + 1);
    }

    /** Returns how many elements the file has. */
    public int elementCount() {
        return store.size();
    }
}
