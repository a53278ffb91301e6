package org.urvant.project.folder;

import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.PublicKey;
import java.security.Signature;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.file.SafeFile;

/**
 * Who signed lines of ledgers: the public keys of the project, {@code people/NAME.pem}, a file for each person with all the
 * keys that the person ever had.
 */
final class Signatures {
    /** The field with the fingerprint of the key. */
    static final String KEY = "key";

    /** The field with the signature over all other fields, as canonical JSON. */
    static final String SIGNATURE = "signature";

    static final String FOLDER = "people";
    static final String ENDING = ".pem";
    private static final long MOST_TEXT = 1_000_000;
    private static final Pattern BLOCK =
            Pattern.compile("-----BEGIN PUBLIC KEY-----[A-Za-z0-9+/=\\s]+-----END PUBLIC KEY-----");

    private final ProjectFiles files;
    private Map<String, Known> keys;

    private record Known(String person, PublicKey key) {}

    Signatures(ProjectFiles files) {
        this.files = files;
    }

    private static String fileName(String person) {
        return FOLDER + "/" + stem(person) + ENDING;
    }

    private static String stem(String person) {
        return person.replaceAll("[^\\p{L}\\p{N}._-]", "_");
    }

    /** Signs the fields of a line. */
    static Section sign(Section fields, SigningKey key) {
        SortedMap<String, Node> all = new TreeMap<>(fields.nodes());
        all.put(KEY, Value.text(key.fingerprint()));
        all.put(SIGNATURE, Value.text(key.sign(CanonicalJson.bytes(Section.of(all)))));
        return Section.of(all);
    }

    /** Returns whether a line bears a signature. */
    static boolean isSigned(Ledger.Line line) {
        return !line.text(SIGNATURE).isEmpty() || !line.text(KEY).isEmpty();
    }

    /** Returns who signed a line; empty when nobody did, or what it bears is wrong. */
    Optional<String> signer(Ledger.Line line) {
        return isSigned(line) && wrong(line).isEmpty()
                ? Optional.of(known().get(line.text(KEY)).person())
                : Optional.empty();
    }

    /** Returns what is wrong with the signature of a line; empty for one that is sound, or not signed. */
    Optional<String> wrong(Ledger.Line line) {
        if (!isSigned(line)) {
            return Optional.empty();
        }
        Known known = known().get(line.text(KEY));
        String shown = "key " + LedgerChain.brief(line.text(KEY));
        if (known == null) {
            return Optional.of("no key of the project in " + FOLDER + "/ is " + shown);
        }
        if (!known.person().equals(stem(line.text("by")))) {
            return Optional.of(shown + " is that of " + known.person() + ", not of " + line.text("by"));
        }
        return isSound(line, known.key())
                ? Optional.empty()
                : Optional.of("the signature was not made over this line by " + shown + " of " + known.person());
    }

    private static boolean isSound(Ledger.Line line, PublicKey key) {
        SortedMap<String, Node> fields = new TreeMap<>(line.fields().nodes());
        fields.remove(SIGNATURE);
        try {
            Signature signature = Signature.getInstance(SigningKey.ALGORITHM);
            signature.initVerify(key);
            signature.update(CanonicalJson.bytes(Section.of(fields)));
            return signature.verify(Base64.getDecoder().decode(line.text(SIGNATURE)));
        } catch (GeneralSecurityException | IllegalArgumentException e) {
            return false;
        }
    }

    private Map<String, Known> known() {
        if (keys == null) {
            keys = new HashMap<>();
            for (Path file : files.listed(FOLDER, ENDING)) {
                String name = FOLDER + "/" + file.getFileName();
                read(name)
                        .values()
                        .forEach(key -> keys.put(SigningKey.fingerprint(key), new Known(SiteReader.stem(file), key)));
            }
        }
        return keys;
    }

    /** Returns the keys of a file, by their text. */
    private SortedMap<String, PublicKey> read(String name) {
        SortedMap<String, PublicKey> found = new TreeMap<>();
        Matcher blocks = BLOCK.matcher(SafeFile.readText(files.path(name), MOST_TEXT, name));
        while (blocks.find()) {
            try {
                found.put(blocks.group(), SigningKey.publicKey(blocks.group()));
            } catch (GeneralSecurityException | IllegalArgumentException e) {
                throw new MalformedInputException(
                        Position.in(name), "this is no public key", "Restore it, or take it away.", e);
            }
        }
        return found;
    }

    /** Returns whether the project has a person's key. */
    boolean has(SigningKey key) {
        return known().containsKey(key.fingerprint());
    }

    /**
     * Puts a person's public key beside those that the project has of the person.
     *
     * @return the file that has it
     */
    String publish(SigningKey key, String person) {
        String name = fileName(person);
        if (stem(person).isEmpty() || stem(person).startsWith(".")) {
            throw new RefusedException("'" + person + "' cannot name a file", "Sign as a user whose name has letters.");
        }
        if (!has(key)) {
            String old = Files.exists(files.path(name)) ? SafeFile.readText(files.path(name), MOST_TEXT, name) : "";
            files.locked(() -> {
                Batch batch = new Batch();
                files.readsAnew(name);
                batch.write(name, old + key.publicText());
                files.commit(batch);
                return batch;
            });
            keys = null;
        }
        return name;
    }
}
