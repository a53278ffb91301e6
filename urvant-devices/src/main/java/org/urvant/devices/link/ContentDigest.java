package org.urvant.devices.link;

import java.util.Base64;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.urvant.core.tree.Fingerprint;

/** The header fields Content-Digest and Repr-Digest of RFC 9530 with SHA-256, and entity tags of RFC 9110, 8.8.3. */
public final class ContentDigest {
    private static final Pattern FIELD = Pattern.compile("\\s*sha-256=:([A-Za-z0-9+/=]{44}):\\s*");
    private static final Pattern TAG = Pattern.compile("\"([0-9a-f]{64})\"");

    private ContentDigest() {}

    /** Returns the field value for content. */
    public static String of(byte[] content) {
        return "sha-256=:" + Base64.getEncoder().encodeToString(Fingerprint.digest(content)) + ":";
    }

    /** Returns whether a field value is that of the content; a missing or unreadable one is not. */
    public static boolean matches(@Nullable String field, byte[] content) {
        if (field == null) {
            return false;
        }
        Matcher matcher = FIELD.matcher(field);
        return matcher.matches() && field.strip().equals(of(content));
    }

    /** Returns the entity tag of a configuration. */
    public static String tag(Fingerprint fingerprint) {
        return '"' + fingerprint.hex() + '"';
    }

    /** Returns the fingerprint in an entity tag, or empty when it is none. */
    public static Optional<Fingerprint> fingerprint(String tag) {
        Matcher matcher = TAG.matcher(tag == null ? "" : tag.strip());
        return matcher.matches() ? Optional.of(new Fingerprint(matcher.group(1))) : Optional.empty();
    }
}
