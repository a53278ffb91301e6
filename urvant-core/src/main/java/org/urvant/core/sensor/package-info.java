/**
 * Sensors: what a measured voltage, resistance or current means. Entries: Thermocouple, ResistanceThermometer, SignalRange,
 * Exposure. Values are immutable and the functions pure.
 */
package org.urvant.core.sensor;
