/**
 * Units of measurement: a closed set, converted exactly. Entry: Unit, and Amount for a number with its unit. Values are
 * immutable.
 */
package org.urvant.core.unit;
