package org.urvant.project.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.Optional;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.slf4j.LoggerFactory;
import org.urvant.core.error.UrvantException;
import org.urvant.file.PrivateFile;

/** Tells what this user wrote from what came with a folder: HMAC-SHA-256 (RFC 2104) with a key that only the user has. */
final class Seal {
    private static final String ALGORITHM = "HmacSHA256";
    private static final int KEY_OCTETS = 32;

    private final Path file;

    Seal(Path home) {
        this.file = home.resolve("journal-key");
    }

    /** Returns the seal of some octets; empty when the user's folder neither has a key nor can be given one. */
    Optional<String> of(byte[] octets) {
        return key().map(key -> {
            try {
                Mac mac = Mac.getInstance(ALGORITHM);
                mac.init(new SecretKeySpec(key, ALGORITHM));
                return HexFormat.of().formatHex(mac.doFinal(octets));
            } catch (GeneralSecurityException e) {
                throw new IllegalStateException(e);
            }
        });
    }

    private Optional<byte[]> key() {
        try {
            if (!Files.exists(file)) {
                make();
            }
            return Optional.of(PrivateFile.read(file, KEY_OCTETS)).filter(key -> key.length == KEY_OCTETS);
        } catch (UrvantException | IOException e) {
            LoggerFactory.getLogger(Seal.class).debug("no key in {}", file, e);
            return Optional.empty();
        }
    }

    private void make() throws IOException {
        byte[] key = new byte[KEY_OCTETS];
        new SecureRandom().nextBytes(key);
        PrivateFile.create(file, key); // of two programs the first wins
    }
}
