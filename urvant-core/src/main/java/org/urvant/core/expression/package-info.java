/**
 * Expressions of Structured Text over settings, as device types use them for conditions, limits, rules and derived values:
 * exact decimals with units. Entry: {@link org.urvant.core.expression.Expression}. Values are immutable.
 */
package org.urvant.core.expression;
