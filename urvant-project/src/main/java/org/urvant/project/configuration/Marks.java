package org.urvant.project.configuration;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.tree.Fingerprint;
import org.urvant.project.DeviceRecord;

/**
 * The three marks of a device: each says that a step of the work is still to be done.
 *
 * @param isEdited its configuration is not the one that was saved last
 * @param isNotDownloaded the configuration that was saved last is not the one on the device
 * @param isNotSignedOff the configuration on the device is not the one that was signed off
 */
public record Marks(boolean isEdited, boolean isNotDownloaded, boolean isNotSignedOff) {
    /** Mark of a configuration that nobody has signed off. */
    public static final String NOT_SIGNED_OFF = "not signed off";

    /** Returns the marks of a device whose configuration has a fingerprint now. */
    public static Marks of(Fingerprint now, DeviceRecord record) {
        return new Marks(
                !record.saved().equals(Optional.of(now)),
                record.saved().isEmpty() || !record.saved().equals(record.downloaded()),
                record.downloaded().isEmpty() || !record.downloaded().equals(record.signedOff()));
    }

    /** Returns the marks as words, such as {@code edited, not downloaded}; empty when nothing is left to do. */
    public List<String> words() {
        List<String> words = new ArrayList<>();
        if (isEdited) {
            words.add("edited");
        }
        if (isNotDownloaded) {
            words.add("not downloaded");
        }
        if (isNotSignedOff) {
            words.add(NOT_SIGNED_OFF);
        }
        return words;
    }
}
