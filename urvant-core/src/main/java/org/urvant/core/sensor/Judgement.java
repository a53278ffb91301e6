package org.urvant.core.sensor;

/** What a measurement is worth. */
public enum Judgement {
    GOOD,
    /** The sensor says little there, as type B below 250 °C. */
    INACCURATE,
    /** Beyond what is measured; the value is held at the end. */
    OUT_OF_RANGE,
    BROKEN_WIRE,
    SENSOR_FAILED
}
