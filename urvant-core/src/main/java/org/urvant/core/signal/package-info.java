/**
 * Values with quality and time, as they pass from channels and points through transforms and logic. Entry:
 * {@link org.urvant.core.signal.SignalValue}. Values are immutable.
 */
package org.urvant.core.signal;
