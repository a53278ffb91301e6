package org.urvant.devices.link;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.ExclusiveLock;
import org.urvant.file.SafeFile;

/**
 * The certificates of devices that a user has met, by address: one line each, {@code ADDRESS sha-256:DIGITS}. A device
 * is trusted at first contact and must show the same certificate ever after. Several programs may use one file.
 */
public final class KnownDevices {
    private static final Duration PATIENCE = Duration.ofSeconds(10);
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

    /**
     * Keeps the certificate of an address at first contact.
     *
     * @return the certificate that is kept: another one when another program met the device first
     */
    public Fingerprint remember(String address, Fingerprint certificate) {
        return changing(lines -> {
            String known = lines.putIfAbsent(address, certificate.hex());
            return known == null ? certificate : new Fingerprint(known);
        });
    }

    /** Forgets an address; returns whether it was known. */
    public boolean forget(String address) {
        return changing(lines -> lines.remove(address) != null);
    }

    /** Reads, changes and writes while nobody else does, so that no line is lost. */
    private <T> T changing(Function<SortedMap<String, String>, T> change) {
        ExclusiveLock lock = ExclusiveLock.take(file.resolveSibling(file.getFileName() + ".lock"), "urvant", PATIENCE);
        try {
            SortedMap<String, String> lines = lines();
            SortedMap<String, String> before = new TreeMap<>(lines);
            T result = change.apply(lines);
            if (!lines.equals(before)) {
                write(lines);
            }
            return result;
        } finally {
            lock.close();
        }
    }

    private void write(SortedMap<String, String> lines) {
        StringBuilder text = new StringBuilder();
        lines.forEach((address, hex) ->
                text.append(address).append(' ').append(ALGORITHM).append(hex).append('\n'));
        SafeFile.writeText(file, text.toString());
    }

    /** A line that cannot be read may be the one that would show a stranger, so it is never passed over. */
    private SortedMap<String, String> lines() {
        SortedMap<String, String> lines = new TreeMap<>();
        if (!Files.exists(file)) {
            return lines;
        }
        int number = 0;
        for (String line : SafeFile.readText(file, 10_000_000, file.toString()).split("\n")) {
            number++;
            String[] words = line.strip().split("\\s+");
            if (line.isBlank() || line.startsWith("#")) {
                continue;
            }
            if (words.length != 2
                    || !words[1].matches(ALGORITHM + "[0-9a-f]{64}")
                    || lines.put(words[0], words[1].substring(ALGORITHM.length())) != null) {
                throw new MalformedInputException(
                        Position.line(file.toString(), number),
                        "'" + line.strip() + "' is no line ADDRESS " + ALGORITHM
                                + "DIGITS of an address that stands here once",
                        "Restore the line, or take it away; the device is then met as if for the first time.");
            }
        }
        return lines;
    }
}
