package org.urvant.project.mapping;

import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.Set;
import org.urvant.core.tree.Fingerprint;
import org.urvant.project.Device;

/** Makes the key of a new mapping row from its signal and receiver, so that two branches give one mapping one key. */
public final class MappingKey {
    private static final int SHORTEST = 8;

    private MappingKey() {}

    /** Returns a key for a signal and receiver that is not taken. */
    public static String of(String signal, String connection, Set<String> taken) {
        byte[] digest = digest(signal, connection);
        String shortest = HexFormat.of().formatHex(digest, 0, SHORTEST / 2);
        if (!taken.contains(shortest)) {
            return shortest;
        }
        String hex = HexFormat.of().formatHex(digest);
        String key = shortest;
        while (taken.contains(key)) {
            key = hex.substring(0, key.length() + 1);
        }
        return key;
    }

    /** Returns the key of a row whose receiver has another name now; a key that is not of the old name stays. */
    public static String followed(String key, String signal, String from, String to, Set<String> taken) {
        return isOf(key, signal, from) ? of(signal, to, taken) : key;
    }

    private static byte[] digest(String signal, String connection) {
        return Fingerprint.digest((signal + "|" + connection).getBytes(StandardCharsets.UTF_8));
    }

    private static String hex(String signal, String connection) {
        return HexFormat.of().formatHex(digest(signal, connection));
    }

    /** Returns whether a key is one that {@link #of} gives a signal and receiver, whatever keys were taken then. */
    public static boolean isOf(String key, String signal, String connection) {
        if (key.length() < SHORTEST || key.length() > 2 * Fingerprint.OCTETS) {
            return false;
        }
        byte[] digest = digest(signal, connection);
        return HexFormat.of().formatHex(digest, 0, (key.length() + 1) / 2).startsWith(key);
    }

    /** Returns the keys of a device's rows, to which new ones can be added. */
    public static Set<String> taken(Device device) {
        Set<String> keys = new HashSet<>();
        device.mappings().forEach(row -> keys.add(row.key()));
        return keys;
    }

    /** Returns the shortest key of a signal and receiver. */
    public static String shortest(String signal, String connection) {
        return hex(signal, connection).substring(0, SHORTEST);
    }
}
