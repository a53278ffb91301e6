package org.urvant.devices.standin;

import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.HexFormat;
import java.util.Map;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;
import org.urvant.core.device.Account;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.file.json.JsonTree;

/** The password of one user of a stand-in, as a salted hash on its disk (PBKDF2 of RFC 8018 with HMAC-SHA-256). */
final class Passwords {
    private static final int ROUNDS = 1000; // a stand-in guards nothing; a device would take far more

    private static final int MOST_WRONG = 5;
    private static final Duration LOCKED = Duration.ofSeconds(60);

    private final Disk disk;
    private final String file;
    private final Account account;
    private int wrong;
    private long lockedAtNanos;

    Passwords(Disk disk, Account account) {
        this.disk = disk;
        this.file = "user-" + account.user() + ".json";
        this.account = account;
        if (disk.read(file).isEmpty()) {
            set(account.factoryPassword());
        }
    }

    Account account() {
        return account;
    }

    synchronized void set(String password) {
        byte[] salt = new byte[16];
        new SecureRandom().nextBytes(salt);
        Section entry = Section.of(Map.of(
                "salt", Value.text(HexFormat.of().formatHex(salt)),
                "hash", Value.text(HexFormat.of().formatHex(hash(password, salt)))));
        disk.replace(file, CanonicalJson.bytes(entry));
    }

    /** Returns whether a password is right. After {@value #MOST_WRONG} wrong ones nothing is right for a while. */
    synchronized boolean accepts(String password) {
        boolean right = isRight(password);
        wrong = right ? 0 : wrong + 1;
        if (wrong == MOST_WRONG) {
            lockedAtNanos = System.nanoTime();
        }
        return right;
    }

    /** Returns whether the password is still that of the factory. */
    synchronized boolean isFactory() {
        return isRight(account.factoryPassword());
    }

    private boolean isRight(String password) {
        Section entry = JsonTree.read(file, disk.read(file).orElseThrow());
        byte[] salt = HexFormat.of().parseHex(entry.text("salt").orElse(""));
        byte[] expected = HexFormat.of().parseHex(entry.text("hash").orElse(""));
        return MessageDigest.isEqual(expected, hash(password, salt));
    }

    /** Returns whether wrong passwords have locked the device. */
    synchronized boolean isLocked() {
        boolean locked = wrong >= MOST_WRONG && System.nanoTime() - lockedAtNanos < LOCKED.toNanos();
        if (!locked && wrong >= MOST_WRONG) {
            wrong = 0;
        }
        return locked;
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
