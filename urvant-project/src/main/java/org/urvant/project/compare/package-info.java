/**
 * Compares two configurations and returns a tree of differences. Entry: Comparison. Values are immutable.
 */
package org.urvant.project.compare;
