package org.urvant.project;

/**
 * What is on record of a device.
 *
 * @param addresses addresses ever given on its connections
 * @param record its saves, downloads and sign-offs
 */
public record Past(AddressBook addresses, DeviceRecord record) {
    /** Nothing happened yet. */
    public static final Past NONE = new Past(AddressBook.empty(), DeviceRecord.empty());
}
