package org.urvant.core.tree;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * The SHA-256 of a canonical form (FIPS 180-4), as 64 lower-case hexadecimal digits.
 *
 * @param hex the digits
 */
public record Fingerprint(String hex) {
    private static final int DIGITS = 64;

    public Fingerprint {
        boolean isSound = hex.length() == DIGITS;
        for (int i = 0; i < hex.length() && isSound; i++) {
            char digit = hex.charAt(i);
            isSound = digit >= '0' && digit <= '9' || digit >= 'a' && digit <= 'f';
        }
        if (!isSound) {
            throw new IllegalArgumentException("a fingerprint has 64 hexadecimal digits, not '" + hex + "'");
        }
    }

    /** Returns the fingerprint of bytes. */
    public static Fingerprint of(byte[] bytes) {
        return new Fingerprint(HexFormat.of().formatHex(digest(bytes)));
    }

    /** Returns the fingerprint of a tree in canonical form. */
    public static Fingerprint of(Node node) {
        return of(CanonicalJson.bytes(node));
    }

    /** Returns the 32 octets of the SHA-256 of bytes. */
    public static byte[] digest(byte[] bytes) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(bytes);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }

    /** Returns the first twelve digits, enough for people to tell two apart. */
    public String brief() {
        return hex.substring(0, 12);
    }

    @Override
    public String toString() {
        return hex;
    }
}
