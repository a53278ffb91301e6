package org.urvant.core.text;

import java.util.Collection;
import java.util.Optional;
import java.util.regex.Pattern;

/** Names of things that lie in a file of that name: they must name a file on every system that a project may come to. */
public final class FileName {
    /** Names that Windows keeps for devices, with whatever ending. */
    private static final Pattern RESERVED = Pattern.compile("(?i)(CON|PRN|AUX|NUL|COM[0-9¹²³]|LPT[0-9¹²³])(\\..*)?");

    private static final Pattern FORBIDDEN = Pattern.compile("[<>:\"/\\\\|?*\\p{Cntrl}]|[. ]$");
    private static final int LONGEST = 120;

    private FileName() {}

    /**
     * Returns why a name cannot name a file on every system beside others; empty when it can.
     *
     * @param others names that there are already
     */
    public static Optional<String> mistake(String name, Collection<String> others) {
        if (RESERVED.matcher(name).matches()) {
            return Optional.of("Windows keeps it for itself, so a project with it could not be opened there");
        }
        if (name.isEmpty() || name.length() > LONGEST || FORBIDDEN.matcher(name).find()) {
            return Optional.of("it cannot name a file on every system");
        }
        return others.stream()
                .filter(other -> other.equalsIgnoreCase(name) && !other.equals(name))
                .findFirst()
                .map(other -> "it differs from " + other + " in case alone, which some systems do not tell apart");
    }
}
