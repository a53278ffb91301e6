/**
 * Rows that carry values from sources to receivers, calculated when something comes: each event reaches the rows that read its
 * source and no others. No network, no clock of its own. Entry: Evaluator.
 */
package org.urvant.core.evaluation;
