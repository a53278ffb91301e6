package org.urvant.project;

import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.point.Claim;
import org.urvant.core.point.Claims;

/**
 * The addresses that were ever given on one device's connections, and to which signal. An address once given is never
 * free again, nor is what it took beside it, such as the second register of a wide value. Immutable.
 */
public final class AddressBook {
    private static final AddressBook EMPTY = new AddressBook(Map.of());

    private final Map<GivenAddress, String> owners;
    private Map<String, Claims<String>> claims;

    /** @param owners a map that nobody else has */
    private AddressBook(Map<GivenAddress, String> owners) {
        this.owners = Collections.unmodifiableMap(owners);
    }

    /** What overlaps what is found when it is first asked for. */
    private synchronized Optional<Claims<String>> claims(String connection) {
        if (claims == null) {
            claims = new HashMap<>();
            owners.forEach((place, signal) -> claims.computeIfAbsent(place.connection(), name -> new Claims<>())
                    .add(place.claim(), signal));
        }
        return Optional.ofNullable(claims.get(connection));
    }

    /**
     * What was given on a connection.
     *
     * @param connection name of the connection
     * @param claim what was taken there
     */
    public record GivenAddress(String connection, Claim claim) {}

    /** Returns the book in which nothing was given yet. */
    public static AddressBook empty() {
        return EMPTY;
    }

    /** Returns a book over the given entries. */
    public static AddressBook of(Map<GivenAddress, String> owners) {
        return new AddressBook(new HashMap<>(owners));
    }

    /** Returns the signal to which something was given that overlaps a place, or empty when all of it was never given. */
    public Optional<String> owner(GivenAddress place) {
        String same = owners.get(place); // almost always, and then nothing need be laid out
        return same != null
                ? Optional.of(same)
                : claims(place.connection()).flatMap(given -> given.overlapping(place.claim()));
    }

    /** Returns all places with the signals they were given to. */
    public Map<GivenAddress, String> owners() {
        return owners;
    }

    /** Returns the book with more places, each with its owner; one that is already given keeps its first owner. */
    public AddressBook with(Collection<Map.Entry<GivenAddress, String>> given) {
        Map<GivenAddress, String> more = new HashMap<>(2 * (given.size() + owners.size()));
        given.forEach(entry -> more.put(entry.getKey(), entry.getValue()));
        more.putAll(owners);
        return more.size() == owners.size() ? this : new AddressBook(more);
    }

    /** Returns the book with more places; one that is already given keeps its first owner. */
    public AddressBook with(Map<GivenAddress, String> given) {
        return with(given.entrySet());
    }
}
