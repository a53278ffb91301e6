package org.urvant.scl;

import java.util.Map;
import java.util.OptionalLong;

/**
 * What an IED says it can do (IEC 61850-6:2009+A1:2018, 9.3.2), as elements with attributes. An absent service is not
 * offered; an absent limit is not known.
 *
 * @param elements attributes by element, such as {@code ConfDataSet} → {@code max=8}
 */
public record Services(Map<String, Map<String, String>> elements) {
    public Services {
        elements = Map.copyOf(elements);
    }

    /** Returns whether a service is named. */
    public boolean offers(String service) {
        return elements.containsKey(service);
    }

    /** Returns a limit as a number, or empty when the file gives none. */
    public OptionalLong limit(String service, String attribute) {
        return Numbers.parse(elements.getOrDefault(service, Map.of()).getOrDefault(attribute, ""));
    }

    /** Returns whether an attribute of a service is true; an absent one counts as given by the standard: false. */
    public boolean allows(String service, String attribute) {
        return SclStore.isTrue(elements.getOrDefault(service, Map.of()).getOrDefault(attribute, "false"));
    }
}
