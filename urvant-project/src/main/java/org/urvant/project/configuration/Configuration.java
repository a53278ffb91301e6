package org.urvant.project.configuration;

import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.compare.Comparison;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

/**
 * Everything one device gets, in canonical form: the same project gives the same bytes and the same fingerprint on
 * every machine. The only thing that is downloaded, and the only thing that is compared. Immutable.
 */
public final class Configuration {
    /** The form and version of the content. */
    public static final String FORMAT = "urvant-configuration/1";

    private static final String PARTS = "parts";

    private final Section content;
    private final byte[] bytes;
    private final Fingerprint fingerprint;

    private Configuration(Section content) {
        this.content = content;
        this.bytes = CanonicalJson.bytes(content);
        this.fingerprint = Fingerprint.of(bytes);
    }

    /** Returns the configuration of a device with the given named parts. */
    public static Configuration of(String device, Map<String, Section> parts) {
        return new Configuration(Section.of(
                Map.of("format", Value.text(FORMAT), "device", Value.text(device), PARTS, Section.of(parts))));
    }

    /**
     * Returns the configuration with a content that was read back.
     *
     * @throws IllegalArgumentException when the content is not of {@link #FORMAT}
     */
    public static Configuration of(Section content) {
        String format = content.text("format").orElse("none");
        if (!FORMAT.equals(format)) {
            throw new IllegalArgumentException("configuration format is " + format + "; expected " + FORMAT);
        }
        return new Configuration(content);
    }

    /** Returns the name of the device that the configuration is for. */
    public String device() {
        return content.text("device").orElse("");
    }

    /** Returns the whole content. */
    public Section content() {
        return content;
    }

    /** Returns the named parts: hardware, settings, communications, mappings, logic. */
    public Section parts() {
        return content.section(PARTS);
    }

    /** Returns a copy of the canonical bytes. */
    public byte[] bytes() {
        return bytes.clone();
    }

    /** Returns the length of the canonical bytes. */
    public int length() {
        return bytes.length;
    }

    /** Returns the fingerprint of the whole. */
    public Fingerprint fingerprint() {
        return fingerprint;
    }

    /** Returns what another configuration has otherwise; this one is what is, the other one what is wanted. */
    public Comparison differencesTo(Configuration wanted) {
        return Comparison.of(parts(), wanted.parts());
    }

    /** Returns the fingerprint of each part by its name. */
    public SortedMap<String, Fingerprint> partFingerprints() {
        SortedMap<String, Fingerprint> prints = new TreeMap<>();
        parts().nodes().forEach((name, part) -> prints.put(name, Fingerprint.of(part)));
        return prints;
    }
}
