package org.urvant.core.text;

import java.util.Collection;
import java.util.regex.Pattern;
import org.urvant.core.error.RefusedException;

/** Names of things that lie in a file of that name: they must name a file on every system that a project may come to. */
public final class FileName {
    /** Names that Windows keeps for devices, with whatever ending. */
    private static final Pattern RESERVED = Pattern.compile("(?i)(CON|PRN|AUX|NUL|COM[0-9¹²³]|LPT[0-9¹²³])(\\..*)?");

    private static final Pattern FORBIDDEN = Pattern.compile("[<>:\"/\\\\|?*\\p{Cntrl}]|[. ]$");
    private static final int LONGEST = 120;

    private FileName() {}

    /**
     * Refuses what cannot name a file on every system.
     *
     * @param kind what is named, such as {@code device}
     * @param others names that there are already
     * @throws RefusedException when a system keeps the name for itself or cannot hold it, or it differs from another in case
     *     alone
     */
    public static void require(String kind, String name, Collection<String> others) {
        if (RESERVED.matcher(name).matches()) {
            throw refusal(kind, name, "Windows keeps it for itself, so a project with it could not be opened there");
        }
        if (name.isEmpty() || name.length() > LONGEST || FORBIDDEN.matcher(name).find()) {
            throw refusal(kind, name, "it cannot name a file on every system");
        }
        others.stream()
                .filter(other -> other.equalsIgnoreCase(name) && !other.equals(name))
                .findFirst()
                .ifPresent(other -> {
                    throw refusal(
                            kind,
                            name,
                            "it differs from " + other + " in case alone, which some systems do not tell apart");
                });
    }

    private static RefusedException refusal(String kind, String name, String reason) {
        return new RefusedException(kind + " name '" + name + "' is not allowed: " + reason, "Give another name.");
    }
}
