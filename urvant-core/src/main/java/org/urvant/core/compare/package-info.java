/**
 * Compares two trees and returns a tree of differences. Entry: Comparison. Values are immutable.
 */
package org.urvant.core.compare;
