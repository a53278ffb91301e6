package org.urvant.scl.selection;

import java.util.List;
import java.util.Objects;

/**
 * A signal that is no data attribute of an IED: a channel of a device, or a point of a list.
 *
 * @param name its name within what offers it
 * @param description what it is, for people
 * @param sort what sort of thing it is: {@code input}, {@code output}, {@code listed point}
 * @param form how the value is carried, such as {@code 4-20 mA} or {@code holding:12 float32 ABCD}
 * @param unit unit of its value; empty text for none
 * @param kinds the kinds that it belongs to
 * @param place where in the plant it belongs, from the whole to the part, separated by {@code /}; empty text when not known
 */
public record OfferedSignal(
        String name, String description, String sort, String form, String unit, List<SignalKind> kinds, String place) {
    public OfferedSignal {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(description, "description");
        Objects.requireNonNull(sort, "sort");
        Objects.requireNonNull(form, "form");
        Objects.requireNonNull(unit, "unit");
        Objects.requireNonNull(place, "place");
        kinds = List.copyOf(kinds);
    }

    /**
     * What offers such signals.
     *
     * @param name name of the device or list
     * @param maker maker of the device; empty text when not known
     * @param model type of the device, or protocol of the list
     * @param description what it is, for people
     */
    public record Owner(String name, String maker, String model, String description) {}
}
