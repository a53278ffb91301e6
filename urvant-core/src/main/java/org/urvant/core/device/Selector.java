package org.urvant.core.device;

import java.math.BigDecimal;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.unit.Amount;

/**
 * A dial, switch or jumper on the hardware whose position must agree with a setting.
 *
 * @param name what stands beside it on the hardware
 * @param meaning what it is for, in plain words
 * @param follows path of the setting that decides its position
 * @param positions position by value of the setting, in the order on the hardware
 */
public record Selector(String name, String meaning, String follows, Map<String, String> positions) {
    public Selector {
        positions = Collections.unmodifiableMap(new LinkedHashMap<>(positions));
    }

    /**
     * Where a selector is to stand.
     *
     * @param position what stands there on the hardware
     * @param value the value that the position gives
     * @param isExact whether that is the value wanted, rather than the nearest one
     */
    public record Setpoint(String position, String value, boolean isExact) {}

    /** Returns the position for a value; of numbers the nearest. Empty when a text has no position. */
    public Optional<Setpoint> place(Object value) {
        if (value instanceof BigDecimal wanted) {
            Setpoint best = null;
            BigDecimal least = null;
            for (Map.Entry<String, String> entry : positions.entrySet()) {
                Optional<BigDecimal> number = Amount.parse(entry.getKey()).map(Amount::number);
                if (number.isEmpty()) {
                    continue;
                }
                BigDecimal distance = number.get().subtract(wanted).abs();
                if (least == null || distance.compareTo(least) < 0) {
                    least = distance;
                    best = new Setpoint(entry.getValue(), entry.getKey(), distance.signum() == 0);
                }
            }
            return Optional.ofNullable(best);
        }
        String text = value instanceof Boolean logical ? (logical ? "yes" : "no") : String.valueOf(value);
        return Optional.ofNullable(positions.get(text)).map(position -> new Setpoint(position, text, true));
    }
}
