package org.urvant.core.expression;

/**
 * What is wrong in an expression.
 *
 * @param column where, counted from 1
 * @param message what was found and what was expected
 * @param remedy how to mend it
 */
public record Fault(int column, String message, String remedy) {}
