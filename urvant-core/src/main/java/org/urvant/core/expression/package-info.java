/**
 * Expressions of IEC 61131-3 Structured Text, as device types use them for conditions, limits and rules. Entry: Expression.
 * Values are immutable.
 */
package org.urvant.core.expression;
