package org.urvant.core.device;

/**
 * What a device must have so that something of its type is there.
 *
 * @param since oldest firmware that has it; empty text when all have it
 * @param licence licence that it needs; empty text for none
 */
public record Availability(String since, String licence) {
    /** Every device has it. */
    public static final Availability ALWAYS = new Availability("", "");
}
