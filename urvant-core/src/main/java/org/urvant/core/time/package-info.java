/**
 * Time: which source sets a device's clock. Entry: ClockSelection. Time is always given, never asked for.
 */
package org.urvant.core.time;
