package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.PrivateKey;
import java.security.PublicKey;
import java.security.Signature;
import java.security.spec.PKCS8EncodedKeySpec;
import java.security.spec.X509EncodedKeySpec;
import java.util.Base64;
import java.util.Optional;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.PrivateFile;

/**
 * The key with which a person signs: Ed25519 (RFC 8032), kept in the person's own folder and readable to nobody else. Whoever
 * checks a signature has the public key, in the project's folder {@code people/}.
 */
public final class SigningKey {
    static final String ALGORITHM = "Ed25519";

    private static final String FILE = "signing-key";
    private static final int MOST_OCTETS = 4_000;
    private static final String PRIVATE = "PRIVATE KEY";
    private static final String PUBLIC = "PUBLIC KEY";

    private final PrivateKey secret;
    private final PublicKey open;

    private SigningKey(PrivateKey secret, PublicKey open) {
        this.secret = secret;
        this.open = open;
    }

    /**
     * Returns the key of a person; empty when there is none.
     *
     * @throws MalformedInputException when the file holds no key
     */
    public static Optional<SigningKey> of(Workplace workplace) {
        Path file = workplace.home().resolve(FILE);
        if (!Files.exists(file)) {
            return Optional.empty();
        }
        try {
            String text = new String(PrivateFile.read(file, MOST_OCTETS), StandardCharsets.US_ASCII);
            KeyFactory factory = KeyFactory.getInstance(ALGORITHM);
            return Optional.of(new SigningKey(
                    factory.generatePrivate(new PKCS8EncodedKeySpec(unwrapped(text, PRIVATE))),
                    factory.generatePublic(new X509EncodedKeySpec(unwrapped(text, PUBLIC)))));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (GeneralSecurityException | IllegalArgumentException e) {
            throw new MalformedInputException(
                    Position.in(file.toString()), "this is no signing key", "Take it away, and make another.", e);
        }
    }

    /** Returns the key of a person, and makes one where there is none. */
    public static SigningKey make(Workplace workplace) {
        try {
            KeyPair pair = KeyPairGenerator.getInstance(ALGORITHM).generateKeyPair();
            String text = wrapped(PRIVATE, pair.getPrivate().getEncoded())
                    + wrapped(PUBLIC, pair.getPublic().getEncoded());
            PrivateFile.create(workplace.home().resolve(FILE), text.getBytes(StandardCharsets.US_ASCII));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        } catch (IOException e) {
            throw new UnreachableException(
                    "cannot write the key in " + workplace.home(), "Check free space and that you may write there.", e);
        }
        return of(workplace).orElseThrow();
    }

    private static String wrapped(String kind, byte[] octets) {
        return "-----BEGIN " + kind + "-----\n"
                + Base64.getMimeEncoder(64, new byte[] {'\n'}).encodeToString(octets) + "\n-----END " + kind
                + "-----\n";
    }

    private static byte[] unwrapped(String text, String kind) {
        String begin = "-----BEGIN " + kind + "-----";
        int start = text.indexOf(begin);
        int end = text.indexOf("-----END " + kind + "-----");
        if (start < 0 || end < start) {
            throw new IllegalArgumentException("no " + kind);
        }
        return Base64.getMimeDecoder().decode(text.substring(start + begin.length(), end));
    }

    /** Returns the public key as text (PEM, RFC 7468). */
    String publicText() {
        return wrapped(PUBLIC, open.getEncoded());
    }

    /** Reads one public key; the text is what {@link #publicText} returns. */
    static PublicKey publicKey(String text) throws GeneralSecurityException {
        return KeyFactory.getInstance(ALGORITHM).generatePublic(new X509EncodedKeySpec(unwrapped(text, PUBLIC)));
    }

    /** Returns the fingerprint of a public key: SHA-256 of its encoding (RFC 8410). */
    static String fingerprint(PublicKey key) {
        return Fingerprint.of(key.getEncoded()).hex();
    }

    /** Returns the fingerprint by which signatures name the key. */
    public String fingerprint() {
        return fingerprint(open);
    }

    /** Returns the signature over some octets, in Base64. */
    String sign(byte[] octets) {
        try {
            Signature signature = Signature.getInstance(ALGORITHM);
            signature.initSign(secret);
            signature.update(octets);
            return Base64.getEncoder().encodeToString(signature.sign());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
