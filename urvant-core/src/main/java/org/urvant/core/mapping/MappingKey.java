package org.urvant.core.mapping;

import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.Set;
import org.urvant.core.tree.Fingerprint;

/** Makes the key of a new mapping row from its signal and receiver, so that two branches give one mapping one key. */
final class MappingKey {
    private MappingKey() {}

    static String of(String signal, String connection, Set<String> taken) {
        byte[] digest = Fingerprint.digest((signal + "|" + connection).getBytes(StandardCharsets.UTF_8));
        String hex = HexFormat.of().formatHex(digest);
        int length = 8;
        while (taken.contains(hex.substring(0, length))) {
            length++;
        }
        return hex.substring(0, length);
    }
}
