/**
 * The family of exceptions that library calls throw, rooted in UrvantException. All of them carry a remedy;
 * those about files carry a position.
 */
package org.urvant.core.error;
