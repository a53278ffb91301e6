package org.urvant.devices.standin;

import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.Map;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.formats.json.JsonTree;

/** The stand-in's one user, with a salted hash of the password on its disk (PBKDF2 of RFC 8018 with HMAC-SHA-256). */
final class Passwords {
    private static final String FILE = "user.json";
    private static final int ROUNDS = 60_000;

    private final Disk disk;
    private final String user;

    Passwords(Disk disk, String user, String factoryPassword) {
        this.disk = disk;
        this.user = user;
        if (disk.read(FILE).isEmpty()) {
            set(factoryPassword);
        }
    }

    private void set(String password) {
        byte[] salt = new byte[16];
        new SecureRandom().nextBytes(salt);
        Section entry = Section.of(Map.of(
                "salt", Value.text(HexFormat.of().formatHex(salt)),
                "hash", Value.text(HexFormat.of().formatHex(hash(password, salt)))));
        disk.write(FILE + ".new", 0, CanonicalJson.bytes(entry));
        disk.rename(FILE + ".new", FILE);
    }

    boolean accepts(String name, String password) {
        Section entry = JsonTree.read(FILE, disk.read(FILE).orElseThrow());
        byte[] salt = HexFormat.of().parseHex(entry.text("salt").orElse(""));
        byte[] expected = HexFormat.of().parseHex(entry.text("hash").orElse(""));
        boolean passwordFits = MessageDigest.isEqual(expected, hash(password, salt));
        return passwordFits && user.equals(name);
    }

    private static byte[] hash(String password, byte[] salt) {
        try {
            return SecretKeyFactory.getInstance("PBKDF2WithHmacSHA256")
                    .generateSecret(new PBEKeySpec(password.toCharArray(), salt, ROUNDS, 256))
                    .getEncoded();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has PBKDF2", e);
        }
    }
}
