package org.urvant.core.check;

import java.util.HashMap;
import java.util.Map;
import java.util.function.Consumer;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Rule;
import org.urvant.core.mapping.ResolvedMapping;
import org.urvant.core.project.AddressBook;
import org.urvant.core.project.Device;
import org.urvant.core.project.Mapping;
import org.urvant.core.project.Project;

/** Checks a device's mappings: names that do not exist, points that do not fit, addresses used twice or taken over. */
final class MappingCheck {
    private MappingCheck() {}

    static void check(Project project, Device device, Consumer<Finding> findings) {
        Map<AddressBook.Place, ResolvedMapping> first = new HashMap<>();
        for (Mapping mapping : device.mappings()) {
            ResolvedMapping.resolve(project, device, mapping, findings)
                    .ifPresent(resolved -> address(device, resolved, first, findings));
        }
    }

    private static void address(
            Device device,
            ResolvedMapping resolved,
            Map<AddressBook.Place, ResolvedMapping> first,
            Consumer<Finding> findings) {
        Mapping mapping = resolved.mapping();
        AddressBook.Place place = resolved.place();
        ResolvedMapping other = first.putIfAbsent(place, resolved);
        if (other != null) {
            findings.accept(new Finding(
                    Rule.POINT_DUPLICATE,
                    device.name() + " " + mapping.name(),
                    mapping.position(),
                    "address " + place.address() + " of " + place.connection() + " is already used by '"
                            + other.mapping().name() + "' at " + other.mapping().position(),
                    "Give one of the two another address."));
            return;
        }
        device.addresses()
                .owner(place)
                .filter(owner -> !owner.equals(resolved.signal()))
                .ifPresent(owner -> findings.accept(new Finding(
                        Rule.ADDRESS_TAKEN,
                        device.name() + " " + mapping.name(),
                        mapping.position(),
                        "address " + place.address() + " of " + place.connection() + " was given to " + owner
                                + " and is now used for " + resolved.signal(),
                        "Take an address that was never given.")));
    }
}
