package org.urvant.scl;

import java.util.Map;
import org.urvant.core.finding.Position;

/**
 * Where a GOOSE or sampled-value control block sends to on one subnetwork.
 *
 * @param subnetwork name of the subnetwork
 * @param parts address parts by type, such as {@code MAC-Address}
 * @param positions where each part stands
 */
public record MessageAddress(String subnetwork, Map<String, String> parts, Map<String, Position> positions) {
    public MessageAddress {
        parts = Map.copyOf(parts);
        positions = Map.copyOf(positions);
    }
}
