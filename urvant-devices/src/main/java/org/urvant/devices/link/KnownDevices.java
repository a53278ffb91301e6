package org.urvant.devices.link;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;

/**
 * The certificates of devices that a user has met, by address: one line each, {@code ADDRESS sha-256:DIGITS}. A device
 * is trusted at first contact and must show the same certificate ever after. Single-threaded.
 */
public final class KnownDevices {
    private static final String ALGORITHM = "sha-256:";

    private final Path file;

    /** Uses a file that need not exist yet; it belongs to the user, not to a project. */
    public KnownDevices(Path file) {
        this.file = file;
    }

    /** Returns the file. */
    public Path file() {
        return file;
    }

    /** Returns the fingerprint of the certificate that an address showed at first contact, or empty. */
    public Optional<Fingerprint> certificate(String address) {
        return Optional.ofNullable(lines().get(address)).map(Fingerprint::new);
    }

    /** Keeps the certificate of an address. */
    public void remember(String address, Fingerprint certificate) {
        SortedMap<String, String> lines = lines();
        lines.put(address, certificate.hex());
        write(lines);
    }

    /** Forgets an address; returns whether it was known. */
    public boolean forget(String address) {
        SortedMap<String, String> lines = lines();
        boolean known = lines.remove(address) != null;
        if (known) {
            write(lines);
        }
        return known;
    }

    private void write(SortedMap<String, String> lines) {
        StringBuilder text = new StringBuilder();
        lines.forEach((address, hex) ->
                text.append(address).append(' ').append(ALGORITHM).append(hex).append('\n'));
        SafeFile.writeText(file, text.toString());
    }

    private SortedMap<String, String> lines() {
        SortedMap<String, String> lines = new TreeMap<>();
        if (Files.exists(file)) {
            for (String line :
                    SafeFile.readText(file, 10_000_000, file.toString()).split("\n")) {
                String[] words = line.strip().split("\\s+");
                if (words.length == 2 && words[1].matches(ALGORITHM + "[0-9a-f]{64}")) {
                    lines.put(words[0], words[1].substring(ALGORITHM.length()));
                }
            }
        }
        return lines;
    }
}
