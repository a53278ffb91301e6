/**
 * How work that takes time says how far it is. Entry: Progress.
 */
package org.urvant.core.progress;
