/**
 * Small helpers for words that people type: the nearest known name.
 */
package org.urvant.core.text;
