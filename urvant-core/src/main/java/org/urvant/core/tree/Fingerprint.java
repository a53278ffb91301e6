package org.urvant.core.tree;

import java.nio.charset.StandardCharsets;
import java.security.DigestException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * The SHA-256 of a canonical form (FIPS 180-4), as 64 lower-case hexadecimal digits.
 *
 * @param hex the digits
 */
public record Fingerprint(String hex) {
    /** Octets of one. */
    public static final int OCTETS = 32;

    /** Digits of one. */
    public static final int DIGITS = 2 * OCTETS;

    private static final byte[] HEX = "0123456789abcdef".getBytes(StandardCharsets.US_ASCII);

    /** Looking one up costs as much as digesting a line of a ledger; each starts anew once it has answered. */
    private static final ThreadLocal<MessageDigest> SHA_256 = ThreadLocal.withInitial(Fingerprint::made);

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

    /**
     * Writes the digits of the fingerprint of a part of bytes, for who has very many of them.
     *
     * @param digits takes the {@value #DIGITS} digits as ASCII
     */
    public static void writeDigits(byte[] bytes, int from, int length, byte[] digits) {
        MessageDigest sha256 = SHA_256.get();
        sha256.update(bytes, from, length);
        try {
            // the octets wait in the second half; digits from the first on never overtake them
            sha256.digest(digits, OCTETS, OCTETS);
        } catch (DigestException e) {
            throw new IllegalArgumentException("no room for a fingerprint", e);
        }
        for (int i = 0; i < OCTETS; i++) {
            int octet = digits[OCTETS + i];
            digits[2 * i] = HEX[octet >> 4 & 15];
            digits[2 * i + 1] = HEX[octet & 15];
        }
    }

    /** Returns the fingerprint of a tree in canonical form. */
    public static Fingerprint of(Node node) {
        return of(CanonicalJson.bytes(node));
    }

    /** Returns the 32 octets of the SHA-256 of bytes. */
    public static byte[] digest(byte[] bytes) {
        return SHA_256.get().digest(bytes);
    }

    private static MessageDigest made() {
        try {
            return MessageDigest.getInstance("SHA-256");
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
