package org.urvant.scl;

import java.util.List;
import java.util.Locale;

/** The kinds of SCL file (IEC 61850-6:2009+A1:2018, 7.2): what is in one, and so what it can be used for. */
public enum FileKind {
    ICD(
            "what one type of IED can do, before it is part of a station",
            "Choose signals and prepare picks. It has no name and addresses of the station: give the address by hand, or"
                    + " import the CID, IID or SCD file of the station later."),
    IID("one IED as its own tool set it up for the station", "Import the IED, choose and map its signals."),
    CID("one IED as it is to run in the station", "Import the IED, choose and map its signals."),
    SCD("the whole station: site, network and all IEDs", "Import all IEDs or some, and the structure of the site."),
    SSD(
            "the site and the functions that it needs, before IEDs are chosen",
            "Take the structure of the site from it. It has no IED, so there is nothing to map."),
    SED(
            "what one project hands to another: some IEDs with their wiring",
            "Import the IEDs that the other project gives; they are changed there, not here.");

    private final String content;
    private final String use;

    FileKind(String content, String use) {
        this.content = content;
        this.use = use;
    }

    /** Returns what is in such a file. */
    public String content() {
        return content;
    }

    /** Returns what such a file can be used for, and what not. */
    public String use() {
        return use;
    }

    /**
     * Returns the kind that a file is by its content: by how many IEDs it has, how they are named, and whether it has a site
     * and a network; the ending of its name counts where the content can be either.
     */
    public static FileKind of(SclFile file) {
        List<Ied> ieds = file.ieds();
        if (ieds.isEmpty()) {
            return SSD;
        }
        if (ieds.stream().anyMatch(ied -> ied.attribute("engRight")
                .filter(right -> !right.equals("full"))
                .isPresent())) {
            return SED;
        }
        long own = ieds.stream().filter(ied -> !ied.logicalDevices().isEmpty()).count();
        if (own > 1 || named(file.name()) == SCD && !file.site().isEmpty()) { // a station can have one IED
            return SCD;
        }
        if (ieds.get(0).name().equals("TEMPLATE")) {
            return ICD;
        }
        boolean addressed = file.connectedAccessPoints().stream()
                .anyMatch(point -> !point.address().isEmpty());
        if (!addressed && ieds.size() == 1) {
            return ICD;
        }
        return !file.name().toLowerCase(Locale.ROOT).endsWith(".iid") ? CID : IID;
    }

    /** Returns the kind that a file's name says, or null when it says none. */
    static FileKind named(String name) {
        String ending = name.substring(name.lastIndexOf('.') + 1).toUpperCase(Locale.ROOT);
        for (FileKind kind : values()) {
            if (kind.name().equals(ending)) {
                return kind;
            }
        }
        return null;
    }
}
