package org.urvant.core.device;

import java.util.List;

/**
 * A firmware version.
 *
 * @param version the version
 * @param adds what it adds to the one before, in plain words; empty text when nothing is said
 * @param from versions that may be upgraded to it; empty for all before it
 * @param leastHardware oldest hardware version that runs it; empty text for all
 */
public record Firmware(String version, String adds, List<String> from, String leastHardware) {
    public Firmware {
        from = List.copyOf(from);
    }
}
