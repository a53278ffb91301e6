package org.urvant.core.sensor;

/**
 * A measurement.
 *
 * @param value in the unit of the scale; NaN when there is none
 * @param judgement what it is worth
 */
public record Measurement(double value, Judgement judgement) {}
