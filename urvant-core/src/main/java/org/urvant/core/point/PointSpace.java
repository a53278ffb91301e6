package org.urvant.core.point;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.SignalValue;
import org.urvant.core.text.NameRule;
import org.urvant.core.tree.Section;

/**
 * What one protocol makes of addresses: how a point is written, what carries which value, and what lies on what. Each protocol
 * is a room of its own with one of these, registered as a service; nothing else knows which there are. Stateless.
 */
public interface PointSpace {
    /** Returns the name that files and commands use, such as {@code iec60870-5-104}. */
    String id();

    /** Returns the name that people read, such as {@code IEC 60870-5-104}. */
    String title();

    /**
     * Returns the point that a text stands for on a connection.
     *
     * @param role side of the protocol that the device is
     * @throws IllegalArgumentException with a message for people when the text is no point that can be mapped there
     */
    Point read(String text, Role role);

    /** Returns whether IEDs of imported files can stand at the other end of a connection, and offer their signals there. */
    default boolean reachesIeds(Role role) {
        return false;
    }

    /** Returns whether signals can be mapped to points of a connection, whose addresses the project gives. */
    default boolean takesSignals(Role role) {
        return false;
    }

    /** Returns whether the device asks others over a connection for points that lists describe. */
    default boolean asksLists(Role role) {
        return role == Role.CLIENT && listForm().isPresent();
    }

    /** Returns how lists of the protocol's points are read; empty when none can be. */
    default Optional<ListForm> listForm() {
        return Optional.empty();
    }

    /** Returns what can carry a value, the one to propose first; empty when nothing can. */
    default List<String> carriers(Shape shape) {
        return List.of();
    }

    /** Returns what a carrier can hold, whatever it comes from. */
    default Shape holds(String carrier) {
        throw new NoSuchElementException(carrier);
    }

    /** Returns what a word of the protocol means, such as a type identification, in plain words; empty for any other. */
    default Optional<String> meaning(String word) {
        return Optional.empty();
    }

    /** Returns the range in which a carrier holds every whole number as it is. */
    default Interval exactWholes(String carrier) {
        return holds(carrier).range();
    }

    /**
     * Returns the number that a carrier has for a number within what it holds: the one next to it (calculations F8). A floating
     * point number is the one with the fewest digits that stands for the same.
     */
    default BigDecimal nearest(String carrier, BigDecimal number) {
        return holds(carrier).form() == Form.REAL ? number : number.setScale(0, RoundingMode.HALF_EVEN);
    }

    /** Returns how far the numbers are apart that a carrier has; empty for floating point numbers, and for what is no number. */
    default Optional<BigDecimal> step(String carrier) {
        Form form = holds(carrier).form();
        return form == Form.WHOLE || form == Form.COUNTER ? Optional.of(BigDecimal.ONE) : Optional.empty();
    }

    /** Returns what names points can have, whatever device they are on; the protocols at hand have addresses alone. */
    default NameRule names() {
        return NameRule.NONE;
    }

    /** Returns what carries here what a point of another connection holds, as the kind of thing that it is; empty for none. */
    default Optional<String> alike(PlacedPoint source) {
        return Optional.empty();
    }

    /** Returns whether the quality of a value travels with it. */
    default boolean carriesQuality(String carrier) {
        return true;
    }

    /** Returns whether the time of a value's change travels with it. */
    default boolean carriesTime(String carrier) {
        return true;
    }

    /**
     * Returns what goes over the line for a value that the point holds, for people: words of registers, a value with its flags.
     *
     * @param value a value that its carrier holds: a Boolean, Long or Double
     */
    default String onLine(PlacedPoint point, SignalValue value) {
        return String.valueOf(value.value());
    }

    /** Returns the groups of the address plan. */
    default List<AddressGroup> groups() {
        return List.of();
    }

    /** Returns the group of the address plan to which a carrier belongs. */
    default AddressGroup group(String carrier) {
        throw new NoSuchElementException(carrier);
    }

    /** Returns the text of a point from what a configuration says of it, {@link PlacedPoint#fields}. */
    default String text(Section fields) {
        throw new NoSuchElementException(id());
    }

    /** Returns the address at which a claim begins. */
    default int address(Claim claim) {
        return Math.toIntExact(claim.first());
    }

    /**
     * Returns the point with a carrier at an address.
     *
     * @throws IllegalArgumentException when it does not lie within the space
     */
    default PlacedPoint at(String carrier, int address) {
        throw new NoSuchElementException(carrier);
    }
}
