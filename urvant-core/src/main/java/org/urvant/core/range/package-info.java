/**
 * Ranges that values can have, and the arithmetic of ranges. Entry: {@link org.urvant.core.range.Interval}. Values are
 * immutable.
 */
package org.urvant.core.range;
