package org.urvant.project;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.point.InformationType;

/**
 * The addresses that were ever given on one device's connections, and to which signal. An address once given is never
 * free again. Immutable; {@link #with} returns a larger book.
 */
public final class AddressBook {
    private static final AddressBook EMPTY = new AddressBook(Map.of());

    private final Map<GivenAddress, String> owners;

    private AddressBook(Map<GivenAddress, String> owners) {
        this.owners = Map.copyOf(owners);
    }

    /**
     * An address on a connection; monitor and control direction have addresses of their own.
     *
     * @param connection name of the connection
     * @param direction way of travel
     * @param address the address
     */
    public record GivenAddress(String connection, InformationType.Direction direction, int address) {}

    /** Returns the book in which nothing was given yet. */
    public static AddressBook empty() {
        return EMPTY;
    }

    /** Returns a book over the given entries. */
    public static AddressBook of(Map<GivenAddress, String> owners) {
        return new AddressBook(owners);
    }

    /** Returns the signal that an address was first given to, or empty when it never was given. */
    public Optional<String> owner(GivenAddress place) {
        return Optional.ofNullable(owners.get(place));
    }

    /** Returns all addresses given, by place. */
    public Map<GivenAddress, String> owners() {
        return owners;
    }

    /** Returns the book with one more address; one that is already given keeps its first owner. */
    public AddressBook with(GivenAddress place, String signal) {
        Map<GivenAddress, String> more = new HashMap<>(owners);
        more.putIfAbsent(place, signal);
        return new AddressBook(more);
    }
}
