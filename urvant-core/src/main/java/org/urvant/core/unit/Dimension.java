package org.urvant.core.unit;

import org.urvant.core.text.Word;

/** What a unit measures; only units of one dimension convert into each other. */
public enum Dimension {
    CURRENT,
    VOLTAGE,
    ACTIVE_POWER,
    REACTIVE_POWER,
    APPARENT_POWER,
    ENERGY,
    REACTIVE_ENERGY,
    APPARENT_ENERGY,
    RESISTANCE,
    TIME,
    FREQUENCY,
    TEMPERATURE,
    TEMPERATURE_DIFFERENCE,
    RATIO,
    PRESSURE,
    FLOW,
    VOLUME,
    LENGTH,
    SPEED,
    ACCELERATION,
    ROTATION,
    ANGLE,
    MASS_CONCENTRATION,
    DATA,
    DATA_RATE;

    /** Returns the dimension in plain words, such as {@code active power}. */
    public String title() {
        return Word.of(this).replace('-', ' ');
    }
}
